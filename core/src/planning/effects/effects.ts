import { evaluate } from '../../scene/evaluate';
import type { Effect, EffectType, Light, Look } from '../../document/schema';

/** Lights that do not burn steadily: their course, what a shutter makes of it, and whom it can harm. */

export const EFFECT_NAMES: Readonly<Record<EffectType, string>> = {
  flicker: 'Flame',
  pulse: 'Pulse',
  lightning: 'Lightning',
  beacon: 'Turning beacon',
  screen: 'Screen',
};

/** Usual rate and range of each. */
export const USUAL_EFFECTS: Readonly<Record<EffectType, { readonly rateHz: number; readonly rangeStops: number }>> = {
  flicker: { rateHz: 5, rangeStops: 1 },
  pulse: { rateHz: 0.5, rangeStops: 2 },
  lightning: { rateHz: 0.15, rangeStops: 6 },
  beacon: { rateHz: 1, rangeStops: 5 },
  screen: { rateHz: 2, rangeStops: 1.5 },
};

/** A repeatable number from 0 to 1 for a whole one. */
function noise(n: number): number {
  const s = Math.sin(n * 127.1 + 11.7) * 43_758.5453;
  return s - Math.floor(s);
}

/** Smooth noise, 0 to 1, one change a turn. */
function wander(t: number, seed: number): number {
  const n = Math.floor(t);
  const u = t - n;
  const s = u * u * (3 - 2 * u);
  return noise(n + seed) * (1 - s) + noise(n + 1 + seed) * s;
}

/** Level of an effect at a time, stops under its peak: 0 at the peak. Deterministic. */
export function effectStops(
  { type, rateHz, rangeStops }: Pick<Effect, 'type' | 'rateHz' | 'rangeStops'>,
  seconds: number,
): number {
  const turn = seconds * rateHz;
  const part = turn - Math.floor(turn);
  switch (type) {
    case 'flicker':
      return -rangeStops * (0.65 * wander(turn, 0) + 0.35 * wander(2.3 * turn, 50));
    case 'pulse':
      return -rangeStops * (0.5 - 0.5 * Math.cos(2 * Math.PI * part));
    case 'lightning': {
      // Two or three short strokes at the start of each turn.
      const since = part / rateHz;
      const strokes = [0, 0.12, 0.12 + 0.16 * noise(Math.floor(turn))];
      const last = Math.min(...strokes.filter((at) => since >= at).map((at) => since - at), Infinity);
      return -Math.min(rangeStops, last * 24);
    }
    case 'beacon': {
      const away = Math.min(part, 1 - part);
      return -Math.min(rangeStops, (away * 2) ** 2 * rangeStops * 12);
    }
    case 'screen':
      return -rangeStops * noise(Math.floor(turn) + 9);
  }
}

/** Exposures of frames under an effect against its peak, stops: the mean of its light while each is open. */
export function framesUnder(
  effect: Pick<Effect, 'type' | 'rateHz' | 'rangeStops'>,
  shutterS: number,
  frames: number,
  fps: number,
): number[] {
  const samples = 48;
  return Array.from({ length: frames }, (_, f) => {
    let sum = 0;
    for (let k = 0; k < samples; k++) sum += 2 ** effectStops(effect, f / fps + ((k + 0.5) / samples) * shutterS);
    return Math.log2(sum / samples);
  });
}

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
