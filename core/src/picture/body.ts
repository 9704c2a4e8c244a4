import type { Light } from '../document/schema';
import { sightInto } from '../transport/view';
import { seenAlong, type Face } from './sheen';
import type { Seen } from './seen';

/** A lamp and its stand where the camera sees them: pixels, and how bright each is per unit of intensity; 0 is the dark of the thing. */
export interface Body {
  readonly pixels: Uint32Array;
  readonly bright: Float32Array;
}

const STAND_HALF_M = 0.016;
/** A frame round a face, and the least half size of a lamp's head, m. */
const RIM_M = 0.012;
const HEAD_HALF_M = 0.045;
/** Lights that hang higher than this have no stand under them. */
const HIGHEST_STAND_M = 2.6;

const dot = (a: readonly number[], b: readonly number[]) => a[0]! * b[0]! + a[1]! * b[1]! + a[2]! * b[2]!;

/** Columns and rows, the first and the last of each. */
interface Box {
  readonly x0: number;
  readonly x1: number;
  readonly y0: number;
  readonly y1: number;
}

/** Finds the pixels of a light's own body that nothing hides. */
export function seenBody({ view, wayM }: Seen, light: Pick<Light, 'position' | 'role'>, face: Face): Body | null {
  const { width, height, eye, halfHeight, rise } = view;
  const { position } = face;
  const d = [position[0] - eye[0], position[1] - eye[1], position[2] - eye[2]] as const;
  const depth = dot(d, view.forward);
  const reach = reachOf(face);
  if (depth < reach + 0.1) return null;
  const [cx, cy] = pixelOf(view, d);
  const size = (reach * height) / (2 * halfHeight) / (depth - reach) + 2;
  const [x0, x1] = [Math.max(0, Math.floor(cx - size)), Math.min(width - 1, Math.ceil(cx + size))];
  if (x0 > x1) return null;
  const head = headBox(view, face, d, depth);
  const stands = light.role !== 'practical' && light.role !== 'window' && position[1] < HIGHEST_STAND_M;
  // A stand begins at the lamp's middle, behind its head.
  const standsFrom = stands ? Math.floor(cy) - 1 : height;
  const sight = new Float64Array(3);
  const pixels: number[] = [];
  const bright: number[] = [];
  const last = stands ? height - 1 : Math.min(height - 1, head.y1);
  for (let j = Math.max(0, Math.min(head.y0, standsFrom)); j <= last; j++) {
    const v = rise + (1 - (2 * (j + 0.5)) / height) * halfHeight;
    const isHead = j >= head.y0 && j <= head.y1 && head.x0 <= head.x1;
    const [s0, s1] = j >= standsFrom ? standIn(view, d, v, x0, x1) : [width, -1];
    const [from, to] = isHead ? [Math.min(s0, head.x0), Math.max(s1, head.x1)] : [s0, s1];
    for (let i = from; i <= to; i++) {
      const p = j * width + i;
      sightInto(sight, view, p);
      const [dx, dy, dz] = [sight[0]!, sight[1]!, sight[2]!];
      const far = wayM[p]!;
      const hit = isHead ? headAt(face, eye, dx, dy, dz) : -1;
      if (hit > 0 && hit < far) {
        pixels.push(p);
        bright.push(seenAlong(face, eye[0], eye[1], eye[2], dx, dy, dz, 0));
      } else if (stands && standAt(position, eye, dx, dy, dz, far)) {
        pixels.push(p);
        bright.push(0);
      }
    }
  }
  return pixels.length ? { pixels: Uint32Array.from(pixels), bright: Float32Array.from(bright) } : null;
}

/** No part of a head is farther from its middle, m. */
const reachOf = ({ halfW, halfH }: Face) => Math.max(Math.hypot(halfW, halfH), HEAD_HALF_M) + RIM_M;
/** How far the edge of a round head is from its middle, m. */
const roundReach = ({ halfW }: Face) => Math.max(halfW, HEAD_HALF_M) + RIM_M;
/** How large a head looks that is seen as a ball, m. */
const ballReach = ({ allRound, halfW, halfH }: Face) => (allRound ? halfW : Math.max(HEAD_HALF_M, Math.min(halfW, halfH)));
/** Flatter than this along its face a head is seen edge-on, as a ball. */
const EDGE_ON = 0.12;

/** Column and row of a place, from the eye. */
function pixelOf({ width, height, right, up, forward, halfHeight, halfWidth, rise }: Seen['view'], at: readonly number[]) {
  const depth = dot(at, forward);
  return [
    ((dot(at, right) / depth / halfWidth + 1) * width) / 2,
    ((1 - (dot(at, up) / depth - rise) / halfHeight) * height) / 2,
  ] as const;
}

