import { overHairline } from './hairline';
import type { Mesh } from './mesh';
import { clamp, mix, noise, norm, random, smooth } from './numeric';
import { scatter, type Root } from './scatter';
import type { Guides } from './make/hair';
import type { HairStyle } from './make/person';

/** What a strand is of: it decides its colours and how it scatters. */
export const STRAND = { hair: 0, brow: 1, down: 2, fuzz: 3 } as const;

/** Curves of points, one strand after the other, cm at rest. */
export interface Strands {
  readonly place: Float32Array;
  /** First point of every strand, and one past the last. */
  readonly start: Uint32Array;
  readonly width: Float32Array;
  /** A multiplier of its colour. */
  readonly tint: Float32Array;
  readonly kind: Uint8Array;
  /** How open each point lies to the room. */
  readonly open: Float32Array;
}

/** Grows arrays as strands are added. */
export class StrandList {
  private n = 0;
  private place: Float32Array;
  private width: Float32Array;
  private tint: Float32Array;
  private open: Float32Array;
  private kind: Uint8Array;
  private readonly start: number[] = [0];

  /** `expected`: how many points are expected. */
  constructor(expected = 1 << 16) {
    const capacity = Math.max(1024, expected);
    this.place = new Float32Array(3 * capacity);
    this.width = new Float32Array(capacity);
    this.tint = new Float32Array(capacity);
    this.open = new Float32Array(capacity);
    this.kind = new Uint8Array(capacity);
  }

  /** Adds a strand of `points`, x, y, z each; it thins towards `tip` of its width. */
  add(
    points: ArrayLike<number>,
    width: number,
    tint: number,
    kind: number,
    tip: number,
    open: number | ((i: number) => number) = 0.8,
  ): void {
    const m = points.length / 3;
    while (this.n + m > this.width.length) this.grow();
    for (let i = 0; i < m; i++) {
      const o = this.n++;
      const t = i / (m - 1);
      const late = t > 0.4 ? (t - 0.4) / 0.6 : 0;
      this.place[3 * o] = points[3 * i]!;
      this.place[3 * o + 1] = points[3 * i + 1]!;
      this.place[3 * o + 2] = points[3 * i + 2]!;
      this.width[o] = width * (1 + (tip - 1) * late * Math.sqrt(late)) * (kind === STRAND.hair && i < 1 ? 0.65 : 1);
      this.tint[o] = tint;
      this.kind[o] = kind;
      this.open[o] = typeof open === 'number' ? open : open(i);
    }
    this.start.push(this.n);
  }

  /** Multiplies the colour of the strand added last, point by point. */
  shadeLast(by: (y: number) => number): void {
    for (let i = this.start[this.start.length - 2]!; i < this.n; i++) this.tint[i]! *= by(this.place[3 * i + 1]!);
  }

  private grow(): void {
    const larger = (a: Float32Array) => {
      const b = new Float32Array(2 * a.length);
      b.set(a);
      return b;
    };
    this.place = larger(this.place);
    this.width = larger(this.width);
    this.tint = larger(this.tint);
    this.open = larger(this.open);
    const kind = new Uint8Array(2 * this.kind.length);
    kind.set(this.kind);
    this.kind = kind;
  }

  done(): Strands {
    const { n } = this;
    return {
      place: this.place.slice(0, 3 * n),
      start: Uint32Array.from(this.start),
      width: this.width.slice(0, n),
      tint: this.tint.slice(0, n),
      kind: this.kind.slice(0, n),
      open: this.open.slice(0, n),
    };
  }
}

/** Where and how strands are grown from guides. */
export interface Growth {
  readonly mesh: Mesh;
  readonly normal: Float32Array;
  readonly guides: Guides;
  /** How open each point of the guides lies. */
  readonly guideOpen: Float32Array;
  readonly style: Pick<HairStyle, 'kind' | 'width' | 'clump' | 'tip' | 'fly' | 'mottle' | 'ends' | 'grey'>;
  readonly count: number;
  readonly seed: number;
  readonly hairline: number;
  readonly strandKind: number;
  readonly keep: (x: number, y: number, z: number, vertex: number) => boolean;
}

const CELL = 0.8;
const cellOf = (v: number) => Math.floor(v / CELL) + 64;
const keyOf = (i: number, j: number, k: number) => (i * 128 + j) * 128 + k;

/** Guides by the cell their root lies in. */
function rootsOf({ place, points, count }: Guides): Map<number, number[]> {
  const roots = new Map<number, number[]>();
  for (let g = 0; g < count; g++) {
    const q = 3 * g * points;
    const key = keyOf(cellOf(place[q]!), cellOf(place[q + 1]!), cellOf(place[q + 2]!));
    const list = roots.get(key);
    if (list) list.push(g);
    else roots.set(key, [g]);
  }
  return roots;
}

