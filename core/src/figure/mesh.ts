/** Triangle meshes as flat arrays. */

export interface Mesh {
  /** x, y, z of every vertex. */
  readonly position: Float32Array;
  /** Three vertices of every face, counter-clockwise from outside. */
  readonly face: Uint32Array;
}

/** One step of subdivision: which edge of the coarser mesh each new vertex was made on. */
export interface Subdivision {
  readonly face: Uint32Array;
  readonly vertices: number;
  /** Vertices of the coarser mesh; they keep their index, so a coarser mesh's faces fit a finer mesh's vertices. */
  readonly old: number;
  /** Ends of each edge, then the corners opposite to it (-1 on a border). */
  readonly endA: Int32Array;
  readonly endB: Int32Array;
  readonly oppositeA: Int32Array;
  readonly oppositeB: Int32Array;
}

/** Topology of one step: every face becomes four. */
export function subdivideFaces(face: Uint32Array, vertices: number): Subdivision {
  const faces = face.length / 3;
  const edges = new Map<number, number>();
  const most = face.length;
  const endA = new Int32Array(most);
  const endB = new Int32Array(most);
  const oppositeA = new Int32Array(most);
  const oppositeB = new Int32Array(most).fill(-1);
  const edgeOf = new Uint32Array(3 * faces);
  let count = 0;
  for (let i = 0; i < faces; i++)
    for (let k = 0; k < 3; k++) {
      const a = face[3 * i + k]!;
      const b = face[3 * i + ((k + 1) % 3)]!;
      const c = face[3 * i + ((k + 2) % 3)]!;
      const key = a < b ? a * vertices + b : b * vertices + a;
      let e = edges.get(key);
      if (e === undefined) {
        e = count++;
        edges.set(key, e);
        endA[e] = a;
        endB[e] = b;
        oppositeA[e] = c;
      } else oppositeB[e] = c;
      edgeOf[3 * i + k] = e;
    }
  const finer = new Uint32Array(12 * faces);
  for (let i = 0; i < faces; i++) {
    const [a, b, c] = [face[3 * i]!, face[3 * i + 1]!, face[3 * i + 2]!];
    const [x, y, z] = [vertices + edgeOf[3 * i]!, vertices + edgeOf[3 * i + 1]!, vertices + edgeOf[3 * i + 2]!];
    finer.set([a, x, z, x, b, y, z, y, c, x, y, z], 12 * i);
  }
  const cut = (list: Int32Array) => list.slice(0, count);
  return {
    face: finer,
    vertices: vertices + count,
    old: vertices,
    endA: cut(endA),
    endB: cut(endB),
    oppositeA: cut(oppositeA),
    oppositeB: cut(oppositeB),
  };
}

/** Values of `size` figures a vertex on the finer mesh by Loop's scheme (1987); borders by their own curve. */
export function loopValues(
  { vertices, old, endA, endB, oppositeA, oppositeB }: Subdivision,
  values: Float32Array,
  size: number,
): Float32Array {
  const out = new Float32Array(size * vertices);
  const sum = new Float32Array(size * old);
  const rim = new Float32Array(size * old);
  const valence = new Uint16Array(old);
  const border = new Uint8Array(old);
  for (let e = 0; e < endA.length; e++) {
    const [a, b, c, d] = [endA[e]!, endB[e]!, oppositeA[e]!, oppositeB[e]!];
    valence[a]!++;
    valence[b]!++;
    if (d < 0) border[a] = border[b] = 1;
    for (let k = 0; k < size; k++) {
      const x = values[size * a + k]!;
      const y = values[size * b + k]!;
      sum[size * a + k]! += y;
      sum[size * b + k]! += x;
      if (d < 0) {
        rim[size * a + k]! += y;
        rim[size * b + k]! += x;
        out[size * (old + e) + k] = 0.5 * (x + y);
      } else out[size * (old + e) + k] = 0.375 * (x + y) + 0.125 * (values[size * c + k]! + values[size * d + k]!);
    }
  }
  for (let v = 0; v < old; v++)
    for (let k = 0; k < size; k++) {
      const q = size * v + k;
      if (border[v]) out[q] = 0.75 * values[q]! + 0.125 * rim[q]!;
      else {
        const n = valence[v]!;
        const b = n === 3 ? 3 / 16 : 3 / (8 * n);
        out[q] = (1 - n * b) * values[q]! + b * sum[q]!;
      }
    }
  return out;
}

