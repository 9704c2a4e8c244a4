import type { KitEntry } from '../../catalogue/kit-schema';
import type { Look } from '../../document/schema';
import { packList, type PackItem } from './pack';

/** What a day of several set-ups needs, against what there is. */
export interface DayItem extends Omit<PackItem, 'use'> {
  /** Titles of the set-ups that need most of it. */
  readonly setups: readonly string[];
  /** How many there are; null where the kit does not list such things. */
  readonly have: number | null;
  /** How many have to be borrowed, hired or done without. */
  readonly short: number;
}

const IN_KIT: Readonly<Partial<Record<PackItem['kind'], KitEntry['kind']>>> = {
  fixture: 'fixture',
  gel: 'gel',
  modifier: 'modifier',
};

/** Set-ups follow one another: of each thing the day needs as many as the set-up that needs most. Things are told apart by name. */
export function dayKit(looks: readonly Look[], kit: readonly KitEntry[]): DayItem[] {
  const have = new Map<string, number>();
  for (const { kind, name, count, archived } of kit)
    if (!archived) have.set(`${kind} ${name}`, (have.get(`${kind} ${name}`) ?? 0) + count);
  const items = new Map<string, { item: PackItem; setups: string[] }>();
  for (const look of looks)
    for (const item of packList(look)) {
      const key = `${item.kind} ${item.name}`;
      const known = items.get(key);
      if (!known || item.count > known.item.count) items.set(key, { item, setups: [look.title] });
      else if (item.count === known.item.count) known.setups.push(look.title);
    }
  return [...items.values()].map(({ item: { kind, name, count }, setups }) => {
    const entryKind = IN_KIT[kind];
    const there = entryKind ? (have.get(`${entryKind} ${name}`) ?? 0) : null;
    return { kind, name, count, setups, have: there, short: there === null ? 0 : Math.max(0, count - there) };
  });
}
