import { requireNumber } from '../errors';
import { falloffFromOneMetre } from './distance';

/**
 * Illuminance (lx) of a continuous light on its axis: E1 level (1 + r^2) / (d^2 + r^2), with E1 the illuminance at 1 m
 * and full output and r the radius of its face in metres (0: a point).
 */
export function continuousLux(luxAt1m: number, level: number, distanceM: number, sourceRadiusM = 0): number {
  requireNumber('luxAt1m', luxAt1m, 0, 1e9, ' lx');
  requireNumber('level', level, 0, 1);
  requireNumber('distanceM', distanceM, 0.01, 1000, ' m');
  requireNumber('sourceRadiusM', sourceRadiusM, 0, 10, ' m');
  return luxAt1m * level * falloffFromOneMetre({ kind: 'disc', radiusM: sourceRadiusM }, distanceM);
}
