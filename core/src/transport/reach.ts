import { discIncidence } from '../exposure/distance';
import type { Point } from '../document/schema';
import { axesOf, cardSources, fromCard, pastBoards, type CardSource } from './boards';
import { emissionOf, faceSize, type Emission, type Emitting } from './emission';
import { falloffAt, falloffTable } from './falloff';
import { facePoints, pointsFor } from './sampling';
import { seenShare } from './seen-share';
import { toSubject, turnToSubject, type Stage } from './stage';
import { BLACK, type Paints } from './paints';

/**
 * The one kernel from a lamp to a place: distance with the size of the face, beam, grid and blades, incidence that wraps by the size of the
 * source, what the subject, its hair, boards and haze take on the way; and the same for what cards send back. Figures and pixels both
 * call it. All per unit of the lamp's intensity, 1/m^2.
 */
export interface Reaching {
  readonly light: Emitting;
  readonly emission: Emission;
  readonly stage: Stage;
  /** What the surfaces round the subject make of its light. */
  readonly paints: Paints;
  /** Points of the lamp's face in the subject's own axes: what shadows are cast from. */
  readonly points: Float64Array;
  /** Points of its face in the room, over which its light is added up within `nearM`; null for a lamp that looks the same from all sides. */
  readonly face: Float64Array | null;
  /** Half the size of the part of the face that each stands for, m. */
  readonly partM: readonly [across: number, up: number];
  readonly nearM: number;
  readonly falloff: Float64Array;
  readonly cards: readonly ReachingCard[];
}

export interface ReachingCard {
  readonly card: CardSource;
  /** Index of its board; its colour counts where it has one. */
  readonly board: number;
  readonly tinted: boolean;
  readonly points: Float64Array;
}

/** Makes a lamp ready for many places of one stage. Without paints nothing round the subject sends light on. Shadows are cast from `most` points of its face at most. */
export function reaching(light: Emitting, stage: Stage, paints: Paints = BLACK, most = Infinity): Reaching {
  const emission = emissionOf(light);
  const { halfW, halfH, round } = faceSize(light.modifier);
  const own = toSubject(stage, light.position);
  const away = Math.hypot(...own);
  const turned = (direction: Point): Point => turnToSubject(stage, direction);
  const open = light.modifier.beam.kind === 'bare';
  const axes = open ? facing(own) : { right: turned(emission.right), up: turned(emission.up) };
  const asked = Math.min(most, pointsFor(Math.max(halfW, halfH), away));
  const points = facePoints({ position: own, ...axes, halfW, halfH, round }, asked);
  const falloff = falloffTable(light.modifier.face);
  const { points: face, partM } = open ? { points: null, partM: [0, 0] as const } : facePointsOf(light, emission);
  const nearM = NEAR_SIZES * 2 * Math.max(halfW, halfH);
  const bare: Reaching = { light, emission, stage, paints, points, face, partM, nearM, falloff, cards: [] };
  // What arrives at a card: past the other boards, the subject, and through the air.
  const cards = cardSources(stage.boards, light.position, (board, place, normal) => {
    const others = stage.boards.filter((other) => other !== board);
    const arriving = unshadowed(bare, others, ...place, ...normal);
    return arriving > 0 ? arriving * seenShare(stage, points, ...toSubject(stage, place), ...turned(normal), 0) : 0;
  }).map((card): ReachingCard => {
    const { right } = axesOf(card.board);
    const face = {
      position: toSubject(stage, card.board.position),
      right: turned(right),
      up: [0, 1, 0] as Point,
      halfW: 0.4 * card.board.widthM,
      halfH: 0.4 * card.board.heightM,
      round: false,
    };
    return {
      card,
      board: stage.boards.indexOf(card.board),
      tinted: card.board.tint !== null,
      points: facePoints(face, CARD_POINTS),
    };
  });
  return { ...bare, cards };
}

const CARD_POINTS = 6;

/** Within so many times its size a face is not one place: each part of it lights at its own distance and angle. */
const NEAR_SIZES = 4;
/** Points along the long and the short side of a face, on a disc, and along a tube. */
const [LONG_POINTS, SHORT_POINTS, DISC_POINTS, TUBE_POINTS] = [5, 3, 15, 9];

