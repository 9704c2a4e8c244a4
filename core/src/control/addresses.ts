import type { Light, Look } from '../document/schema';
import { slotsOfLayout } from '../fixture/layout';

/**
 * Where the lights of a look listen on a lighting network: universes of 512 slots, counted from 1 as fixtures show them. Nothing here knows how a real
 * fixture reads its slots: its maker prints that.
 */

export const UNIVERSE_SLOTS = 512;

/** Slots of a fixture about which nothing is said; the stand-in fixtures have as many. */
export const USUAL_SLOTS = 9;

/** How many slots a light reads: by its own layout where that is known. */
export const slotsNeeded = ({ fixture }: Pick<Light, 'fixture'>): number =>
  fixture.kind !== 'flash' && fixture.layout.length > 0 ? slotsOfLayout(fixture.layout) : USUAL_SLOTS;

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
  /** What does not fit; null where all does. */
  readonly problem: AddressProblem | null;
  /** Lights that read the very same slots, by their names. */
  readonly sameAs: readonly string[];
}

/** Why an address cannot be: it would read past its universe, where it could start at `latest` at most, or into the slots of another light, or more slots than it is given. */
export type AddressProblem =
  | { readonly kind: 'too-few'; readonly needed: number }
  | { readonly kind: 'past-end'; readonly last: number; readonly latest: number }
  | { readonly kind: 'runs-into'; readonly other: string; readonly range: AddressRange };

/** What hangs on a network: all but flashes and windows. */
const listens = ({ role, fixture }: Light) => role !== 'window' && fixture.kind !== 'flash';

export interface AddressRange {
  readonly universe: number;
  readonly first: number;
  readonly slots: number;
}

export const lastSlot = ({ first, slots }: AddressRange) => first + slots - 1;
const overlap = (a: AddressRange, b: AddressRange) =>
  a.universe === b.universe && a.first <= lastSlot(b) && b.first <= lastSlot(a);
const isSame = (a: AddressRange, b: AddressRange) => a.universe === b.universe && a.first === b.first && a.slots === b.slots;

const hasLayout = (fixture: Light['fixture']) => fixture.kind !== 'flash' && fixture.layout.length > 0;

/** The first room for so many slots that nobody has. */
function roomFor(slots: number, taken: readonly AddressRange[]): AddressRange {
  for (let universe = 1; ; universe++) {
    const here = taken.filter((one) => one.universe === universe).sort((a, b) => a.first - b.first);
    let first = 1;
    for (const one of here) {
      if (first + slots <= one.first) break;
      first = Math.max(first, lastSlot(one) + 1);
    }
    if (first + slots - 1 <= UNIVERSE_SLOTS) return { universe, first, slots };
  }
}

/** The addresses of a look's lights in their order; those that nobody set are allotted round those that somebody did. */
export function addressesOf(look: Look): AddressRow[] {
  const lights = look.lights.filter(listens);
  const taken: AddressRange[] = lights.flatMap(({ rig }) => (rig.address ? [rig.address] : []));
  const ranges = lights.map((light) => {
    if (light.rig.address) return light.rig.address;
    const room = roomFor(slotsNeeded(light), taken);
    taken.push(room);
    return room;
  });
  return lights.map(({ id, name, fixture, pieces, rig }, i): AddressRow => {
    const range = ranges[i]!;
    const { universe, first, slots } = range;
    const last = lastSlot(range);
    const others = lights.map((light, k) => ({ light, range: ranges[k]! })).filter((_, k) => k !== i);
    const clash = others.find((other) => overlap(range, other.range) && !isSame(range, other.range));
    const sameAs = others.filter((other) => isSame(range, other.range)).map(({ light }) => light.name);
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
          ? { kind: 'past-end', last, latest: UNIVERSE_SLOTS - slots + 1 }
          : clash
            ? { kind: 'runs-into', other: clash.light.name, range: clash.range }
            : hasLayout(fixture) && slots < slotsNeeded({ fixture })
              ? { kind: 'too-few', needed: slotsNeeded({ fixture }) }
              : null,
      sameAs,
    };
  });
}
