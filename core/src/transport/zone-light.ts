import { firstHit, type Shade } from '../figure/index';
import { SURFACE } from '../figure/surfaces';
import type { Point, Probe } from '../document/schema';
import { clothShares, skinHollow } from './bounce';
import { unitVector } from './geometry';
import { downFibre, fibre, type FibreOut } from './fibre';
import { byCard, openFlux, openLight, straight, type Reaching } from './reach';
import { liftOf, overHorizon, seenShare } from './seen-share';
import { SKIN_SPREAD, WIDE_MIX } from './skin-light';
import { bySender, fromSurround, groupsSeen, HAIR_FIGURES, spreadOf, surroundLight } from './surround-light';
import { hairBetween, seenOnSubject, surroundSeen } from './surround-seen';
import { hairOnWay, toRoom, toSubject, turnToRoom, turnToSubject, type Stage } from './stage';
import { kept } from '../kept';

/** A probe where it lies on its surface in the room. */
export interface Placed {
  readonly place: Point;
  /** Of length 1. */
  readonly normal: Point;
  /** Direction of the body under folds of cloth, in the subject's own axes; null on what has none. */
  readonly base: Point | null;
  /** How much of the light of the room comes in: 1 in the open. */
  readonly open: number;
  /** What of the subject it lies on; null on the room. */
  readonly on: OnSubject | null;
}

export interface OnSubject {
  readonly surface: number;
  /** Corners of the face it lies on, and their shares. */
  readonly corners: readonly [number, number, number];
  readonly shares: readonly [number, number, number];
  /** Points of hair that stand for it; empty where it is no hair. */
  readonly strands: readonly number[];
}

/** From how far out a probe is looked for on the subject, and how far in, m. */
const OUTSIDE_M = 0.3;
const INSIDE_M = 0.22;
/** Hair counts as met where so much of it lies behind one. */
const HAIR_DEPTH = 0.4;
const HAIR_STEP_M = 0.006;
const STRANDS = 14;
const NEAR_STRANDS_M = 0.035;

const known = kept<Placed>(512);

/**
 * Puts a probe on what it belongs to. Probes of the subject are written down as if it faced the camera: they turn with it, and move
 * along their own direction onto its surface, so that figures and picture speak of the same place.
 */
export function placed(stage: Stage, probe: Probe): Placed {
  if (probe.body === 'none') return { place: probe.position, normal: unitVector(probe.normal), base: null, open: 1, on: null };
  const key = `${stage.shade.key} ${stage.originM} ${stage.turn.join()} ${probe.surface} ${probe.position.join()} ${probe.normal.join()}`;
  return known(key, () => onSubject(stage, probe));
}

function onSubject(stage: Stage, probe: Probe): Placed {
  const { shade, originM } = stage;
  const normal = unitVector(probe.normal);
  const at: Point = [probe.position[0], probe.position[1] - originM, probe.position[2]];
  const small = Math.min(1, (shade.high[1] - shade.low[1]) / 0.8);
  const out = OUTSIDE_M * small;
  const from: Point = [at[0] + out * normal[0], at[1] + out * normal[1], at[2] + out * normal[2]];
  const way: Point = [-normal[0], -normal[1], -normal[2]];
  if (probe.surface === 'hair' && shade.hair) {
    const hair = inHair(stage, from, way, normal, out + INSIDE_M * small);
    if (hair) return hair;
  }
  const met = firstHit(shade.bvh, from, way, out + INSIDE_M * small);
  if (!met) return { place: toRoom(stage, at), normal: turnToRoom(stage, normal), base: null, open: 1, on: null };
  const { mesh } = shade;
  const corners = [0, 1, 2].map((k) => mesh.face[3 * met.triangle + k]!) as [number, number, number];
  const shares = [1 - met.u - met.v, met.u, met.v] as const;
  const blend = (values: Float32Array, k: number, size: number) =>
    shares.reduce((sum, w, i) => sum + w * values[size * corners[i]! + k]!, 0);
  const own = unitVector([0, 1, 2].map((k) => blend(shade.normal, k, 3)) as Point);
  return {
    place: toRoom(stage, [0, 1, 2].map((k) => blend(mesh.position, k, 3)) as Point),
    normal: turnToRoom(stage, own),
    base: shade.surface[corners[0]] === SURFACE.cloth ? unitVector([0, 1, 2].map((k) => blend(shade.base, k, 3)) as Point) : null,
    open: blend(shade.open, 0, 1),
    on: { surface: shade.surface[corners[0]]!, corners, shares, strands: [] },
  };
}