/** Points of equal share on a lamp's face, in the room, and the part that each stands for. */
function facePointsOf(
  { position, modifier }: Emitting,
  { right, up }: Emission,
): { readonly points: Float64Array; readonly partM: Reaching['partM'] } {
  const { halfW, halfH, round } = faceSize(modifier);
  if (round) {
    const part = halfW / Math.sqrt(DISC_POINTS);
    return { points: facePoints({ position, right, up, halfW, halfH, round }, DISC_POINTS), partM: [part, part] };
  }
  const isTube = modifier.face.kind === 'tube';
  const [long, short] = isTube ? [TUBE_POINTS, 1] : [LONG_POINTS, SHORT_POINTS];
  const [nw, nh] = halfW >= halfH ? [long, short] : [short, long];
  const out = new Float64Array(3 * nw * nh);
  for (let i = 0; i < nw; i++)
    for (let j = 0; j < nh; j++) {
      const [a, b] = [((2 * i + 1) / nw - 1) * halfW, ((2 * j + 1) / nh - 1) * halfH];
      for (let c = 0; c < 3; c++) out[3 * (i * nh + j) + c] = position[c]! + a * right[c]! + b * up[c]!;
    }
  return { points: out, partM: [halfW / nw, halfH / nh] };
}

/** Axes of a disc that faces the middle from a place: an open lamp looks the same from all sides. */
function facing([x, y, z]: Point): { right: Point; up: Point } {
  const l = Math.hypot(x, z) || 1;
  const right: Point = [z / l, 0, -x / l];
  const d = Math.hypot(x, y, z) || 1;
  const axis: Point = [-x / d, -y / d, -z / d];
  return {
    right,
    up: [
      right[1] * axis[2] - right[2] * axis[1],
      right[2] * axis[0] - right[0] * axis[2],
      right[0] * axis[1] - right[1] * axis[0],
    ],
  };
}

/**
 * Light of a lamp past boards and haze at a point, as if no subject stood there: its flux whatever the direction, and that times the direction it comes
 * from. Filled anew by every call of `fluxPast`.
 */
export interface Flux {
  all: number;
  x: number;
  y: number;
  z: number;
}

const flux: Flux = { all: 0, x: 0, y: 0, z: 0 };

function fluxPast(out: Flux, reach: Reaching, boards: Stage['boards'], x: number, y: number, z: number): void {
  const { light, emission, falloff, face, nearM, stage } = reach;
  const [lx, ly, lz] = light.position;
  const dx = lx - x;
  const dy = ly - y;
  const dz = lz - z;
  const d = Math.max(0.02, Math.sqrt(dx * dx + dy * dy + dz * dz));
  out.all = out.x = out.y = out.z = 0;
  if (face && d < nearM) {
    const count = face.length / 3;
    for (let q = 0; q < face.length; q += 3) addPoint(out, reach, boards, x, y, z, face[q]!, face[q + 1]!, face[q + 2]!, count);
    return;
  }
  const sent = emission.towards(-dx / d, -dy / d, -dz / d);
  if (sent < 1e-9) return;
  const past = boards.length ? pastBoards(boards, x, y, z, lx, ly, lz, emission.radiusM) : 1;
  if (past <= 0) return;
  out.all = falloffAt(falloff, d) * sent * past * (stage.hazePerM > 0 ? Math.exp(-stage.hazePerM * d) : 1);
  out.x = (out.all * dx) / d;
  out.y = (out.all * dy) / d;
  out.z = (out.all * dz) / d;
}

/** Least distance of a place from a point of a face: a part of it is never a point. */
const NEAREST_POINT_M = 0.05;

/** One of `count` points of a lamp's face. */
function addPoint(
  out: Flux,
  { emission, stage }: Reaching,
  boards: Stage['boards'],
  x: number,
  y: number,
  z: number,
  fx: number,
  fy: number,
  fz: number,
  count: number,
): void {
  const dx = fx - x;
  const dy = fy - y;
  const dz = fz - z;
  const d = Math.max(NEAREST_POINT_M, Math.sqrt(dx * dx + dy * dy + dz * dz));
  const sent = emission.towards(-dx / d, -dy / d, -dz / d);
  if (sent < 1e-9) return;
  const past = boards.length ? pastBoards(boards, x, y, z, fx, fy, fz, emission.radiusM / Math.sqrt(count)) : 1;
  if (past <= 0) return;
  const value = (sent * past * (stage.hazePerM > 0 ? Math.exp(-stage.hazePerM * d) : 1)) / (d * d * count);
  out.all += value;
  out.x += (value * dx) / d;
  out.y += (value * dy) / d;
  out.z += (value * dz) / d;
}

