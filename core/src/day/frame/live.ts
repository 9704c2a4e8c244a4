import { decodeSrgb } from '../../colour/rgb';
import type { Look } from '../../document/schema';
import type { Mark } from '../../picture/patches';
import { readScopes, type Scopes } from '../../picture/scopes';
import type { Readings } from '../../scene/readings';
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
  readonly scopes: Scopes;
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

/**
 * A frame of a moving picture at the places of a look: how far each is from the plan, and whether the light that works there is inside its window then.
 * What a display signal does to light is not known: it tells more or less, hardly how much.
 * `at` is the height of the instruments' line, 0 top to 1. @throws InputError for a picture without its pixels.
 */
export function readLive(frame: FramePixels, look: Look, { marks, readings }: LivePlan, at: number): LiveReading {
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
  return { summary: summarise(frame), places, scopes: scopesOf(frame, at) };
}

/** Levels as an sRGB signal has them. */
const LINEAR = Float64Array.from({ length: 256 }, (_, level) => decodeSrgb(level / 255));

/** What instruments draw of a frame as it is shown. */
export function scopesOf({ rgba, width, height }: FramePixels, at: number): Scopes {
  return readScopes({ width, height, at, ceiling: 1 }, (p, linear, recorded) => {
    for (let c = 0; c < 3; c++) linear[c] = recorded[c] = LINEAR[rgba[4 * p + c]!]!;
  });
}

function stateOf(clipped: number, stops: number | null, light: Readings['lights'][number] | undefined): LiveState {
  if (clipped > CLIPPED) return 'clips';
  if (!light?.window || stops === null) return 'no-window';
  const at = light.stops + stops;
  if (at > light.window.highStops) return 'over';
  return at < light.window.lowStops ? 'under' : 'inside';
}