/** What a head lies within, cut to the picture: the corners of its face where that is flat, a ball where it is or looks like one. */
function headBox(view: Seen['view'], face: Face, d: readonly number[], depth: number): Box {
  const { width, height, halfHeight } = view;
  const { emission, round, allRound, halfW, halfH } = face;
  const across: number[] = [];
  const down: number[] = [];
  const far = Math.hypot(...d);
  if (allRound || Math.abs(dot(emission.axis, d)) < EDGE_ON * far + reachOf(face)) {
    const r = ballReach(face);
    const [x, y] = pixelOf(view, d);
    // A ball beside the middle looks longer, away from it.
    const aside = 1 + Math.hypot(dot(d, view.right), dot(d, view.up)) / depth;
    const size = (aside * r * height) / (2 * halfHeight) / (depth - r);
    across.push(x - size, x + size);
    down.push(y - size, y + size);
  }
  if (!allRound) {
    const [w, h] = round ? [roundReach(face), roundReach(face)] : [halfW + RIM_M, halfH + RIM_M];
    for (const u of [-w, w])
      for (const v of [-h, h]) {
        const corner = d.map((c, k) => c + u * emission.right[k]! + v * emission.up[k]!);
        const [x, y] = pixelOf(view, corner);
        across.push(x);
        down.push(y);
      }
  }
  return {
    x0: Math.max(0, Math.floor(Math.min(...across)) - 1),
    x1: Math.min(width - 1, Math.ceil(Math.max(...across)) + 1),
    y0: Math.max(0, Math.floor(Math.min(...down)) - 1),
    y1: Math.min(height - 1, Math.ceil(Math.max(...down)) + 1),
  };
}

/** Way to a lamp's head along a line, or -1: its face with a frame round it, from before and from behind. */
export function headAt(face: Face, eye: readonly number[], dx: number, dy: number, dz: number): number {
  const { position, emission, halfW, halfH, round, allRound } = face;
  const qx = position[0] - eye[0]!;
  const qy = position[1] - eye[1]!;
  const qz = position[2] - eye[2]!;
  const { axis, right, up } = emission;
  const along = axis[0] * dx + axis[1] * dy + axis[2] * dz;
  const nearest = qx * dx + qy * dy + qz * dz;
  if (allRound || Math.abs(along) < EDGE_ON) {
    // Edge-on, or the same from everywhere: as a ball.
    const r = ballReach(face);
    const px = nearest * dx - qx;
    const py = nearest * dy - qy;
    const pz = nearest * dz - qz;
    return px * px + py * py + pz * pz < r * r ? nearest : -1;
  }
  const t = (axis[0] * qx + axis[1] * qy + axis[2] * qz) / along;
  if (t <= 0) return -1;
  const px = t * dx - qx;
  const py = t * dy - qy;
  const pz = t * dz - qz;
  if (round) return px * px + py * py + pz * pz < roundReach(face) ** 2 ? t : -1;
  const u = Math.abs(px * right[0] + py * right[1] + pz * right[2]);
  const v = Math.abs(px * up[0] + py * up[1] + pz * up[2]);
  return u < halfW + RIM_M && v < halfH + RIM_M ? t : -1;
}

/** Pixels of a row, the first and the last, between which a stand may be; `v` is the row's height over the middle at a distance of 1. */
function standIn(
  { width, right, up, forward, halfWidth }: Seen['view'],
  d: readonly number[],
  v: number,
  x0: number,
  x1: number,
): readonly [number, number] {
  const across = right[0] * d[2]! - right[2] * d[0]!;
  const away = Math.hypot(d[0]!, d[2]!);
  if (Math.abs(across) < 0.01 * away) return [x0, x1];
  const [ahead, aside] = [forward[2] + v * up[2], forward[0] + v * up[0]];
  const u = (ahead * d[0]! - aside * d[2]!) / across;
  const half = (2 * STAND_HALF_M * (Math.abs(ahead) + Math.abs(aside) + Math.abs(u))) / away;
  const column = (at: number) => ((at / halfWidth + 1) * width) / 2;
  return [Math.max(x0, Math.floor(column(u - half)) - 1), Math.min(x1, Math.ceil(column(u + half)) + 1)];
}

function standAt(position: readonly number[], eye: readonly number[], dx: number, dy: number, dz: number, far: number): boolean {
  const h = dx * dx + dz * dz;
  if (h < 1e-9) return false;
  const qx = position[0]! - eye[0]!;
  const qz = position[2]! - eye[2]!;
  const t = (qx * dx + qz * dz) / h;
  if (t <= 0 || t >= far) return false;
  const away = (t * dx - qx) ** 2 + (t * dz - qz) ** 2;
  const y = eye[1]! + t * dy;
  return away < STAND_HALF_M ** 2 && y > 0 && y < position[1]!;
}
