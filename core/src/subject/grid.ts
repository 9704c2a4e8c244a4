/** A form's distances on a regular grid: coarse, but a lookup instead of hundreds of operations. Places are computed at first use. */
export interface DistanceGrid {
  readonly stepM: number;
  readonly low: readonly [number, number, number];
  readonly nx: number;
  readonly ny: number;
  readonly nz: number;
  /** NaN where it has not been asked for yet. */
  readonly values: Float32Array;
  readonly distance: (x: number, y: number, z: number) => number;
}

/** An empty grid over the bounds of a form. */
export function makeGrid(
  low: DistanceGrid['low'],
  high: DistanceGrid['low'],
  stepM: number,
  distance: DistanceGrid['distance'],
): DistanceGrid {
  const size = (i: 0 | 1 | 2) => Math.ceil((high[i] - low[i]) / stepM) + 1;
  const [nx, ny, nz] = [size(0), size(1), size(2)];
  return { stepM, low, nx, ny, nz, values: new Float32Array(nx * ny * nz).fill(NaN), distance };
}

/** Computes the eight corners of a cell, those that are missing. */
function fill({ values, nx, ny, low, stepM, distance }: DistanceGrid, i: number, j: number, k: number): void {
  for (let c = 0; c < 8; c++) {
    const [x, y, z] = [i + (c & 1), j + ((c >> 1) & 1), k + (c >> 2)];
    const at = (z * ny + y) * nx + x;
    if (Number.isNaN(values[at]!)) values[at] = distance(low[0] + x * stepM, low[1] + y * stepM, low[2] + z * stepM);
  }
}

/** Distance at a place by trilinear interpolation; outside the bounds the distance to them is added. */
export function gridDistance(grid: DistanceGrid, x: number, y: number, z: number): number {
  const { low, nx, values } = grid;
  let fx = (x - low[0]) / grid.stepM;
  let fy = (y - low[1]) / grid.stepM;
  let fz = (z - low[2]) / grid.stepM;
  let ox = 0;
  let oy = 0;
  let oz = 0;
  const mx = nx - 1.001;
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
  let inside = interpolated(values, nx, nx * grid.ny, i, j, k, fx - i, fy - j, fz - k);
  // One missing corner makes the sum NaN.
  if (inside !== inside) {
    fill(grid, i, j, k);
    inside = interpolated(values, nx, nx * grid.ny, i, j, k, fx - i, fy - j, fz - k);
  }
  const outside = ox + oy + oz > 0 ? Math.sqrt(ox * ox + oy * oy + oz * oz) * grid.stepM : 0;
  return inside + outside;
}

function interpolated(
  values: Float32Array,
  nx: number,
  plane: number,
  i: number,
  j: number,
  k: number,
  u: number,
  v: number,
  w: number,
): number {
  const a = k * plane + j * nx + i;
  const b = a + plane;
  const c00 = values[a]! * (1 - u) + values[a + 1]! * u;
  const c10 = values[a + nx]! * (1 - u) + values[a + nx + 1]! * u;
  const c01 = values[b]! * (1 - u) + values[b + 1]! * u;
  const c11 = values[b + nx]! * (1 - u) + values[b + nx + 1]! * u;
  return (c00 * (1 - v) + c10 * v) * (1 - w) + (c01 * (1 - v) + c11 * v) * w;
}
