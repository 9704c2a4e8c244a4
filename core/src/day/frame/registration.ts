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
/** An edge from this weight on is followed: those under it come to little. */
const SURE = 0.25;
/** Sizes of the pictures that are laid on each other: for the whole grid, and for the finer steps. */
const [COARSE_PX, MIDDLE_PX, FINE_PX] = [48, 80, 320];

/** Directions of edges, twice their angle so that light from the other side leaves them alone, weighted by how sure they are. */
interface Edges {
  readonly width: number;
  readonly height: number;
  readonly cos: Float32Array;
  readonly sin: Float32Array;
  /** Places of the surest ones, row by row: column and row in turn. */
  readonly sure: Uint16Array;
  /** Sums of squares over all places left of and over each, so that those of any rectangle are four of them. */
  readonly squares: Float64Array;
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
  const sizes = new Float64Array((w - 2) * (h - 2));
  for (let j = 1; j < h - 1; j++)
    for (let i = 1; i < w - 1; i++) {
      const p = j * w + i;
      const [above, below] = [p - w, p + w];
      const across = level[above + 1]! + 2 * level[p + 1]! + level[below + 1]!;
      const down = level[below - 1]! + 2 * level[below]! + level[below + 1]!;
      gx[p] = across - level[above - 1]! - 2 * level[p - 1]! - level[below - 1]!;
      gy[p] = down - level[above - 1]! - 2 * level[above]! - level[above + 1]!;
      sizes[(j - 1) * (w - 2) + i - 1] = Math.sqrt(gx[p]! * gx[p]! + gy[p]! * gy[p]!);
    }
  sizes.sort();
  // What most of the picture has is no edge.
  const usual = Math.max(0.15, sizes[Math.floor(0.7 * sizes.length)] ?? 0);
  const [cos, sin] = [new Float32Array(w * h), new Float32Array(w * h)];
  const squares = new Float64Array((w + 1) * (h + 1));
  const sure: number[] = [];
  for (let j = 0; j < h; j++) {
    let row = 0;
    for (let i = 0; i < w; i++) {
      const p = j * w + i;
      const [x2, y2] = [gx[p]! * gx[p]!, gy[p]! * gy[p]!];
      const weight = (x2 + y2) / (x2 + y2 + usual * usual);
      if (weight > SURE) sure.push(i, j);
      cos[p] = (x2 - y2) / (x2 + y2 + usual * usual);
      sin[p] = (2 * gx[p]! * gy[p]!) / (x2 + y2 + usual * usual);
      row += weight * weight;
      squares[(j + 1) * (w + 1) + i + 1] = squares[j * (w + 1) + i + 1]! + row;
    }
  }
  return { width: w, height: h, cos, sin, sure: Uint16Array.from(sure), squares };
}

/** The sum of squares over a rectangle, ends included. */
function squaresIn({ width, squares }: Edges, x0: number, y0: number, x1: number, y1: number): number {
  const w = width + 1;
  return squares[(y1 + 1) * w + x1 + 1]! - squares[y0 * w + x1 + 1]! - squares[(y1 + 1) * w + x0]! + squares[y0 * w + x0]!;
}

/** Which column (or row) of the frame each of the plan's lies on; -1 outside. */
function alongInto(out: Int32Array, count: number, of: number, scale: number, shift: number): void {
  for (let i = 0; i < count; i++) {
    const at = Math.floor((((i + 0.5) / count - 0.5) * scale + 0.5 + shift) * of);
    out[i] = at >= 0 && at < of ? at : -1;
  }
}

const columns = new Int32Array(1024);
const rows = new Int32Array(1024);
const LEAST_SHARED = 0.4;

/** From the first to the last of some columns (or rows) that lie within the frame; null where none does. */
function withinOf(along: Int32Array, count: number): readonly [first: number, last: number] | null {
  let first = 0;
  let last = count - 1;
  while (first < count && along[first]! < 0) first++;
  while (last > first && along[last]! < 0) last--;
  return first < count ? [first, last] : null;
}

/**
 * How well edges lie on edges where both pictures are: 1 for the same, 0 where they share too little. Only the plan's surest edges are followed into the
 * frame; what all of them come to is known by rectangles.
 */
function likenessAt(plan: Edges, frame: Edges, at: Omit<Registration, 'likeness'>): number {
  alongInto(columns, plan.width, frame.width, at.scale, at.x);
  alongInto(rows, plan.height, frame.height, at.scale, at.y);
  const [across, down] = [withinOf(columns, plan.width), withinOf(rows, plan.height)];
  if (!across || !down) return 0;
  const inside = (across[1] - across[0] + 1) * (down[1] - down[0] + 1);
  if (inside < LEAST_SHARED * plan.width * plan.height) return 0;
  const ofPlan = squaresIn(plan, across[0], down[0], across[1], down[1]);
  const [fx0, fx1, fy0, fy1] = [columns[across[0]]!, columns[across[1]]!, rows[down[0]]!, rows[down[1]]!];
  const ofFrame = (squaresIn(frame, fx0, fy0, fx1, fy1) * inside) / ((fx1 - fx0 + 1) * (fy1 - fy0 + 1));
  if (ofPlan <= 0 || ofFrame <= 0) return 0;
  return alongSure(plan, frame) / Math.sqrt(ofPlan * ofFrame);
}

/** Products of the plan's surest edges with what the frame has there, by the columns and rows as they lie. Some million times a frame. */
function alongSure({ sure, width, cos, sin }: Edges, frame: Edges): number {
  let both = 0;
  for (let k = 0; k < sure.length; k += 2) {
    const column = columns[sure[k]!]!;
    const row = rows[sure[k + 1]!]!;
    if (column < 0 || row < 0) continue;
    const p = sure[k + 1]! * width + sure[k]!;
    const f = row * frame.width + column;
    both += cos[p]! * frame.cos[f]! + sin[p]! * frame.sin[f]!;
  }
  return both;
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
    const seen = new Set<string>();
    for (let round = 0; round < 3; round++) {
      const from = best;
      for (let s = -1; s <= 1; s++)
        for (let a = -1; a <= 1; a++)
          for (let b = -1; b <= 1; b++) {
            const at = { scale: from.scale * (1 + 1.5 * step * s), x: from.x + step * a, y: from.y + step * b };
            const key = `${at.scale.toFixed(6)} ${at.x.toFixed(6)} ${at.y.toFixed(6)}`;
            if (!seen.has(key)) look(edges, at);
            seen.add(key);
          }
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
