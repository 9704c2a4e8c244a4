import type { KitEntry } from '../../catalogue/kit-schema';
import type { Look } from '../../document/schema';
import { dayKit, type DayItem } from './day-kit';

/** One look of a shoot that has a day. */
export interface Booked {
  readonly shootId: string;
  readonly shoot: string;
  readonly look: Look;
}

/** One kind of thing on one day, by all shoots of it. */
export interface BookedItem extends Pick<DayItem, 'kind' | 'name' | 'have'> {
  readonly count: number;
  readonly short: number;
  /** How many each shoot takes. */
  readonly shoots: readonly { readonly title: string; readonly count: number }[];
}

export interface BookedDay {
  /** ISO 8601, a day. */
  readonly date: string;
  readonly shoots: readonly string[];
  readonly items: readonly BookedItem[];
}

/**
 * What of a kit is booked on which day: the looks of one shoot follow one another, those of two shoots on one day are lit at once. Looks without a day are left out;
 * days in order.
 */
export function bookings(looks: readonly Booked[], kit: readonly KitEntry[]): BookedDay[] {
  const days = [...new Set(looks.map(({ look }) => look.day.date).filter(Boolean))].sort();
  return days.map((date) => {
    const shoots = new Map<string, { title: string; looks: Look[] }>();
    for (const { shootId, shoot, look } of looks) {
      if (look.day.date !== date) continue;
      const known = shoots.get(shootId) ?? { title: shoot, looks: [] };
      known.looks.push(look);
      shoots.set(shootId, known);
    }
    const items = new Map<
      string,
      { kind: DayItem['kind']; name: string; have: number | null; shoots: { title: string; count: number }[] }
    >();
    for (const { title, looks: own } of shoots.values())
      for (const { kind, name, count, have } of dayKit(own, kit)) {
        const known = items.get(`${kind} ${name}`) ?? { kind, name, have, shoots: [] };
        known.shoots.push({ title, count });
        items.set(`${kind} ${name}`, known);
      }
    return {
      date,
      shoots: [...shoots.values()].map(({ title }) => title),
      items: [...items.values()].map((item) => {
        const count = item.shoots.reduce((sum, one) => sum + one.count, 0);
        return { ...item, count, short: item.have === null ? 0 : Math.max(0, count - item.have) };
      }),
    };
  });
}
