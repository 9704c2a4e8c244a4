import { vertexNormals } from '../mesh';
import { clamp, noise, norm, smooth } from '../numeric';
import { marksOf } from './face-lines';
import type { Head } from './head';
import type { Vec } from './shapes';

/** Where skin is redder, darker, hollow or bearded, by vertex, 0 to 1. */
export interface Complexion {
  readonly blush: Float32Array;
  readonly shade: Float32Array;
  readonly hole: Float32Array;
  readonly beard: Float32Array;
}

export function placeOf({ position }: Pick<Head, 'position'>, v: number): Vec {
  return [position[3 * v]!, position[3 * v + 1]!, position[3 * v + 2]!];
}

function distanceTo(line: readonly Vec[], x: number, y: number, z: number): number {
  let best = 1e9;
  for (let i = 1; i < line.length; i++) {
    const a = line[i - 1]!;
    const b = line[i]!;
    const dx = b[0] - a[0];
    const dy = b[1] - a[1];
    const dz = b[2] - a[2];
    const t = clamp(((x - a[0]) * dx + (y - a[1]) * dy + (z - a[2]) * dz) / (dx * dx + dy * dy + dz * dz + 1e-9));
    best = Math.min(best, (x - a[0] - t * dx) ** 2 + (y - a[1] - t * dy) ** 2 + (z - a[2] - t * dz) ** 2);
  }
  return Math.sqrt(best);
}

const NOSTRIL = [0.62, -1.3, 6.38] as const;

/** Creases, nostrils, and lids that drape over the eyeballs: moves the head's vertices, and tells how deep each lies in a nostril. */
function carve(head: Head): Float32Array {
  const { position: p, who, eyes } = head;
  const n = vertexNormals(head);
  const hole = new Float32Array(head.vertices);
  const marks = marksOf(who.lid, who.age).map((mark) => ({ ...mark, at: mark.line.map((i) => placeOf(head, i)) }));
  for (let v = 0; v < head.vertices; v++) {
    const q = 3 * v;
    let [x, y, z] = placeOf(head, v);
    if (head.inner[v]! >= 0.2 || z <= 0) continue;
    let depth = 0;
    for (const { at, depth: d, width } of marks) {
      const e = distanceTo(at, x, y, z);
      if (e < 3 * width) depth += d * Math.exp(-((e / width) ** 2));
    }
    x += depth * n[q]!;
    y += depth * n[q + 1]!;
    z += depth * n[q + 2]!;
    for (const s of [1, -1]) {
      const u = x - s * NOSTRIL[0] + s * 0.15 * (NOSTRIL[2] - z);
      const e = (u / 0.36) ** 2 + ((z - NOSTRIL[2]) / 0.48) ** 2;
      if (e >= 1 || Math.abs(y - NOSTRIL[1]) >= 0.55) continue;
      const under = smooth(-0.1, -0.5, n[q + 1]!);
      y += 0.6 * under * (1 - e) ** 1.5;
      hole[v] = Math.max(hole[v]!, under * smooth(0, 0.5, 1 - e));
    }
    for (const eye of eyes) {
      const l = norm(x - eye.x, y - eye.y, z - eye.z);
      const low = eye.radius + 0.12;
      if (l >= low || l <= 0.3) continue;
      x = eye.x + ((x - eye.x) * low) / l;
      y = eye.y + ((y - eye.y) * low) / l;
      z = eye.z + ((z - eye.z) * low) / l;
    }
    p[q] = x;
    p[q + 1] = y;
    p[q + 2] = z;
  }
  return hole;
}

/** Where a beard grows: chin, jaw, upper lip and the neck's top; the cheeks are free. */
function beardAt(head: Head, v: number): number {
  const [x, y, z] = placeOf(head, v);
  const a = Math.abs(x);
  const fall = a > 4.6 ? (a - 4.6) * 1.5 : 0;
  const jaw = smooth(-1.2, -6.2, y - fall + 0.5 * noise(x * 1.2, y * 1.2, z * 1.2)) * smooth(-14, -10, y);
  const moustache = Math.exp(-(((a - 1.2) / 1.5) ** 2) - ((y + 3.0) / 0.55) ** 2) * (z > 3 ? 1 : 0);
  return clamp(Math.max(jaw, 0.8 * moustache)) * (1 - smooth(0.15, 0.5, head.lip[v]!)) * smooth(-5, -2.5, z);
}

export function makeComplexion(head: Head): Complexion {
  const hole = carve(head);
  const blush = new Float32Array(head.vertices);
  const shade = new Float32Array(head.vertices);
  const beard = new Float32Array(head.vertices);
  for (let v = 0; v < head.vertices; v++) {
    const [x, y, z] = placeOf(head, v);
    const near = (cx: number, cy: number, cz: number, rx: number, ry: number, rz: number) =>
      Math.exp(-(((Math.abs(x) - cx) / rx) ** 2 + ((y - cy) / ry) ** 2 + ((z - cz) / rz) ** 2));
    const rim = z > 0 ? Math.max(...head.eyes.map((e) => Math.exp(-1.2 * (((x - e.x) / 1.9) ** 2 + ((y - e.y) / 0.8) ** 2)))) : 0;
    blush[v] = clamp(
      0.75 * near(4.2, -0.6, 4, 2, 1.7, 3) +
        0.6 * near(0, -0.9, 7, 1.3, 1, 1.6) +
        0.25 * near(0, -8.6, 4.5, 1.6, 1, 2) +
        0.3 * near(1.6, -1, 5, 0.5, 0.9, 1) +
        0.35 * head.lid[v]! +
        0.35 * rim +
        0.2 * noise(x * 0.7, y * 0.7, z * 0.7) +
        0.12 * noise(x * 1.9, y * 1.9, z * 1.9),
    );
    shade[v] = clamp(
      0.34 * rim +
        0.3 * near(3.0, 1.35, 3.8, 1.3, 0.5, 1.5) +
        0.16 * near(0, 7, 4, 4, 1.8, 3) +
        0.14 * near(1.9, -3.2, 5, 0.5, 1.2, 1) +
        0.1 * noise(x * 1.3, y * 1.3, z * 1.3) +
        0.9 * hole[v]!,
    );
    if (head.who.beard) beard[v] = beardAt(head, v);
  }
  return { blush, shade, hole, beard };
}
