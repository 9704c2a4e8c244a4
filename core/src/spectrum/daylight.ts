import { requireNumber } from '../errors';
import { DAYLIGHT_START_NM, DAYLIGHT_STEP_NM, S0, S1, S2 } from './daylight-data';
import { sampled, type Spectrum } from './grid';

/** Chromaticity x of CIE daylight at a CCT from 4000 to 25 000 K. Source: CIE 015:2018. */
export function daylightX(cctK: number): number {
  const t = 1000 / cctK;
  return cctK <= 7000
    ? 0.244063 + 0.09911 * t + 2.9678 * t ** 2 - 4.607 * t ** 3
    : 0.23704 + 0.24748 * t + 1.9018 * t ** 2 - 2.0064 * t ** 3;
}

/**
 * CIE daylight illuminant at `cctK`, relative (100 at 560 nm). M1 and M2 are not rounded, unlike in the CIE's worked
 * tables, so that the chromaticity follows the CCT without steps; components are interpolated linearly to 5 nm.
 * @throws InputError outside 4000 to 25 000 K, where the CIE defines no daylight.
 */
export function daylight(cctK: number): Spectrum {
  requireNumber('cct', cctK, 4000, 25_000, ' K');
  const x = daylightX(cctK);
  const y = -3 * x * x + 2.87 * x - 0.275;
  const m = 0.0241 + 0.2562 * x - 0.7341 * y;
  const m1 = (-1.3515 - 1.7703 * x + 5.9114 * y) / m;
  const m2 = (0.03 - 31.4424 * x + 30.0717 * y) / m;
  return sampled((nm) => component(S0, nm) + m1 * component(S1, nm) + m2 * component(S2, nm));
}

function component(table: readonly number[], nm: number): number {
  const at = (nm - DAYLIGHT_START_NM) / DAYLIGHT_STEP_NM;
  const i = Math.min(Math.floor(at), table.length - 2);
  const t = at - i;
  return table[i]! * (1 - t) + table[i + 1]! * t;
}
