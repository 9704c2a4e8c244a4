import { ontoSurface, type Field, type Vec } from './shapes';

/**
 * A surface net (Gibson 1998) of a field: one vertex in every cell of a grid that its surface passes, faces across the edges between them.
 * Which corners lie inside, together with a vertex's place in its cell, says all of it, and takes little room in a file.
 */
export interface Net {
  /** Low corner of the grid, its cell, cm, and the corners in each direction. */
  readonly low: Vec;
  readonly cell: number;
  readonly size: readonly [number, number, number];
  /** 1 where a corner lies inside; x runs fastest. */
  readonly inside: Uint8Array;
  /** x, y, z of every vertex, in the order of the cells. */
  readonly position: Float32Array;
  readonly face: Uint32Array;
}

/** Faces of a net and its number of vertices, from what lies inside. Quads are cut into two triangles, turned outwards. */
export function netFaces(size: readonly [number, number, number], inside: Uint8Array): { face: Uint32Array; cells: Uint32Array } {
  const [nx, ny, nz] = size;
  const [row, layer] = [nx, nx * ny];
  const vertexOf = new Int32Array(nx * ny * nz).fill(-1);
  const cells: number[] = [];
  for (let k = 0; k + 1 < nz; k++)
    for (let j = 0; j + 1 < ny; j++)
      for (let i = 0, q = k * layer + j * row; i + 1 < nx; i++, q++) {
        const near = inside[q]! + inside[q + 1]! + inside[q + row]! + inside[q + row + 1]!;
        const far = inside[q + layer]! + inside[q + layer + 1]! + inside[q + layer + row]! + inside[q + layer + row + 1]!;
        const sum = near + far;
        if (sum > 0 && sum < 8) {
          vertexOf[q] = cells.length;
          cells.push(q);
        }
      }
  const face: number[] = [];
  const quad = (a: number, b: number, c: number, d: number, flip: boolean) => {
    if (a < 0 || b < 0 || c < 0 || d < 0) return;
    if (flip) face.push(a, c, b, a, d, c);
    else face.push(a, b, c, a, c, d);
  };
  for (let k = 1; k + 1 < nz; k++)
    for (let j = 1; j + 1 < ny; j++)
      for (let i = 1, q = k * layer + j * row + 1; i + 1 < nx; i++, q++) {
        const here = inside[q]!;
        const isFlipped = here === 0;
        const v = vertexOf[q]!;
        if (here !== inside[q + 1]) quad(vertexOf[q - row - layer]!, vertexOf[q - layer]!, v, vertexOf[q - row]!, isFlipped);
        if (here !== inside[q + row]) quad(vertexOf[q - 1 - layer]!, vertexOf[q - 1]!, v, vertexOf[q - layer]!, isFlipped);
        if (here !== inside[q + layer]) quad(vertexOf[q - 1 - row]!, vertexOf[q - row]!, v, vertexOf[q - 1]!, isFlipped);
      }
  return { face: Uint32Array.from(face), cells: Uint32Array.from(cells) };
}

/** Nets a field within bounds. */
export function makeNet(field: Field, low: Vec, high: Vec, cell: number): Net {
  const size = [0, 1, 2].map((c) => Math.ceil((high[c]! - low[c]!) / cell) + 1) as [number, number, number];
  const [nx, ny, nz] = size;
  const inside = new Uint8Array(nx * ny * nz);
  for (let k = 0, q = 0; k < nz; k++)
    for (let j = 0; j < ny; j++)
      for (let i = 0; i < nx; q++) {
        const d = field(low[0] + i * cell, low[1] + j * cell, low[2] + k * cell);
        inside[q] = d < 0 ? 1 : 0;
        // What lies far from the surface is passed over; bounds fall short, so only a part of the way.
        const skip = Math.min(nx - 1 - i, Math.floor((0.4 * Math.abs(d)) / cell));
        for (let s = 1; s <= skip; s++) inside[q + s] = inside[q]!;
        q += skip;
        i += skip + 1;
      }
  const { face, cells } = netFaces(size, inside);
  const position = new Float32Array(3 * cells.length);
  cells.forEach((c, v) => {
    const corner = cornerOf(low, cell, size, c);
    const middle: Vec = [corner[0] + cell / 2, corner[1] + cell / 2, corner[2] + cell / 2];
    const on = ontoSurface(field, middle, 0, 6);
    for (let a = 0; a < 3; a++)
      position[3 * v + a] = Math.min(corner[a]! + 1.25 * cell, Math.max(corner[a]! - 0.25 * cell, on[a]!));
  });
  return { low, cell, size, inside, position, face };
}

/** Low corner of a cell by its index. */
export function cornerOf(low: Vec, cell: number, [nx, ny]: readonly [number, number, number], c: number): Vec {
  const i = c % nx;
  const j = Math.floor(c / nx) % ny;
  const k = Math.floor(c / (nx * ny));
  return [low[0] + i * cell, low[1] + j * cell, low[2] + k * cell];
}
