import { loopValues, subdivideFaces } from '../mesh';
import { clamp, mix, noise, norm, smooth } from '../numeric';
import average from './average-face.json';
import { EYE_LEFT_OF_PICTURE, EYE_RIGHT_OF_PICTURE, LIP_FAR, LIP_IN, LIP_NEAR, LIP_OUT, OVAL } from './face-lines';
import type { PersonShape } from './person';
import type { Vec } from './shapes';
import { onSkull, sweepMiddle } from './skull';

/**
 * A head from the average face: its proportions are moved, lids, lips and skull are added, and it is subdivided twice. Centimetres;
 * x to the picture's right where the person faces it, y up, z out of the face.
 */
export interface Head {
  readonly who: PersonShape;
  readonly position: Float32Array;
  readonly face: Uint32Array;
  readonly vertices: number;
  /** The coarser meshes: faces and vertices of the base, and of one subdivision. */
  readonly base: { readonly face: Uint32Array; readonly vertices: number };
  readonly middle: { readonly face: Uint32Array; readonly vertices: number };
  /** 1 on the red of the lips, on the edge of a lid, and inside lids and mouth. */
  readonly lip: Float32Array;
  readonly lid: Float32Array;
  readonly inner: Float32Array;
  readonly eyes: readonly Eye[];
}

export interface Eye {
  readonly x: number;
  readonly y: number;
  readonly z: number;
  readonly radius: number;
  /** 1 on the right of the picture, -1 on its left. */
  readonly side: number;
}

const EYE_RADIUS = 1.24;

/** Moves points near a place, with a soft edge. */
function warp(points: Vec[], c: Vec, r: Vec, move: (p: Vec, weight: number) => void): void {
  for (const p of points) {
    const q = ((p[0] - c[0]) / r[0]) ** 2 + ((p[1] - c[1]) / r[1]) ** 2 + ((p[2] - c[2]) / r[2]) ** 2;
    if (q < 9) move(p, Math.exp(-q));
  }
}

function warpBoth(points: Vec[], c: Vec, r: Vec, move: (p: Vec, weight: number, side: number) => void): void {
  for (const s of [1, -1]) warp(points, [s * c[0], c[1], c[2]], r, (p, w) => move(p, w, s));
}

/** Proportions of this person. */
function proportion(P: Vec[], who: PersonShape): void {
  for (const p of P) p[0] *= mix(0.955, 0.955 * who.jaw, smooth(1, -7, p[1]));
  if (who.chinNarrow) warpBoth(P, [2.6, -8.2, 3.4], [1.8, 1.8, 2.4], (p, w, s) => (p[0] -= s * who.chinNarrow * w));
  warpBoth(P, [0, -9, 4], [2.6, 1.6, 2], (p, w) => {
    p[1] -= 0.5 * who.chin * w;
    p[2] += 0.35 * who.chin * w;
  });
  warpBoth(P, [1.5, -1.0, 5.6], [1.1, 1, 1.2], (p, w, s) => (p[0] += s * 0.9 * (who.nose - 1) * w));
  warp(P, [0, -0.6, 7.4], [0.9, 0.8, 0.8], (p, w) => (p[2] -= 0.22 * w));
  warp(P, [0, 2.4, 5.8], [0.7, 1.6, 1], (p, w) => (p[2] += who.bridge * w));
  warpBoth(P, [2.8, 4.2, 4.7], [2, 0.8, 1.4], (p, w) => (p[2] += who.brow * w));
  warpBoth(P, [4.6, 0, 4], [1.5, 1.3, 1.6], (p, w, s) => {
    p[0] += s * 0.5 * who.cheek * w;
    p[2] += who.cheek * w;
  });
  warpBoth(P, [4.6, -4, 3], [1.5, 1.5, 2], (p, w, s) => {
    p[0] -= s * 0.35 * who.cheek * w;
    p[2] -= 0.5 * who.cheek * w;
  });
  for (const p of P) p[1] += who.short * smooth(-4.6, -9.2, p[1]);
  warp(P, [0, -1.2, 6.6], [1.6, 1.2, 1.6], (p, w) => (p[1] += who.tip * w));
  // Eyes opened from the narrow slit of the average.
  warpBoth(P, [3.12, 2.6, 3.7], [1.5, 0.85, 1.5], (p, w, s) => {
    p[1] += (p[1] - 2.62) * (who.eye - 1) * Math.min(1, 1.5 * w);
    p[0] += (p[0] - s * 3.12) * 0.2 * Math.min(1, 1.5 * w);
  });
  for (const [ring, s] of [
    [EYE_RIGHT_OF_PICTURE, 1],
    [EYE_LEFT_OF_PICTURE, -1],
  ] as const)
    for (const i of ring) {
      const t = (s * P[i]![0] - 3.0) / 1.3;
      P[i]![1] += 0.06 * t;
      if (t < -0.6) P[i]![2] -= 0.35 * smooth(-0.6, -1, t);
    }
  warpBoth(P, [2.4, -4.3, 4.4], [1, 0.8, 1], (p, w) => (p[1] += who.smile * w));
}