/** Where a probe of hair meets the mass of it, and the strands that stand for it there. */
function inHair(stage: Stage, from: Point, way: Point, normal: Point, most: number): Placed | null {
  const { shade } = stage;
  const solid = firstHit(shade.bvh, from, way, most)?.t ?? most;
  const whole = hairOnWay(shade, ...from, ...way, solid);
  if (whole < 0.3) return null;
  let t = 0;
  while (
    t < solid &&
    whole - hairOnWay(shade, from[0] + t * way[0], from[1] + t * way[1], from[2] + t * way[2], ...way, solid - t) <
      Math.min(HAIR_DEPTH, 0.6 * whole)
  )
    t += HAIR_STEP_M;
  const at: Point = [from[0] + t * way[0], from[1] + t * way[1], from[2] + t * way[2]];
  const { place } = shade.strandPoints;
  const near: { i: number; d: number }[] = [];
  for (let i = 0; i < place.length / 3; i++) {
    const d = Math.hypot(place[3 * i]! - at[0], place[3 * i + 1]! - at[1], place[3 * i + 2]! - at[2]);
    if (d < NEAR_STRANDS_M) near.push({ i, d });
  }
  // What is seen of hair is its outside: the points with least of it over them.
  const over = ({ i }: { i: number }) => hairOnWay(shade, place[3 * i]!, place[3 * i + 1]!, place[3 * i + 2]!, ...normal, 0.2);
  const strands = near
    .map((one) => ({ i: one.i, depth: over(one) }))
    .sort((a, b) => a.depth - b.depth || a.i - b.i)
    .slice(0, STRANDS)
    .map(({ i }) => i);
  if (strands.length === 0) return null;
  return {
    place: toRoom(stage, at),
    normal: turnToRoom(stage, normal),
    base: null,
    open: opennessIn(shade, at),
    on: { surface: SURFACE.skin, corners: [0, 0, 0], shares: [1, 0, 0], strands },
  };
}

/** Share of the room's light that comes to hair at a place, by the depth of hair round it. */
function opennessIn(shade: Shade, at: Point): number {
  const rays = 18;
  let sum = 0;
  for (let i = 0; i < rays; i++) {
    const y = 1 - (2 * (i + 0.5)) / rays;
    const r = Math.sqrt(1 - y * y);
    sum +=
      ((y < -0.2 ? 0.4 : 1) * Math.exp(-hairOnWay(shade, ...at, r * Math.cos(i * 2.39996), y, r * Math.sin(i * 2.39996), 0.4))) /
      rays;
  }
  return sum;
}

/** Share of the room's light that a strand sends on of what comes to it. */
export const STRAND_ROOM = 0.55;

/** What one light brings to one place per unit of its intensity, 1/m^2, before any colour. */
export interface Brought {
  /** Straight and by way of white cards, by channel: skin mixes the light of its surroundings in, red from furthest. */
  readonly direct: readonly [number, number, number];
  /** Once through strands, and mirrored by them: hair only. */
  readonly through: number;
  readonly mirrored: number;
  /** By way of the subject's own cloth and skin. */
  readonly fromCloth: number;
  readonly fromSkin: number;
  /** By way of each coloured card: index of the board, and what it brings before its colour. */
  readonly cards: readonly { readonly board: number; readonly value: number }[];
  /** By way of the large surfaces round the subject, by sender before their colour: on surfaces and scattered by hair, and once through strands. */
  readonly sent: Float64Array;
  readonly sentThrough: Float64Array;
}

/** Light on the patches of cloth by light: made once for all places of a stage. */
const patchLights = new WeakMap<Reaching, Float32Array>();

/** Illuminance of every patch of cloth by one lamp, straight and by white cards. */
export function patchLight(reach: Reaching): Float32Array {
  let found = patchLights.get(reach);
  if (!found) {
    const { stage } = reach;
    found = Float32Array.from(stage.shade.patches, ({ place, normal }) =>
      lightOn(reach, toRoom(stage, place as Point), turnToRoom(stage, normal as Point), liftOf(SURFACE.cloth)),
    );
    patchLights.set(reach, found);
  }
  return found;
}

/** Straight and by way of white cards. */
export function lightOn(reach: Reaching, place: Point, normal: Point, liftM: number): number {
  let sum = straight(reach, place, normal, liftM);
  for (const card of reach.cards) if (!card.tinted) sum += byCard(card, reach, place, normal, liftM);
  return sum;
}

const nodeLights = new WeakMap<Reaching, Map<number, number>>();

/** Light of a lamp at a node of the head's skin, kept as long as the lamp stands. */
function nodeLight(reach: Reaching, node: number): number {
  let lights = nodeLights.get(reach);
  if (!lights) nodeLights.set(reach, (lights = new Map()));
  let found = lights.get(node);
  if (found === undefined) lights.set(node, (found = lightAtNode(reach, node)));
  return found;
}