/** The three guides whose roots lie nearest to a place, found among `roots`; -1 where there are fewer. Holds them in `best`, nearest first. */
class NearestGuides {
  readonly best = [-1, -1, -1];
  readonly #away = [0, 0, 0];
  /** Of each, its share in a strand, 0 for one of the other side of a parting; they add up to `total`. */
  readonly share = [0, 0, 0];
  total = 0;
  readonly #guides: Guides;
  readonly #roots: Map<number, number[]>;

  constructor(guides: Guides) {
    this.#guides = guides;
    this.#roots = rootsOf(guides);
  }

  find(x: number, y: number, z: number, next: () => number): void {
    const { place, points } = this.#guides;
    this.best.fill(-1);
    this.#away.fill(1e9);
    const [ci, cj, ck] = [cellOf(x), cellOf(y), cellOf(z)];
    for (let c = 0; c < 27; c++) {
      const near = this.#roots.get(keyOf(ci + (c % 3) - 1, cj + (((c / 3) | 0) % 3) - 1, ck + ((c / 9) | 0) - 1));
      if (!near) continue;
      for (const g of near) {
        const q = 3 * g * points;
        this.#insert(g, (place[q]! - x) ** 2 + (place[q + 1]! - y) ** 2 + (place[q + 2]! - z) ** 2 + 0.02 * next());
      }
    }
    this.#weigh();
  }

  #insert(guide: number, away: number): void {
    const k = this.#away.findIndex((other) => away < other);
    if (k < 0) return;
    for (let m = 2; m > k; m--) {
      this.#away[m] = this.#away[m - 1]!;
      this.best[m] = this.best[m - 1]!;
    }
    this.#away[k] = away;
    this.best[k] = guide;
  }

  #weigh(): void {
    const { side } = this.#guides;
    this.total = 0;
    for (let k = 0; k < 3; k++) {
      const g = this.best[k]!;
      this.share[k] = g >= 0 && side[g] === side[this.best[0]!] ? 1 / (this.#away[k]! + 0.03) : 0;
      this.total += this.share[k]!;
    }
  }
}

/** What is particular about one strand. */
interface Temper {
  readonly fly: boolean;
  /** Share of its guides' length that it has. */
  readonly upTo: number;
  readonly clump: number;
  readonly off: readonly [number, number, number];
  readonly phase: number;
  readonly loose: number;
  readonly wild: number;
}

function temperOf({ kind, fly: flies, clump }: Growth['style'], next: () => number): Temper {
  const long = kind === 'long';
  const fly = next() < flies;
  return {
    fly,
    upTo: fly ? (long ? 0.12 + 0.4 * next() : 0.5 + 0.5 * next()) : next() < 0.2 ? 0.45 + 0.5 * next() : 1 - 0.18 * next(),
    clump: clamp(clump * (0.6 + 0.8 * next())),
    off: [next() - 0.5, next() - 0.5, next() - 0.5],
    phase: 6.28 * next(),
    loose: (long ? 0.22 : kind === 'curls' ? 0.4 : 0.1) * (0.4 + 0.9 * next()),
    wild: next() ** 2,
  };
}

/** Lays a strand from its root along its guides, into `strand`. Gives how many points it has. */
function layStrand(
  strand: Float32Array,
  { x, y, z, nx, ny, nz }: Root,
  { place: G, points }: Guides,
  { best, share, total }: NearestGuides,
  { fly, upTo, clump, off: [o0, o1, o2], phase, loose, wild }: Temper,
  long: boolean,
): number {
  const q0 = 3 * best[0]! * points;
  const [r0, r1, r2] = [x - G[q0]!, y - G[q0 + 1]!, z - G[q0 + 2]!];
  for (let i = 0; i < points; i++) {
    // Spread over the strand's own length: guides keep their number of points.
    const t = i / (points - 1);
    const s = t * upTo * (points - 1);
    const a = Math.min(points - 2, s | 0);
    const f = s - a;
    const c = clump * smooth(0.04, 0.75, t);
    const spread = loose * smooth(0, 0.5, t);
    let mx = 0;
    let my = 0;
    let mz = 0;
    for (let k = 0; k < 3; k++) {
      if (share[k] === 0) continue;
      const q = 3 * best[k]! * points;
      const e = q + 3 * a;
      const w = share[k]! / total;
      mx += w * (mix(G[e]!, G[e + 3]!, f) - G[q]!);
      my += w * (mix(G[e + 1]!, G[e + 4]!, f) - G[q + 1]!);
      mz += w * (mix(G[e + 2]!, G[e + 5]!, f) - G[q + 2]!);
    }
    const e = q0 + 3 * a;
    const ripple = (long ? 0.05 : 0.03) * smooth(0, 0.3, t);
    const speed = (long ? 7 : 5) * t;
    let px = mix(x + mx, mix(G[e]!, G[e + 3]!, f) + 0.25 * r0, c) + spread * o0 + ripple * Math.sin(phase + speed * (1 + o0));
    let py =
      mix(y + my, mix(G[e + 1]!, G[e + 4]!, f) + 0.25 * r1, c) + spread * o1 + ripple * Math.sin(phase + speed * (1 + o1) + 2);
    let pz =
      mix(z + mz, mix(G[e + 2]!, G[e + 5]!, f) + 0.25 * r2, c) + spread * o2 + ripple * Math.sin(phase + speed * (1 + o2) + 4);
    if (fly) {
      const o = smooth(0.05, 0.6, t) * (long ? 0.15 + 0.75 * wild : 0.5);
      px += o * (0.25 * nx + o0 * 2.2 + 0.3 * Math.sin(phase + 6 * t));
      py += o * (0.12 * ny + o1 * 0.8);
      pz += o * (0.5 * nz + o2 * 2 + 0.3 * Math.cos(phase + 5 * t));
    }
    // None hangs before the face.
    if (long && py < 6.3 && pz > -1.5 && Math.abs(px) < 6.3 + 0.25 * o0 && t > 0.02) return i;
    strand[3 * i] = px;
    strand[3 * i + 1] = py;
    strand[3 * i + 2] = pz;
  }
  return points;
}

