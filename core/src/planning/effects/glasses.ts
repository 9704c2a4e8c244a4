import type { Look, Point } from '../../document/schema';
import { SURFACE } from '../../figure/surfaces';
import { faceOf, seenAlong } from '../../picture/sheen';
import { emissionOf } from '../../transport/emission';
import { pastSubject, stageOf, toRoom, turnToRoom } from '../../transport/stage';
import { viewOf } from '../../transport/view';

/** A light whose face is mirrored in dark glasses as the camera sees them. */
export interface InGlasses {
  readonly lightId: string;
  readonly name: string;
  /** Of the picture's sides. */
  readonly lenses: readonly ('left' | 'right')[];
}

/** Edges of what is mirrored are spread by this share of the way: lenses are met at single places. */
const SPREAD = 0.06;

/** Lights that show in the subject's dark glasses; empty without any. Lenses are taken as mirrors at the places of their mesh. */
export function inGlasses(look: Look): InGlasses[] {
  if (!look.subject.sunglasses) return [];
  const stage = stageOf(look);
  const { mesh, normal, surface } = stage.shade;
  const view = viewOf(look, 3, 2);
  const eye = view.eye as unknown as Point;
  const at = (values: ArrayLike<number>, v: number): Point => [values[3 * v]!, values[3 * v + 1]!, values[3 * v + 2]!];
  const turn = ((look.subject.turnDeg + look.subject.headTurnDeg) * Math.PI) / 180;
  const ahead: Point = [Math.sin(turn), 0, Math.cos(turn)];
  // Arms and rims are of the same stuff: what looks ahead is glass.
  const places = Array.from(surface, (kind, v) => (kind === SURFACE.lens ? v : -1))
    .filter((v) => v >= 0 && along(turnToRoom(stage, at(normal, v)), ahead) > GLASS_AHEAD)
    .map((v) => mirrorAt(toRoom(stage, at(mesh.position, v)), turnToRoom(stage, at(normal, v)), eye))
    .filter((one) => one !== null);
  const middle = places.reduce((sum, { place }) => sum + along(place, view.right), 0) / Math.max(1, places.length);
  return look.lights.flatMap((light): InGlasses[] => {
    if (!light.on || light.muted) return [];
    const face = faceOf(light, emissionOf(light));
    const lenses = new Set<'left' | 'right'>();
    for (const { place, way, before } of places)
      if (seenAlong(face, ...place, ...way, SPREAD) > 0 && pastSubject(stage, before, light.position) > PASSES)
        lenses.add(along(place, view.right) < middle ? 'left' : 'right');
    return lenses.size ? [{ lightId: light.id, name: light.name, lenses: [...lenses].sort() }] : [];
  });
}

const along = (place: Point, axis: ArrayLike<number>): number => place[0] * axis[0]! + place[1] * axis[1]! + place[2] * axis[2]!;

interface Mirror {
  readonly place: Point;
  /** Just before the lens. */
  readonly before: Point;
  readonly way: Point;
}

/** How far ahead the front of a lens looks at least: cosine. */
const GLASS_AHEAD = 0.9;

/** The rim of a lens is turned away and mirrors nothing that is seen; and what stands in the way of a light is no lens. */
const [FACING, OFF_LENS_M, PASSES] = [0.3, 0.012, 0.3];

/** A place of a lens and the way that it sends a look from the camera; null where it is turned away. */
function mirrorAt(place: Point, normal: Point, eye: Point): Mirror | null {
  const d = eye.map((e, i) => e - place[i]!) as [number, number, number];
  const length = Math.hypot(...d);
  const v = d.map((value) => value / length) as [number, number, number];
  const nv = along(normal, v);
  if (nv < FACING) return null;
  const before = place.map((p, i) => p + OFF_LENS_M * normal[i]!) as unknown as Point;
  return { place, before, way: v.map((value, i) => 2 * nv * normal[i]! - value) as unknown as Point };
}
