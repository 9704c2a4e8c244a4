import { type LightDifference, type MeterDifference } from '@fulgent/core/day';
import { formatStops } from '@fulgent/core/exposure';
import { lightOffWords } from './frames';

/** From here two colours are seen to differ, u'v'. */
const COLOUR_WORTH = 0.01;
const LEVEL_WORTH = 0.15;

/** An f-number as a meter shows it: a tenth below ten, whole above. */
export const apertureWords = (aperture: number): string => `f/${aperture < 9.95 ? aperture.toFixed(1) : Math.round(aperture)}`;

/** Illuminance to three figures: '0.52 lx', '431 lx', '12 300 lx'. */
export function luxWords(lux: number): string {
  const rounded = Number(lux.toPrecision(3));
  return `${rounded >= 10_000 ? rounded.toLocaleString('en').replaceAll(',', ' ') : rounded} lx`;
}

/** One reading against the plan: '+0.8 stops against the plan, colour as planned'. */
export function meterWords({ offStops, offUv, isDoubtful }: MeterDifference): string {
  if (isDoubtful)
    return `${formatStops(offStops)} stops from the plan: farther than lamps drift. Is the meter set to this ISO and shutter, and burns what is said here?`;
  const level = Math.abs(offStops) < LEVEL_WORTH ? 'Level as planned' : `${formatStops(offStops)} stops against the plan`;
  if (offUv === null) return `${level}.`;
  return `${level}, ${offUv < COLOUR_WORTH ? 'colour as planned' : `colour ${offUv.toFixed(3)} off in u′v′`}.`;
}

/** What a light does by all readings that it has a part in. */
export const meterLightWords = (light: LightDifference): string =>
  light.unseen ? `${light.name}: the readings hardly tell. Read it alone.` : lightOffWords(light, 'as far as the readings tell');
