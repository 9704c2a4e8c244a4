import type { Light } from '../document/schema';
import { beamIntensity, gridTransmission } from '../exposure/beam';
import { nearFieldRatio } from '../exposure/distance';
import { throwM } from '../transport/room';

/** Half angles of a light as it is drawn: where it gives half, and where it ends, degrees. */
export function beamAngles({ modifier }: Pick<Light, 'modifier'>): { readonly halfDeg: number; readonly endDeg: number } {
  const at = (deg: number) => {
    const angle = (deg * Math.PI) / 180;
    return beamIntensity(modifier.beam, angle) * (modifier.gridDeg === null ? 1 : gridTransmission(angle, modifier.gridDeg));
  };
  const until = (share: number) => {
    for (let deg = 1; deg < 180; deg++) if (at(deg) < share) return deg - 0.5;
    return 180;
  };
  return { halfDeg: until(0.5), endDeg: until(0.05) };
}

/** Level along a light's axis against that at its aim, stops. */
export function stopsAlong({ modifier, position, aim }: Pick<Light, 'modifier' | 'position' | 'aim'>, distanceM: number): number {
  const at = (d: number) => nearFieldRatio(modifier.face, d) / (d * d);
  return Math.log2(at(distanceM) / at(throwM({ position, aim })));
}
