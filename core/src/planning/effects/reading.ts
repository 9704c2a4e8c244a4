import { evaluate } from '../../scene/evaluate';
import type { Effect, Light, Look } from '../../document/schema';
import { framesUnder } from './effects';

/** Flashes in this band can bring on seizures in some people, most of all from 15 to 20 a second. */
const HARMFUL_HZ = [3, 30] as const;

/** What keeps an effect from showing as it is meant. */
export type EffectNote =
  /** A flash gives one flash and no course. */
  | { readonly kind: 'flash' }
  /** So many turns fall into one exposure. */
  | { readonly kind: 'averaged'; readonly turns: number }
  | { readonly kind: 'hardly-shows' }
  | { readonly kind: 'beats'; readonly fps: number }
  /** Its mean against its peak, stops. */
  | { readonly kind: 'dim-on-average'; readonly meanStops: number };

export interface EffectReading {
  readonly lightId: string;
  readonly name: string;
  readonly effect: Effect;
  /** What clips while it peaks; the look's power is its peak. */
  readonly clippedAtPeak: readonly string[];
  /** Vividness where it works, at its peak and at its lowest. */
  readonly vividAtPeak: number;
  readonly vividAtLow: number;
  /** Brightest against darkest of a run of frames, stops, and their mean under the peak. */
  readonly frameSpanStops: number;
  readonly meanStops: number;
  readonly notes: readonly EffectNote[];
  /** It flashes at a rate that can harm. */
  readonly harmful: boolean;
}

const FRAMES = 48;

/** More turns than this in one exposure are averaged; frames that differ by less than this look alike. */
const MOST_TURNS = 1.5;
const LEAST_SPAN_STOPS = 0.2;

/** What every effect of a look does to its frames. */
export function readEffects(look: Look): EffectReading[] {
  return look.lights.flatMap((light): EffectReading[] =>
    light.effect && light.on ? [readEffect(look, light, light.effect)] : [],
  );
}

function readEffect(look: Look, light: Light, effect: Effect): EffectReading {
  const { camera } = look;
  const peak = evaluate(look);
  const low = evaluate({
    ...look,
    lights: look.lights.map((one) =>
      one.id === light.id ? { ...one, powerStops: Math.max(-14, one.powerStops - effect.rangeStops) } : one,
    ),
  });
  const at = (readings: typeof peak) => readings.probes.find(({ id }) => id === light.zone)!;
  const fps = camera.mode === 'cinema' ? camera.fps : 4;
  const levels = framesUnder(effect, camera.shutterS, FRAMES, fps);
  const span = Math.max(...levels) - Math.min(...levels);
  const mean = Math.log2(levels.reduce((sum, stops) => sum + 2 ** stops, 0) / levels.length);
  const flashes = effect.type !== 'pulse' || effect.rangeStops > 1;
  const harmful = flashes && effect.rateHz >= HARMFUL_HZ[0] && effect.rateHz <= HARMFUL_HZ[1];
  const turns = effect.rateHz * camera.shutterS;
  const notes: EffectNote[] = [];
  if (light.fixture.kind === 'flash') notes.push({ kind: 'flash' });
  if (turns > MOST_TURNS) notes.push({ kind: 'averaged', turns });
  else if (span < LEAST_SPAN_STOPS) notes.push({ kind: 'hardly-shows' });
  if (camera.mode === 'cinema' && effect.rateHz > camera.fps / 2) notes.push({ kind: 'beats', fps: camera.fps });
  if (mean < -1) notes.push({ kind: 'dim-on-average', meanStops: mean });
  return {
    lightId: light.id,
    name: light.name,
    effect,
    clippedAtPeak: peak.probes.filter(({ clipped }) => clipped.length > 0).map(({ name }) => name),
    vividAtPeak: at(peak).vividness,
    vividAtLow: at(low).vividness,
    frameSpanStops: span,
    meanStops: mean,
    notes,
    harmful,
  };
}
