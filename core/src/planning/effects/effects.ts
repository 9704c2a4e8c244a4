import type { Effect, EffectType } from '../../document/schema';

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