/** Light of a lamp on a surface in the room, as if no subject stood there. */
function unshadowed(
  reach: Reaching,
  boards: Stage['boards'],
  x: number,
  y: number,
  z: number,
  nx: number,
  ny: number,
  nz: number,
): number {
  const { light, face, nearM } = reach;
  const [lx, ly, lz] = light.position;
  if (!face || (lx - x) ** 2 + (ly - y) ** 2 + (lz - z) ** 2 >= nearM * nearM) {
    const incidence = incidenceOn(reach, x, y, z, nx, ny, nz);
    if (incidence <= 0) return 0;
    fluxPast(flux, reach, boards, x, y, z);
    return incidence * flux.all;
  }
  let sum = 0;
  const count = face.length / 3;
  const { right, up } = reach.emission;
  // How far a part of the face reaches over and under the horizon of its middle.
  const [partW, partH] = reach.partM;
  const part =
    partW * Math.abs(nx * right[0] + ny * right[1] + nz * right[2]) + partH * Math.abs(nx * up[0] + ny * up[1] + nz * up[2]);
  for (let q = 0; q < face.length; q += 3) {
    const over = nx * (face[q]! - x) + ny * (face[q + 1]! - y) + nz * (face[q + 2]! - z);
    if (over <= -part) continue;
    flux.all = flux.x = flux.y = flux.z = 0;
    addPoint(flux, reach, boards, x, y, z, face[q]!, face[q + 1]!, face[q + 2]!, count);
    const taken = nx * flux.x + ny * flux.y + nz * flux.z;
    if (over >= part) sum += taken;
    else {
      const d = Math.sqrt((face[q]! - x) ** 2 + (face[q + 1]! - y) ** 2 + (face[q + 2]! - z) ** 2) || 1e-6;
      sum += (flux.all * (over + part) ** 2) / (4 * part * d);
    }
  }
  return sum;
}

/** Light of a lamp, straight, on a surface in the room as if no subject stood there: what `seenShare` is multiplied with. */
export function openLight(reach: Reaching, x: number, y: number, z: number, nx: number, ny: number, nz: number): number {
  return unshadowed(reach, reach.stage.boards, x, y, z, nx, ny, nz);
}

/** Share of a lamp's flux that a surface takes: the cosine, and near the horizon the part of its face that has not set. `distanceM` is to its middle. */
function incidenceOn({ light, emission }: Reaching, x: number, y: number, z: number, nx: number, ny: number, nz: number): number {
  const [lx, ly, lz] = light.position;
  const dx = lx - x;
  const dy = ly - y;
  const dz = lz - z;
  const d = Math.max(0.02, Math.sqrt(dx * dx + dy * dy + dz * dz));
  const cosine = (nx * dx + ny * dy + nz * dz) / d;
  const { radiusM } = emission;
  // The sine of the half angle, without asking for the angle.
  if (cosine > radiusM / Math.sqrt(radiusM * radiusM + d * d)) return cosine;
  if (cosine <= -0.999) return 0;
  return discIncidence(Math.acos(Math.min(1, cosine)), Math.atan(radiusM / d));
}

/** Flux that comes to a point whatever its direction, as strands take it: `openLight` without a surface. */
export function openFlux(reach: Reaching, x: number, y: number, z: number): number {
  fluxPast(flux, reach, reach.stage.boards, x, y, z);
  return flux.all;
}

/** The same with its direction, into `out`: what surfaces of any direction there take by a product, as long as all of the lamp's face is over their horizon. */
export function openFluxInto(out: Flux, reach: Reaching, x: number, y: number, z: number): void {
  fluxPast(out, reach, reach.stage.boards, x, y, z);
}

/** The sine over a surface's horizon from which all of a lamp's face shows, at a place. */
export function wholeFaceSine({ light, emission, nearM }: Reaching, x: number, y: number, z: number): number {
  const [lx, ly, lz] = light.position;
  const d = Math.sqrt((lx - x) ** 2 + (ly - y) ** 2 + (lz - z) ** 2);
  const half = nearM / (2 * NEAR_SIZES);
  const radius = Math.max(half, emission.radiusM);
  return radius / Math.sqrt(radius * radius + d * d);
}

/** Light that a card sends back onto a surface, through the haze and as if no subject stood there; before its colour where it has one. */
export function openCard(
  { card }: ReachingCard,
  { stage }: Reaching,
  x: number,
  y: number,
  z: number,
  nx: number,
  ny: number,
  nz: number,
): number {
  const value = fromCard(card, x, y, z, nx, ny, nz);
  if (value <= 0 || stage.hazePerM <= 0) return value;
  const [cx, cy, cz] = card.board.position;
  return value * Math.exp(-stage.hazePerM * Math.sqrt((cx - x) ** 2 + (cy - y) ** 2 + (cz - z) ** 2));
}

/** Light of a lamp, straight, on a surface of the room, past the subject. `liftM` is 0 for the room's own surfaces. */
export function straight(reach: Reaching, place: Point, normal: Point, liftM: number): number {
  const open = openLight(reach, ...place, ...normal);
  if (open <= 0) return 0;
  const { stage } = reach;
  return open * seenShare(stage, reach.points, ...toSubject(stage, place), ...turnToSubject(stage, normal), liftM);
}

/** The same for what a card sends back. */
export function byCard(one: ReachingCard, reach: Reaching, place: Point, normal: Point, liftM: number): number {
  const open = openCard(one, reach, ...place, ...normal);
  if (open <= 0) return 0;
  const { stage } = reach;
  return open * seenShare(stage, one.points, ...toSubject(stage, place), ...turnToSubject(stage, normal), liftM);
}
