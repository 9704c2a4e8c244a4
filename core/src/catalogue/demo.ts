import { balance } from '../balance/balance';
import { emptyBrief, makeLight, usualPlace } from '../look/create';
import { standardProbes } from '../look/probes';
import { LOOK_FORMAT, LOOK_VERSION, type Light, type Look, type Role } from '../look/schema';
import { cameraOf, fixtureOf, modifierOf } from './kit';

/** Saltmarsh Fencing Club: season posters. A fencer in a white jacket before grey paper, cyan against amber. Made up. */
const FACE_M = 1.62;
const BACKDROP_M = 2.4;

interface Piece {
  readonly id: string;
  readonly name: string;
  readonly role: Role;
  readonly side: 'left' | 'right';
  readonly fixture: string;
  readonly modifier?: string;
  readonly gels?: readonly string[];
  readonly powerStops: number;
}

function piece({ id, name, role, side, fixture, modifier, gels = [], powerStops }: Piece): Light {
  const place = usualPlace(role, side, FACE_M, BACKDROP_M);
  return makeLight({
    id,
    name,
    role,
    position: place.position,
    aim: place.aim,
    fixture: fixtureOf(fixture),
    modifier: modifierOf(modifier ?? place.modifier),
    gels: gels.map((gel) => ({ gel, strength: 1 })),
    powerStops,
  });
}

function poster(title: string, note: string, lights: Light[]): Look {
  return {
    format: LOOK_FORMAT,
    version: LOOK_VERSION,
    title,
    ...emptyBrief(),
    brief: {
      ...emptyBrief().brief,
      note,
    },
    camera: { ...cameraOf('stills'), iso: 200 },
    subject: {
      name: 'Fencer in a white jacket',
      skinDepth: 0.3,
      hair: { kind: 'material', id: 'hair-dark' },
      wardrobe: { kind: 'material', id: 'cloth-white' },
      faceHeightM: FACE_M,
    },
    backdrop: { surface: { kind: 'material', id: 'paper-grey' }, distanceM: BACKDROP_M, widthM: 2.7 },
    room: { widthM: 6, depthM: 9, heightM: 3, walls: 0.35, ceiling: 0.6, floor: 0.25 },
    ambient: { lux: 60, cctK: 3600 },
    lights,
    probes: standardProbes(FACE_M, BACKDROP_M, 'left'),
    spectra: [],
  };
}

const key = (powerStops: number, modifier?: string) =>
  piece({
    id: 'key',
    name: 'Key',
    role: 'key',
    side: 'left',
    fixture: 'flash-200',
    gels: ['warm-quarter'],
    powerStops,
    ...(modifier ? { modifier } : {}),
  });
const rimLeft = (powerStops: number) =>
  piece({ id: 'rim-left', name: 'Rim left', role: 'rim', side: 'left', fixture: 'flash-400', gels: ['teal-mid'], powerStops });
const rimRight = (powerStops: number) =>
  piece({
    id: 'rim-right',
    name: 'Rim right',
    role: 'rim',
    side: 'right',
    fixture: 'flash-400',
    modifier: 'reflector',
    gels: ['amber-deep'],
    powerStops,
  });
const backdrop = (powerStops: number, gels: string[]) =>
  piece({ id: 'backdrop', name: 'Backdrop', role: 'background', side: 'right', fixture: 'flash-200', gels, powerStops });

/** The three demo looks, each with its own trouble: one washed out, one clipping in amber, one balanced. */
export function demoLooks(): readonly Look[] {
  const washed = poster('Piste, washed out', 'The umbrella key floods the paper: the cyan goes grey.', [
    key(-2, 'umbrella'),
    backdrop(-5.5, ['teal-deep']),
    rimRight(-2.5),
  ]);
  const clipping = poster('Salute, amber too hot', 'The amber rim burns to yellow on the white jacket and hair.', [
    key(-2.5),
    rimRight(0),
    backdrop(-3, ['teal-deep']),
  ]);
  const balanced = poster('Piste, cyan and amber', 'Cyan paper and rim against amber. The season poster.', [
    key(-2.5, 'softbox-grid'),
    rimLeft(-2),
    rimRight(-2),
    backdrop(-3, ['teal-deep']),
  ]);
  return [balance(balanced).look, washed, clipping];
}