/** Values on the finer mesh where new vertices lie half way between their parents and old ones stay. */
export function midpointValues({ vertices, old, endA, endB }: Subdivision, values: Float32Array, size = 1): Float32Array {
  const out = new Float32Array(size * vertices);
  out.set(values);
  for (let e = 0; e < endA.length; e++)
    for (let k = 0; k < size; k++)
      out[size * (old + e) + k] = 0.5 * (values[size * endA[e]! + k]! + values[size * endB[e]! + k]!);
  return out;
}

/** Directions of vertices, of length 1, weighted by the area of their faces. */
export function vertexNormals({ position: p, face }: Mesh): Float32Array {
  const n = new Float32Array(p.length);
  for (let i = 0; i < face.length; i += 3) {
    const a = 3 * face[i]!;
    const b = 3 * face[i + 1]!;
    const c = 3 * face[i + 2]!;
    const ux = p[b]! - p[a]!;
    const uy = p[b + 1]! - p[a + 1]!;
    const uz = p[b + 2]! - p[a + 2]!;
    const vx = p[c]! - p[a]!;
    const vy = p[c + 1]! - p[a + 1]!;
    const vz = p[c + 2]! - p[a + 2]!;
    const x = uy * vz - uz * vy;
    const y = uz * vx - ux * vz;
    const z = ux * vy - uy * vx;
    for (let k = 0; k < 3; k++) {
      const q = k === 0 ? a : k === 1 ? b : c;
      n[q]! += x;
      n[q + 1]! += y;
      n[q + 2]! += z;
    }
  }
  for (let q = 0; q < n.length; q += 3) {
    const l = Math.sqrt(n[q]! ** 2 + n[q + 1]! ** 2 + n[q + 2]! ** 2) || 1;
    n[q]! /= l;
    n[q + 1]! /= l;
    n[q + 2]! /= l;
  }
  return n;
}

/** Neighbours of every vertex, as compressed rows: those of vertex v stand at row[v] to row[v + 1]. */
export interface Neighbours {
  readonly row: Uint32Array;
  readonly column: Uint32Array;
}

/** The next corner in each face of a vertex, so each neighbour once inside a closed mesh. */
export function neighboursOf(face: Uint32Array, vertices: number): Neighbours {
  const row = new Uint32Array(vertices + 1);
  for (let i = 0; i < face.length; i++) row[face[i]! + 1]!++;
  for (let v = 0; v < vertices; v++) row[v + 1]! += row[v]!;
  const column = new Uint32Array(face.length);
  const at = row.slice();
  for (let i = 0; i < face.length; i += 3) for (let k = 0; k < 3; k++) column[at[face[i + k]!]!++] = face[i + ((k + 1) % 3)]!;
  return { row, column };
}

/** Several meshes as one. */
export function joined(meshes: readonly Mesh[]): Mesh {
  const vertices = meshes.reduce((n, { position }) => n + position.length / 3, 0);
  const corners = meshes.reduce((n, { face }) => n + face.length, 0);
  const position = new Float32Array(3 * vertices);
  const face = new Uint32Array(corners);
  let v = 0;
  let f = 0;
  for (const mesh of meshes) {
    position.set(mesh.position, 3 * v);
    for (let i = 0; i < mesh.face.length; i++) face[f + i] = mesh.face[i]! + v;
    v += mesh.position.length / 3;
    f += mesh.face.length;
  }
  return { position, face };
}
