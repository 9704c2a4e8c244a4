import type { KitEntry, KitKind } from './kit-schema';
import { isStandIn } from './stand-ins';

/** How a kit is worked with. */
export interface KitPolicy {
  /** Stand-ins are neither offered, proposed nor placed. */
  readonly ownOnly: boolean;
}

export const USUAL_POLICY: KitPolicy = { ownOnly: false };

/** What is carried to a set: its stand-ins go with the policy. Surfaces belong to the place, and stay. */
const CARRIED: readonly KitKind[] = ['gel', 'fixture', 'modifier'];

/** Entries that may be offered, proposed and placed: none that is archived; with own things only, no stand-in of what somebody carries. A camera stands in until there is an own one. */
export function atHand(kit: readonly KitEntry[], { ownOnly }: KitPolicy): KitEntry[] {
  const there = kit.filter(({ archived }) => !archived);
  if (!ownOnly) return there;
  const hasCamera = there.some(({ kind, id }) => kind === 'camera' && !isStandIn(id));
  return there.filter(({ id, kind }) => !isStandIn(id) || !(CARRIED.includes(kind) || (kind === 'camera' && hasCamera)));
}
