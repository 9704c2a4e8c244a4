import type { Point } from '../document/schema';
import { MATERIAL } from '../figure/materials';
import { STRAND } from '../figure/strands';
import type { FibreOut } from '../transport/fibre';
import type { Reaching } from '../transport/reach';
import { toSubject } from '../transport/stage';
import { hairBetween, seenOnSubject, surroundSeen } from '../transport/surround-seen';
import {
  bySender,
  fromSurround,
  groupsSeen,
  HAIR_FIGURES,
  SENT_COLOURS,
  surroundLight,
  type SurroundLight,
} from '../transport/surround-light';
import { surroundFibre } from '../transport/zone-light';
import type { Seen } from './seen';
import type { SeenStrands } from './seen-strands';

/** Light by way of the large surfaces round the subject, on all that a picture shows: soft, so that it is found on a coarse mesh and taken between its points. */

/** Of one colour of it. */
export interface SurroundAmounts {
  readonly colour: number;
  readonly fragments: Float32Array;
  readonly strands: Float32Array;
  readonly strandsThrough: Float32Array;
  readonly room: Float32Array;
}

/** What one lamp brings by way of the surround, by its colours. */
export function surroundOn(seen: Seen, reach: Reaching, isRough: boolean): SurroundAmounts[] {
  const light = surroundLight(reach);
  const points = seen.strands?.point.length ?? 0;
  const out = light.colours.map((colour): SurroundAmounts => ({
    colour,
    fragments: new Float32Array(seen.fragments.count),
    strands: new Float32Array(points),
    strandsThrough: new Float32Array(points),
    room: new Float32Array(seen.room.count),
  }));
  if (light.group.length === 0) return out;
  onFragments(out, seen, light);
  onRoomParts(out, seen, light);
  if (seen.strands) onStrands(out, seen, seen.strands, light, isRough ? ROUGH_POINTS : POINTS);
  return out;
}

/** Shares of the surround's groups that places see: the same for all lamps, so kept with what is seen. */
interface Shares {
  /** Of every vertex that is seen, by its number among those, -1 elsewhere. */
  readonly number: Int32Array;
  readonly vertices: Uint8Array;
  readonly room: RoomMesh;
}

const known = new WeakMap<Seen, Shares>();

function sharesOf(seen: Seen): Shares {
  let found = known.get(seen);
  if (!found) {
    known.set(seen, (found = { ...atVertices(seen), room: roomMesh(seen) }));
  }
  return found;
}

function atVertices({ used, figure, stage }: Seen): Pick<Shares, 'number' | 'vertices'> {
  const { count } = stage.surround.groups;
  const number = new Int32Array(used.length).fill(-1);
  let n = 0;
  for (let v = 0; v < used.length; v++) if (used[v]) number[v] = n++;
  const vertices = new Uint8Array(n * count);
  const all = surroundSeen(stage);
  const { position: p, normal: n3 } = figure;
  for (let v = 0; v < used.length; v++) {
    if (!used[v]) continue;
    const q = 3 * v;
    seenOnSubject(all, vertices, count * number[v]!, p[q]!, p[q + 1]!, p[q + 2]!, n3[q]!, n3[q + 1]!, n3[q + 2]!);
  }
  return { number, vertices };
}

