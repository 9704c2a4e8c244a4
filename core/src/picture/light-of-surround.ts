import type { Point } from '../document/schema';
import { fromNodes } from '../figure/figure';
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
import { neededNodes } from './nodes';
import { spotOf } from './room-parts';
import type { Seen } from './seen';
import type { SeenStrands } from './seen-strands';
import { groupsOf, planeNormal, roomMeshOf, type Groups } from './soft-mesh';

/** Light by way of the large surfaces round the subject, on all that a picture shows: soft, so that it is found on a coarse mesh and taken between its points. */

/** Of one colour of it. */
export interface SurroundAmounts {
  readonly colour: number;
  readonly fragments: Float32Array;
  /** By groups of points. */
  readonly strands: Float32Array;
  readonly strandsThrough: Float32Array;
  /** By places of the room's mesh, before haze. */
  readonly room: Float32Array;
}

/** What a lamp brings by way of the surround, and the groups of points of strands that it was found for; null without strands. */
export interface OfSurround {
  readonly groups: Groups | null;
  readonly colours: readonly SurroundAmounts[];
}

/** Points of strands that follow each other on one take over what was found for one of so many; of more in a rough picture. */
const [POINTS, ROUGH_POINTS] = [3, 8];

/** What one lamp brings by way of the surround, by its colours. */
export function surroundOn(seen: Seen, reach: Reaching, isRough: boolean): OfSurround {
  const light = surroundLight(reach);
  const groups = seen.strands && groupsOf(seen.strands, isRough ? ROUGH_POINTS : POINTS);
  const count = groups ? groups.length - 1 : 0;
  const colours = light.colours.map((colour): SurroundAmounts => ({
    colour,
    fragments: new Float32Array(seen.fragments.count),
    strands: new Float32Array(count),
    strandsThrough: new Float32Array(count),
    room: new Float32Array(roomMeshOf(seen).asked.length),
  }));
  if (light.group.length === 0) return { groups, colours };
  onFragments(colours, seen, light);
  onRoomParts(colours, seen, light);
  if (seen.strands && groups) onStrands(colours, seen, seen.strands, light, groups);
  return { groups, colours };
}

/** Shares of the surround's groups that places see: the same for all lamps, so kept with what is seen. */
interface Shares {
  /** Of every place of the figure that is asked, by its number among those, -1 elsewhere. */
  readonly number: Int32Array;
  readonly vertices: Uint8Array;
  /** Of every place of the room's mesh. */
  readonly room: Uint8Array;
}

const known = new WeakMap<Seen, Shares>();

function sharesOf(seen: Seen): Shares {
  let found = known.get(seen);
  if (!found) {
    known.set(seen, (found = { ...atVertices(seen), room: atMesh(seen) }));
  }
  return found;
}

/** Where the figure is asked: the nodes of its head, between which the skin takes it over, and all other vertices that are seen. */
function askedOf(seen: Seen): Uint8Array {
  const { figure, used, stage } = seen;
  const asked = used.slice();
  if (figure.skin && stage.shade.neighbours) {
    asked.fill(0, 0, figure.skin.vertices);
    asked.set(neededNodes(seen));
  }
  return asked;
}

function atVertices(seen: Seen): Pick<Shares, 'number' | 'vertices'> {
  const { figure, stage } = seen;
  const { count } = stage.surround.groups;
  const asked = askedOf(seen);
  const number = new Int32Array(asked.length).fill(-1);
  let n = 0;
  for (let v = 0; v < asked.length; v++) if (asked[v]) number[v] = n++;
  const vertices = new Uint8Array(n * count);
  const all = surroundSeen(stage);
  const { position: p, normal: n3 } = figure;
  for (let v = 0; v < number.length; v++) {
    if (number[v]! < 0) continue;
    const q = 3 * v;
    seenOnSubject(all, vertices, count * number[v]!, p[q]!, p[q + 1]!, p[q + 2]!, n3[q]!, n3[q + 1]!, n3[q + 2]!);
  }
  return { number, vertices };
}

function atMesh(seen: Seen): Uint8Array {
  const { stage } = seen;
  const { count } = stage.surround.groups;
  const { asked } = roomMeshOf(seen);
  const shares = new Uint8Array(asked.length * count);
  asked.forEach((i, n) => {
    const { x, y, z } = spotOf(seen, i);
    groupsSeen(shares, count * n, stage, x, y, z, ...planeNormal(seen, i), 0);
  });
  return shares;
}

function onFragments(out: readonly SurroundAmounts[], seen: Seen, light: SurroundLight): void {
  const { fragments: f, figure, stage } = seen;
  const { number, vertices } = sharesOf(seen);
  const { count } = stage.surround.groups;
  const { position: p, normal } = figure;
  const [cos, sin] = stage.turn;
  const lux = bySender();
  const at = out.map(() => new Float32Array(number.length));
  for (let v = 0; v < number.length; v++) {
    if (number[v]! < 0) continue;
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
    if (figure.skin && stage.shade.neighbours) values.set(fromNodes(figure.skin, values.subarray(0, stage.shade.nodes)));
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

function onRoomParts(out: readonly SurroundAmounts[], seen: Seen, light: SurroundLight): void {
  const { stage } = seen;
  const shares = sharesOf(seen).room;
  const { count } = stage.surround.groups;
  const lux = bySender();
  roomMeshOf(seen).asked.forEach((i, n) => {
    const { x, y, z } = spotOf(seen, i);
    fromSurround(lux, light, stage, shares, count * n, x, y, z, ...planeNormal(seen, i));
    for (const { colour, room: amounts } of out) amounts[n] = lux[colour]!;
  });
}

function onStrands(
  out: readonly SurroundAmounts[],
  seen: Seen,
  strands: SeenStrands,
  light: SurroundLight,
  starts: Groups,
): void {
  const { stage, view, figure } = seen;
  const cells = surroundSeen(stage);
  const { place: p, tint, kind } = figure.strands!;
  const eye = toSubject(stage, view.eye);
  const sum = new Float64Array(HAIR_FIGURES * SENT_COLOURS);
  const sent: FibreOut = { reflected: 0, through: 0, scattered: 0 };
  for (let g = 0; g + 1 < starts.length; g++) {
    const n = starts[g]!;
    const point = strands.point[n]!;
    const [x, y, z] = [p[3 * point]!, p[3 * point + 1]!, p[3 * point + 2]!];
    if (!hairBetween(cells, sum, light, x, y, z)) continue;
    const [vx, vy, vz] = [eye[0] - x, eye[1] - y, eye[2] - z];
    const d = Math.sqrt(vx * vx + vy * vy + vz * vz) || 1e-6;
    const way: Point = [vx / d, vy / d, vz / d];
    const t: Point = [strands.tangent[3 * n]!, strands.tangent[3 * n + 1]!, strands.tangent[3 * n + 2]!];
    const how = kind[point]! >= STRAND.down ? 'down' : kind[point] === STRAND.hair ? 'hair' : 'brow';
    for (const { colour, strands: scattered, strandsThrough } of out) {
      surroundFibre(sent, stage, sum, HAIR_FIGURES * colour, way, t, tint[point]!, how);
      scattered[g] = strands.fade[n]! * sent.scattered;
      strandsThrough[g] = strands.fade[n]! * sent.through;
    }
  }
}
