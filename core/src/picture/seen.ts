import { figureOf, FigureMissingError, isFigureReady, type Figure, type SubjectShape } from '../figure/index';
import { throughGlass } from '../figure/glass';
import { LIQUID, LIQUID_STEP_CM, LIQUID_STEPS, MATERIAL } from '../figure/materials';
import { SURFACE } from '../figure/surfaces';
import type { Look, Point } from '../document/schema';
import { shapeOf } from '../figure/index';
import { stageOf, toRoom, toSubject, turnToRoom, type Stage } from '../transport/stage';
import { rowsOf, sightInto, viewOf, type View } from '../transport/view';
import { shadeFragments, type Fragments } from './fragments';
import { free } from './memory';
import { fragmentsOf, rasterise } from './raster';
import { meetRoom, roomShape, type Met, type RoomShape } from '../transport/room-surface';
import { rasteriseStrands } from './strand-raster';
import { seenStrands, type SeenStrands } from './seen-strands';
import { RoomList, type RoomParts } from './room-parts';

/** What every pixel of a picture sees: made once for a view and a subject, whatever the light. */
export interface Seen {
  readonly width: number;
  readonly height: number;
  /** The row of the whole picture at which it begins. */
  readonly top: number;
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
function onScreen(
  { width, height, eye, right, up, forward, halfWidth, halfHeight, rise }: View,
  place: Float32Array,
): Float32Array {
  const out = new Float32Array(place.length);
  for (let i = 0; i < place.length; i += 3) {
    const x = place[i]! - eye[0];
    const y = place[i + 1]! - eye[1];
    const z = place[i + 2]! - eye[2];
    const depth = x * forward[0] + y * forward[1] + z * forward[2];
    const d = Math.max(1e-4, depth);
    out[i] = ((x * right[0] + y * right[1] + z * right[2]) / d / halfWidth + 1) * 0.5 * width;
    out[i + 1] = (1 - ((x * up[0] + y * up[1] + z * up[2]) / d - rise) / halfHeight) * 0.5 * height;
    out[i + 2] = depth;
  }
  return out;
}

const LEAST_SHARE = 0.001;

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
      const normal = at(fragments.normal);
      list.addBehind(fragments.pixel[i]!, fragments.share[i]!, MATERIAL.glass, place, normal, eyeWay, [0, 0, 0], [0, 0, 0]);
      continue;
    }
    const step = Math.min(LIQUID_STEPS - 1, Math.round(way.liquidCm / LIQUID_STEP_CM));
    const exit = toRoom(stage, way.place.map((v) => v / 100) as Point);
    const bent = turnToRoom(stage, way.direction);
    meetRoom(shape, ...exit, ...bent, met);
    const on: Point = [exit[0] + met.t * bent[0], exit[1] + met.t * bent[1], exit[2] + met.t * bent[2]];
    const normal: Point = [met.nx, met.ny, met.nz];
    list.addBehind(fragments.pixel[i]!, fragments.share[i]!, LIQUID + step, on, normal, eyeWay, exit, bent);
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

/** Finds what every pixel of a view sees, or every one of some rows of it, with the finest figure that is at hand or with the quick one. */
export function findSeen(
  look: Look,
  width: number,
  wholeHeight: number,
  detail: 'finest' | 'quick' = 'finest',
  [top, bottom]: readonly [top: number, bottom: number] = [0, wholeHeight],
): Seen {
  const height = bottom - top;
  const view = rowsOf(viewOf(look, width, wholeHeight), top, bottom);
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
  const fragments = shadeFragments({ look, view, stage, figure, roomPlace, left }, used, raw);

  const behind = (p: number) => (1 - raw.cover[p]!) * (left ? left[p]! : 1);
  let most = shape.form === 'bottle' ? fragments.count : 0;
  for (let p = 0; p < pixels; p++) if (behind(p) > LEAST_SHARE) most++;
  const list = new RoomList(most);
  const room = roomShape(look);
  const met: Met = { t: 0, material: 0, nx: 0, ny: 0, nz: 0 };
  const sight = new Float64Array(3);
  const wayM = new Float32Array(pixels);
  const isSubject = new Uint8Array(pixels);
  for (let p = 0; p < pixels; p++) {
    const share = behind(p);
    isSubject[p] = share < 0.5 ? 1 : 0;
    if (share <= LEAST_SHARE) continue;
    sightInto(sight, view, p);
    meetRoom(room, ...view.eye, sight[0]!, sight[1]!, sight[2]!, met);
    wayM[p] = met.t;
    list.add(p, share, met.material, met.nx, met.ny, met.nz, met.t);
  }
  for (let p = 0; p < pixels; p++) if (isSubject[p]) wayM[p] = raw.near[p]! < 1e8 ? raw.near[p]! : look.camera.distanceM;
  const nearM = wayM.slice();
  for (let p = 0; p < pixels; p++) {
    if (raw.cover[p]! > 0) nearM[p] = raw.near[p]!;
    else if (left && left[p]! < 0.98) nearM[p] = Math.min(nearM[p]!, look.camera.distanceM);
  }
  free(roomPlace, screen, raw.share, raw.triangle, raw.u, raw.v, raw.cover, raw.near);
  if (shape.form === 'bottle') behindGlass(list, fragments, stage, room, view.eye);
  return {
    width,
    height,
    top,
    view,
    stage,
    figure,
    fragments,
    strands,
    room: list.done(hazePerM),
    used,
    wayM,
    isSubject,
    nearM,
  };
}
