import { emissionOf, type Emitting } from './emission';
import { GRID_SIZE, type Spectrum } from '../spectrum/grid';
import { zoomLens } from '../exposure/beam';
import { clearWay, lengthOf, minus, plus, type Occluder } from './geometry';
import type { Light, Look, Point } from '../document/schema';

/** The surfaces of a room that send light back: the groups over which the wash is summed. */
export const ROOM_GROUPS = ['walls', 'ceiling', 'floor', 'backdrop'] as const;
type RoomGroup = (typeof ROOM_GROUPS)[number];

/** Flux that a light of intensity 1 lx m^2 lands on each group, lm. */
export type LandedFlux = Record<RoomGroup, number>;

interface Box {
  readonly low: Point;
  readonly high: Point;
}

const BEHIND_BACKDROP_M = 0.05;
/** Of each lamp. Ten times as many move the whole light of a place by 0.002 stop in the mean, 0.02 at most, over 20 rooms. */
const RAYS = 64;
const LARGEST_MEAN_REFLECTANCE = 0.95;
const GOLDEN_ANGLE = Math.PI * (3 - Math.sqrt(5));

function roomBox({ room, backdrop }: Look): Box {
  const back = -backdrop.distanceM - BEHIND_BACKDROP_M;
  return { low: [-room.widthM / 2, 0, back], high: [room.widthM / 2, room.heightM, back + room.depthM] };
}

/** Whether a thing of half height `halfM` can stand or hang at a place: inside walls and backdrop, over the floor and under the ceiling. */
export function fitsInRoom(look: Look, [x, y, z]: Point, halfM = 0.1): boolean {
  const { low, high } = roomBox(look);
  return x > low[0] && x < high[0] && y > halfM / 2 && y + halfM < high[1] && z > low[2] && z < high[2];
}

function boxArea({ low, high }: Box): { walls: number; floor: number; total: number } {
  const [w, h, d] = minus(high, low);
  return { walls: 2 * (w + d) * h, floor: w * d, total: 2 * (w * d + (w + d) * h) };
}

/**
 * Where the light of a fixture lands, by a fixed set of rays over its beam: deterministic, and the same for every power
 * and gel. Rays that meet the subject stay there.
 */
export function landedFlux(look: Look, light: Emitting, forms: readonly Occluder[]): LandedFlux {
  const flux: LandedFlux = { walls: 0, ceiling: 0, floor: 0, backdrop: 0 };
  const emission = emissionOf(light);
  const box = roomBox(look);
  const origin = insideBox(light.position, box);
  const { axis, right: side, up } = emission;
  const widest = coneOf(light.modifier);
  const capSr = 2 * Math.PI * (1 - Math.cos(widest));
  for (let i = 0; i < RAYS; i++) {
    const cosine = 1 - ((i + 0.5) / RAYS) * (1 - Math.cos(widest));
    const angle = Math.acos(cosine);
    const turn = i * GOLDEN_ANGLE;
    const sine = Math.sin(angle);
    const cx = sine * Math.cos(turn);
    const cy = sine * Math.sin(turn);
    const direction: Point = [
      axis[0] * cosine + side[0] * cx + up[0] * cy,
      axis[1] * cosine + side[1] * cx + up[1] * cy,
      axis[2] * cosine + side[2] * cx + up[2] * cy,
    ];
    const intensity = emission.towards(...direction);
    if (intensity === 0) continue;
    const { group, at } = meets(origin, direction, box, look);
    flux[group] += ((intensity * capSr) / RAYS) * clearWay(at, origin, forms);
  }
  return flux;
}

/** Half angle of the cone that holds all light worth counting. */
function coneOf({ beam, gridDeg, spill }: Light['modifier']): number {
  if (spill > 0) return Math.PI;
  const grid = gridDeg === null ? Math.PI : (gridDeg * Math.PI) / 180;
  const own =
    beam.kind === 'bare'
      ? Math.PI
      : beam.kind === 'diffuse'
        ? Math.PI / 2
        : Math.min(
            Math.PI,
            ((beam.kind === 'table'
              ? beam.anglesDeg.at(-1)!
              : beam.kind === 'zoom'
                ? zoomLens(beam, beam.zoom).fieldDeg
                : beam.fieldDeg) *
              Math.PI) /
              180,
          );
  return Math.min(grid, own);
}

function insideBox(point: Point, { low, high }: Box): Point {
  const inside = (i: 0 | 1 | 2) => Math.min(high[i] - 0.01, Math.max(low[i] + 0.01, point[i]));
  return [inside(0), inside(1), inside(2)];
}

function meets(origin: Point, direction: Point, { low, high }: Box, look: Look): { group: RoomGroup; at: Point } {
  let nearest = Infinity;
  let plane = 0;
  for (const axis of [0, 1, 2] as const) {
    const speed = direction[axis];
    if (Math.abs(speed) < 1e-9) continue;
    const t = ((speed > 0 ? high[axis] : low[axis]) - origin[axis]) / speed;
    if (t < nearest) [nearest, plane] = [t, axis];
  }
  const at = plus(origin, direction, nearest);
  if (plane === 1) return { group: direction[1] > 0 ? 'ceiling' : 'floor', at };
  const onBackdrop =
    look.backdrop.type !== 'none' &&
    plane === 2 &&
    direction[2] < 0 &&
    (look.backdrop.type === 'wall' || Math.abs(at[0]) <= look.backdrop.widthM / 2);
  return { group: onBackdrop ? 'backdrop' : 'walls', at };
}

/** So often the room's surfaces send light on patch by patch (`surround-light`); after that it is alike everywhere. */
export const BY_PATCHES = 3;

/**
 * The room wash of a light per unit of intensity, spectrally, 1/m^2 on the grid: all light that the room's surfaces have sent on more often than
 * `BY_PATCHES`, alike everywhere. E_wash(lambda) = rhobar^3 sum_j Phi_j rho_j(lambda) / ((1 - rhobar) A),
 * rhobar(lambda) the area-weighted mean of all surfaces, at most 0.95. With `after` 0 it is all
 * light by way of the room. `backdrop` and `walls` are their reflectances; ceiling and floor are neutral.
 */
export function washFactor(
  look: Look,
  landed: LandedFlux,
  backdrop: Spectrum,
  walls: Spectrum,
  after: 0 | typeof BY_PATCHES = BY_PATCHES,
): Spectrum {
  const { room } = look;
  const box = roomBox(look);
  const area = boxArea(box);
  const { type, widthM } = look.backdrop;
  const backdropArea = type === 'none' ? 0 : (type === 'wall' ? room.widthM : Math.min(widthM, room.widthM)) * room.heightM;
  const out = new Float64Array(GRID_SIZE);
  for (let i = 0; i < GRID_SIZE; i++) {
    const rho = backdrop[i]!;
    const wall = walls[i]!;
    const reflected = (area.walls - backdropArea) * wall + area.floor * (room.ceiling + room.floor) + backdropArea * rho;
    const mean = Math.min(LARGEST_MEAN_REFLECTANCE, reflected / area.total);
    const sent = landed.walls * wall + landed.ceiling * room.ceiling + landed.floor * room.floor + landed.backdrop * rho;
    out[i] = (mean ** after * sent) / ((1 - mean) * area.total);
  }
  return out;
}

/** Distance of a light from what it aims at, m: what people measure on set. */
export function throwM(light: Pick<Light, 'position' | 'aim'>): number {
  return lengthOf(minus(light.aim, light.position));
}