/**
 * Grows strands: each lies between the three guides nearest to its root and is drawn to the nearest along its length, so that they
 * clump; each has its own length, spread and colour, and a few fly.
 */
export function growStrands(out: StrandList, growth: Growth): void {
  const { guides, guideOpen, style, strandKind } = growth;
  const { points } = guides;
  if (guides.count === 0) return;
  const next = random(growth.seed);
  const nearest = new NearestGuides(guides);
  const strand = new Float32Array(3 * points);
  scatter(growth.mesh, growth.normal, growth.count, next, growth.keep, (root) => {
    const { x, y, z } = root;
    const edge = strandKind === STRAND.hair ? smooth(0, 0.9, overHairline(x, y, z, growth.hairline)) : 1;
    if (next() > 0.35 + 0.65 * edge) return;
    nearest.find(x, y, z, next);
    const first = nearest.best[0]!;
    if (first < 0) return;
    const temper = temperOf(style, next);
    const made = layStrand(strand, root, guides, nearest, temper, style.kind === 'long');
    if (made < 3) return;
    const n3 = noise(x * 1.5, y * 1.5, z * 1.5 + 7);
    const n4 = ((first * 0.6180339) % 1) - 0.5;
    const grey = style.grey && next() < style.grey * clamp(0.85 + 0.3 * n3 + 0.25 * smooth(8, 2, y)) ? 2.6 + 2 * next() : 1;
    const tint = grey * clamp(1 + style.mottle * (0.7 * n3 + 0.9 * n4) + 0.3 * (next() - 0.5), 0.3, 3);
    const width = style.width * (0.65 + 0.6 * next()) * (0.55 + 0.45 * edge) * (temper.fly ? 0.7 : 1);
    out.add(strand.subarray(0, 3 * made), width, tint, strandKind, style.tip, (i) => guideOpen[first * points + i]!);
    if (style.ends) out.shadeLast((h) => 1 + style.ends * smooth(2, -14, h));
  });
}

/** Down: the fine short hair of cheeks, neck and cloth that catches a light from behind. */
export function addDown(
  out: StrandList,
  mesh: Mesh,
  normal: Float32Array,
  down: {
    readonly count: number;
    readonly seed: number;
    readonly length: number;
    readonly width: number;
    readonly kind: number;
    readonly lie: number;
  },
  keep: (x: number, y: number, z: number, vertex: number) => boolean,
): void {
  const next = random(down.seed);
  const about = () => next() - 0.5;
  scatter(mesh, normal, down.count, next, keep, ({ x, y, z, nx, ny, nz }) => {
    const l = down.length * (0.5 + next());
    const d = [
      nx * (1 - down.lie) + 0.8 * about(),
      ny * (1 - down.lie) - down.lie + 0.8 * about(),
      nz * (1 - down.lie) + 0.8 * about(),
    ];
    const b = [0.6 * about(), 0.6 * about(), 0.6 * about()];
    const points: number[] = [];
    for (const s of [0, 0.5, 1])
      points.push(x + l * s * (d[0]! + s * b[0]!), y + l * s * (d[1]! + s * b[1]!), z + l * s * (d[2]! + s * b[2]!));
    out.add(points, down.width, 1, down.kind, 0.3);
  });
}

/** Writes the direction, of length 1, of a strand at one of its points `i`: `from` is its first, `to` one past its last. `at` is where it is written. */
export function tangentInto(out: Float32Array, at: number, place: Float32Array, i: number, from: number, to: number): void {
  const a = 3 * Math.max(from, i - 1);
  const b = 3 * Math.min(to - 1, i + 1);
  const x = place[b]! - place[a]!;
  const y = place[b + 1]! - place[a + 1]!;
  const z = place[b + 2]! - place[a + 2]!;
  const l = norm(x, y, z) || 1;
  out[3 * at] = x / l;
  out[3 * at + 1] = y / l;
  out[3 * at + 2] = z / l;
}
