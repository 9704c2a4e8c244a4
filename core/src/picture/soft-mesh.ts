import { MATERIAL } from '../figure/materials';
import { spotOf } from './room-parts';
import type { Seen } from './seen';
import type { SeenStrands } from './seen-strands';

/** Where soft light is found: at a few places of the room, and at one of several points of a strand that follow each other. All else lies between them. */

/** Of the room one pixel of so many in each direction is asked: about 36 across the picture. */
export const meshStride = (width: number) => 4 * Math.max(1, Math.round(width / 144));

/** Places of the room that are asked, and where its parts lie between them. */
export interface RoomMesh {
  /** Parts of the room. */
  readonly asked: Uint32Array;
  readonly stride: number;
  readonly columns: number;
  /** Number among `asked` by corner of the mesh, row by row; -1 where none of its neighbours goes by it. */
  readonly corner: Int32Array;
  /** By part: which of the four corners round it show its like, a bit each. */
  readonly like: Uint8Array;
  /** The one of `asked` that a part goes by where no corner does. */
  readonly own: ReadonlyMap<number, number>;
}

/** Directions of one plane, or of folds that are looked at as one. */
const SAME_PLANE = 0.98;

/** The direction of a part as its plane has it: folds of cloth are too fine for soft light. */
export function planeNormal(seen: Seen, i: number): readonly [number, number, number] {
  const { nx, ny, nz } = spotOf(seen, i);
  return seen.room.material[i] === MATERIAL.backdrop && Math.abs(ny) < 0.01 ? [0, 0, 1] : [nx, ny, nz];
}

const meshes = new WeakMap<Seen, RoomMesh>();

export function roomMeshOf(seen: Seen): RoomMesh {
  let found = meshes.get(seen);
  if (!found) meshes.set(seen, (found = makeRoomMesh(seen)));
  return found;
}

function makeRoomMesh(seen: Seen): RoomMesh {
  const { room, width, height } = seen;
  const stride = meshStride(width);
  const columns = Math.floor((width - 1) / stride) + 1;
  const rows = Math.floor((height - 1) / stride) + 1;
  /** The part that each corner shows, or -1. */
  const shows = new Int32Array(columns * rows).fill(-1);
  for (let i = 0; i < room.through; i++) {
    const p = room.pixel[i]!;
    const [x, y] = [p % width, Math.floor(p / width)];
    if (x % stride === 0 && y % stride === 0) shows[(y / stride) * columns + x / stride] = i;
  }
  const asked: number[] = [];
  const number = new Map<number, number>();
  const ask = (i: number) => {
    let found = number.get(i);
    if (found === undefined) number.set(i, (found = asked.push(i) - 1));
    return found;
  };
  const isLike = (i: number, j: number) => {
    if (j < 0 || room.material[i] !== room.material[j]) return false;
    const [a, b] = [planeNormal(seen, i), planeNormal(seen, j)];
    return a[0] * b[0] + a[1] * b[1] + a[2] * b[2] > SAME_PLANE;
  };
  /** What was asked by itself in a square of the mesh, by what it shows: its like there take it over. */
  const alone = new Map<number, number>();
  const corner = new Int32Array(columns * rows).fill(-1);
  const like = new Uint8Array(room.count);
  const own = new Map<number, number>();
  for (let i = 0; i < room.count; i++) {
    const p = room.pixel[i]!;
    const x = p % width;
    const y = Math.floor(p / width);
    const square = Math.floor(y / stride) * columns + Math.floor(x / stride);
    // What is seen through glass lies side by side, too, but not in one plane.
    for (let k = 0; k < 4 && i < room.through; k++) {
      const [right, down] = [k & 1, k >> 1];
      if (
        (right && (x % stride === 0 || x - (x % stride) + stride >= width)) ||
        (down && (y % stride === 0 || y - (y % stride) + stride >= height))
      )
        continue;
      const at = square + right + down * columns;
      const j = shows[at]!;
      if (!isLike(i, j)) continue;
      corner[at] = ask(j);
      like[i]! |= 1 << k;
    }
    if (like[i]) continue;
    const key = square * 256 + room.material[i]!;
    const other = alone.get(key);
    const taken = other !== undefined && (i >= room.through || isLike(i, other)) ? other : i;
    alone.set(key, taken);
    own.set(i, ask(taken));
  }
  return { asked: Uint32Array.from(asked), stride, columns, corner, like, own };
}