function onFragments(out: readonly SurroundAmounts[], seen: Seen, light: SurroundLight): void {
  const { fragments: f, figure, stage, used } = seen;
  const { number, vertices } = sharesOf(seen);
  const { count } = stage.surround.groups;
  const { position: p, normal } = figure;
  const [cos, sin] = stage.turn;
  const lux = bySender();
  const at = out.map(() => new Float32Array(used.length));
  for (let v = 0; v < used.length; v++) {
    if (!used[v]) continue;
    const q = 3 * v;
    fromSurround(
      lux,
      light,
      stage,
      vertices,
      count * number[v]!,
      cos * p[q]! + sin * p[q + 2]!,
      p[q + 1]! + stage.originM,
      -sin * p[q]! + cos * p[q + 2]!,
      cos * normal[q]! + sin * normal[q + 2]!,
      normal[q + 1]!,
      -sin * normal[q]! + cos * normal[q + 2]!,
    );
    out.forEach(({ colour }, k) => (at[k]![v] = lux[colour]!));
  }
  out.forEach(({ fragments }, k) => {
    const values = at[k]!;
    for (let i = 0; i < f.count; i++) {
      const q = 3 * i;
      fragments[i] =
        f.fade[i]! *
        (f.weight[q]! * values[f.corner[q]!]! +
          f.weight[q + 1]! * values[f.corner[q + 1]!]! +
          f.weight[q + 2]! * values[f.corner[q + 2]!]!);
    }
  });
}

/** Of the room one pixel of so many in each direction is asked: about 36 across the picture. */
export const meshStride = (width: number) => 4 * Math.max(1, Math.round(width / 144));
/** Directions of one plane, or of folds that are looked at as one. */
const SAME_PLANE = 0.98;

/** Where the light of the surround is found on parts of the room: `asked` are parts, and every part lies between up to four of them. */
interface RoomMesh {
  readonly asked: Uint32Array;
  readonly shares: Uint8Array;
  /** Four numbers among `asked` for each part, and the share of each. */
  readonly corners: Int32Array;
  readonly parts: Float32Array;
}

/** The direction of a part as its plane has it: folds of cloth are too fine for soft light. */
function planeNormal({ room }: Seen, i: number): readonly [number, number, number] {
  const q = 3 * i;
  if (room.material[i] === MATERIAL.backdrop && Math.abs(room.normal[q + 1]!) < 0.01) return [0, 0, 1];
  return [room.normal[q]!, room.normal[q + 1]!, room.normal[q + 2]!];
}

function roomMesh(seen: Seen): RoomMesh {
  const { room, width, height, stage } = seen;
  const stride = meshStride(width);
  const at = new Int32Array(width * height).fill(-1);
  for (let i = 0; i < room.through; i++) at[room.pixel[i]!] = i;
  const asked: number[] = [];
  const number = new Int32Array(room.count).fill(-1);
  const ask = (i: number) => {
    if (number[i]! < 0) number[i] = asked.push(i) - 1;
    return number[i]!;
  };
  /** What was asked by itself in a square of the mesh, by what it shows: its like there take it over. */
  const alone = new Map<number, number>();
  const corners = new Int32Array(4 * room.count);
  const parts = new Float32Array(4 * room.count);
  const isLike = (i: number, j: number) => {
    if (j < 0 || room.material[i] !== room.material[j]) return false;
    const [a, b] = [planeNormal(seen, i), planeNormal(seen, j)];
    return a[0] * b[0] + a[1] * b[1] + a[2] * b[2] > SAME_PLANE;
  };
  for (let i = 0; i < room.count; i++) {
    const p = room.pixel[i]!;
    const x = p % width;
    const y = Math.floor(p / width);
    const [u, v] = [(x % stride) / stride, (y % stride) / stride];
    let whole = 0;
    // What is seen through glass lies side by side, too, but not in one plane.
    for (let k = 0; k < 4 && i < room.through; k++) {
      const share = (k & 1 ? u : 1 - u) * (k & 2 ? v : 1 - v);
      const cx = x - (x % stride) + (k & 1 ? stride : 0);
      const cy = y - (y % stride) + (k & 2 ? stride : 0);
      const j = share > 0 && cx < width && cy < height ? at[cy * width + cx]! : -1;
      if (!isLike(i, j)) continue;
      corners[4 * i + k] = ask(j);
      parts[4 * i + k] = share;
      whole += share;
    }
    if (whole > 0) for (let k = 0; k < 4; k++) parts[4 * i + k]! /= whole;
    else {
      const square = (Math.floor(y / stride) * width + Math.floor(x / stride)) * 256 + room.material[i]!;
      const like = alone.get(square);
      const own = like !== undefined && (i >= room.through || isLike(i, like)) ? like : i;
      alone.set(square, own);
      corners[4 * i] = ask(own);
      parts[4 * i] = 1;
    }
  }
  const { count } = stage.surround.groups;
  const shares = new Uint8Array(asked.length * count);
  asked.forEach((i, n) => {
    const q = 3 * i;
    groupsSeen(shares, count * n, stage, room.place[q]!, room.place[q + 1]!, room.place[q + 2]!, ...planeNormal(seen, i), 0);
  });
  return { asked: Uint32Array.from(asked), shares, corners, parts };
}

