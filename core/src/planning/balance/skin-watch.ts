import type { Light, Look, Point, Probe } from '../../document/schema';
import { firstHit } from '../../figure/bvh';
import { SURFACE } from '../../figure/surfaces';
import { SKIN_MAY_BURN } from '../../picture/burnt';
import { glossOf } from '../../picture/gloss';
import { compileScene, fullExposure, type Scene, type SceneLight } from '../../scene/compile';
import { FIGURES } from '../../scene/figures';
import { cross, dotPoint, lengthOf, minus, unitVector } from '../../transport/geometry';
import { openFluxInto, reaching, type Flux } from '../../transport/reach';
import { liftOf, seenShare } from '../../transport/seen-share';
import { hairOnWay, stageOf, toRoom, toSubject, turnToRoom, turnToSubject, type Stage } from '../../transport/stage';
import { viewOf, type View } from '../../transport/view';
import { balancedTriple } from '../../vivid/alone';
import { kept } from '../../kept';

/**
 * Places all over the skin that the camera sees, sheen included: what burns there is told by the picture, and Balance keeps from it. The measure is that of
 * `picture/burnt.ts`, over some places instead of every pixel.
 */

/** Places that are looked for on skin that faces the camera, as even over the picture as can be: some two thirds are seen. */
const PLACES = 192;
/** A line of sight meets what it was drawn to, m: nearer, something stands before it. */
const NEAR_M = 0.005;
/** Hair hides what lies behind it from this depth on. */
const HAIR_HIDES = 0.7;
/** Sheen of skin against its kind, and how rough it is: what most of a face has. */
const [SKIN_SHEEN, SKIN_ROUGH] = [0.7, 0.5];

/** So many places know the share of the picture to within one in a hundred, and a search finds the places between them: that much less is aimed at. */
const UNSURE = 0.01;

/** How many of so many watched places may burn: Balance keeps from more than the first, and tells more than the second. */
export const mayBurn = (watched: number): readonly [kept: number, told: number] => [
  Math.floor((SKIN_MAY_BURN - UNSURE) * watched),
  Math.ceil(SKIN_MAY_BURN * watched),
];

interface Watched {
  readonly place: Point;
  readonly normal: Point;
}

const known = kept<readonly Watched[]>(16);

/** Places of skin that the camera sees, as even over the picture as can be. */
function watchedOn(stage: Stage, view: View): readonly Watched[] {
  const key = `${stage.shade.key} ${stage.originM} ${stage.turn.join()} ${JSON.stringify(view)}`;
  return known(key, () => skinSeen(stage, view));
}

function skinSeen(stage: Stage, view: View): Watched[] {
  return spread(skinFacing(stage, view), PLACES).filter(({ place }) => isSeen(stage, view.eye, place));
}

/** A piece of skin, and how much of the picture it would fill, at a distance of 1. */
interface Piece extends Watched {
  readonly area: number;
}

/** Pieces of skin that face the camera within the frame, whatever stands before them. */
function skinFacing(stage: Stage, { eye, right, up, forward, halfWidth, halfHeight }: View): Piece[] {
  const { mesh, normal, surface } = stage.shade;
  const pieces: Piece[] = [];
  for (let f = 0; f < mesh.face.length; f += 3) {
    const first = mesh.face[f]!;
    if (surface[first] !== SURFACE.skin) continue;
    const [a, b, c] = [0, 1, 2].map((k) => toRoom(stage, pointOf(mesh.position, mesh.face[f + k]!))) as [Point, Point, Point];
    const place: Point = [(a[0] + b[0] + c[0]) / 3, (a[1] + b[1] + c[1]) / 3, (a[2] + b[2] + c[2]) / 3];
    const way = minus(place, eye);
    const own = turnToRoom(stage, pointOf(normal, first));
    const depth = dotPoint(way, forward);
    const isInFrame = Math.abs(dotPoint(way, right)) < halfWidth * depth && Math.abs(dotPoint(way, up)) < halfHeight * depth;
    const facing = -dotPoint(way, own) / lengthOf(way);
    if (!isInFrame || facing <= 0) continue;
    const areaM2 = lengthOf(cross(minus(b, a), minus(c, a))) / 2;
    pieces.push({ place, normal: own, area: (areaM2 * facing) / depth ** 2 });
  }
  return pieces;
}

