/** How dense hair is, on a grid: what light loses on its way through it, the same for pictures and figures. Of the head at rest, cm. */
export interface HairVolume {
  readonly low: readonly [number, number, number];
  readonly cell: number;
  readonly size: readonly [number, number, number];
  /** Optical depth per cm in every cell. */
  readonly density: Float32Array;
}

/** Gathers strands into a volume: each stretch of a strand takes light by its width and length. */
export function volumeOf(
  place: Float32Array,
  width: (point: number) => number,
  strands: ArrayLike<number>,
  cell: number,
): HairVolume {
  const low: [number, number, number] = [Infinity, Infinity, Infinity];
  const high: [number, number, number] = [-Infinity, -Infinity, -Infinity];
  for (let i = 0; i < place.length; i++) {
    low[(i % 3) as 0] = Math.min(low[(i % 3) as 0], place[i]! - cell);
    high[(i % 3) as 0] = Math.max(high[(i % 3) as 0], place[i]! + cell);
  }
  const size = [0, 1, 2].map((c) => Math.max(2, Math.ceil((high[c]! - low[c]!) / cell) + 1)) as [number, number, number];
  const density = new Float32Array(size[0] * size[1] * size[2]);
  for (let s = 0; s + 1 < strands.length; s++)
    for (let i = strands[s]!; i < strands[s + 1]! - 1; i++) {
      const [dx, dy, dz] = [0, 1, 2].map((c) => place[3 * i + 3 + c]! - place[3 * i + c]!) as [number, number, number];
      const length = Math.sqrt(dx * dx + dy * dy + dz * dz);
      const steps = Math.max(1, Math.ceil(length / (0.5 * cell)));
      for (let k = 0; k < steps; k++) {
        const t = (k + 0.5) / steps;
        const at = [0, 1, 2].map((c) =>
          Math.round((place[3 * i + c]! + t * (place[3 * i + 3 + c]! - place[3 * i + c]!) - low[c]!) / cell),
        );
        density[(at[2]! * size[1] + at[1]!) * size[0] + at[0]!]! += (width(i) * length) / steps / cell ** 3;
      }
    }
  return { low, cell, size, density };
}

/** Optical depth of hair from a place along a direction of length 1, over `most` cm. */
export function hairDepth(
  volume: HairVolume,
  ox: number,
  oy: number,
  oz: number,
  dx: number,
  dy: number,
  dz: number,
  most: number,
): number {
  const { low, cell, size, density } = volume;
  const [nx, ny, nz] = size;
  let x = (ox - low[0]) / cell;
  let y = (oy - low[1]) / cell;
  let z = (oz - low[2]) / cell;
  // To the part of the way inside the grid.
  let near = 0;
  let far = most / cell;
  for (let c = 0; c < 3; c++) {
    const o = c === 0 ? x : c === 1 ? y : z;
    const d = c === 0 ? dx : c === 1 ? dy : dz;
    const top = (c === 0 ? nx : c === 1 ? ny : nz) - 1.001;
    if (d > -1e-9 && d < 1e-9) {
      if (o < 0 || o > top) return 0;
      continue;
    }
    const a = -o / d;
    const b = (top - o) / d;
    near = Math.max(near, Math.min(a, b));
    far = Math.min(far, Math.max(a, b));
  }
  if (!(far > near)) return 0;
  const step = 1.1;
  const count = Math.ceil((far - near) / step);
  const h = (far - near) / count;
  x += dx * (near + 0.5 * h);
  y += dy * (near + 0.5 * h);
  z += dz * (near + 0.5 * h);
  let sum = 0;
  const plane = nx * ny;
  for (let k = 0; k < count; k++) {
    const i = x | 0;
    const j = y | 0;
    const l = z | 0;
    const u = x - i;
    const v = y - j;
    const w = z - l;
    const o = l * plane + j * nx + i;
    const a =
      (density[o]! * (1 - u) + density[o + 1]! * u) * (1 - v) + (density[o + nx]! * (1 - u) + density[o + nx + 1]! * u) * v;
    const q = o + plane;
    const b =
      (density[q]! * (1 - u) + density[q + 1]! * u) * (1 - v) + (density[q + nx]! * (1 - u) + density[q + nx + 1]! * u) * v;
    sum += a * (1 - w) + b * w;
    x += h * dx;
    y += h * dy;
    z += h * dz;
  }
  return sum * h * cell;
}
