import { figureOf, FigureMissingError, isFigureReady, type Figure, type SubjectShape } from '../figure/index';
import { throughGlass } from '../figure/glass';
import { LIQUID, LIQUID_STEP_CM, LIQUID_STEPS, MATERIAL } from '../figure/materials';
import { SURFACE } from '../figure/surfaces';
import type { Look, Point } from '../document/schema';
import { ownHollow } from '../transport/bounce';
import { shapeOf, stageOf, toRoom, toSubject, turnToRoom, type Stage } from '../transport/stage';
import { viewOf, type View } from '../transport/view';
import { free } from './memory';
import { fragmentsOf, rasterise } from './raster';
import { makeSpot, relieve } from './relief';
import { meetRoom, roomShape, type Met, type RoomShape } from './room-surface';
import { rasteriseStrands } from './strand-raster';
import { seenStrands, type SeenStrands } from './seen-strands';
import { RoomList, type RoomParts } from './room-parts';

/** Fragments of the figure: each is a part of a pixel that shows one place of one surface. Arrays by fragment; places in the room, m. */
export interface Fragments {
  readonly count: number;
  readonly pixel: Uint32Array;
  /** What of its pixel shows it: its coverage times what hair leaves. */
  readonly share: Float32Array;
  readonly corner: Uint32Array;
  readonly weight: Float32Array;
  readonly place: Float32Array;
  /** Direction with relief, and without. */
  readonly normal: Float32Array;
  readonly smooth: Float32Array;
  readonly surface: Uint8Array;
  /** Number of each among those of skin, in which light spreads; -1 for others. */
  readonly inSkin: Int32Array;
  readonly skinCount: number;
  /** Six shares of the materials of its surface. */
  readonly mix: Float32Array;
  readonly sheen: Float32Array;
  readonly rough: Float32Array;
  /** Share of the room's light that comes in; of that, what its own hollow throws back. */
  readonly open: Float32Array;
  readonly hollow: Float32Array;
  /** Share of light that haze leaves on the way to the eye. */
  readonly fade: Float32Array;
}

/** What every pixel of a picture sees: made once for a view and a subject, whatever the light. */
export interface Seen {
  readonly width: number;
  readonly height: number;
  readonly view: View;
  readonly stage: Stage;
  readonly figure: Figure;
  readonly fragments: Fragments;
  readonly strands: SeenStrands | null;
  readonly room: RoomParts;
  /** Vertices of the figure that a fragment uses. */
  readonly used: Uint8Array;
  /** Way from the eye to what each pixel mostly shows, m, and whether that is the subject. */
  readonly wayM: Float32Array;
  readonly isSubject: Uint8Array;
  /** Way to the nearest thing that has any part in a pixel: what focus goes by, so that bright edges do not spread over the ground. */
  readonly nearM: Float32Array;
}

/** What decides what is seen, as a key for caches. */
export function seenKey(look: Look, width: number, height: number): string {
  const { focalMm, sensorWidthMm, sensorHeightMm, distanceM } = look.camera;
  const { faceHeightM, turnDeg, eyesOnCamera } = look.subject;
  const { widthM, distanceM: backM, type } = look.backdrop;
  const { room } = look;
  return JSON.stringify([
    [width, height, focalMm, sensorWidthMm, sensorHeightMm, distanceM],
    [shapeOf(look.subject), faceHeightM, turnDeg, eyesOnCamera, isFigureReady(shapeOf(look.subject), 'fine')],
    [widthM, backM, type, room.widthM, room.depthM, room.heightM, look.air.hazePerM],
    look.boards.map(({ position, widthM: w, heightM: h, yawDeg, finish }) => [position, w, h, yawDeg, finish]),
  ]);
}

/** Places of a figure in the room. */
function inRoom({ originM, turn: [cos, sin] }: Stage, own: Float32Array): Float32Array {
  const out = new Float32Array(own.length);
  for (let i = 0; i < own.length; i += 3) {
    const [x, y, z] = [own[i]!, own[i + 1]!, own[i + 2]!];
    out[i] = cos * x + sin * z;
    out[i + 1] = y + originM;
    out[i + 2] = -sin * x + cos * z;
  }
  return out;
}

/** Pixels and depth of places of the room. */
function onScreen({ width, height, eye, right, up, forward, halfWidth, halfHeight }: View, place: Float32Array): Float32Array {
  const out = new Float32Array(place.length);
  for (let i = 0; i < place.length; i += 3) {
    const x = place[i]! - eye[0];
    const y = place[i + 1]! - eye[1];
    const z = place[i + 2]! - eye[2];
    const depth = x * forward[0] + y * forward[1] + z * forward[2];
    const d = Math.max(1e-4, depth);
    out[i] = ((x * right[0] + y * right[1] + z * right[2]) / d / halfWidth + 1) * 0.5 * width;
    out[i + 1] = (1 - (x * up[0] + y * up[1] + z * up[2]) / d / halfHeight) * 0.5 * height;
    out[i + 2] = depth;
  }
  return out;
}

