import type { Light, Look, Point, Probe } from '../../document/schema';
import { firstHit } from '../../figure/bvh';
import { SURFACE } from '../../figure/surfaces';
import { SKIN_MAY_BURN } from '../../picture/burnt';
import { glossOf } from '../../picture/gloss';
import { compileScene, fullExposure, type Scene, type SceneLight } from '../../scene/compile';
import { FIGURES } from '../../scene/figures';
import { openFluxInto, reaching, type Flux } from '../../transport/reach';
import { liftOf, seenShare } from '../../transport/seen-share';
import { hairOnWay, stageOf, toRoom, toSubject, turnToRoom, turnToSubject, type Stage } from '../../transport/stage';
import { viewOf, type View } from '../../transport/view';
import { balancedTriple } from '../../vivid/alone';
import { kept } from '../../kept';

/**
 * Places all over the skin that the camera sees, sheen included: what burns there is told by the picture, and Balance keeps from it. The measure is that of
 * `picture/burnt.ts`, over a few places instead of every pixel.
 */

/** Lines of sight over the part of the picture that has skin in it. */
const [ACROSS, DOWN] = [20, 24];
/** No more places than this are watched: every so many of those that were met. */
const MOST_WATCHED = 32;
/** Skin turned away farther than this from the camera is hardly seen: cosine. */
const SEEN_FROM = 0.2;
/** Hair hides what lies behind it from this depth on. */
const HAIR_HIDES = 0.7;
/** Sheen of skin against its kind, and how rough it is: what most of a face has. */
const [SKIN_SHEEN, SKIN_ROUGH] = [0.7, 0.5];

/** How many of so many watched places may burn. */
export const mayBurn = (watched: number): number => Math.round(SKIN_MAY_BURN * watched);

interface Watched {
  readonly place: Point;
  readonly normal: Point;
}

const known = kept<readonly Watched[]>(16);

/** Places of skin as the camera sees them, as even over the picture as can be. */
function watchedOn(stage: Stage, view: View): readonly Watched[] {
  const key = `${stage.shade.key} ${stage.originM} ${stage.turn.join()} ${JSON.stringify(view)}`;
  return known(key, () => skinSeen(stage, view));
}

function skinSeen(stage: Stage, view: View): Watched[] {
  const box = skinBox(stage, view);
  if (!box) return [];
  const { eye, right, up, forward } = view;
  const met = Array.from({ length: ACROSS * DOWN }, (_, i) => {
    const u = box.left + ((box.right - box.left) * ((i % ACROSS) + 0.5)) / ACROSS;
    const v = box.low + ((box.high - box.low) * (Math.floor(i / ACROSS) + 0.5)) / DOWN;
    const d = [0, 1, 2].map((c) => forward[c]! + u * right[c]! + v * up[c]!);
    const way = d.map((w) => w / Math.hypot(...d)) as unknown as Point;
    return skinOn(stage, eye as unknown as Point, way);
  }).filter((one) => one !== null);
  const step = Math.max(1, met.length / MOST_WATCHED);
  return Array.from({ length: Math.min(met.length, MOST_WATCHED) }, (_, i) => met[Math.floor(i * step)]!);
}

/** What of the skin a line of sight meets; null where something else is before it. */
function skinOn(stage: Stage, eye: Point, way: Point): Watched | null {
  const { shade } = stage;
  const from = toSubject(stage, eye);
  const own = turnToSubject(stage, way);
  const hit = firstHit(shade.bvh, from, own, FARTHEST_M);
  if (!hit) return null;
  const corner = shade.mesh.face[3 * hit.triangle]!;
  if (shade.surface[corner] !== SURFACE.skin || hairOnWay(shade, ...from, ...own, hit.t) > HAIR_HIDES) return null;
  const normal = [0, 1, 2].map((c) => shade.normal[3 * corner + c]!) as unknown as Point;
  return { place: eye.map((e, c) => e + hit.t * way[c]!) as unknown as Point, normal: turnToRoom(stage, normal) };
}

const FARTHEST_M = 100;

/** Where in the picture skin is seen, as slopes of lines of sight; null for none. */
function skinBox(stage: Stage, { eye, right, up, forward }: View) {
  const { mesh, normal, surface } = stage.shade;
  const along = (d: readonly number[], axis: ArrayLike<number>) => d.reduce((sum, value, i) => sum + value * axis[i]!, 0);
  let box: { left: number; right: number; low: number; high: number } | null = null;
  for (let v = 0; v < surface.length; v++) {
    if (surface[v] !== SURFACE.skin) continue;
    const at = (values: Float32Array | Float64Array): Point => [values[3 * v]!, values[3 * v + 1]!, values[3 * v + 2]!];
    const d = toRoom(stage, at(mesh.position)).map((value, i) => value - eye[i]!);
    if (-along(d, turnToRoom(stage, at(normal))) < SEEN_FROM * Math.hypot(...d)) continue;
    const depth = along(d, forward);
    const [u, w] = [along(d, right) / depth, along(d, up) / depth];
    box ??= { left: u, right: u, low: w, high: w };
    box = { left: Math.min(box.left, u), right: Math.max(box.right, u), low: Math.min(box.low, w), high: Math.max(box.high, w) };
  }
  return box;
}

/** A scene whose places are those of the skin that the camera sees, every light with its sheen there; null where no skin is seen. */
export function skinWatch(look: Look): Scene | null {
  const stage = stageOf(look);
  const view = viewOf(look, 3, 2);
  const eye = view.eye as unknown as Point;
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
  return { ...scene, lights: scene.lights.map((compiled) => withSheen(compiled, scene, look, stage, watched, eye)) };
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
    const way = eye.map((e, i) => e - place[i]!);
    const [vx, vy, vz] = way.map((v) => v / Math.hypot(...way)) as unknown as Point;
    const away = Math.hypot(...light.position.map((v, i) => v - place[i]!));
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
