import { requireNumber } from '../errors';
import { METER_CONSTANT_LXS } from './meter';
import type { BeamShape } from './beam';
import { beamIntegral } from './beam';

/** Light output per joule of stored energy, lm s / J. */
export const FLASH_EFFICACY_LM_PER_W = 40;

/**
 * Luminous exposure (lx s) of a flash on its axis: H = p C GN^2 / (100 (d^2 + r^2)). The guide number is a far-field
 * figure for ISO 100 in metres; r is the radius of the light's face.
 */
export function flashLuxSeconds(guideNumberM: number, power: number, distanceM: number, sourceRadiusM = 0): number {
  requireNumber('guideNumberM', guideNumberM, 0.1, 1000, ' m');
  requireNumber('power', power, 0, 1);
  requireNumber('distanceM', distanceM, 0.01, 1000, ' m');
  requireNumber('sourceRadiusM', sourceRadiusM, 0, 10, ' m');
  return (power * METER_CONSTANT_LXS * guideNumberM ** 2) / (100 * (distanceM ** 2 + sourceRadiusM ** 2));
}

/**
 * The guide number (m, ISO 100) that a stored energy gives in a beam: the flux J x 40 lm/W x eta is spread over the
 * beam's shape. `efficiency` is 0.7 in a reflector, 1 for a bare tube.
 */
export function guideNumberOfEnergy(energyJ: number, beam: BeamShape, efficiency = 0.7): number {
  requireNumber('energyJ', energyJ, 0.1, 100_000, ' J');
  requireNumber('efficiency', efficiency, 0.01, 1);
  const candelaSeconds = (energyJ * FLASH_EFFICACY_LM_PER_W * efficiency) / beamIntegral(beam);
  return Math.sqrt((candelaSeconds * 100) / METER_CONSTANT_LXS);
}
