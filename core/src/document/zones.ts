/**
 * What a place is to the picture, whatever the subject: the front that is metered (a face, a label, the body of a thing), an
 * edge against the backdrop, clothing, the backdrop, the table a thing stands on.
 */
export const ZONE_PARTS = ['front', 'edge', 'clothing', 'backdrop', 'table', 'other'] as const;
export type ZonePart = (typeof ZONE_PARTS)[number];

/** Where on its part: the front has a key side and a shadow side, everything else the picture's left, middle and right. */
export const ZONE_SIDES = ['key', 'shadow', 'left', 'middle', 'right'] as const;
export type ZoneSide = (typeof ZONE_SIDES)[number];

/** Where a place lies in the picture. */
export interface Placed {
  readonly part: ZonePart;
  readonly side: ZoneSide;
}

/** Index of the first place of a part, of a side where one is asked for; -1 where the look has none. */
export function zoneIndex(probes: readonly Placed[], part: ZonePart, side?: ZoneSide): number {
  return probes.findIndex((probe) => probe.part === part && (side === undefined || probe.side === side));
}

/** The first place of a part and side, as `zoneIndex`; undefined where there is none. */
export function zoneOf<P extends Placed>(probes: readonly P[], part: ZonePart, side?: ZoneSide): P | undefined {
  return probes[zoneIndex(probes, part, side)];
}

/** Index of the place where the key is metered: the key side of the front, else any front, else the first place. */
export function meteredIndex(probes: readonly Placed[]): number {
  const keySide = zoneIndex(probes, 'front', 'key');
  return Math.max(0, keySide >= 0 ? keySide : zoneIndex(probes, 'front'));
}

/** Index of the part of the backdrop that a place stands before: on its own side, else the middle, else any; -1 without backdrop. */
export function behindIndex(probes: readonly Placed[], { side }: Placed): number {
  const wanted = side === 'left' || side === 'right' ? side : 'middle';
  for (const at of [wanted, 'middle', undefined] as const) {
    const found = zoneIndex(probes, 'backdrop', at);
    if (found >= 0) return found;
  }
  return -1;
}

/** The place that stands for another in a look of other places: of its part and side, else of its part, else the metered one. */
export function likeZone<P extends Placed>(probes: readonly P[], { part, side }: Placed): P {
  return zoneOf(probes, part, side) ?? zoneOf(probes, part) ?? probes[meteredIndex(probes)]!;
}

/** Edges of the subject and what of the backdrop each stands against, as indices. Empty where either is missing. */
export function silhouette(probes: readonly Placed[]): (readonly [edge: number, behind: number])[] {
  return probes.flatMap((probe, edge) => {
    if (probe.part !== 'edge') return [];
    const behind = behindIndex(probes, probe);
    return behind < 0 ? [] : [[edge, behind] as const];
  });
}
