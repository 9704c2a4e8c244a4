import { luminance } from './measure';
import type { Mark } from '../../picture/patches';
import type { Small } from './small';

/** Where a plan's picture lies in a frame: frame = (plan - 1/2) * scale + 1/2 + shift, 0 to 1 on each side. */
export interface Registration {
  readonly scale: number;
  readonly x: number;
  readonly y: number;
  /** How well edges lie on edges: 1 for the same picture, about 0 for another one. */
  readonly likeness: number;
}

export const inFrame = ({ scale, x, y }: Registration, place: readonly [number, number]): [number, number] => [
  (place[0] - 0.5) * scale + 0.5 + x,
  (place[1] - 0.5) * scale + 0.5 + y,
];

export const inPlan = ({ scale, x, y }: Registration, place: readonly [number, number]): [number, number] => [
  (place[0] - 0.5 - x) / scale + 0.5,
  (place[1] - 0.5 - y) / scale + 0.5,
];

/** Darker than this no edge is looked for: it is the noise's. */
const DARK = 0.003;
/** How far people move the camera against the plan: share of the frame's sides, and of its scale. */
const [MOST_SHIFT, MOST_SCALE] = [0.16, 1.3];
/** Sizes of the pictures that are laid on each other: for the whole grid, and for the finer steps. */
const [COARSE_PX, MIDDLE_PX, FINE_PX] = [48, 80, 320];

/** Directions of edges, twice their angle so that light from the other side leaves them alone, weighted by how sure they are. */
interface Edges {
  readonly width: number;
  readonly height: number;
  readonly cos: Float32Array;
  readonly sin: Float32Array;
}

function edgesOf({ width, height, linear }: Small, to: number): Edges {
  const by = Math.max(1, Math.round(Math.max(width, height) / to));
  const [w, h] = [Math.max(3, Math.floor(width / by)), Math.max(3, Math.floor(height / by))];
  const level = new Float32Array(w * h);
  for (let j = 0; j < h; j++)
    for (let i = 0; i < w; i++) {
      let sum = 0;
      let count = 0;
      for (let y = j * by; y < Math.min(height, (j + 1) * by); y++)
        for (let x = i * by; x < Math.min(width, (i + 1) * by); x++) {
          const q = 3 * (y * width + x);
          sum += luminance(linear[q]!, linear[q + 1]!, linear[q + 2]!);
          count++;
        }
      level[j * w + i] = Math.log2(DARK + (count ? sum / count : 0));
    }
  const [gx, gy] = [new Float32Array(w * h), new Float32Array(w * h)];
  const sizes: number[] = [];
  for (let j = 1; j < h - 1; j++)
    for (let i = 1; i < w - 1; i++) {
      const p = j * w + i;
      const at = (di: number, dj: number) => level[p + dj * w + di]!;
      gx[p] = at(1, -1) + 2 * at(1, 0) + at(1, 1) - at(-1, -1) - 2 * at(-1, 0) - at(-1, 1);
      gy[p] = at(-1, 1) + 2 * at(0, 1) + at(1, 1) - at(-1, -1) - 2 * at(0, -1) - at(1, -1);
      sizes.push(Math.hypot(gx[p]!, gy[p]!));
    }
  sizes.sort((a, b) => a - b);
  // What most of the picture has is no edge.
  const usual = Math.max(0.15, sizes[Math.floor(0.7 * sizes.length)] ?? 0);
  const [cos, sin] = [new Float32Array(w * h), new Float32Array(w * h)];
  for (let p = 0; p < w * h; p++) {
    const size2 = gx[p]! ** 2 + gy[p]! ** 2;
    const by2 = size2 + usual * usual;
    cos[p] = (gx[p]! ** 2 - gy[p]! ** 2) / by2;
    sin[p] = (2 * gx[p]! * gy[p]!) / by2;
  }
  return { width: w, height: h, cos, sin };
}

/** Which column (or row) of the frame each of the plan's lies on; -1 outside. */
function alongInto(out: Int32Array, count: number, of: number, scale: number, shift: number): void {
  for (let i = 0; i < count; i++) {
    const at = Math.floor((((i + 0.5) / count - 0.5) * scale + 0.5 + shift) * of);
    out[i] = at >= 0 && at < of ? at : -1;
  }
}

const [columns, rows] = [new Int32Array(1024), new Int32Array(1024)];
const LEAST_SHARED = 0.4;