/** Height of the line where the lips meet. */
const seam = (x: number) => -4.28 + 0.016 * x * x - 0.05 * Math.exp((-x * x) / 0.12);

/** Closes the mouth and makes the lips full: each column from edge to seam is rounded and met there. */
function closeMouth(P: Vec[], who: PersonShape): void {
  const lips = new Set([...LIP_IN, ...LIP_NEAR, ...LIP_FAR, ...LIP_OUT]);
  const inside = new Set(LIP_IN);
  P.forEach((p, i) => {
    if (!lips.has(i) && norm(p[0], p[1] + 4.3) > 3.2) return;
    const upper = p[1] > seam(p[0]);
    const near = inside.has(i) ? 1 : Math.exp(-(((p[1] - seam(p[0])) / 0.55) ** 2));
    const gap = 0.26 * smooth(2.3, 0.6, Math.abs(p[0]));
    p[1] += (upper ? -0.7 : 1) * gap * near * 0.95;
    if (!lips.has(i)) return;
    const full = Math.exp(-(((p[1] - (upper ? -3.85 : -4.75)) / 0.35) ** 2)) * smooth(2.4, 0.5, Math.abs(p[0]));
    p[2] += (0.12 + 0.35 * (who.lips - 1)) * full;
    p[1] += (upper ? 1 : -1) * 0.22 * (who.lips - 1) * full;
  });
  const zs = LIP_IN.map((i, k) => (P[i]![2] + P[LIP_IN[(20 - k) % 20]!]![2]) / 2 + 0.06);
  LIP_IN.forEach((i, k) => {
    if (k === 0 || k === 10) return;
    const up = k > 10;
    const edge = P[LIP_OUT[k]!]!;
    const c = smooth(2.35, 0.9, Math.abs(edge[0]));
    const ys = seam(P[i]![0]);
    edge[1] = mix(ys, edge[1], Math.min(1, 0.5 + 0.5 * who.lips));
    P[i]![1] = ys + (up ? -0.07 : 0.07) * c;
    P[i]![2] = zs[k]!;
    for (const [m, t, bulge] of [
      [LIP_NEAR[k]!, 0.33, up ? 0.19 : 0.27],
      [LIP_FAR[k]!, 0.67, up ? 0.13 : 0.2],
    ] as const) {
      P[m]![1] = mix(ys, edge[1], t);
      P[m]![2] = mix(zs[k]!, edge[2], t) + bulge * who.lips * c;
    }
  });
}

/** A mesh that is being put together. */
interface Draft {
  readonly P: Vec[];
  readonly F: number[][];
  readonly lip: number[];
  readonly lid: number[];
  readonly inner: number[];
}

function add(draft: Draft, p: Vec, lip = 0, lid = 0, inner = 0): number {
  draft.P.push(p);
  draft.lip.push(lip);
  draft.lid.push(lid);
  draft.inner.push(inner);
  return draft.P.length - 1;
}

