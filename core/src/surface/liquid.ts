import { gaussian, sampled, type Spectrum } from '../spectrum/grid';

/** Liquids that a bottle can hold, by colour. Made up: smooth dyes in water. */
export const LIQUIDS = ['clear', 'amber', 'rose', 'green', 'blue'] as const;
export type Liquid = (typeof LIQUIDS)[number];

/** Absorbance of 1 cm of each at strength 1, base 10, by wavelength. */
const ABSORBANCE: Readonly<Record<Liquid, (nm: number) => number>> = {
  clear: () => 0.004,
  amber: (nm) => 0.01 + 0.34 / (1 + Math.exp((nm - 505) / 22)) + 0.05 / (1 + Math.exp((nm - 590) / 18)),
  rose: (nm) => 0.012 + 0.24 * gaussian(nm, 525, 75),
  green: (nm) => 0.012 + 0.26 / (1 + Math.exp((nm - 470) / 14)) + 0.24 / (1 + Math.exp((600 - nm) / 16)),
  blue: (nm) => 0.012 + 0.3 / (1 + Math.exp((525 - nm) / 18)),
};

/** What a liquid passes over a way of `cm` (Beer and Lambert): the more of it, the deeper and the purer. */
export function liquidTransmittance(liquid: Liquid, strength: number, cm: number): Spectrum {
  return sampled((nm) => 10 ** (-ABSORBANCE[liquid](nm) * strength * cm));
}

/** What glass passes of a light behind it, by its two faces. */
export const GLASS_PASSES = 0.86;