/** Where the eyes look, in the subject's own axes, of length 1. */
function gazeOf(look: Look, stage: Stage, view: View, figure: Figure): readonly [number, number, number] {
  const eyes = figure.eyes;
  if (eyes.length === 0) return [0, 0, 1];
  const turn = (look.subject.headTurnDeg * Math.PI) / 180;
  const ahead = [Math.sin(turn), 0, Math.cos(turn)] as const;
  if (!look.subject.eyesOnCamera) return ahead;
  const [x, y, z] = toSubject(stage, view.eye);
  const mid = [0, 1, 2].map((c) => eyes.reduce((s, e) => s + e.centre[c]!, 0) / eyes.length);
  const d = [x - mid[0]!, y - mid[1]!, z - mid[2]!];
  const l = Math.hypot(...d);
  const to = d.map((v) => v / l) as [number, number, number];
  // Eyes turn only so far in their sockets.
  const cosine = to[0] * ahead[0] + to[1] * ahead[1] + to[2] * ahead[2];
  return cosine > 0.8 ? to : ahead;
}

const NEAR_PX_PER_CM = 22;
const FAR_PX_PER_CM = 8;

function shadeFragments(
  look: Look,
  view: View,
  stage: Stage,
  figure: Figure,
  roomPlace: Float32Array,
  used: Uint8Array,
  raw: ReturnType<typeof fragmentsOf>,
  left: Float32Array | null,
): Fragments {
  const n = raw.count;
  const out = {
    count: n,
    pixel: raw.pixel,
    share: new Float32Array(n),
    corner: new Uint32Array(3 * n),
    weight: new Float32Array(3 * n),
    place: new Float32Array(3 * n),
    normal: new Float32Array(3 * n),
    smooth: new Float32Array(3 * n),
    surface: new Uint8Array(n),
    inSkin: new Int32Array(n).fill(-1),
    skinCount: 0,
    mix: new Float32Array(6 * n),
    sheen: new Float32Array(n),
    rough: new Float32Array(n),
    open: new Float32Array(n),
    hollow: new Float32Array(n),
    fade: new Float32Array(n).fill(1),
  };
  const { eye, height, halfHeight } = view;
  const { hazePerM } = look.air;
  const [cos, sin] = stage.turn;
  const gaze = gazeOf(look, stage, view, figure);
  const spot = makeSpot();
  const pxPerCm = height / (2 * halfHeight) / (100 * look.camera.distanceM);
  spot.fine = Math.min(1, Math.max(0.25, (pxPerCm - FAR_PX_PER_CM) / (NEAR_PX_PER_CM - FAR_PX_PER_CM)));
  const { face, rest, normal, position, open, surface } = figure;
  const heads = figure.skin?.vertices ?? 0;
  for (let i = 0; i < n; i++) {
    const t = 3 * raw.triangle[i]!;
    const [a, b, c] = [face[t]!, face[t + 1]!, face[t + 2]!];
    const [wb, wc] = [raw.u[i]!, raw.v[i]!];
    const wa = 1 - wb - wc;
    used[a] = used[b] = used[c] = 1;
    const blend = (values: Float32Array, k: number) =>
      wa * values[3 * a + k]! + wb * values[3 * b + k]! + wc * values[3 * c + k]!;
    const q = 3 * i;
    const [x, y, z] = [blend(roomPlace, 0), blend(roomPlace, 1), blend(roomPlace, 2)];
    let [dx, dy, dz] = [eye[0] - x, eye[1] - y, eye[2] - z];
    const way = Math.sqrt(dx * dx + dy * dy + dz * dz);
    dx /= way;
    dy /= way;
    dz /= way;
    // The surface's own axes are the subject's.
    let [nx, ny, nz] = [blend(normal, 0), blend(normal, 1), blend(normal, 2)];
    const l = Math.sqrt(nx * nx + ny * ny + nz * nz) || 1;
    nx /= l;
    ny /= l;
    nz /= l;
    const [vx, vz] = [cos * dx - sin * dz, sin * dx + cos * dz];
    if (figure.twoSided[raw.triangle[i]!] && nx * vx + ny * dy + nz * vz < -0.2) [nx, ny, nz] = [-nx, -ny, -nz];
    spot.a = a;
    spot.b = b;
    spot.c = c;
    spot.wa = wa;
    spot.wb = wb;
    spot.wc = wc;
    spot.X = blend(rest, 0);
    spot.Y = blend(rest, 1);
    spot.Z = blend(rest, 2);
    spot.x = blend(position, 0);
    spot.y = blend(position, 1);
    spot.z = blend(position, 2);
    spot.sx = nx;
    spot.sy = ny;
    spot.sz = nz;
    spot.vx = vx;
    spot.vy = dy;
    spot.vz = vz;
    spot.open = wa * open[a]! + wb * open[b]! + wc * open[c]!;
    const kind = surface[a]!;
    const whole = spot.open;
    relieve(spot, figure, kind, gaze);
    const rl = Math.sqrt(spot.nx ** 2 + spot.ny ** 2 + spot.nz ** 2) || 1;
    // The room is lighter above than below, and relief takes part in it.
    const tilted = spot.ny / rl - ny;
    out.open[i] = Math.max(0, spot.open * (1 + 0.6 * tilted));
    out.hollow[i] = ownHollow(kind, whole);
    out.corner[q] = a;
    out.corner[q + 1] = b;
    out.corner[q + 2] = c;
    out.weight[q] = wa;
    out.weight[q + 1] = wb;
    out.weight[q + 2] = wc;
    out.place[q] = x;
    out.place[q + 1] = y;
    out.place[q + 2] = z;
    out.smooth[q] = cos * nx + sin * nz;
    out.smooth[q + 1] = ny;
    out.smooth[q + 2] = -sin * nx + cos * nz;
    out.normal[q] = (cos * spot.nx + sin * spot.nz) / rl;
    out.normal[q + 1] = spot.ny / rl;
    out.normal[q + 2] = (-sin * spot.nx + cos * spot.nz) / rl;
    out.surface[i] = kind;
    if (a < heads || kind === SURFACE.skin) out.inSkin[i] = out.skinCount++;
    out.mix.set(spot.mix, 6 * i);
    out.sheen[i] = spot.sheen;
    out.rough[i] = spot.rough;
    out.share[i] = raw.share[i]! * (left ? left[raw.pixel[i]!]! : 1);
    if (hazePerM > 0) out.fade[i] = Math.exp(-hazePerM * way);
  }
  return out;
}

