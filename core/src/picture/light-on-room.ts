import { sheenOf, type MaterialName, MATERIAL_NAMES } from '../figure/materials';
import type { Look } from '../document/schema';
import { seenShare } from '../transport/seen-share';
import { free } from './memory';
import { roomSpot, spotInto, type RoomParts, type RoomSpot } from './room-parts';
import type { Seen } from './seen';
import { glint, seenAlong, SHARP_BELOW, sheenOfGloss, type Face } from './sheen';

/** Pixels of the room are asked on a mesh of so many; where its corners disagree on a finer one; and where those do, each by itself. */
const [STRIDE, FINE_STRIDE] = [8, 4];

/** Values that differ by less than this share are taken over between points of the mesh. */
const SMOOTH_SHARE = 0.04;

/**
 * Light on parts of the room, straight past the subject: found on a coarse mesh of pixels and taken between its points, or asked anew where
 * those disagree, as at the edges of beams and shadows.
 */
export function onRoom(seen: Seen, points: Float64Array, open: (spot: RoomSpot) => number): Float32Array {
  const { room, stage, width } = seen;
  const [cos, sin] = stage.turn;
  const out = new Float32Array(room.count);
  const spot = roomSpot();
  const own = (i: number) => {
    spotInto(spot, seen, i);
    const value = open(spot);
    if (value <= 0) return 0;
    const { x, y, z, nx, ny, nz } = spot;
    const [ox, oz, ax, az] = [cos * x - sin * z, sin * x + cos * z, cos * nx - sin * nz, sin * nx + cos * nz];
    return value * seenShare(stage, points, ox, y - stage.originM, oz, ax, ny, az, 0);
  };
  const at = partOfPixel(seen);
  const mesh = new Float32Array(room.count).fill(-1);
  const meshed = (i: number) => (mesh[i]! >= 0 ? mesh[i]! : (mesh[i] = own(i)));
  /** Light between the corners of a square of the mesh round a part; -1 where they disagree, or one shows something else. */
  const within = (i: number, stride: number): number => {
    const p = room.pixel[i]!;
    const u = p % width;
    const x = u % stride;
    const y = ((p / width) | 0) % stride;
    if (u - x + stride >= width) return -1;
    const from = p - x - y * width;
    const m = room.material[i]!;
    const a = at[from] ?? -1;
    const b = at[from + stride] ?? -1;
    const c = at[from + stride * width] ?? -1;
    const d = at[from + stride * width + stride] ?? -1;
    if (a < 0 || b < 0 || c < 0 || d < 0) return -1;
    if (room.material[a] !== m || room.material[b] !== m || room.material[c] !== m || room.material[d] !== m) return -1;
    const va = meshed(a);
    const vb = meshed(b);
    const vc = meshed(c);
    const vd = meshed(d);
    const high = Math.max(Math.max(va, vb), Math.max(vc, vd));
    const low = Math.min(Math.min(va, vb), Math.min(vc, vd));
    if (high - low > SMOOTH_SHARE * high) return -1;
    const fx = x / stride;
    const fy = y / stride;
    return (va * (1 - fx) + vb * fx) * (1 - fy) + (vc * (1 - fx) + vd * fx) * fy;
  };
  for (let i = 0; i < room.count; i++) {
    let value = i < room.through ? within(i, STRIDE) : -1;
    if (value < 0 && i < room.through) value = within(i, FINE_STRIDE);
    out[i] = room.fade[i]! * (value < 0 ? meshed(i) : value);
  }
  free(mesh);
  return out;
}

const partsOfPixels = new WeakMap<Seen, Int32Array>();

/** The part of the room that each pixel shows directly, or -1. */
function partOfPixel(seen: Seen): Int32Array {
  let found = partsOfPixels.get(seen);
  if (!found) {
    found = new Int32Array(seen.width * seen.height).fill(-1);
    for (let i = 0; i < seen.room.through; i++) found[seen.room.pixel[i]!] = i;
    partsOfPixels.set(seen, found);
  }
  return found;
}

/** How parts of the room mirror: painted walls, wet floors, lacquered tables. */
function roomSheens({ backdrop, room }: Look): readonly (readonly [number, number])[] {
  const of: Partial<Record<MaterialName, readonly [number, number]>> = {
    backdrop: sheenOfGloss(backdrop.gloss),
    wall: sheenOfGloss(room.gloss),
    floor: sheenOfGloss(room.gloss),
    table: sheenOf('table'),
  };
  return MATERIAL_NAMES.map((name) => of[name] ?? [1, 0]);
}

/** The lamp mirrored by parts of the room; null where none of them shines. */
export function roomGloss(look: Look, seen: Seen, face: Face, lit: Float32Array): Float32Array | null {
  const { room, view } = seen;
  const { eye } = view;
  const sheens = roomSheens(look);
  if (!room.material.some((material) => (sheens[material]?.[1] ?? 0) > 0)) return null;
  const out = new Float32Array(room.count);
  const spot = roomSpot();
  for (let i = 0; i < room.through; i++) {
    const sheen = sheens[room.material[i]!];
    if (!sheen || sheen[1] <= 0 || lit[i]! <= 0) continue;
    const rough = Math.min(sheen[0], SHARP_BELOW);
    spotInto(spot, seen, i);
    const { x, y, z, nx, ny, nz } = spot;
    const [dx, dy, dz] = [eye[0] - x, eye[1] - y, eye[2] - z];
    const d = Math.sqrt(dx * dx + dy * dy + dz * dz);
    out[i] = room.fade[i]! * glint(face, x, y, z, nx, ny, nz, dx / d, dy / d, dz / d, rough, sheen[1]);
  }
  return out;
}

/** The lamp itself through glass, where the bent line of sight ends on it. */
export function seenThroughGlass(room: RoomParts, face: Face): Float32Array | null {
  const n = room.count - room.through;
  if (n <= 0) return null;
  const out = new Float32Array(n);
  for (let k = 0; k < n; k++) {
    const at = (values: Float32Array, c: number) => values[3 * k + c]!;
    const [bx, by, bz] = [at(room.bent, 0), at(room.bent, 1), at(room.bent, 2)];
    if (bx === 0 && by === 0 && bz === 0) continue;
    out[k] =
      room.fade[room.through + k]! * seenAlong(face, at(room.exit, 0), at(room.exit, 1), at(room.exit, 2), bx, by, bz, 0.06);
  }
  return out;
}
