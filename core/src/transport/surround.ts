import { tableOf } from '../figure/index';
import type { Look } from '../document/schema';
import { kept } from '../kept';

/**
 * The large surfaces round a subject, in patches: what a light lands on them they send on, each from its own place, so that a lit backdrop throws its
 * colour on the edge that faces it and not everywhere alike.
 */

/** What sends light on; each has one colour. */
export const SENDERS = ['backdrop', 'wall', 'floor', 'ceiling', 'table'] as const;
export type Sender = (typeof SENDERS)[number];
export const SENDER = Object.fromEntries(SENDERS.map((name, i) => [name, i])) as Readonly<Record<Sender, number>>;

export interface Surround {
  /** What decides it. */
  readonly key: string;
  readonly count: number;
  /** Middle of each patch in the room, three figures; its direction into the room; half its sides along two axes of the room, six figures. */
  readonly place: Float64Array;
  readonly normal: Float64Array;
  readonly sides: Float64Array;
  readonly areaM2: Float64Array;
  readonly sender: Uint8Array;
  /** Patches that lie together: whether one is seen is asked once for all of them, at their middle. */
  readonly group: Uint16Array;
  readonly groups: {
    readonly count: number;
    readonly place: Float64Array;
    readonly normal: Float64Array;
    readonly radiusM: Float64Array;
    readonly sender: Uint8Array;
  };
  /** A table top, which hides what lies under it. */
  readonly table: { readonly topM: number; readonly halfWidthM: number; readonly halfDepthM: number } | null;
}

/** How far paper lies out on the floor before the subject, m. */
export const PAPER_BEFORE_M = 0.6;

/** Sides of patches near the subject, m, and how far from it that is; further out one strip goes to the wall. */
const BACKDROP_PATCH_M = 0.4;
const PATCH_M = 0.7;
const NEAR_M = 3;
const TABLE_PATCH_M = 0.12;
/** Where a surface is large, so many patches along one side at most. */
const MOST = 12;

/** Edges of patches from `low` to `high`: about `size` wide between `from` and `to`, a strip beyond them. `at` are edges that must be there. */
function edges(low: number, high: number, from: number, to: number, size: number, at: readonly number[] = []): number[] {
  const stops = [low, Math.max(low, from), ...at.filter((v) => v > low && v < high), Math.min(high, to), high].sort(
    (a, b) => a - b,
  );
  const out = [low];
  for (let i = 1; i < stops.length; i++) {
    const [a, b] = [stops[i - 1]!, stops[i]!];
    if (b - a < 0.02) continue;
    const isNear = b > from && a < to;
    const n = isNear ? Math.min(MOST, Math.max(1, Math.round((b - a) / size))) : 1;
    for (let k = 1; k <= n; k++) out.push(a + ((b - a) * k) / n);
  }
  return out;
}

/** Sides of a cube round the subject are divided into so many directions each way: patches of one plane in one direction make a group. */
const DIRECTIONS = 4;

/** The number of a direction, on a cube whose sides are divided so that each part takes about the same angle. */
function directionOf(x: number, y: number, z: number): number {
  const [a, b, c] = [Math.abs(x), Math.abs(y), Math.abs(z)];
  const axis = a >= b && a >= c ? 0 : b >= c ? 1 : 2;
  const [main, u, v] = axis === 0 ? [x, y, z] : axis === 1 ? [y, x, z] : [z, x, y];
  const part = (w: number) =>
    Math.min(DIRECTIONS - 1, Math.floor((Math.atan(w / Math.abs(main)) / (Math.PI / 2) + 0.5) * DIRECTIONS));
  return ((2 * axis + (main > 0 ? 1 : 0)) * DIRECTIONS + part(u)) * DIRECTIONS + part(v);
}

interface Plane {
  /** Axes of the room along its sides, and the one it stands on, with the side that it faces. */
  readonly u: 0 | 1 | 2;
  readonly v: 0 | 1 | 2;
  readonly at: number;
  readonly faces: 1 | -1;
  readonly cutsU: readonly number[];
  readonly cutsV: readonly number[];
  readonly sender: (u: number, v: number) => Sender;
}

class Patches {
  readonly place: number[] = [];
  readonly normal: number[] = [];
  readonly sides: number[] = [];
  readonly area: number[] = [];
  readonly sender: number[] = [];
  readonly group: number[] = [];
  private readonly numbers = new Map<string, number>();

  constructor(private readonly middleM: number) {}

  add({ u, v, at, faces, cutsU, cutsV, sender }: Plane): void {
    const w = (3 - u - v) as 0 | 1 | 2;
    const normal: [number, number, number] = [0, 0, 0];
    normal[w] = faces;
    for (let i = 0; i + 1 < cutsU.length; i++)
      for (let j = 0; j + 1 < cutsV.length; j++) {
        const [halfU, halfV] = [(cutsU[i + 1]! - cutsU[i]!) / 2, (cutsV[j + 1]! - cutsV[j]!) / 2];
        const place: [number, number, number] = [0, 0, 0];
        const sides = [0, 0, 0, 0, 0, 0];
        place[u] = cutsU[i]! + halfU;
        place[v] = cutsV[j]! + halfV;
        place[w] = at;
        sides[u] = halfU;
        sides[3 + v] = halfV;
        const of = sender(place[u], place[v]);
        const key = `${w} ${at} ${of} ${directionOf(place[0], place[1] - this.middleM, place[2])}`;
        if (!this.numbers.has(key)) this.numbers.set(key, this.numbers.size);
        this.place.push(...place);
        this.normal.push(...normal);
        this.sides.push(...sides);
        this.area.push(4 * halfU * halfV);
        this.sender.push(SENDER[of]);
        this.group.push(this.numbers.get(key)!);
      }
  }

