import type { SubjectForm } from '../document/subject';
import { tableOf } from '../figure/shape';
import { HEAD_RADIUS_M, unitVector } from '../transport/geometry';
import type { Look, Point, Probe } from '../document/schema';

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
  const onBackdrop = (x: number): { body: 'none'; position: Point; normal: Point } => ({
    body: 'none',
    position: [x, y, -backdropDistanceM],
    normal: [0, 0, 1],
  });
  return [
    { id: 'face-key', name: 'Face, key side', surface: 'skin', ...onHead([side * CHEEK[0], CHEEK[1], CHEEK[2]]) },
    { id: 'face-shadow', name: 'Face, shadow side', surface: 'skin', ...onHead([-side * CHEEK[0], CHEEK[1], CHEEK[2]]) },
    { id: 'hair-left', name: 'Hair edge, left', surface: 'hair', ...onHead([-1, 0.62, -0.5]) },
    { id: 'hair-right', name: 'Hair edge, right', surface: 'hair', ...onHead([1, 0.62, -0.5]) },
    {
      id: 'wardrobe',
      name: 'Wardrobe',
      surface: 'wardrobe',
      body: 'torso',
      position: [0, y - 0.42, 0.17],
      normal: unitVector([0, 0.25, 1]),
    },
    { id: 'backdrop', name: 'Backdrop', surface: 'backdrop', ...onBackdrop(0) },
    { id: 'backdrop-left', name: 'Backdrop, left', surface: 'backdrop', ...onBackdrop(-BACKDROP_SIDE_M) },
    { id: 'backdrop-right', name: 'Backdrop, right', surface: 'backdrop', ...onBackdrop(BACKDROP_SIDE_M) },
  ];
}

/** Places of the standard probes until the fifth version of looks: on the face they met the nose of the people that came then. */
export function restaged(probes: readonly Probe[], faceHeightM: number): Probe[] {
  const key = probes.find(({ id }) => id === 'face-key');
  const now = standardProbes(faceHeightM, 1, key && key.position[0] > 0 ? 'right' : 'left');
  return probes.map((probe) => {
    const fresh = now.find(({ id }) => id === probe.id);
    return fresh && probe.body === 'head' && probe.surface === 'skin'
      ? { ...probe, position: fresh.position, normal: fresh.normal }
      : probe;
  });
}

/** Places on a thing whose origin is at this height. */
const onThing =
  (y: number) =>
  (id: string, name: string, surface: Probe['surface'], at: Point, normal: Point): Probe => ({
    id,
    name,
    surface,
    body: 'torso',
    position: [at[0], y + at[1], at[2]],
    normal: unitVector(normal),
  });

/** The same eight places on a bottle: their ids tell their part in the picture, whatever the subject. */
function bottleProbes(y: number, backdropDistanceM: number, keySide: KeySide): Probe[] {
  const side = keySide === 'left' ? -1 : 1;
  const on = onThing(y);
  const back = (id: string, name: string, x: number): Probe => ({
    id,
    name,
    surface: 'backdrop',
    body: 'none',
    position: [x, y, -backdropDistanceM],
    normal: [0, 0, 1],
  });
  return [
    on('face-key', 'Label, key side', 'label', [side * 0.014, -0.018, 0.019], [0, 0, 1]),
    on('face-shadow', 'Label, shadow side', 'label', [-side * 0.014, -0.018, 0.019], [0, 0, 1]),
    on('hair-left', 'Glass edge, left', 'liquid', [-0.036, -0.01, 0], [-1, 0, -0.2]),
    on('hair-right', 'Glass edge, right', 'liquid', [0.036, -0.01, 0], [1, 0, -0.2]),
    { ...on('wardrobe', 'Table', 'table', [side * 0.02, tableOf({ form: 'bottle' })!.topM, 0.05], [0, 1, 0]), body: 'none' },
    back('backdrop', 'Backdrop', 0),
    back('backdrop-left', 'Backdrop, left', -BOTTLE_BACKDROP_SIDE_M),
    back('backdrop-right', 'Backdrop, right', BOTTLE_BACKDROP_SIDE_M),
  ];
}

/** The same eight places on a kettle and round it. */
function kettleProbes(y: number, backdropDistanceM: number, keySide: KeySide): Probe[] {
  const side = keySide === 'left' ? -1 : 1;
  const on = onThing(y);
  const [, , , , table, ...back] = bottleProbes(y, backdropDistanceM, keySide);
  return [
    on('face-key', 'Body, key side', 'metal', [side * 0.045, -0.02, 0.06], [side * 0.6, 0, 0.8]),
    on('face-shadow', 'Body, shadow side', 'metal', [-side * 0.045, -0.02, 0.06], [-side * 0.6, 0, 0.8]),
    on('hair-left', 'Handle', 'matt', [-0.11, 0.0, 0], [-1, 0, 0.2]),
    on('hair-right', 'Spout', 'metal', [0.11, 0.02, 0], [1, 0.2, 0.2]),
    { ...table!, position: [side * 0.12, y + tableOf({ form: 'kettle' })!.topM, 0.1] },
    ...back,
  ];
}

/** The probe where a light of a role standing at `position` does its work. */
export function usualZone(role: Look['lights'][number]['role'], position: Point): string {
  switch (role) {
    case 'key':
    case 'window':
      return 'face-key';
    case 'fill':
      return 'face-shadow';
    case 'background':
      return 'backdrop';
    case 'practical':
      return position[0] < 0 ? 'backdrop-left' : 'backdrop-right';
    case 'rim':
    case 'hair':
    case 'kicker':
      return position[0] < 0 ? 'hair-left' : 'hair-right';
  }
}
