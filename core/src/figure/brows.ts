import type { HeadData } from './part-files';
import { BROWS, LASH_LINES } from './make/face-lines';
import type { PersonShape } from './make/person';
import { clamp, mix, norm, random, smooth } from './numeric';
import { STRAND, type StrandList } from './strands';

type Vec = [number, number, number];

/** Along a line of points at share t. */
function along(points: readonly Vec[], t: number): Vec {
  const s = clamp(t) * (points.length - 1);
  const i = Math.min(points.length - 2, Math.floor(s));
  const [a, b] = [points[i]!, points[i + 1]!];
  return [mix(a[0], b[0], s - i), mix(a[1], b[1], s - i), mix(a[2], b[2], s - i)];
}

function addBrow(
  out: StrandList,
  low: readonly Vec[],
  high: readonly Vec[],
  side: number,
  who: PersonShape,
  fine: boolean,
  next: () => number,
): void {
  const count = Math.round((fine ? 430 : 150) * who.browDense);
  const width = 0.024 * who.browWidth * (fine ? 1 : 1.7);
  for (let i = 0; i < count; i++) {
    const t = next() ** 0.9 * 0.87;
    const thick = who.browThick * (0.95 - 0.72 * t) * (t < 0.12 ? 0.7 + 2.5 * t : 1);
    const v = clamp(0.5 + (next() + next() + next() - 1.5) * 0.62 * thick - 0.05, -0.05, 1);
    if (next() > thick / who.browThick + 0.1) continue;
    const [a, b] = [along(low, t), along(high, t)];
    const p: Vec = [mix(a[0], b[0], v), mix(a[1], b[1], v), mix(a[2], b[2], v)];
    const l = norm(p[0], p[1] - 2, p[2] + 3);
    const n = [p[0] / l, (p[1] - 2) / l, (p[2] + 3) / l];
    p[1] += -0.28 - 0.3 * (1 - smooth(0, 0.4, t)) - 0.08 * smooth(0.6, 1, t);
    // Up at the nose, outwards along the brow after.
    const up = mix(0.8, 0.02, smooth(0, 0.3, t)) - 0.9 * (v - 0.45);
    const d = [side * mix(0.25, 1, smooth(0, 0.4, t)), up * 0.8 + 0.1 * (next() - 0.5), -0.45 * smooth(0.3, 1, t)];
    const L = (0.55 + 0.35 * next()) * mix(0.75, 1, smooth(0, 0.3, t)) * mix(1, 0.7, t);
    const points: number[] = [];
    for (const s of [0, 0.33, 0.67, 1])
      for (let k = 0; k < 3; k++)
        points.push(
          p[k]! -
            0.02 * n[k]! +
            L * s * d[k]! +
            n[k]! * (0.05 + 0.12 * Math.sin(2.4 * s)) * 0.8 -
            (k === 1 ? 0.12 * s * s * up : 0),
        );
    out.add(points, width, 0.8 + 0.4 * next(), STRAND.brow, 0.2);
  }
}

interface Lid {
  readonly line: readonly Vec[];
  /** 1 for the upper, -1 for the lower. */
  readonly way: number;
  readonly count: number;
  readonly length: number;
  readonly width: number;
}

function addLashes(
  out: StrandList,
  { line, way, count, length, width }: Lid,
  eye: HeadData['eyes'][number],
  side: number,
  next: () => number,
): void {
  for (let i = 0; i < count; i++) {
    const t = way > 0 ? 0.08 + 0.86 * next() ** 0.8 : 0.2 + 0.8 * next();
    const p = along(line, t);
    const r = [p[0] - eye.x, p[1] - eye.y, p[2] - eye.z];
    const l = norm(r[0]!, r[1]!, r[2]!);
    const o = r.map((v) => v / l);
    const L = length * (0.35 + 0.65 * smooth(0, 0.75, t)) * (0.7 + 0.5 * next());
    const fan = side * clamp(0.95 * (t - 0.38) + 0.13 * Math.sin(i * 2.1) + 0.14 * (next() - 0.5), -0.4, 0.6);
    const base = p.map((v, k) => v - 0.03 * o[k]! + 0.03 * (next() - 0.5));
    const points: number[] = [];
    for (const s of [0, 0.25, 0.5, 0.75, 1])
      points.push(
        base[0]! + L * s * (0.35 * o[0]! + fan * (0.4 + 0.6 * s)),
        base[1]! + way * L * (way > 0 ? -0.22 * s + 0.82 * s * s : 0.25 * s + 0.3 * s * s),
        base[2]! + L * s * (way > 0 ? 1.05 - 0.45 * s : 0.75 - 0.2 * s),
      );
    out.add(points, width, 0.8 + 0.4 * next(), STRAND.brow, 0.1);
  }
}

/** Brows and lashes, along lines of the face. */
export function addBrowsAndLashes(out: StrandList, head: HeadData, who: PersonShape, fine: boolean): void {
  const next = random(17);
  const p = head.mesh.position;
  const line = (ids: readonly number[]) => ids.map((i): Vec => [p[3 * i]!, p[3 * i + 1]!, p[3 * i + 2]!]);
  for (const [side, name] of [
    [1, 'right'],
    [-1, 'left'],
  ] as const) {
    addBrow(out, line(BROWS[name].low), line(BROWS[name].high), side, who, fine, next);
    const eye = head.eyes[side > 0 ? 0 : 1]!;
    const dense = who.lashDense * (fine ? 1 : 0.5);
    const { upper, lower } = LASH_LINES[name];
    const wide = who.lashWidth * (fine ? 1 : 1.6);
    addLashes(
      out,
      { line: line(upper), way: 1, count: Math.round(105 * dense), length: 0.85 * who.lash, width: wide },
      eye,
      side,
      next,
    );
    addLashes(
      out,
      { line: line(lower), way: -1, count: Math.round(60 * dense), length: 0.42 * who.lash, width: 0.6 * wide },
      eye,
      side,
      next,
    );
  }
}
