import type { Look } from '../../document/schema';
import type { Readings } from '../../scene/readings';
import type { FrameKind } from './kinds';
import { measuredOf } from './measured';
import type { FrameRecord } from './record';

/** One frame of those that a build-up wants. */
export interface FrameStep {
  readonly kind: FrameKind;
  /** The light that burns alone or is bracketed, or ''. */
  readonly lightId: string;
  /** From the plan in a bracket. */
  readonly stops: number;
  /** The newest that was taken of it; null while there is none. */
  readonly frame: FrameRecord | null;
  /** It was taken, but is no evidence: to be taken again. */
  readonly isAgain: boolean;
}

/** A bracket of the hottest light goes so far to either side. */
const BRACKET_STOPS = [-1, 0, 1] as const;

/**
 * The frames that tell most with the fewest shots: a black one, each light alone, all, and a bracket of the light that is nearest to its
 * clip. Only frames taken from `sinceMs` on count, and none that was rejected.
 */
export function frameChecklist(
  { lights }: Look,
  readings: Pick<Readings, 'lights'>,
  frames: readonly FrameRecord[],
  sinceMs: number,
): FrameStep[] {
  const lit = readings.lights.filter(({ active }) => active);
  const wanted = lights.filter(({ id, role }) => role !== 'window' && lit.some((one) => one.id === id));
  const taken = frames
    .filter(({ createdAt, notes }) => createdAt >= sinceMs && notes.verdict !== 'rejected')
    .sort((a, b) => b.createdAt - a.createdAt);
  const step = (kind: FrameKind, lightId = '', stops = 0): FrameStep => {
    const frame =
      taken.find((one) => one.kind === kind && (lightId === '' || one.lightId === lightId) && one.stops === stops) ?? null;
    return { kind, lightId, stops, frame, isAgain: frame !== null && measuredOf(frame)?.fits === false };
  };
  const hot = hottest(lit.filter(({ id }) => wanted.some((light) => light.id === id)));
  return [
    step('black'),
    ...(wanted.length > 1 ? wanted.map(({ id }) => step('alone', id)) : []),
    step('full'),
    ...(hot === null ? [] : BRACKET_STOPS.map((stops) => step('bracket', hot, stops))),
  ];
}

/** The light with the least way to the first clip of its place; null of none. */
function hottest(lights: Readings['lights']): string | null {
  const way = ({ firstClip, stops }: Readings['lights'][number]) => (Number.isFinite(stops) ? firstClip.stops - stops : Infinity);
  const [first] = [...lights].sort((a, b) => way(a) - way(b));
  return first?.id ?? null;
}
