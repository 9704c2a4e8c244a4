import { NO_META, NO_NOTES, type FrameReading, type FrameRecord, type LightDifference } from '@fulgent/core/day';

/** Frames as the server tells of them, for pages that show some. */

export function frameRecord(change: Partial<FrameRecord> = {}): FrameRecord {
  return {
    id: 'frame-1',
    lookId: 'look-1',
    name: 'Frame 0412',
    kind: 'full',
    lightId: '',
    stops: 0,
    mime: 'image/jpeg',
    widthPx: 1200,
    heightPx: 900,
    meta: NO_META,
    notes: NO_NOTES,
    reading: null,
    revision: 1,
    createdAt: Date.parse('2026-11-20T12:00:00Z'),
    updatedAt: 0,
    ...change,
  };
}

/** What a frame says of a light; as planned unless something else is said. */
export function lightOff(lightId: string, name: string, offStops = 0): LightDifference {
  const isOff = Math.abs(offStops) > 0.25;
  return { lightId, name, offStops, uncertainStops: 0.1, unseen: false, isOff, asPlanned: !isOff };
}

type Compared = NonNullable<FrameReading['comparison']>;

/** A reading that fits its plan, with what differs. */
export function readingOf(lights: readonly LightDifference[], change: Partial<FrameReading> = {}): FrameReading {
  return {
    version: 3,
    given: [],
    marks: [],
    patches: [],
    parts: [],
    summary: {
      clipping: { channels: [0.031, 0, 0.2], any: 0.22, lost: 0.01, spots: 0.004, areas: 0.216 },
      floorStops: -5.2,
      meanStops: -1.3,
    },
    comparison: comparedOf(lights),
    leak: null,
    unevenStops: null,
    black: null,
    ...change,
  };
}

export function comparedOf(lights: readonly LightDifference[], change: Partial<Compared> = {}): Compared {
  return { fits: true, reason: null, patches: [], lights, ambientStops: null, overallStops: 0, ...change };
}
