import type { Light, Look } from '../document/schema';

/**
 * Where the lights of a look listen on a lighting network: universes of 512 slots, counted from 1 as fixtures show them. Nothing here knows how a real
 * fixture reads its slots: its maker prints that.
 */

export const UNIVERSE_SLOTS = 512;

/** Slots of a fixture about which nothing is said; the stand-in fixtures have as many. */
export const USUAL_SLOTS = 9;

export interface AddressRow {
  readonly lightId: string;
  readonly name: string;
  readonly fixture: string;
  readonly pieces: number;
  readonly universe: number;
  readonly first: number;
  readonly slots: number;
  /** The last slot that it reads. */
  readonly last: number;
  /** Somebody set it; otherwise it is allotted the first room there is. */
  readonly isGiven: boolean;
  /** What does not fit, with the remedy; null where all does. */
  readonly problem: string | null;
  /** What is worth knowing; null where there is nothing. */
  readonly note: string | null;
}

/** What hangs on a network: all but flashes and windows. */
const listens = ({ role, fixture }: Light) => role !== 'window' && fixture.kind !== 'flash';

type Range = Pick<AddressRow, 'universe' | 'first' | 'slots'>;

const lastOf = ({ first, slots }: Range) => first + slots - 1;
const overlap = (a: Range, b: Range) => a.universe === b.universe && a.first <= lastOf(b) && b.first <= lastOf(a);
const isSame = (a: Range, b: Range) => a.universe === b.universe && a.first === b.first && a.slots === b.slots;

/** The first room for so many slots that nobody has. */
function roomFor(slots: number, taken: readonly Range[]): Range {
  for (let universe = 1; ; universe++) {
    const here = taken.filter((one) => one.universe === universe).sort((a, b) => a.first - b.first);
    let first = 1;
    for (const one of here) {
      if (first + slots <= one.first) break;
      first = Math.max(first, lastOf(one) + 1);
    }
    if (first + slots - 1 <= UNIVERSE_SLOTS) return { universe, first, slots };
  }
}

/** The addresses of a look's lights in their order; those that nobody set are allotted round those that somebody did. */
export function addressesOf(look: Look): AddressRow[] {
  const lights = look.lights.filter(listens);
  const taken: Range[] = lights.flatMap(({ rig }) => (rig.address ? [rig.address] : []));
  const ranges = lights.map(({ rig }) => {
    if (rig.address) return rig.address;
    const room = roomFor(USUAL_SLOTS, taken);
    taken.push(room);
    return room;
  });
  return lights.map(({ id, name, fixture, pieces, rig }, i): AddressRow => {
    const range = ranges[i]!;
    const { universe, first, slots } = range;
    const last = lastOf(range);
    const others = lights.map((light, k) => ({ light, range: ranges[k]! })).filter((_, k) => k !== i);
    const clash = others.find((other) => overlap(range, other.range) && !isSame(range, other.range));
    const together = others.filter((other) => isSame(range, other.range)).map(({ light }) => light.name);
    return {
      lightId: id,
      name,
      fixture: fixture.name,
      pieces,
      universe,
      first,
      slots,
      last,
      isGiven: rig.address !== null,
      problem:
        last > UNIVERSE_SLOTS
          ? `It would read slot ${last}; a universe ends at ${UNIVERSE_SLOTS}. Start at ${UNIVERSE_SLOTS - slots + 1} or lower.`
          : clash
            ? `Its slots run into those of ${clash.light.name} (${rangeWords(clash.range)}). Start one of them elsewhere.`
            : null,
      note: together.length ? `The same slots as ${together.join(' and ')}: they do the same.` : null,
    };
  });
}

/** A range of slots as it is spoken of. */
export function rangeWords(range: Range): string {
  return `universe ${range.universe}, slots ${range.first} to ${lastOf(range)}`;
}
