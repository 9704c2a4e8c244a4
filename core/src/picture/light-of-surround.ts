import type { Point } from '../document/schema';
import { fromNodes } from '../figure/figure';
import { STRAND } from '../figure/strands';
import type { FibreOut } from '../transport/fibre';
import type { Reaching } from '../transport/reach';
import { toSubject } from '../transport/stage';
import { hairBetween, seenOnSubject, surroundSeen } from '../transport/surround-seen';
import { surroundLands } from '../transport/surround-lands';
import { groupsSeen, HAIR_FIGURES, SENT_COLOURS, surroundLight, type SurroundLight } from '../transport/surround-light';
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

/** Places, six figures each, and the shares of the surround's groups that they see. */
interface Asked {
  readonly places: Float32Array;
  readonly shares: Uint8Array;
}

/** What is asked of a picture: the same for all lamps, so kept with what is seen. */
interface Shares {
  /** Vertices of the figure. */
  readonly vertices: Asked & { readonly asked: Uint32Array };
  /** Places of the room's mesh. */
  readonly room: Asked;
}

const known = new WeakMap<Seen, Shares>();

function sharesOf(seen: Seen): Shares {
  let found = known.get(seen);
  if (!found) {
    known.set(seen, (found = { vertices: atVertices(seen), room: atMesh(seen) }));
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

function atVertices(seen: Seen): Shares['vertices'] {
  const { figure, stage } = seen;
  const { count } = stage.surround.groups;
  const wanted = askedOf(seen);
  const asked = new Uint32Array(wanted.reduce((sum, one) => sum + (one ? 1 : 0), 0));
  for (let v = 0, n = 0; v < wanted.length; v++) if (wanted[v]) asked[n++] = v;
  const places = new Float32Array(6 * asked.length);
  const shares = new Uint8Array(asked.length * count);
  const all = surroundSeen(stage);
  const { position: p, normal } = figure;
  const [cos, sin] = stage.turn;
  for (let n = 0; n < asked.length; n++) {
    const q = 3 * asked[n]!;
    const x = p[q]!;
    const z = p[q + 2]!;
    const nx = normal[q]!;
    const nz = normal[q + 2]!;
    seenOnSubject(all, shares, count * n, x, p[q + 1]!, z, nx, normal[q + 1]!, nz);
    places[6 * n] = cos * x + sin * z;
    places[6 * n + 1] = p[q + 1]! + stage.originM;
    places[6 * n + 2] = -sin * x + cos * z;
    places[6 * n + 3] = cos * nx + sin * nz;
    places[6 * n + 4] = normal[q + 1]!;
    places[6 * n + 5] = -sin * nx + cos * nz;
  }
  return { asked, places, shares };
}

function atMesh(seen: Seen): Asked {
  const { stage } = seen;
  const { count } = stage.surround.groups;
  const { asked } = roomMeshOf(seen);
  const places = new Float32Array(6 * asked.length);
  const shares = new Uint8Array(asked.length * count);
  asked.forEach((i, n) => {
    const { x, y, z } = spotOf(seen, i);
    const [nx, ny, nz] = planeNormal(seen, i);
    places.set([x, y, z, nx, ny, nz], 6 * n);
    groupsSeen(shares, count * n, stage, x, y, z, nx, ny, nz, 0);
  });
  return { places, shares };
}

/** At all vertices of a figure: one after the other has it. */
let atAll = new Float32Array(0);

function onFragments(out: readonly SurroundAmounts[], seen: Seen, light: SurroundLight): void {
  const { fragments: f, figure, stage } = seen;
  const { asked, places, shares } = sharesOf(seen).vertices;
  const lands = surroundLands(light, stage, places, shares);
  const vertices = figure.position.length / 3;
  if (atAll.length < vertices) atAll = new Float32Array(vertices);
  const values = atAll.subarray(0, vertices);
  out.forEach(({ fragments }, k) => {
    values.fill(0);
    for (let n = 0; n < asked.length; n++) values[asked[n]!] = lands[out.length * n + k]!;
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
  const { places, shares } = sharesOf(seen).room;
  const lands = surroundLands(light, seen.stage, places, shares);
  out.forEach(({ room }, k) => {
    for (let n = 0; n < room.length; n++) room[n] = lands[out.length * n + k]!;
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
