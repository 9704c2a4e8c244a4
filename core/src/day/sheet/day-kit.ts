import type { KitEntry } from '../../catalogue/kit-schema';
import type { Look } from '../../document/schema';
import { gelNeedsOfDay } from '../../planning/gel-pieces';
import { packList, type PackItem } from './pack';

/** What a day of several set-ups needs, against what there is. */
export interface DayItem extends Omit<PackItem, 'use'> {
  /** Titles of the set-ups that need most of it. */
  readonly setups: readonly string[];
}

/** Set-ups follow one another: of each thing the day needs as many as the set-up that needs most, of gel what all their pieces are cut from. Things are told apart by name. */
export function dayKit(looks: readonly Look[], kit: readonly KitEntry[]): DayItem[] {
  const items = new Map<string, { item: PackItem; setups: string[] }>();
  for (const look of looks)
    for (const item of packList(look, kit)) {
      const key = `${item.kind} ${item.name}`;
      const known = items.get(key);
      if (!known || item.count > known.item.count) items.set(key, { item, setups: [look.title] });
      else if (item.count === known.item.count) known.setups.push(look.title);
    }
  // Pieces of one size serve all set-ups, those of another are cut besides.
  for (const { name, sheets, joined, have } of gelNeedsOfDay(looks, kit)) {
    const known = items.get(`gel ${name}`);
    if (known) known.item = { ...known.item, count: sheets, joined, have, short: have === null ? 0 : Math.max(0, sheets - have) };
  }
  return [...items.values()].map(({ item: { use: _use, ...item }, setups }) => ({ ...item, setups }));
}
