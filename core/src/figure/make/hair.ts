import { vertexNormals } from '../mesh';
import { mix, noise, norm, random, smooth } from '../numeric';
import { overHairline } from '../hairline';
import { scatter, type Root } from '../scatter';
import { upperBody } from './body';
import type { Complexion } from './complexion';
import type { Head } from './head';
import type { HairStyle } from './person';
import { slopeOf, type Vec } from './shapes';
import { skull } from './skull';

/** Guides of hair: curves of the same number of points each, one after the other. Strands are grown between them when a figure is loaded. */
export interface Guides {
  /** Points of one guide. */
  readonly points: number;
  readonly count: number;
  readonly place: Float32Array;
  /** The side of the parting it fell to, -1 to 1. */
  readonly side: Int8Array;
}

/** What a hairline lets grow: long hair also at its very edge. */
export const GROWS_FROM: Readonly<Record<HairStyle['kind'], readonly [over: number, lowest: number]>> = {
  long: [0.02, -4.5],
  curls: [0.05, -5],
  short: [0.12, -5.5],
  none: [99, 99],
};

export const GUIDE_POINTS: Readonly<Record<HairStyle['kind'], number>> = { long: 18, curls: 14, short: 7, none: 2 };

/** So many points of equal spacing along a curve. */
function resampled(points: readonly Vec[], count: number): number[] {
  const way = [0];
  for (let i = 1; i < points.length; i++) {
    const [a, b] = [points[i - 1]!, points[i]!];
    way.push(way[i - 1]! + norm(b[0] - a[0], b[1] - a[1], b[2] - a[2]));
  }
  const out: number[] = [];
  let at = 1;
  for (let k = 0; k < count; k++) {
    const s = (way[way.length - 1]! * k) / (count - 1);
    while (at < points.length - 1 && way[at]! < s) at++;
    const t = (s - way[at - 1]!) / (way[at]! - way[at - 1]! || 1);
    for (let c = 0; c < 3; c++) out.push(mix(points[at - 1]![c]!, points[at]![c]!, t));
  }
  return out;
}

export function makeGuides(head: Head, count = head.who.hair.guides): Guides {
  const { hair, hairline } = head.who;
  const points = GUIDE_POINTS[hair.kind];
  const [over, lowest] = GROWS_FROM[hair.kind];
  const next = random(8);
  const place: number[] = [];
  const side: number[] = [];
  if (hair.kind !== 'none')
    scatter(
      head,
      vertexNormals(head),
      count,
      next,
      (x, y, z) => overHairline(x, y, z, hairline) > over && y > lowest,
      (root) => {
        const grown = hair.kind === 'long' ? growLong(root, head, next) : { points: growShort(root, head, next), side: 0 };
        place.push(...resampled(grown.points, points));
        side.push(grown.side);
      },
    );
  return { points, count: side.length, place: Float32Array.from(place), side: Int8Array.from(side) };
}

/** The way of long hair at its root: parted in front, away from the crown behind it. */
function longStart({ x, y, z, nx, ny, nz }: Root, style: HairStyle) {
  const behind = smooth(-2.2, -5.5, z);
  const wander = 0.35 * noise(z * 0.5, 2, 5);
  const side = x - mix(style.part, 0.4, behind) - wander > 0 ? 1 : -1;
  const off = Math.abs(x - style.part - wander);
  const near = (1 - behind) * smooth(2.2, 0, off);
  const far = smooth(1, 6, off);
  const front = smooth(-3, 4, z);
  let dx = side * (0.85 - 0.35 * far);
  let dy = 0.2 * ny + 0.1 * (1 - far) - 0.3 * far;
  let dz = -0.45 * front * style.back - 0.1 + 0.12 * nz - 0.25 * far;
  const [rx, ry, rz] = [x - 0.4, y - 13.4, z + 4.2];
  const r = norm(rx, ry, rz) || 1;
  dx = mix(dx, rx / r, behind);
  dy = mix(dy, ry / r - 0.2, behind);
  dz = mix(dz, rz / r, behind);
  const lift = 0.1 + 0.03 * near - (dx * nx + dy * ny + dz * nz);
  return { side, near, way: [dx + lift * nx, dy + lift * ny, dz + lift * nz] as Vec };
}

const LONG_STEP = 0.8;

