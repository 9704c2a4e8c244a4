import type { SubjectForm } from '../document/subject';
import { tableOf } from '../figure/shape';
import { HEAD_RADIUS_M, unitVector } from '../transport/geometry';
import type { Look, Point, Probe } from '../document/schema';
import { likeZone } from '../document/zones';

/** Part and side of a place. */
type Where = readonly [Probe['part'], Probe['side']];

/** Which side of the picture the key comes from. */
export type KeySide = 'left' | 'right';

/** From the middle of the head to the cheek on the picture's right: smooth skin, clear of the nose's shadow. */
const CHEEK = [0.82, -0.24, 1] as const;

/** How far to each side of its middle the backdrop is read, m. */
const BACKDROP_SIDE_M = 0.7;
const BOTTLE_BACKDROP_SIDE_M = 0.14;

/** The side that a look's key stands on; left where there is none. */
export function keySideOf(look: Pick<Look, 'lights'>): KeySide {
  const key = look.lights.find(({ role }) => role === 'key');
  return key && key.position[0] > 0 ? 'right' : 'left';
}

/**
 * The eight standard probes: both sides of the face, both edges of the hair, the wardrobe, and three places on the
 * backdrop, for a subject at the origin who faces the camera. Left and right are the picture's.
 */
export function standardProbes(
  faceHeightM: number,
  backdropDistanceM: number,
  keySide: KeySide,
  form: SubjectForm = 'person',
): Probe[] {
  if (form === 'bottle') return bottleProbes(faceHeightM, backdropDistanceM, keySide);
  if (form === 'kettle') return kettleProbes(faceHeightM, backdropDistanceM, keySide);
  const side = keySide === 'left' ? -1 : 1;
  const y = faceHeightM;
  const onHead = (direction: Point): { body: 'head'; position: Point; normal: Point } => {
    const normal = unitVector(direction);
    return {
      body: 'head',
      position: [normal[0] * HEAD_RADIUS_M, y + normal[1] * HEAD_RADIUS_M, normal[2] * HEAD_RADIUS_M],
      normal,
    };
  };
  return [
    {
      id: 'face-key',
      name: 'Face, key side',
      part: 'front',
      side: 'key',
      surface: 'skin',
      ...onHead([side * CHEEK[0], CHEEK[1], CHEEK[2]]),
    },
    {
      id: 'face-shadow',
      name: 'Face, shadow side',
      part: 'front',
      side: 'shadow',
      surface: 'skin',
      ...onHead([-side * CHEEK[0], CHEEK[1], CHEEK[2]]),
    },
    { id: 'hair-left', name: 'Hair edge, left', part: 'edge', side: 'left', surface: 'hair', ...onHead([-1, 0.62, -0.5]) },
    { id: 'hair-right', name: 'Hair edge, right', part: 'edge', side: 'right', surface: 'hair', ...onHead([1, 0.62, -0.5]) },
    {
      id: 'wardrobe',
      name: 'Wardrobe',
      part: 'clothing',
      side: 'middle',
      surface: 'wardrobe',
      body: 'torso',
      position: [0, y - 0.42, 0.17],
      normal: unitVector([0, 0.25, 1]),
    },
    ...onBackdrop(y, backdropDistanceM, BACKDROP_SIDE_M),
  ];
}

/** The three places on a backdrop: its middle, and to each side of it. */
function onBackdrop(y: number, distanceM: number, toSideM: number): Probe[] {
  const at = (id: string, name: string, side: Probe['side'], x: number): Probe => ({
    id,
    name,
    part: 'backdrop',
    side,
    surface: 'backdrop',
    body: 'none',
    position: [x, y, -distanceM],
    normal: [0, 0, 1],
  });
  return [
    at('backdrop', 'Backdrop', 'middle', 0),
    at('backdrop-left', 'Backdrop, left', 'left', -toSideM),
    at('backdrop-right', 'Backdrop, right', 'right', toSideM),
  ];
}

/** Places on a thing whose origin is at this height. */
const onThing =
  (y: number) =>
  (id: string, name: string, [part, side]: Where, surface: Probe['surface'], at: Point, normal: Point): Probe => ({
    id,
    name,
    part,
    side,
    surface,
    body: 'torso',
    position: [at[0], y + at[1], at[2]],
    normal: unitVector(normal),
  });

/** The same eight places on a bottle. */
function bottleProbes(y: number, backdropDistanceM: number, keySide: KeySide): Probe[] {
  const side = keySide === 'left' ? -1 : 1;
  const on = onThing(y);
  return [
    on('face-key', 'Label, key side', ['front', 'key'], 'label', [side * 0.014, -0.018, 0.019], [0, 0, 1]),
    on('face-shadow', 'Label, shadow side', ['front', 'shadow'], 'label', [-side * 0.014, -0.018, 0.019], [0, 0, 1]),
    on('hair-left', 'Glass edge, left', ['edge', 'left'], 'liquid', [-0.036, -0.01, 0], [-1, 0, -0.2]),
    on('hair-right', 'Glass edge, right', ['edge', 'right'], 'liquid', [0.036, -0.01, 0], [1, 0, -0.2]),
    {
      ...on('wardrobe', 'Table', ['table', 'middle'], 'table', [side * 0.02, tableOf({ form: 'bottle' })!.topM, 0.05], [0, 1, 0]),
      body: 'none',
    },
    ...onBackdrop(y, backdropDistanceM, BOTTLE_BACKDROP_SIDE_M),
  ];
}

/** The same eight places on a kettle and round it. */
function kettleProbes(y: number, backdropDistanceM: number, keySide: KeySide): Probe[] {
  const side = keySide === 'left' ? -1 : 1;
  const on = onThing(y);
  const [, , , , table, ...back] = bottleProbes(y, backdropDistanceM, keySide);
  return [
    on('face-key', 'Body, key side', ['front', 'key'], 'metal', [side * 0.045, -0.02, 0.06], [side * 0.6, 0, 0.8]),
    on('face-shadow', 'Body, shadow side', ['front', 'shadow'], 'metal', [-side * 0.045, -0.02, 0.06], [-side * 0.6, 0, 0.8]),
    on('hair-left', 'Handle', ['edge', 'left'], 'matt', [-0.11, 0.0, 0], [-1, 0, 0.2]),
    on('hair-right', 'Spout', ['edge', 'right'], 'metal', [0.11, 0.02, 0], [1, 0.2, 0.2]),
    { ...table!, position: [side * 0.12, y + tableOf({ form: 'kettle' })!.topM, 0.1] },
    ...back,
  ];
}

/** Id of the place where a light of a role standing at `position` does its work; the metered place where the look has no such. */
export function usualZone(probes: readonly Probe[], role: Look['lights'][number]['role'], position: Point): string {
  const [part, side] = usualPart(role, position);
  return likeZone(probes, { part, side }).id;
}

function usualPart(role: Look['lights'][number]['role'], position: Point): Where {
  const side = position[0] < 0 ? 'left' : 'right';
  switch (role) {
    case 'key':
    case 'window':
      return ['front', 'key'];
    case 'fill':
      return ['front', 'shadow'];
    case 'background':
      return ['backdrop', 'middle'];
    case 'practical':
      return ['backdrop', side];
    case 'rim':
    case 'hair':
    case 'kicker':
      return ['edge', side];
  }
}