/** Light of a lamp at a vertex of the shade's mesh, of which it sees the share `see` where that is known. */
export function lightAtNode(reach: Reaching, node: number, see?: number): number {
  const { stage } = reach;
  const { mesh, normal } = stage.shade;
  const q = 3 * node;
  const p = mesh.position;
  const [nx, ny, nz] = [normal[q]!, normal[q + 1]!, normal[q + 2]!];
  const place = toRoom(stage, [p[q]!, p[q + 1]!, p[q + 2]!]);
  const open = openLight(reach, ...place, ...turnToRoom(stage, [nx, ny, nz]));
  if (open <= 0 || see === 0) return 0;
  return open * (see ?? seenShare(stage, reach.points, p[q]!, p[q + 1]!, p[q + 2]!, nx, ny, nz, liftOf(SURFACE.skin)));
}

/** The wide light at a node: its own with that of its neighbours. */
export function wideAtNode({ neighbours }: Shade, at: (node: number) => number, node: number): number {
  const { row, column } = neighbours!;
  let sum = 0;
  const [from, to] = [row[node]!, row[node + 1]!];
  for (let r = from; r < to; r++) sum += at(column[r]!);
  return at(node) + WIDE_MIX * (sum / Math.max(1, to - from) - at(node));
}

/** Shares of the surround's groups that a place sees: of the subject between vertices of its mesh, as pictures have them; of the room from itself. */
function groupsAt(stage: Stage, { place, normal, on }: Placed): Uint8Array {
  const seen = new Uint8Array(stage.surround.groups.count);
  if (on) {
    seenOnSubject(surroundSeen(stage), seen, 0, ...toSubject(stage, place), ...turnToSubject(stage, normal));
  } else groupsSeen(seen, 0, stage, ...place, ...normal, 0);
  return seen;
}

const NOTHING = bySender();

/** By way of the surround, on a surface. */
function sentTo(reach: Reaching, at: Placed): Float64Array {
  const out = bySender();
  fromSurround(out, surroundLight(reach), reach.stage, groupsAt(reach.stage, at), 0, ...at.place, ...at.normal);
  return out;
}

const shares = new Float32Array(64);
const scatter: FibreOut = { reflected: 0, through: 0, scattered: 0 };

/** What one lamp brings to a probe. `eye` is the camera's place: what hair sends depends on it. */
export function bring(reach: Reaching, at: Placed, eye: Point): Brought {
  const { stage } = reach;
  if (at.on?.strands.length) return bringHair(reach, at.on.strands, eye);
  const lift = liftOf(at.on ? at.on.surface : null);
  const own3 = at.base ? toSubject(stage, at.place) : null;
  const facing = (points: Float64Array) => (own3 && at.base ? overHorizon(points, ...own3, ...at.base) : 1);
  const sharp = facing(reach.points) * straight(reach, at.place, at.normal, lift);
  let white = 0;
  const cards: { board: number; value: number }[] = [];
  for (const card of reach.cards) {
    const value = facing(card.points) * byCard(card, reach, at.place, at.normal, lift);
    if (card.tinted) cards.push({ board: card.board, value });
    else white += value;
  }
  const skin = at.on && at.on.surface === SURFACE.skin && at.on.corners.every((v) => v < stage.shade.nodes) ? at.on : null;
  const own = (node: number) => nodeLight(reach, node);
  const near = skin ? skin.corners.reduce((sum, v, k) => sum + skin.shares[k]! * own(v), 0) : sharp;
  const wide = skin ? skin.corners.reduce((sum, v, k) => sum + skin.shares[k]! * wideAtNode(stage.shade, own, v), 0) : sharp;
  const direct = SKIN_SPREAD.map(([a, b, c]) => (skin ? a * sharp + b * near + c * wide : sharp) + white) as [
    number,
    number,
    number,
  ];
  return {
    direct,
    through: 0,
    mirrored: 0,
    fromCloth: at.on ? clothOn(reach, at, at.on) : 0,
    fromSkin: skin ? skinHollow(at.open) * wide : 0,
    cards,
    sent: sentTo(reach, at),
    sentThrough: NOTHING,
  };
}

function clothOn(reach: Reaching, { place, normal, open }: Placed, { surface }: OnSubject): number {
  const { stage } = reach;
  const [x, y, z] = toSubject(stage, place);
  const [cos, sin] = stage.turn;
  if (
    !clothShares(
      shares,
      stage.shade,
      surface,
      open,
      x,
      y,
      z,
      cos * normal[0] - sin * normal[2],
      normal[1],
      sin * normal[0] + cos * normal[2],
    )
  )
    return 0;
  const light = patchLight(reach);
  let sum = 0;
  for (let i = 0; i < light.length; i++) sum += shares[i]! * light[i]!;
  return sum;
}

