import { requireNumber } from '../errors';
import { sampled, type Spectrum } from './grid';

/** Second radiation constant, m K (CODATA 2018). */
export const C2_MK = 1.438776877e-2;

/**
 * Relative spectral radiance of a full radiator at `cctK`, scaled to 1 at 560 nm.
 * @throws InputError outside 500 to 100 000 K.
 */
export function planck(cctK: number): Spectrum {
  requireNumber('cct', cctK, 500, 100_000, ' K');
  const at = (m: number) => 1 / (m ** 5 * Math.expm1(C2_MK / (m * cctK)));
  const reference = at(560e-9);
  return sampled((nm) => at(nm * 1e-9) / reference);
}