function onRoomParts(out: readonly SurroundAmounts[], seen: Seen, light: SurroundLight): void {
  const { room, stage } = seen;
  const { asked, shares, corners, parts } = sharesOf(seen).room;
  const { count } = stage.surround.groups;
  const lux = bySender();
  const at = out.map(() => new Float32Array(asked.length));
  asked.forEach((i, n) => {
    const q = 3 * i;
    const normal = planeNormal(seen, i);
    fromSurround(lux, light, stage, shares, count * n, room.place[q]!, room.place[q + 1]!, room.place[q + 2]!, ...normal);
    out.forEach(({ colour }, k) => (at[k]![n] = lux[colour]!));
  });
  out.forEach(({ room: amounts }, k) => {
    const values = at[k]!;
    for (let i = 0; i < room.count; i++) {
      let sum = 0;
      for (let k = 4 * i; k < 4 * i + 4; k++) sum += parts[k]! * values[corners[k]!]!;
      amounts[i] = room.fade[i]! * sum;
    }
  });
}

/** Points of strands that follow each other on one take over what was found for one of so many; of more in a rough picture. */
const [POINTS, ROUGH_POINTS] = [3, 8];

function onStrands(out: readonly SurroundAmounts[], seen: Seen, strands: SeenStrands, light: SurroundLight, every: number): void {
  const { stage, view, figure } = seen;
  const cells = surroundSeen(stage);
  const { place: p, tint, kind } = figure.strands!;
  const eye = toSubject(stage, view.eye);
  const sum = new Float64Array(HAIR_FIGURES * SENT_COLOURS);
  const sent: FibreOut = { reflected: 0, through: 0, scattered: 0 };
  let last = -1;
  for (let n = 0; n < strands.point.length; n++) {
    const point = strands.point[n]!;
    if (last >= 0 && n - last < every && point - strands.point[last]! < every) {
      for (const { strands: scattered, strandsThrough } of out) {
        scattered[n] = scattered[last]!;
        strandsThrough[n] = strandsThrough[last]!;
      }
      continue;
    }
    last = n;
    const [x, y, z] = [p[3 * point]!, p[3 * point + 1]!, p[3 * point + 2]!];
    if (!hairBetween(cells, sum, light, x, y, z)) continue;
    const [vx, vy, vz] = [eye[0] - x, eye[1] - y, eye[2] - z];
    const d = Math.sqrt(vx * vx + vy * vy + vz * vz) || 1e-6;
    const way: Point = [vx / d, vy / d, vz / d];
    const t: Point = [strands.tangent[3 * n]!, strands.tangent[3 * n + 1]!, strands.tangent[3 * n + 2]!];
    const how = kind[point]! >= STRAND.down ? 'down' : kind[point] === STRAND.hair ? 'hair' : 'brow';
    for (const { colour, strands: scattered, strandsThrough } of out) {
      surroundFibre(sent, stage, sum, HAIR_FIGURES * colour, way, t, tint[point]!, how);
      scattered[n] = strands.fade[n]! * sent.scattered;
      strandsThrough[n] = strands.fade[n]! * sent.through;
    }
  }
}
