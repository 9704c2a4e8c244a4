import { balance } from '../planning/balance/balance';
import { emptyBrief } from '../planning/new-look';
import { standardProbes } from '../scene/probes';
import { ambientOf, BACKDROP_DEFAULTS, NO_STUDIES, ROOM_DEFAULTS, SUBJECT_DEFAULTS } from '../document/defaults';
import { LOOK_FORMAT, LOOK_VERSION, type Light, type Look } from '../document/schema';
import { withOwnPalette } from '../planning/palette/from-lights';
import { kitCamera } from '../catalogue/kit';
import { BACKDROP_M, FACE_M, piece, QUICKLY } from './piece';

/** Saltmarsh Fencing Club: season posters. A fencer in a white jacket before grey paper, cyan against amber. Made up. */

/** A poster without its balance: what the still life starts from as well. */
export function poster(title: string, note: string, lights: Light[]): Look {
  return {
    format: LOOK_FORMAT,
    version: LOOK_VERSION,
    title,
    ...emptyBrief(),
    brief: {
      ...emptyBrief().brief,
      note,
    },
    camera: { ...kitCamera('stills'), iso: 200, distanceM: 1.9 },
    subject: {
      name: 'Fencer in a white jacket',
      skinDepth: 0.46,
      hair: { kind: 'material', id: 'hair-black' },
      wardrobe: { kind: 'material', id: 'cloth-white' },
      faceHeightM: FACE_M,
      turnDeg: 0,
      ...SUBJECT_DEFAULTS,
      person: 'curls',
      garment: 'fencing',
      headTurnDeg: 9,
    },
    backdrop: { ...BACKDROP_DEFAULTS, surface: { kind: 'material', id: 'paper-grey' }, distanceM: BACKDROP_M, widthM: 2.7 },
    room: { ...ROOM_DEFAULTS, widthM: 6, depthM: 9, heightM: 3, walls: 0.35, ceiling: 0.6, floor: 0.25 },
    ambient: {
      ...ambientOf(60, { kind: 'planck', cctK: 3600 }),
      openings: [
        { id: 'opening-1', name: 'High window, black cloth', count: 2, done: true },
        { id: 'opening-2', name: 'Crack under the door, tape', count: 1, done: false },
      ],
      places: [{ id: 'place-1', name: 'Club hall, tubes on', lux: 450, source: { kind: 'preset', id: 'tube-green' } }],
    },
    ...NO_STUDIES,
    boards: [],
    whites: [
      { id: 'white-1', name: 'Daylight, 5600 K', whiteK: 5600, tintDuv: 0 },
      { id: 'white-2', name: 'Colder, 4300 K', whiteK: 4300, tintDuv: 0 },
    ],
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
    fixture: 'flash-400',
    gels: ['warm-quarter'],
    powerStops,
    ...(modifier ? { modifier } : {}),
  });
const rimLeft = (powerStops: number) =>
  piece({
    id: 'rim-left',
    name: 'Rim left',
    role: 'rim',
    side: 'left',
    fixture: 'flash-400',
    gels: ['teal-mid'],
    powerStops,
    at: { position: [-0.88, FACE_M + 0.33, -0.78], aim: [0, FACE_M + 0.02, 0] },
  });
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
  piece({ id: 'backdrop', name: 'Backdrop', role: 'background', side: 'right', fixture: 'flash-400', gels, powerStops });

/** Two soft colours that meet on the face, before black velvet: the programme's cover. */
function touche(): Look {
  const side = (
    id: string,
    name: string,
    at: 'left' | 'right',
    gel: string,
    position: Light['position'],
    role: Light['role'],
    zone: string,
  ) =>
    piece({
      id,
      name,
      role,
      side: at,
      fixture: 'flash-400',
      modifier: 'softbox-grid',
      gels: [gel],
      powerStops: -3,
      zone,
      at: { position, aim: [0, FACE_M - 0.04, 0] },
    });
  const look = poster('Touché, magenta and teal', 'Two colours meet on the face; the white jacket takes both. Black behind.', [
    side('key', 'Magenta', 'left', 'magenta-mid', [-1.1, FACE_M + 0.32, 0.85], 'key', 'face-key'),
    side('teal', 'Teal', 'right', 'teal-mid', [1.2, FACE_M + 0.2, 0.45], 'kicker', 'face-shadow'),
    piece({
      id: 'hair',
      name: 'Hair',
      role: 'hair',
      side: 'right',
      fixture: 'flash-200',
      modifier: 'reflector-grid',
      gels: ['magenta-mid'],
      powerStops: -4,
      at: { position: [1, FACE_M + 0.48, -0.9], aim: [0, FACE_M + 0.08, 0] },
    }),
  ]);
  return {
    ...look,
    brief: { ...look.brief, mood: 'dark', keyStops: -0.7, keyLevel: 'low' },
    subject: {
      ...look.subject,
      name: 'Fencer, cover',
      person: 'long',
      skinDepth: 0.14,
      hair: { kind: 'material', id: 'hair-brown' },
    },
    backdrop: { ...look.backdrop, surface: { kind: 'material', id: 'velvet-black' } },
  };
}

/** The demo looks, each with its own trouble: one washed out, one clipping in amber, one balanced. */
export function demoLooks(): readonly Look[] {
  const washed = poster('Piste, washed out', 'The umbrella key floods the paper: the cyan goes grey.', [
    key(-2.6, 'umbrella'),
    backdrop(-4.8, ['teal-deep']),
    rimRight(-2.2),
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
  return [
    withOwnPalette(balance(balanced, QUICKLY).look),
    withOwnPalette(washed),
    withOwnPalette(clipping),
    withOwnPalette(balance(touche(), QUICKLY).look),
  ];
}