const LEAST_SHARE = 0.001;

/** The way of the sight through the middle of a pixel, of length 1. */
function sightOf({ width, height, right, up, forward, halfWidth, halfHeight }: View, p: number): Point {
  const u = ((2 * ((p % width) + 0.5)) / width - 1) * halfWidth;
  const v = (1 - (2 * (((p / width) | 0) + 0.5)) / height) * halfHeight;
  const d: Point = [
    forward[0] + u * right[0] + v * up[0],
    forward[1] + u * right[1] + v * up[1],
    forward[2] + u * right[2] + v * up[2],
  ];
  const l = Math.sqrt(d[0] * d[0] + d[1] * d[1] + d[2] * d[2]);
  return [d[0] / l, d[1] / l, d[2] / l];
}

/** What shows through fragments of glass: the room along the bent line of sight, and how much liquid lies on the way. */
function behindGlass(list: RoomList, fragments: Fragments, stage: Stage, shape: RoomShape, eye: Point): void {
  const met: Met = { t: 0, material: 0, nx: 0, ny: 0, nz: 0 };
  for (let i = 0; i < fragments.count; i++) {
    if (fragments.surface[i] !== SURFACE.glass || fragments.share[i]! <= LEAST_SHARE) continue;
    const at = (values: Float32Array): Point => [values[3 * i]!, values[3 * i + 1]!, values[3 * i + 2]!];
    const place = at(fragments.place);
    const eyeWay = Math.hypot(eye[0] - place[0], eye[1] - place[1], eye[2] - place[2]);
    const toEye: Point = [(eye[0] - place[0]) / eyeWay, (eye[1] - place[1]) / eyeWay, (eye[2] - place[2]) / eyeWay];
    const own = toSubject(stage, place).map((v) => 100 * v) as Point;
    const [cos, sin] = stage.turn;
    const direction: Point = [-(cos * toEye[0] - sin * toEye[2]), -toEye[1], -(sin * toEye[0] + cos * toEye[2])];
    const way = throughGlass(own, direction);
    if (!way) {
      // What stays inside shows the glass itself, nearly dark.
      list.add(fragments.pixel[i]!, fragments.share[i]!, MATERIAL.glass, place, at(fragments.normal), eyeWay);
      list.exit.push(0, 0, 0);
      list.bent.push(0, 0, 0);
      continue;
    }
    const step = Math.min(LIQUID_STEPS - 1, Math.round(way.liquidCm / LIQUID_STEP_CM));
    const exit = toRoom(stage, way.place.map((v) => v / 100) as Point);
    const bent = turnToRoom(stage, way.direction);
    meetRoom(shape, ...exit, ...bent, met);
    const on: Point = [exit[0] + met.t * bent[0], exit[1] + met.t * bent[1], exit[2] + met.t * bent[2]];
    list.add(fragments.pixel[i]!, fragments.share[i]!, LIQUID + step, on, [met.nx, met.ny, met.nz], eyeWay);
    list.exit.push(...exit);
    list.bent.push(...bent);
  }
}

