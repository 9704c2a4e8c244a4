import type { Look, Point } from '../document/schema';
import { firstHit } from '../figure/bvh';
import { MATERIAL, SURFACE_MATERIALS } from '../figure/materials';
import { straight, type Reaching } from '../transport/reach';
import { liftOf } from '../transport/seen-share';
import { meetRoom, roomShape, type Met } from '../transport/room-surface';
import { hairOnWay, toSubject, turnToRoom, turnToSubject, type Stage } from '../transport/stage';
import type { View } from '../transport/view';
import { kept } from '../kept';

/**
 * The mean light of a frame, which a lens spreads over all of it as a veil: what of the picture each material holds, and how a lamp lights it, over a coarse
 * grid of lines of sight. The same for figures and pictures.
 */

const [ACROSS, DOWN] = [9, 7];
/** Hair counts as met where it hides so much of what lies behind it, as a depth. */
const HAIR_DEPTH = 0.7;

export interface Sample {
  readonly material: number;
  readonly place: Point;
  readonly normal: Point;
  readonly open: number;
  readonly liftM: number;
}

const known = kept<readonly Sample[]>(8);

/** Places that a frame shows, on a coarse grid. */
export function frameSamples(look: Look, stage: Stage, view: View): readonly Sample[] {
  return known(JSON.stringify([stage.key, view]), () => sampled(look, stage, view));
}

function sampled(look: Look, stage: Stage, view: View): Sample[] {
  const { eye, right, up, forward, halfWidth, halfHeight } = view;
  const shape = roomShape(look);
  const met: Met = { t: 0, material: 0, nx: 0, ny: 0, nz: 0 };
  return Array.from({ length: ACROSS * DOWN }, (_, i): Sample => {
    const u = ((2 * ((i % ACROSS) + 0.5)) / ACROSS - 1) * halfWidth;
    const v = (1 - (2 * (Math.floor(i / ACROSS) + 0.5)) / DOWN) * halfHeight;
    const d = [0, 1, 2].map((c) => forward[c]! + u * right[c]! + v * up[c]!);
    const l = Math.hypot(...d);
    const way = d.map((w) => w / l) as unknown as Point;
    meetRoom(shape, ...eye, ...way, met);
    const on = onSubject(stage, eye, way, met.t);
    if (on) return on;
    const place = [0, 1, 2].map((c) => eye[c]! + met.t * way[c]!) as unknown as Point;
    return { material: met.material, place, normal: [met.nx, met.ny, met.nz], open: 1, liftM: 0 };
  });
}

/** What of the subject a line of sight meets before `mostM`; null where it passes. */
function onSubject(stage: Stage, eye: Point, way: Point, mostM: number): Sample | null {
  const { shade } = stage;
  const from = toSubject(stage, eye);
  const own = turnToSubject(stage, way);
  const hit = firstHit(shade.bvh, from, own, mostM);
  const t = hit?.t ?? mostM;
  const at = (s: number): Point => [0, 1, 2].map((c) => eye[c]! + s * way[c]!) as unknown as Point;
  if (hairOnWay(shade, ...from, ...own, t) > HAIR_DEPTH)
    return { material: MATERIAL.hair, place: at(t), normal: [-way[0], -way[1], -way[2]], open: 0.5, liftM: 0.02 };
  if (!hit) return null;
  const { mesh, normal, surface, open } = shade;
  const corner = mesh.face[3 * hit.triangle]!;
  const n: Point = [normal[3 * corner]!, normal[3 * corner + 1]!, normal[3 * corner + 2]!];
  const kind = surface[corner]!;
  return {
    material: MATERIAL[SURFACE_MATERIALS[kind]![0]!],
    place: at(t),
    normal: turnToRoom(stage, n),
    open: open[corner]!,
    liftM: liftOf(kind),
  };
}

/** Amounts by material, of those that a frame shows. */
export type FrameAmounts = ReadonlyMap<number, number>;

function summed(samples: readonly Sample[], amount: (sample: Sample) => number): FrameAmounts {
  const out = new Map<number, number>();
  for (const sample of samples) {
    const value = amount(sample) / samples.length;
    if (value > 0) out.set(sample.material, (out.get(sample.material) ?? 0) + value);
  }
  return out;
}

/** What a lamp brings to a frame, straight: mean illuminance by material per unit of its intensity, 1/m^2. */
export const frameLit = (samples: readonly Sample[], reach: Reaching): FrameAmounts =>
  summed(samples, ({ place, normal, liftM }) => straight(reach, place, normal, liftM));

/** Share of a frame that each material holds, dimmed by how much of the room's light comes there. */
export const frameOpen = (samples: readonly Sample[]): FrameAmounts => summed(samples, ({ open }) => open);

/** Sum over materials of an amount times a figure of the material. */
export function overMaterials(amounts: FrameAmounts, figure: (material: number) => number): number {
  let sum = 0;
  for (const [material, amount] of amounts) sum += amount * figure(material);
  return sum;
}