/** A guide of long hair from its root to its end on the shoulder or in the air. */
function growLong(root: Root, head: Head, next: () => number): { points: Vec[]; side: number } {
  const { who } = head;
  const style = who.hair;
  const solid = (x: number, y: number, z: number) => Math.min(skull(x, y, z, who), upperBody(x, y, z) - 0.9);
  const { side, near, way } = longStart(root, style);
  const edge = smooth(0, 0.9, overHairline(root.x, root.y, root.z, who.hairline));
  const n1 = noise(root.x * 0.5, root.y * 0.5, root.z * 0.5);
  const n2 = noise(root.x * 0.5 + 20, root.y * 0.5, root.z * 0.5);
  const n3 = noise(root.x * 1.5, root.y * 1.5, root.z * 1.5 + 7);
  const n4 = noise(root.x * 4, root.y * 4, root.z * 4);
  const layer = 0.08 + style.volume * (0.25 + 0.75 * next()) * (0.4 + 0.6 * edge) * (1 - 0.72 * near);
  // Ends are uneven: cut in layers, some much shorter.
  const end = style.end + 1.2 * n1 + 3.4 * (next() - 0.5) - 0.8 * n4 + (next() < 0.28 ? 7 * next() : 0);
  const phase = 3.5 * n2 + 1.4 * n4 + 0.5 * next();
  const wave = style.wave * (0.75 + 0.6 * n3);
  const rear = smooth(-3, -8, root.z);
  const rest = 1 + Math.floor(3 * next());
  let [dx, dy, dz] = way;
  let { x, y, z } = root;
  const points: Vec[] = [[x - 0.05 * root.nx, y - 0.05 * root.ny, z - 0.05 * root.nz]];
  let touched = 0;
  for (let i = 0; i < 60; i++) {
    const t = i * LONG_STEP;
    dy -= 0.1 + 0.44 * smooth(1, 9, t);
    dx *= 1 - 0.16 * smooth(4, 9, t);
    dz *= 1 - 0.14 * smooth(4, 9, t);
    const w = wave * smooth(6, 15, t) * 0.5;
    dx += side * w * Math.sin(t * (0.56 + 0.08 * n3) + phase) + 0.05 * n1 + 0.04 * n4;
    dz += w * Math.cos(t * (0.56 + 0.08 * n3) + phase) + 0.05 * n2;
    dx -= side * 0.13 * smooth(-7, -14, y) * style.bend * (1 - rear);
    const l = norm(dx, dy, dz);
    dx /= l;
    dy /= l;
    dz /= l;
    x += dx * LONG_STEP;
    y += dy * LONG_STEP;
    z += dz * LONG_STEP;
    // It frames the face and does not fall into it.
    if (y < 6.5 && z > -2) {
      const need = 6.35 + 0.9 * smooth(6, 1, y) + 0.3 * n1 - Math.abs(x);
      if (need > 0) {
        x += side * Math.min(0.3, need * 0.35);
        z -= 0.1;
        dx += side * 0.05;
        dz -= 0.06;
      }
    }
    const want = layer * (0.2 * smooth(0, 0.8, t) + 0.8 * smooth(0, 6, t)) * (1 + 0.35 * smooth(4, 10, t)) + 0.04;
    const d = solid(x, y, z);
    if (d < want || (y > -2 && d > want + 0.2)) {
      const s = slopeOf(solid, x, y, z, 0.15);
      const k = d < want ? want - d : -Math.min(0.22, 0.4 * (d - want - 0.2));
      x += s[0] * k;
      y += s[1] * k;
      z += s[2] * k;
      const out = dx * s[0] + dy * s[1] + dz * s[2];
      if (d < want && out < 0) {
        dx -= out * s[0];
        dy -= out * s[1];
        dz -= out * s[2];
      }
    }
    points.push([x, y, z]);
    if (t > 9 && y < -11 && upperBody(x, y, z) < 1.2 + want) touched++;
    if (y < end || touched > rest) break;
  }
  return { points, side };
}