function bringHair(reach: Reaching, strands: readonly number[], eye: Point): Brought {
  const { stage, light, emission } = reach;
  const { place, tangent } = stage.shade.strandPoints;
  const own = toSubject(stage, light.position);
  const from = toSubject(stage, eye);
  let [scattered, through, reflected] = [0, 0, 0];
  const cards = reach.cards.map(({ board }) => ({ board, value: 0 }));
  for (const i of strands) {
    const [x, y, z] = [place[3 * i]!, place[3 * i + 1]!, place[3 * i + 2]!];
    const room = toRoom(stage, [x, y, z]);
    const l = unitVector([own[0] - x, own[1] - y, own[2] - z]);
    const v = unitVector([from[0] - x, from[1] - y, from[2] - z]);
    const arriving = openFlux(reach, ...room) * seenShare(stage, reach.points, x, y, z, 0, 0, 0, 0);
    fibre(
      scatter,
      ...l,
      ...v,
      tangent[3 * i]!,
      tangent[3 * i + 1]!,
      tangent[3 * i + 2]!,
      1,
      emission.radiusM / Math.hypot(own[0] - x, own[1] - y, own[2] - z),
      true,
    );
    scattered += arriving * scatter.scattered;
    through += arriving * scatter.through;
    reflected += arriving * scatter.reflected;
    reach.cards.forEach((card, k) => (cards[k]!.value += STRAND_ROOM * byCard(card, reach, room, v, 0)));
  }
  const n = strands.length;
  const white = reach.cards.reduce((sum, { tinted }, k) => sum + (tinted ? 0 : cards[k]!.value / n), 0);
  const d = scattered / n + white;
  return {
    direct: [d, d, d],
    through: through / n,
    mirrored: reflected / n,
    fromCloth: 0,
    fromSkin: 0,
    cards: cards.flatMap(({ board, value }, k) => (reach.cards[k]!.tinted ? [{ board, value: value / n }] : [])),
    ...sentToHair(reach, strands, from),
  };
}

/** By way of the surround, on strands. `eye` is in the subject's own axes. */
function sentToHair(reach: Reaching, strands: readonly number[], eye: Point): Pick<Brought, 'sent' | 'sentThrough'> {
  const { stage } = reach;
  const light = surroundLight(reach);
  const [sent, sentThrough] = [bySender(), bySender()];
  const figures = new Float64Array(HAIR_FIGURES * sent.length);
  const cells = surroundSeen(stage);
  const { place, tangent } = stage.shade.strandPoints;
  const at = (values: ArrayLike<number>, i: number): Point => [values[3 * i]!, values[3 * i + 1]!, values[3 * i + 2]!];
  for (const i of strands) {
    const own = at(place, i);
    if (!hairBetween(cells, figures, light, ...own)) continue;
    const view = unitVector([eye[0] - own[0], eye[1] - own[1], eye[2] - own[2]]);
    for (let s = 0; s < sent.length; s++) {
      surroundFibre(scatter, stage, figures, HAIR_FIGURES * s, view, at(tangent, i), 1, 'hair');
      sent[s]! += scatter.scattered / strands.length;
      sentThrough[s]! += scatter.through / strands.length;
    }
  }
  return { sent, sentThrough };
}

/**
 * What a point of a strand sends to the eye of light from the surround: scattered and, with what it mirrors, once through. `figures` are those of
 * `hairFromSurround`, from `q` on; `view` and `tangent` are in the subject's own axes.
 */
export function surroundFibre(
  out: FibreOut,
  { turn: [cos, sin] }: Pick<Stage, 'turn'>,
  figures: Float64Array,
  q: number,
  view: Point,
  tangent: Point,
  tint: number,
  kind: 'hair' | 'brow' | 'down',
): void {
  const flux = figures[q]!;
  out.scattered = out.through = out.reflected = 0;
  if (flux <= 0) return;
  const [x, y, z] = [figures[q + 1]!, figures[q + 2]!, figures[q + 3]!];
  const length = Math.sqrt(x * x + y * y + z * z) || 1e-9;
  const own: Point = [(cos * x - sin * z) / length, y / length, (sin * x + cos * z) / length];
  if (kind === 'down') downFibre(out, ...own, ...view, ...tangent);
  else fibre(out, ...own, ...view, ...tangent, tint, spreadOf(length / flux), kind === 'hair');
  out.scattered *= flux;
  out.through = flux * (out.through + out.reflected);
}