const pointOf = (values: ArrayLike<number>, v: number): Point => [values[3 * v]!, values[3 * v + 1]!, values[3 * v + 2]!];

/** So many of the pieces, each for as much of the picture as the next. */
function spread(pieces: readonly Piece[], count: number): Watched[] {
  const all = pieces.reduce((sum, { area }) => sum + area, 0);
  const found: Watched[] = [];
  let passed = 0;
  for (const { place, normal, area } of pieces) {
    passed += area;
    while ((found.length + 0.5) * all < passed * count) found.push({ place, normal });
  }
  return found;
}

/** Whether a place of the skin is what the camera sees there. */
function isSeen(stage: Stage, eye: Point, place: Point): boolean {
  const way = minus(place, eye);
  const length = lengthOf(way);
  const start = toSubject(stage, eye);
  const own = turnToSubject(stage, unitVector(way));
  const hit = firstHit(stage.shade.bvh, start, own, length + NEAR_M);
  return hit !== null && hit.t > length - NEAR_M && hairOnWay(stage.shade, ...start, ...own, hit.t) <= HAIR_HIDES;
}

/** A scene whose places are those of the skin that the camera sees, every light with its sheen there; null where no skin is seen. */
export function skinWatch(look: Look): Scene | null {
  const stage = stageOf(look);
  const view = viewOf(look, look.camera.sensorWidthMm, look.camera.sensorHeightMm);
  const watched = watchedOn(stage, view);
  if (watched.length === 0) return null;
  const probes = watched.map(({ place, normal }, i): Probe => ({
    id: `skin-${i}`,
    name: '',
    part: 'other',
    side: 'middle',
    surface: 'skin',
    body: 'head',
    normal: [...normal],
    position: [...place],
  }));
  const lights = look.lights.map((light): Light => ({ ...light, zone: probes[0]!.id }));
  const scene = compileScene({ ...look, probes, lights });
  return { ...scene, lights: scene.lights.map((compiled) => withSheen(compiled, scene, look, stage, watched, view.eye)) };
}

function withSheen(
  compiled: SceneLight,
  { camera }: Scene,
  look: Look,
  stage: Stage,
  watched: readonly Watched[],
  eye: Point,
): SceneLight {
  const light = look.lights[compiled.index];
  if (!light || !compiled.active) return compiled;
  const white = balancedTriple(camera, compiled.filtered);
  const full = fullExposure(look, light);
  const sheen = sheenOn(light, stage, watched, eye);
  const knots = compiled.knots.map(({ stops, figures }) => {
    const own = Float64Array.from(figures);
    sheen.forEach((amount, p) => {
      for (let c = 0; c < 3; c++) own[p * FIGURES + c]! += full * amount * white[c]!;
    });
    return { stops, figures: own };
  });
  return { ...compiled, knots };
}

const flux: Flux = { all: 0, x: 0, y: 0, z: 0 };

/** What each place mirrors to the camera of a light, per unit of its intensity, 1/m^2. */
function sheenOn(light: Light, stage: Stage, watched: readonly Watched[], eye: Point): number[] {
  const reach = reaching(light, stage);
  return watched.map(({ place, normal }) => {
    openFluxInto(flux, reach, ...place);
    if (flux.all <= 0) return 0;
    const [lx, ly, lz] = [flux.x / flux.all, flux.y / flux.all, flux.z / flux.all];
    const length = Math.hypot(lx, ly, lz) || 1;
    const [vx, vy, vz] = unitVector(minus(eye, place));
    const away = lengthOf(minus(light.position, place));
    const mirrored = glossOf(
      ...normal,
      lx / length,
      ly / length,
      lz / length,
      vx,
      vy,
      vz,
      SKIN_ROUGH,
      reach.emission.radiusM / away,
    );
    if (mirrored <= 0) return 0;
    const seen = seenShare(
      stage,
      reach.points,
      ...toSubject(stage, place),
      ...turnToSubject(stage, normal),
      liftOf(SURFACE.skin),
    );
    return SKIN_SHEEN * flux.all * mirrored * seen;
  });
}