/** How well edges lie on edges where both pictures are; 0 where they share too little. */
function likenessAt(plan: Edges, frame: Edges, at: Omit<Registration, 'likeness'>): number {
  alongInto(columns, plan.width, frame.width, at.scale, at.x);
  alongInto(rows, plan.height, frame.height, at.scale, at.y);
  let [both, ofPlan, ofFrame, inside] = [0, 0, 0, 0];
  for (let j = 0; j < plan.height; j++) {
    if (rows[j]! < 0) continue;
    // Some ten million times a frame: plain numbers, no arrays taken apart.
    const p0 = j * plan.width;
    const f0 = rows[j]! * frame.width;
    for (let i = 0; i < plan.width; i++) {
      const column = columns[i]!;
      if (column < 0) continue;
      const pc = plan.cos[p0 + i]!;
      const ps = plan.sin[p0 + i]!;
      const fc = frame.cos[f0 + column]!;
      const fs = frame.sin[f0 + column]!;
      inside++;
      both += pc * fc + ps * fs;
      ofPlan += pc * pc + ps * ps;
      ofFrame += fc * fc + fs * fs;
    }
  }
  if (inside < LEAST_SHARED * plan.width * plan.height || ofPlan <= 0 || ofFrame <= 0) return 0;
  return both / Math.sqrt(ofPlan * ofFrame);
}

/**
 * One shift and one scale that lay a plan's picture on a frame: the best of a grid by the directions of edges, then finer steps about it. What the light
 * does to a surface changes how strong an edge is, hardly where it runs.
 */
export function register(plan: Small, frame: Small): Registration {
  const coarse = [edgesOf(plan, COARSE_PX), edgesOf(frame, COARSE_PX)] as const;
  let best: Registration = { scale: 1, x: 0, y: 0, likeness: -1 };
  const look = (edges: readonly [Edges, Edges], at: Omit<Registration, 'likeness'>) => {
    // Of two that fit alike, what was planned.
    const likeness = likenessAt(...edges, at) - 0.05 * Math.hypot(at.x, at.y) - 0.4 * Math.abs(Math.log(at.scale));
    if (likeness > best.likeness) best = { ...at, likeness };
  };
  const steps = Math.round(MOST_SHIFT / 0.02);
  for (let s = -5; s <= 5; s++) {
    const scale = MOST_SCALE ** (s / 5);
    for (let a = -steps; a <= steps; a++) for (let b = -steps; b <= steps; b++) look(coarse, { scale, x: 0.02 * a, y: 0.02 * b });
  }
  const middle = [edgesOf(plan, MIDDLE_PX), edgesOf(frame, MIDDLE_PX)] as const;
  const fine = [edgesOf(plan, FINE_PX), edgesOf(frame, FINE_PX)] as const;
  for (const [edges, step] of [
    [middle, 0.01],
    [fine, 0.008],
    [fine, 0.004],
    [fine, 0.002],
  ] as const) {
    best = { ...best, likeness: -1 };
    for (let round = 0; round < 3; round++) {
      const from = best;
      for (let s = -1; s <= 1; s++)
        for (let a = -1; a <= 1; a++)
          for (let b = -1; b <= 1; b++)
            look(edges, { scale: from.scale * (1 + 1.5 * step * s), x: from.x + step * a, y: from.y + step * b });
      if (best === from) break;
    }
  }
  return { ...best, likeness: likenessAt(...middle, best) };
}

/** The same from marks that a person has put there: they are sure. One gives the shift alone. */
export function registeredBy(given: readonly Mark[], expected: readonly Mark[]): Registration {
  const pairs = given.flatMap((mark) => {
    const plan = expected.find(({ probe }) => probe === mark.probe);
    return plan ? [[plan, mark] as const] : [];
  });
  if (pairs.length === 0) return { scale: 1, x: 0, y: 0, likeness: 1 };
  const mean = (of: (pair: (typeof pairs)[number]) => number) => pairs.reduce((sum, pair) => sum + of(pair), 0) / pairs.length;
  const [px, py, fx, fy] = [mean(([p]) => p.x), mean(([p]) => p.y), mean(([, f]) => f.x), mean(([, f]) => f.y)];
  let [across, along] = [0, 0];
  for (const [p, f] of pairs) {
    across += (p.x - px) * (f.x - fx) + (p.y - py) * (f.y - fy);
    along += (p.x - px) ** 2 + (p.y - py) ** 2;
  }
  // Marks that lie together say nothing of the scale.
  const scale = along > 0.005 ? Math.min(2, Math.max(0.5, across / along)) : 1;
  return { scale, x: fx - 0.5 - (px - 0.5) * scale, y: fy - 0.5 - (py - 0.5) * scale, likeness: 1 };
}