/** A guide of short or curly hair: close at the sides, longer on top, along the grain from the crown, curled. */
function growShort(root: Root, head: Head, next: () => number): Vec[] {
  const { who } = head;
  const style = who.hair;
  const curls = style.kind === 'curls';
  const { nx, ny, nz } = root;
  const top = smooth(6, 10.5, root.y + 0.15 * root.z);
  const edge = smooth(0, 1.2, overHairline(root.x, root.y, root.z, who.hairline));
  const length = mix(style.side, style.top, top) * (0.35 + 0.65 * edge) * (0.75 + 0.5 * next());
  const n1 = noise(root.x * 0.9, root.y * 0.9, root.z * 0.9);
  const n2 = noise(root.x * 0.9 + 31, root.y * 0.9, root.z * 0.9);
  let [x, y, z] = [root.x - 0.05 * nx, root.y - 0.05 * ny, root.z - 0.05 * nz];
  const [cx, cy, cz] = [root.x - 0.6, root.y - 12.5, root.z + 8];
  const along = cx * nx + cy * ny + cz * nz;
  const [ax, ay, az] = [cx - along * nx, cy - along * ny, cz - along * nz];
  const l = norm(ax, ay, az) || 1;
  const lift = mix(style.liftSide, style.liftTop, top);
  let dx = nx * lift + (ax / l) * (1 - lift) + 0.35 * n1;
  let dy = ny * lift + (ay / l) * (1 - lift) + 0.15 * n2;
  let dz = nz * lift + (az / l) * (1 - lift) + 0.35 * n2 - 0.2 * top;
  const points: Vec[] = [[x, y, z]];
  const steps = curls ? 22 : 9;
  const phase = 12.56 * n1 + 2 * n2 + (curls ? 6.28 * next() : 0);
  const turns = curls ? 2.6 + 1.4 * next() : 1.43;
  const around = curls ? 0.95 : 1;
  for (let i = 0; i < steps; i++) {
    const k = norm(dx, dy, dz);
    dx /= k;
    dy /= k;
    dz /= k;
    const s = length / steps;
    x += dx * s;
    y += dy * s;
    z += dz * s;
    const t = (i + 1) / steps;
    const a = 6.28 * turns * t + phase;
    const curl = style.curl * around * (curls ? Math.min(1, 2.5 * t) : 1);
    dx += curl * Math.sin(a) + 0.2 * (next() - 0.5);
    dz += curl * Math.cos(a) + 0.2 * (next() - 0.5);
    dy += 0.35 * curl * Math.sin(1.5 * a) - (curls ? 0.16 * smooth(0.2, 1, t) : 0);
    const d = skull(x, y, z, who);
    if (d < 0.1) {
      const o = slopeOf((p, q, r) => skull(p, q, r, who), x, y, z, 0.15);
      x += o[0] * Math.min(0.3, 0.1 - d);
      y += o[1] * Math.min(0.3, 0.1 - d);
      z += o[2] * Math.min(0.3, 0.1 - d);
    }
    points.push([x, y, z]);
  }
  return points;
}

const BEARD_POINTS = 7;

/** Guides of a beard that is worn: they lie along the jaw, turn down and under, and differ in length, so that it does not look like a brush. */
export function makeBeardGuides(head: Head, { beard }: Complexion, count: number): Guides {
  const next = random(21);
  const place: number[] = [];
  scatter(
    head,
    vertexNormals(head),
    count,
    next,
    (_x, y, _z, v) => beard[v]! > 0.12 && y > -10.8,
    (root) => {
      const { nx, ny, nz } = root;
      const n1 = noise(root.x * 0.8, root.y * 0.8, root.z * 0.8 + 3);
      const chin = smooth(-4, -8.5, root.y);
      const length = (0.55 + 0.95 * chin) * (0.55 + 0.75 * next()) * (0.5 + 0.5 * beard[root.vertex]!);
      const s = Math.sign(root.x) || 1;
      // The grain: down and back on the cheek, down at the chin, outwards on the lip.
      const lip = root.y > -4.2 && Math.abs(root.x) < 2.6 && root.z > 3 ? 1 : 0;
      let dx = 0.34 * nx + s * 0.12 * (1 - chin) + lip * s * 0.7 + 0.5 * n1;
      const dy = 0.3 * ny - 0.85 + lip * 0.25 + 0.2 * (next() - 0.5);
      let dz = 0.42 * nz - 0.3 * (1 - chin) + 0.3 * (next() - 0.5);
      let [x, y, z] = [root.x, root.y, root.z];
      const points: Vec[] = [[x, y, z]];
      const phase = 6.28 * n1 + 3 * next();
      for (let i = 1; i < BEARD_POINTS; i++) {
        const k = norm(dx, dy, dz);
        const step = length / (BEARD_POINTS - 1) / k;
        x += dx * step;
        y += dy * step;
        z += dz * step;
        dx += 0.28 * Math.sin(1.9 * i + phase);
        dz += 0.28 * Math.cos(1.7 * i + phase) - 0.1 * chin;
        points.push([x, y, z]);
      }
      place.push(...points.flat());
    },
  );
  const n = place.length / 3 / BEARD_POINTS;
  return { points: BEARD_POINTS, count: n, place: Float32Array.from(place), side: new Int8Array(n) };
}
