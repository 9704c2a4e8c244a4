import { zoneOf } from '../../document/zones';
import type { LightReading, ProbeReading, Readings } from '../../scene/readings';

/** What people say when a picture is wrong. */
export const FAULT_WORDS = ['washed-out', 'muddy', 'just-white', 'too-orange', 'grey', 'flat', 'heavy-handed'] as const;
export type FaultWord = (typeof FAULT_WORDS)[number];

export const FAULT_NAMES: Readonly<Record<FaultWord, string>> = {
  'washed-out': 'Washed out',
  muddy: 'Muddy',
  'just-white': 'Just white',
  'too-orange': 'Too orange',
  grey: 'Grey',
  flat: 'Flat',
  'heavy-handed': 'Heavy-handed',
};

const clamp01 = (v: number) => Math.min(1, Math.max(0, v));
const mean = (values: readonly number[]) => (values.length ? values.reduce((a, b) => a + b, 0) / values.length : 0);

/** Lights that are to bring colour, with the place where they do. */
function coloured({ lights, probes }: Readings): { light: LightReading; probe: ProbeReading }[] {
  return lights
    .filter(({ active, isWhite }) => active && !isWhite)
    .flatMap((light) => {
      const probe = probes.find(({ id }) => id === light.probe);
      return probe ? [{ light, probe }] : [];
    });
}

/** Direction of orange in OKLab, degrees. */
const ORANGE_DEG = 62;
/** Chroma over lightness of a picture that nobody would call grey. */
const COLOURFUL = 0.2;
/** Steps that make a picture: face to its shadow, face to backdrop, stops. */
const [MODELLING_STOPS, DEPTH_STOPS] = [1.3, 1.2];

/**
 * How much a picture is what the word says: 0 not at all, 1 entirely. Each is read from what is recorded, so that a cause can be judged by
 * what its cure takes from it.
 */
export function faultMeasure(word: FaultWord, readings: Readings): number {
  const zones = coloured(readings);
  const all = readings.probes;
  switch (word) {
    case 'washed-out':
      return mean(zones.map(({ probe: { vividness, lightness } }) => (lightness > 0.12 ? 1 - vividness : 0.5)));
    case 'muddy':
      return mean(
        zones.map(({ probe: { vividness, stops }, light }) => {
          const low = light.window ? clamp01((light.window.lowStops - light.stops) / 2) : 0;
          return clamp01(low + (stops < 0.5 ? 1 - vividness : 0));
        }),
      );
    case 'just-white':
      return mean(
        zones.map(({ light, probe: { chroma, lightness } }) => {
          const over = clamp01((light.stops - light.firstClip.stops) / 2);
          const pale = lightness > 0.8 ? clamp01(1 - chroma / 0.12) : 0;
          return Math.max(over, pale);
        }),
      );
    case 'too-orange': {
      const at = readings.probes.filter(
        ({ part, side }) => part === 'front' || part === 'clothing' || (part === 'backdrop' && side === 'middle'),
      );
      const a = (ORANGE_DEG * Math.PI) / 180;
      return clamp01(
        mean(at.map(({ chroma, hueDeg, lightness }) => (lightness > 0.1 ? chroma * Math.cos((hueDeg * Math.PI) / 180 - a) : 0))) /
          0.12,
      );
    }
    case 'grey':
      return clamp01(
        1 - mean(readings.probes.map(({ chroma, lightness }) => (lightness > 0.08 ? chroma / lightness : 0))) / COLOURFUL,
      );
    case 'flat': {
      const [key, shadow, back] = [
        zoneOf(all, 'front', 'key'),
        zoneOf(all, 'front', 'shadow'),
        zoneOf(all, 'backdrop', 'middle'),
      ];
      if (!key || !shadow || !back) return 0;
      const modelling = clamp01(1 - Math.abs(key.stops - shadow.stops) / MODELLING_STOPS);
      const depth = clamp01(1 - Math.abs(key.stops - back.stops) / DEPTH_STOPS);
      const range =
        Math.max(...readings.probes.map(({ lightness }) => lightness)) -
        Math.min(...readings.probes.map(({ lightness }) => lightness));
      return 0.5 * modelling + 0.25 * depth + 0.25 * clamp01(1 - range / 0.5);
    }
    case 'heavy-handed': {
      const neutral = readings.probes.filter(
        ({ chroma, lightness, surface }) => lightness > 0.25 && chroma < (surface === 'skin' ? 0.085 : 0.05),
      ).length;
      const strength = mean(
        readings.probes.map(({ chroma, lightness }) => (lightness > 0.15 ? chroma / Math.max(0.3, lightness) : 0)),
      );
      return clamp01(0.5 * clamp01(strength / 0.3) + 0.5 * (neutral === 0 ? 1 : clamp01(1 - neutral / 3)));
    }
  }
}