/** The fine figure where it is at hand; the quick one where its file is missing or damaged. */
function finestFigure(shape: SubjectShape): Figure {
  if (!isFigureReady(shape, 'fine')) return figureOf(shape, 'quick');
  try {
    return figureOf(shape, 'fine');
  } catch (error) {
    if (error instanceof FigureMissingError) return figureOf(shape, 'quick');
    throw error;
  }
}

/** Finds what every pixel of a view sees, with the finest figure that is at hand, or with the quick one. */
export function findSeen(look: Look, width: number, height: number, detail: 'finest' | 'quick' = 'finest'): Seen {
  const view = viewOf(look, width, height);
  const stage = stageOf(look);
  const shape = shapeOf(look.subject);
  const figure = detail === 'quick' ? figureOf(shape, 'quick') : finestFigure(shape);
  const { hazePerM } = look.air;
  const roomPlace = inRoom(stage, figure.position);
  const screen = onScreen(view, roomPlace);
  const raw = fragmentsOf(
    width,
    height,
    screen,
    figure.face,
    figure.part,
    rasterise(width, height, screen, figure.face, figure.twoSided),
  );
  const focalPx = height / (2 * view.halfHeight);
  const pixels = width * height;
  let strands: SeenStrands | null = null;
  const strandPlace = figure.strands ? inRoom(stage, figure.strands.place) : null;
  if (figure.strands && strandPlace) {
    const strandScreen = onScreen(view, strandPlace);
    const shares = rasteriseStrands(width, height, strandScreen, figure.strands, focalPx, raw.near, raw.cover);
    free(strandScreen);
    strands = seenStrands(shares, figure.strands, strandPlace, view.eye, hazePerM);
    free(strandPlace);
  }
  const left = strands?.left ?? null;
  const used = new Uint8Array(figure.surface.length);
  const fragments = shadeFragments(look, view, stage, figure, roomPlace, used, raw, left);

  const behind = (p: number) => (1 - raw.cover[p]!) * (left ? left[p]! : 1);
  let most = shape.form === 'bottle' ? fragments.count : 0;
  for (let p = 0; p < pixels; p++) if (behind(p) > LEAST_SHARE) most++;
  const list = new RoomList(most);
  const room = roomShape(look);
  const met: Met = { t: 0, material: 0, nx: 0, ny: 0, nz: 0 };
  const wayM = new Float32Array(pixels);
  const isSubject = new Uint8Array(pixels);
  for (let p = 0; p < pixels; p++) {
    const share = behind(p);
    isSubject[p] = share < 0.5 ? 1 : 0;
    if (share <= LEAST_SHARE) continue;
    const d = sightOf(view, p);
    meetRoom(room, ...view.eye, ...d, met);
    wayM[p] = met.t;
    const on: Point = [view.eye[0] + met.t * d[0], view.eye[1] + met.t * d[1], view.eye[2] + met.t * d[2]];
    list.add(p, share, met.material, on, [met.nx, met.ny, met.nz], met.t);
  }
  for (let p = 0; p < pixels; p++) if (isSubject[p]) wayM[p] = raw.near[p]! < 1e8 ? raw.near[p]! : look.camera.distanceM;
  const nearM = wayM.slice();
  for (let p = 0; p < pixels; p++) {
    if (raw.cover[p]! > 0) nearM[p] = raw.near[p]!;
    else if (left && left[p]! < 0.98) nearM[p] = Math.min(nearM[p]!, look.camera.distanceM);
  }
  free(roomPlace, screen, raw.share, raw.triangle, raw.u, raw.v, raw.cover, raw.near);
  const through = list.count;
  if (shape.form === 'bottle') behindGlass(list, fragments, stage, room, view.eye);
  return {
    width,
    height,
    view,
    stage,
    figure,
    fragments,
    strands,
    room: list.done(through, hazePerM),
    used,
    wayM,
    isSubject,
    nearM,
  };
}
