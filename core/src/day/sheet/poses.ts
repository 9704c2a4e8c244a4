import { evaluate } from '../../scene/evaluate';
import type { Look } from '../../document/schema';
import type { Verdict } from '../../scene/readings';
import { TURN_STEP_DEG, TURN_TRIED_DEG } from './turn';

/** How far the person may turn while the lights stay where they are. */

/** One angle that was tried. */
export interface TurnStep {
  /** As the look writes it: 0 faces the camera, positive turns to the picture's right. */
  readonly turnDeg: number;
  /** Of the face on the key's side, stops from mid-grey as recorded. */
  readonly keyStops: number;
  /** Lights whose colour holds as planned and does not at this angle, with why. */
  readonly lost: readonly { readonly lightId: string; readonly name: string; readonly verdict: Verdict }[];
}

export interface TurnRange {
  readonly steps: readonly TurnStep[];
  /** From here to there everything that holds as planned still holds, degrees. */
  readonly lowDeg: number;
  readonly highDeg: number;
  /** What gives way beyond each end; null where nothing does as far as was tried. */
  readonly lowLimit: TurnLimit | null;
  readonly highLimit: TurnLimit | null;
}

/** What gives way when the person turns: a light's colour, or the level of the face by so many stops. */
export type TurnLimit = { readonly name: string; readonly verdict: Verdict } | { readonly keyChangeStops: number };

/** A key that changes by more than this is another picture. */
export const KEY_HOLDS_STOPS = 0.5;

const HOLDS: ReadonlySet<string> = new Set(['vivid', 'white']);

/** Tries the person at angles to both sides of how they stand. */
export function turnRange(look: Look): TurnRange {
  const at = (turnDeg: number) => evaluate({ ...look, subject: { ...look.subject, turnDeg } });
  const planned = at(look.subject.turnDeg);
  const holding = new Set(planned.lights.filter(({ verdict }) => HOLDS.has(verdict.kind)).map(({ id }) => id));
  const steps: TurnStep[] = [];
  for (let by = -TURN_TRIED_DEG; by <= TURN_TRIED_DEG; by += TURN_STEP_DEG) {
    const turnDeg = look.subject.turnDeg + by;
    if (turnDeg < -180 || turnDeg > 180) continue;
    const readings = by === 0 ? planned : at(turnDeg);
    steps.push({
      turnDeg,
      keyStops: readings.keyStops,
      lost: readings.lights
        .filter(({ id, verdict }) => holding.has(id) && !HOLDS.has(verdict.kind))
        .map(({ id, verdict }) => ({
          lightId: id,
          name: look.lights.find((light) => light.id === id)?.name ?? id,
          verdict,
        })),
    });
  }
  const middle = steps.findIndex(({ turnDeg }) => turnDeg === look.subject.turnDeg);
  const key = steps[middle]!.keyStops;
  const limitOf = ({ keyStops, lost }: TurnStep): TurnLimit | null => {
    if (lost[0]) return { name: lost[0].name, verdict: lost[0].verdict };
    // A face in the dark as planned has nothing to keep.
    const change = Number.isFinite(key) ? keyStops - key : 0;
    return Math.abs(change) <= KEY_HOLDS_STOPS ? null : { keyChangeStops: change };
  };
  const walk = (by: 1 | -1) => {
    let i = middle;
    while (steps[i + by] && limitOf(steps[i + by]!) === null) i += by;
    const beyond = steps[i + by];
    return { deg: steps[i]!.turnDeg, limit: beyond ? limitOf(beyond) : null };
  };
  const [low, high] = [walk(-1), walk(1)];
  return { steps, lowDeg: low.deg, highDeg: high.deg, lowLimit: low.limit, highLimit: high.limit };
}