/** Four of `asked`, and the share of each, between which a part of the room lies: filled by `between`. */
export const around = { number: new Int32Array(4), share: new Float64Array(4) };

const ALL_FOUR = 15;

/** Finds what a part of the room lies between, into `around`. */
export function between(mesh: RoomMesh, { room, width }: Pick<Seen, 'room' | 'width'>, i: number): void {
  const { number, share } = around;
  const mask = mesh.like[i]!;
  if (mask === 0) {
    const alone = mesh.own.get(i)!;
    number[0] = number[1] = number[2] = number[3] = alone;
    share[0] = 1;
    share[1] = share[2] = share[3] = 0;
    return;
  }
  const { stride, columns, corner } = mesh;
  const p = room.pixel[i]!;
  const x = p % width;
  const y = (p / width) | 0;
  const a = (x / stride) | 0;
  const b = (y / stride) | 0;
  const u = x / stride - a;
  const v = y / stride - b;
  const square = b * columns + a;
  if (mask === ALL_FOUR) {
    share[0] = (1 - u) * (1 - v);
    share[1] = u * (1 - v);
    share[2] = (1 - u) * v;
    share[3] = u * v;
    number[0] = corner[square]!;
    number[1] = corner[square + 1]!;
    number[2] = corner[square + columns]!;
    number[3] = corner[square + columns + 1]!;
    return;
  }
  const s0 = mask & 1 ? (1 - u) * (1 - v) : 0;
  const s1 = mask & 2 ? u * (1 - v) : 0;
  const s2 = mask & 4 ? (1 - u) * v : 0;
  const s3 = mask & 8 ? u * v : 0;
  const whole = s0 + s1 + s2 + s3;
  share[0] = s0 / whole;
  share[1] = s1 / whole;
  share[2] = s2 / whole;
  share[3] = s3 / whole;
  // Corners that have no part may lie outside; any number does for them.
  number[0] = mask & 1 ? corner[square]! : 0;
  number[1] = mask & 2 ? corner[square + 1]! : 0;
  number[2] = mask & 4 ? corner[square + columns]! : 0;
  number[3] = mask & 8 ? corner[square + columns + 1]! : 0;
}

/** Groups of points of strands that go by their first: where each begins, and one past the end of the last. */
export type Groups = Uint32Array;

const groups = new WeakMap<SeenStrands, Map<number, Groups>>();

/** Points that follow each other on a strand in groups of so many. */
export function groupsOf(strands: SeenStrands, most: number): Groups {
  let known = groups.get(strands);
  if (!known) groups.set(strands, (known = new Map()));
  let found = known.get(most);
  if (!found) {
    const { point } = strands;
    const starts: number[] = [];
    let last = -1;
    for (let n = 0; n < point.length; n++) {
      if (last >= 0 && n - last < most && point[n]! - point[last]! < most) continue;
      last = starts.push(n) && n;
    }
    known.set(most, (found = Uint32Array.from([...starts, point.length])));
  }
  return found;
}

/** Adds what was found for groups of points to each of them. */
export function addGroups(out: Float32Array, starts: Groups, values: Float32Array): void {
  for (let g = 0; g + 1 < starts.length; g++) for (let n = starts[g]!; n < starts[g + 1]!; n++) out[n]! += values[g]!;
}

/** Adds what was found at the mesh to every part of the room, as haze leaves it. */
export function addMesh(out: Float32Array, seen: Seen, values: Float32Array): void {
  const mesh = roomMeshOf(seen);
  const { number, share } = around;
  for (let i = 0; i < out.length; i++) {
    between(mesh, seen, i);
    const sum =
      share[0]! * values[number[0]!]! +
      share[1]! * values[number[1]!]! +
      share[2]! * values[number[2]!]! +
      share[3]! * values[number[3]!]!;
    out[i]! += seen.room.fade[i]! * sum;
  }
}
