import type { Look } from '../../document/schema';
import type { Mark } from '../../picture/patches';
import { evaluate } from '../../scene/evaluate';
import type { Readings } from '../../scene/readings';
import { expectedMarks, lookAtMarks } from './marks';
import { luminance, measurePatch, summarise, type FramePixels, type FrameSummary } from './measure';

/** Where the light of a place stands in its vivid window, by a picture of it. */
export type LiveState = 'inside' | 'under' | 'over' | 'clips' | 'edge' | 'no-window';

/** One place of a moving picture against the plan. */
export interface LivePlace extends Mark {
  readonly name: string;
  /** Against the plan's picture, stops; null where either is black. */
  readonly stops: number | null;
  readonly state: LiveState;
}

export interface LiveReading {
  readonly summary: FrameSummary;
  readonly places: readonly LivePlace[];
}

const CLIPPED = 0.1;
const DARK = 1e-4;
/** Over an edge a place reads by a pixel: nothing is said of it. */
const EDGE_SPREAD = 0.35;

/** What a moving picture of this size is read by. */
export interface LivePlan {
  readonly marks: readonly Mark[];
  readonly readings: Readings;
}

/** Where the places of a look are expected in a picture of this size, and its figures there: those of the backdrop where the picture shows it. */
export function livePlan(look: Look, width: number, height: number): LivePlan {
  const marks = expectedMarks(look, width, height);
  return { marks, readings: evaluate(lookAtMarks(look, marks, width, height)) };
}

/**
 * A frame of a moving picture at the places of a look: how far each is from the plan, and whether the light that works there is inside its window then.
 * What a display signal does to light is not known: it tells more or less, hardly how much.
 * @throws InputError for a picture without its pixels.
 */
export function readLive(frame: FramePixels, look: Look, { marks, readings }: LivePlan): LiveReading {
  const places = marks.flatMap((mark): LivePlace[] => {
    const planned = readings.probes.find(({ id }) => id === mark.probe);
    if (!planned) return [];
    const patch = measurePatch(frame, mark);
    const [there, plan] = [luminance(...patch.linear), luminance(...planned.recorded)];
    const isEdge = patch.spread > EDGE_SPREAD;
    const stops = !isEdge && there > DARK && plan > DARK ? Math.log2(there / plan) : null;
    const light = readings.lights.find(
      ({ id }) => look.lights.find((one) => one.id === id)?.zone === mark.probe && id === planned.colourLights[0],
    );
    return [{ ...mark, name: planned.name, stops, state: isEdge ? 'edge' : stateOf(Math.max(...patch.clipped), stops, light) }];
  });
  return { summary: summarise(frame), places };
}

function stateOf(clipped: number, stops: number | null, light: Readings['lights'][number] | undefined): LiveState {
  if (clipped > CLIPPED) return 'clips';
  if (!light?.window || stops === null) return 'no-window';
  const at = light.stops + stops;
  if (at > light.window.highStops) return 'over';
  return at < light.window.lowStops ? 'under' : 'inside';
}
