import type { MeterEntry } from '../../document/schema';
import { METER_CONSTANT_LXS } from '../../exposure/meter';

/** The f-number that a meter shows for an exposure in lx s. */
export const apertureOf = (luxS: number, iso: number): number => Math.sqrt((luxS * iso) / METER_CONSTANT_LXS);

/** What a meter received, lx s, from what it showed. */
export const receivedLuxS = ({ aperture, lux, iso, shutterS }: MeterEntry): number =>
  aperture === null ? (lux ?? 0) * shutterS : (METER_CONSTANT_LXS * aperture ** 2) / iso;
