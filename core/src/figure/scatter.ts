import type { Mesh } from './mesh';
import { norm } from './numeric';

/** A place on a mesh: where, its direction, and the first vertex of its face. */
export interface Root {
  x: number;
  y: number;
  z: number;
  nx: number;
  ny: number;
  nz: number;
  vertex: number;
}

/** Calls `use` with places spread evenly over those faces of a mesh that `keep` wants, by area. The root is filled anew each time. */
export function scatter(
  { position: p, face }: Mesh,
  normal: Float32Array,
  count: number,
  next: () => number,
  keep: (x: number, y: number, z: number, vertex: number) => boolean,
  use: (root: Root) => void,
): void {
  const faces = face.length / 3;
  const sum = new Float64Array(faces + 1);
  for (let t = 0; t < faces; t++) {
    const a = 3 * face[3 * t]!;
    const b = 3 * face[3 * t + 1]!;
    const c = 3 * face[3 * t + 2]!;
    let area = 0;
    if (
      keep((p[a]! + p[b]! + p[c]!) / 3, (p[a + 1]! + p[b + 1]! + p[c + 1]!) / 3, (p[a + 2]! + p[b + 2]! + p[c + 2]!) / 3, a / 3)
    ) {
      const [ux, uy, uz] = [p[b]! - p[a]!, p[b + 1]! - p[a + 1]!, p[b + 2]! - p[a + 2]!];
      const [vx, vy, vz] = [p[c]! - p[a]!, p[c + 1]! - p[a + 1]!, p[c + 2]! - p[a + 2]!];
      area = norm(uy * vz - uz * vy, uz * vx - ux * vz, ux * vy - uy * vx);
    }
    sum[t + 1] = sum[t]! + area;
  }
  const total = sum[faces]!;
  if (!(total > 0)) return;
  const root: Root = { x: 0, y: 0, z: 0, nx: 0, ny: 0, nz: 0, vertex: 0 };
  let t = 0;
  for (let i = 0; i < count; i++) {
    const r = ((i + next()) / count) * total;
    while (t < faces - 1 && sum[t + 1]! <= r) t++;
    let u = next();
    let v = next();
    if (u + v > 1) {
      u = 1 - u;
      v = 1 - v;
    }
    const w = 1 - u - v;
    const a = 3 * face[3 * t]!;
    const b = 3 * face[3 * t + 1]!;
    const c = 3 * face[3 * t + 2]!;
    root.x = w * p[a]! + u * p[b]! + v * p[c]!;
    root.y = w * p[a + 1]! + u * p[b + 1]! + v * p[c + 1]!;
    root.z = w * p[a + 2]! + u * p[b + 2]! + v * p[c + 2]!;
    root.nx = w * normal[a]! + u * normal[b]! + v * normal[c]!;
    root.ny = w * normal[a + 1]! + u * normal[b + 1]! + v * normal[c + 1]!;
    root.nz = w * normal[a + 2]! + u * normal[b + 2]! + v * normal[c + 2]!;
    root.vertex = a / 3;
    use(root);
  }
}
