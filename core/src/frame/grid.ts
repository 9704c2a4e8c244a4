import { BUST_HIGH, BUST_LOW, bustDistance } from './bust';

/** The bust's distances on a regular grid: coarse, but a lookup instead of a hundred operations. */
export interface DistanceGrid {
  readonly stepM: number;
  readonly nx: number;
  readonly ny: number;
  readonly nz: number;
  readonly values: Float32Array;
}

const STEP_M = 0.012;
let made: DistanceGrid | undefined;

/** The grid of the bust, computed at first use. */
export function bustGrid(): DistanceGrid {
  if (made) return made;
  const size = (i: 0 | 1 | 2) => Math.ceil((BUST_HIGH[i] - BUST_LOW[i]) / STEP_M) + 1;
  const [nx, ny, nz] = [size(0), size(1), size(2)];
  const values = new Float32Array(nx * ny * nz);
  let at = 0;
  for (let k = 0; k < nz; k++)
    for (let j = 0; j < ny; j++)
      for (let i = 0; i < nx; i++)
        values[at++] = bustDistance(BUST_LOW[0] + i * STEP_M, BUST_LOW[1] + j * STEP_M, BUST_LOW[2] + k * STEP_M);
  made = { stepM: STEP_M, nx, ny, nz, values };
  return made;
}

/** Distance at a place by trilinear interpolation; outside the bounds the distance to them is added. */
export function gridDistance(grid: DistanceGrid, x: number, y: number, z: number): number {
  let fx = (x - BUST_LOW[0]) / grid.stepM;
  let fy = (y - BUST_LOW[1]) / grid.stepM;
  let fz = (z - BUST_LOW[2]) / grid.stepM;
  let ox = 0;
  let oy = 0;
  let oz = 0;
  const mx = grid.nx - 1.001;
  const my = grid.ny - 1.001;
  const mz = grid.nz - 1.001;
  if (fx < 0) [ox, fx] = [-fx, 0];
  else if (fx > mx) [ox, fx] = [fx - mx, mx];
  if (fy < 0) [oy, fy] = [-fy, 0];
  else if (fy > my) [oy, fy] = [fy - my, my];
  if (fz < 0) [oz, fz] = [-fz, 0];
  else if (fz > mz) [oz, fz] = [fz - mz, mz];
  const i = fx | 0;
  const j = fy | 0;
  const k = fz | 0;
  const u = fx - i;
  const v = fy - j;
  const w = fz - k;
  const { nx, values } = grid;
  const plane = nx * grid.ny;
  const a = k * plane + j * nx + i;
  const c00 = values[a]! * (1 - u) + values[a + 1]! * u;
  const c10 = values[a + nx]! * (1 - u) + values[a + nx + 1]! * u;
  const b = a + plane;
  const c01 = values[b]! * (1 - u) + values[b + 1]! * u;
  const c11 = values[b + nx]! * (1 - u) + values[b + nx + 1]! * u;
  const inside = (c00 * (1 - v) + c10 * v) * (1 - w) + (c01 * (1 - v) + c11 * v) * w;
  const outside = ox + oy + oz > 0 ? Math.sqrt(ox * ox + oy * oy + oz * oz) * grid.stepM : 0;
  return inside + outside;
}