/** Joins two rings by a band of faces, turned so that its edges run against those that are there. */
function band({ F }: Draft, from: readonly number[], to: readonly number[], along: boolean): void {
  const n = from.length;
  for (let k = 0; k < n; k++) {
    const q = (k + 1) % n;
    const faces = [
      [from[k]!, from[q]!, to[q]!],
      [from[k]!, to[q]!, to[k]!],
    ];
    for (const f of faces) F.push(along ? f.reverse() : f);
  }
}

function runsAlong({ F }: Draft, a: number, b: number): boolean {
  return F.some((t) => [0, 1, 2].some((k) => t[k] === a && t[(k + 1) % 3] === b));
}

/** Lids: the ring lies on the eyeball, then goes in as a thick edge. */
function addLids(draft: Draft): Eye[] {
  const { P } = draft;
  return (
    [
      [EYE_RIGHT_OF_PICTURE, 1],
      [EYE_LEFT_OF_PICTURE, -1],
    ] as const
  ).map(([ring, side]) => {
    const mid = [0, 1, 2].map((c) => ring.reduce((t, i) => t + P[i]![c]!, 0) / ring.length) as Vec;
    const eye: Eye = { x: mid[0] + side * 0.06, y: mid[1] + 0.05, z: mid[2] - 1.03, radius: EYE_RADIUS, side };
    const away = (p: Vec) => norm(p[0] - eye.x, p[1] - eye.y, p[2] - eye.z);
    const put = (p: Vec, r: number): Vec => {
      const l = away(p);
      return [eye.x + ((p[0] - eye.x) * r) / l, eye.y + ((p[1] - eye.y) * r) / l, eye.z + ((p[2] - eye.z) * r) / l];
    };
    for (const i of ring) {
      const p = P[i]!;
      const q = put(p, eye.radius + 0.15);
      const w = away(p) > eye.radius + 0.35 ? 0.25 : 1;
      P[i] = [mix(p[0], q[0], w), mix(p[1], q[1], w), mix(p[2], q[2], w)];
    }
    const along = runsAlong(draft, ring[0]!, ring[1]!);
    let last: readonly number[] = ring;
    for (const [r, shrink] of [
      [0.125, 0.985],
      [0.03, 0.965],
      [-0.1, 0.96],
    ] as const) {
      const next = ring.map((i) => {
        const p = P[i]!;
        const l = away(p);
        const at: Vec = [mid[0] + (p[0] - mid[0]) * shrink, mid[1] + (p[1] - mid[1]) * shrink, p[2]];
        return add(draft, put(at, Math.max(eye.radius + r, Math.min(l - 0.05, l - (0.15 - r)))), 0, 1, 1);
      });
      band(draft, last, next, along);
      last = next;
    }
    return eye;
  });
}

/** The line between the lips goes in. */
function addMouth(draft: Draft): void {
  const along = runsAlong(draft, LIP_IN[0]!, LIP_IN[1]!);
  let last: readonly number[] = LIP_IN;
  for (const [back, gap] of [
    [0.15, 0.02],
    [0.7, 0.1],
  ] as const) {
    const next = LIP_IN.map((i) => {
      const p = draft.P[i]!;
      return add(draft, [p[0] * 0.985, p[1] + (p[1] > seam(p[0]) ? -1 : 1) * gap, p[2] - back], 1, 0, 1);
    });
    band(draft, last, next, along);
    last = next;
  }
}

const RINGS = [6, 13, 20, 26, 32, 38, 44, 50, 56, 62, 69, 76, 83, 90, 91, 92, 93, 94];