  done(key: string, table: Surround['table']): Surround {
    const count = this.area.length;
    const n = this.numbers.size;
    const groups = {
      count: n,
      place: new Float64Array(3 * n),
      normal: new Float64Array(3 * n),
      radiusM: new Float64Array(n),
      sender: new Uint8Array(n),
    };
    const areas = new Float64Array(n);
    this.group.forEach((g, j) => {
      areas[g]! += this.area[j]!;
      groups.sender[g] = this.sender[j]!;
      for (let c = 0; c < 3; c++) {
        groups.place[3 * g + c]! += this.area[j]! * this.place[3 * j + c]!;
        groups.normal[3 * g + c] = this.normal[3 * j + c]!;
      }
    });
    for (let g = 0; g < n; g++) {
      for (let c = 0; c < 3; c++) groups.place[3 * g + c]! /= areas[g]!;
      groups.radiusM[g] = Math.sqrt(areas[g]! / Math.PI);
    }
    return {
      key,
      count,
      place: Float64Array.from(this.place),
      normal: Float64Array.from(this.normal),
      sides: Float64Array.from(this.sides),
      areaM2: Float64Array.from(this.area),
      sender: Uint8Array.from(this.sender),
      group: Uint16Array.from(this.group),
      groups,
      table,
    };
  }
}

type Surrounded = Pick<Look, 'backdrop' | 'room' | 'subject'>;

const known = kept<Surround>(16);

/** The surfaces of a look's room in patches; kept by what decides them. */
export function surroundOf(look: Surrounded): Surround {
  const { backdrop, room, subject } = look;
  const { widthM, distanceM, type } = backdrop;
  const key = JSON.stringify([
    [widthM, distanceM, type],
    [room.widthM, room.depthM, room.heightM],
    [subject.form, subject.faceHeightM],
  ]);
  return known(key, () => madeSurround(look, key));
}

function madeSurround({ backdrop, room, subject }: Surrounded, key: string): Surround {
  const { type } = backdrop;
  const back = -backdrop.distanceM;
  const front = back + Math.max(room.depthM, backdrop.distanceM + 0.3);
  const half = room.widthM / 2;
  const halfBackdrop = type === 'none' ? 0 : type === 'wall' ? half : Math.min(half, backdrop.widthM / 2);
  const hangs = (x: number) => Math.abs(x) < halfBackdrop;
  const top = Math.min(room.heightM, subject.faceHeightM + 2);
  const y = (size: number) => edges(0, room.heightM, 0, top, size);
  const z = (size: number, at: readonly number[] = []) => edges(back, front, back, NEAR_M, size, at);
  const sides = type === 'none' || type === 'wall' ? [] : [-halfBackdrop, halfBackdrop];
  const x = (size: number) => edges(-half, half, -NEAR_M, NEAR_M, size, sides);
  const patches = new Patches(subject.faceHeightM);
  const onBack = Math.min(PATCH_M, Math.max(BACKDROP_PATCH_M, backdrop.distanceM / 4));
  const isPaper = (u: number, v: number) => type === 'sweep' && hangs(u) && v < PAPER_BEFORE_M;
  const wall = (): Sender => 'wall';
  patches.add({
    ...{ u: 0, v: 1, at: back, faces: 1, cutsU: x(onBack), cutsV: y(onBack) },
    sender: (u) => (hangs(u) ? 'backdrop' : 'wall'),
  });
  patches.add({
    ...{ u: 0, v: 2, at: 0, faces: 1, cutsU: x(PATCH_M), cutsV: z(PATCH_M, type === 'sweep' ? [PAPER_BEFORE_M] : []) },
    sender: (u, v) => (isPaper(u, v) ? 'backdrop' : 'floor'),
  });

  patches.add({ u: 0, v: 2, at: room.heightM, faces: -1, cutsU: x(PATCH_M), cutsV: z(PATCH_M), sender: () => 'ceiling' });
  for (const faces of [1, -1] as const)
    patches.add({ u: 2, v: 1, at: -faces * half, faces, cutsU: z(PATCH_M), cutsV: y(PATCH_M), sender: wall });
  patches.add({ u: 0, v: 1, at: front, faces: -1, cutsU: x(PATCH_M), cutsV: y(PATCH_M), sender: wall });
  const table = tableOf(subject);
  if (table) {
    const { halfWidthM: w, halfDepthM: d } = table;
    const at = subject.faceHeightM + table.topM;
    const cuts = (side: number) => edges(-side, side, -side, side, TABLE_PATCH_M);
    patches.add({ u: 0, v: 2, at, faces: 1, cutsU: cuts(w), cutsV: cuts(d), sender: () => 'table' });
  }
  return patches.done(key, table ? { ...table, topM: subject.faceHeightM + table.topM } : null);
}
