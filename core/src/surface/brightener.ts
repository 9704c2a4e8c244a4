import { gaussian, sampled, type Spectrum } from '../spectrum/grid';
import { daylightSource } from '../source/source';

/**
 * Optical brighteners in white cloth and paper: they take ultraviolet and give it back as blue. A surface then sends rho + phi u G(440, 45) of a light, phi its
 * strength and u the light's share under 400 nm against that of daylight of 5600 K: flash and daylight have it, diodes have not, gels and lamps have a part.
 */
export const GLOW: Spectrum = sampled((nm) => gaussian(nm, 440, 45));

/** Of the grid of 5 nm from 380: what excites, up to 395 nm, and what it is held against, 435 to 455 nm. */
const [EXCITES, AGAINST] = [
  [0, 4],
  [11, 16],
] as const;

const mean = (spectrum: Spectrum, [from, to]: readonly [number, number]): number => {
  let sum = 0;
  for (let k = from; k < to; k++) sum += spectrum[k]!;
  return sum / (to - from);
};

const ratio = (spectrum: Spectrum): number => {
  const against = mean(spectrum, AGAINST);
  return against > 0 ? mean(spectrum, EXCITES) / against : 0;
};

const OF_DAYLIGHT = ratio(daylightSource(5600));
const MOST = 1.3;

/** u: how much of a brightener's glow a light excites, 1 for daylight of 5600 K, at most 1.3. */
export function excitation(spectrum: Spectrum): number {
  return Math.min(MOST, ratio(spectrum) / OF_DAYLIGHT);
}