/** Skull and neck: rings that sweep from the face over the crown to the nape and down. */
function addSkull(draft: Draft, who: PersonShape): void {
  const oval = OVAL.map((i) => draft.P[i]!);
  const angle = oval.map((p) => Math.atan2(p[0], p[1] + 1));
  const along = runsAlong(draft, OVAL[0]!, OVAL[1]!);
  let last: readonly number[] = OVAL;
  RINGS.forEach((deg, j) => {
    const th = (Math.min(90, deg) * Math.PI) / 180;
    let [cy, cz] = sweepMiddle(Math.min(90, deg));
    if (deg > 90) {
      cy -= 2.4 * (deg - 90);
      cz -= 0.35 * (deg - 90);
    }
    const next = OVAL.map((_, k) => {
      const s = Math.sin(angle[k]!);
      const c = Math.cos(angle[k]!);
      const on = onSkull(who, [0, cy, cz], [s, c * Math.cos(th), -c * Math.sin(th)]);
      const w = smooth(-1.2, 3, j);
      const o = oval[k]!;
      const near: Vec = [
        o[0] * (1 + 0.004 * (j + 1)),
        o[1] + (c > 0 ? 0.75 - 0.13 * j : -0.06) * (j + 1) * Math.abs(c),
        o[2] - (c > 0 ? 0.55 + 0.2 * j : 0.8) * (j + 1),
      ];
      return add(draft, [mix(near[0], on[0], w), mix(near[1], on[1], w), mix(near[2], on[2], w)]);
    });
    band(draft, last, next, along);
    last = next;
  });
}

export function makeHead(who: PersonShape): Head {
  const flat = average.positions;
  const P = Array.from({ length: flat.length / 3 }, (_, i): Vec => [flat[3 * i]!, flat[3 * i + 1]!, flat[3 * i + 2]!]);
  proportion(P, who);
  closeMouth(P, who);
  // No face is the same on both sides.
  for (const p of P) {
    p[0] += 0.07 * noise(p[0] * 0.16 + 3, p[1] * 0.16, 1.5);
    p[1] += 0.07 * noise(p[0] * 0.16 + 9, p[1] * 0.2, 4.5);
  }
  const rings = [new Set(EYE_RIGHT_OF_PICTURE), new Set(EYE_LEFT_OF_PICTURE)];
  const lips = { in: new Set(LIP_IN), between: new Set([...LIP_NEAR, ...LIP_FAR]), out: new Set(LIP_OUT) };
  const F: number[][] = [];
  for (let i = 0; i < average.faces.length; i += 3) {
    const t = average.faces.slice(i, i + 3);
    if (!rings.some((s) => t.every((v) => s.has(v))) && !t.every((v) => lips.in.has(v))) F.push(t);
  }
  const turn = F.reduce((sum, [a, b, c]) => {
    const [p, q, r] = [P[a!]!, P[b!]!, P[c!]!];
    return sum + (q[0] - p[0]) * (r[1] - p[1]) - (q[1] - p[1]) * (r[0] - p[0]);
  }, 0);
  if (turn < 0) for (const t of F) t.reverse();
  const draft: Draft = {
    P,
    F,
    lip: P.map((_, i) => (lips.in.has(i) || lips.between.has(i) ? 1 : lips.out.has(i) ? 0.5 : 0)),
    lid: P.map((_, i) => (rings.some((s) => s.has(i)) ? 1 : 0)),
    inner: P.map(() => 0),
  };
  const eyes = addLids(draft);
  addMouth(draft);
  addSkull(draft, who);
  const base = { face: Uint32Array.from(F.flat()), vertices: P.length };
  const one = subdivideFaces(base.face, base.vertices);
  const two = subdivideFaces(one.face, one.vertices);
  const up = (values: number[], size = 1) => loopValues(two, loopValues(one, Float32Array.from(values), size), size);
  return {
    who,
    position: up(P.flat(), 3),
    face: two.face,
    vertices: two.vertices,
    base,
    middle: { face: one.face, vertices: one.vertices },
    lip: up(draft.lip).map((v) => clamp(v)),
    lid: up(draft.lid).map((v) => clamp(v)),
    inner: up(draft.inner).map((v) => clamp(v)),
    eyes,
  };
}
