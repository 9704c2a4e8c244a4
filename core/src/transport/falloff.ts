import type { Light } from '../document/schema';
import { nearFieldRatio } from '../exposure/distance';
import { kept } from '../kept';

const DISTANCES = 256;
const [NEAREST_M, FARTHEST_M] = [0.05, 30];
const LOG_SPAN = Math.log(FARTHEST_M / NEAREST_M);
/** Falloff with distance of a kind of face, 1/m^2, as a table over the logarithm of the distance. */
const tables = kept<Float64Array>(64);

export const falloffTable = (face: Light['modifier']['face']): Float64Array =>
  tables(JSON.stringify(face), () =>
    Float64Array.from({ length: DISTANCES + 2 }, (_, i) => {
      const d = NEAREST_M * (FARTHEST_M / NEAREST_M) ** (i / DISTANCES);
      return Math.log(nearFieldRatio(face, d) / (d * d));
    }),
  );

/** The falloff at a distance, 1/m^2. */
export function falloffAt(table: Float64Array, d: number): number {
  const t = (Math.log(d / NEAREST_M) * DISTANCES) / LOG_SPAN;
  const at = t < 0 ? 0 : t > DISTANCES ? DISTANCES : t;
  const i = at | 0;
  return Math.exp(table[i]! + (table[i + 1]! - table[i]!) * (at - i));
}
