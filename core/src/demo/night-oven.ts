import { balance } from '../planning/balance/balance';
import { emptyBrief } from '../planning/new-look';
import { standardProbes } from '../scene/probes';
import { ambientOf, BACKDROP_DEFAULTS, NO_STUDIES, ROOM_DEFAULTS, SUBJECT_DEFAULTS } from '../document/defaults';
import { LOOK_FORMAT, LOOK_VERSION, type Light, type Look } from '../document/schema';
import { withOwnPalette } from '../planning/palette/from-lights';
import { kitCamera } from '../catalogue/kit';
import { BACKDROP_M, FACE_M, piece, QUICKLY, type Piece } from './piece';

const BACK_ROOM: Pick<Look['brief'], 'place' | 'ingredients'> = {
  place: {
    name: 'Bakery, back room',
    note: 'One window on the street, steel tables, white tiles.',
    minutes: 240,
    crew: 3,
    powerW: 3600,
  },
  ingredients: [
    {
      id: 'haze',
      name: 'Flour dust in the beam',
      state: 'tried',
      reason: 'Reads well against the street light; sweep between takes.',
    },
    { id: 'tube-red', name: 'Red exit sign', state: 'rejected', reason: 'Pulls the eye off the dough.' },
  ],
};

const STREET_AND_FRIDGE: Look['palette']['members'] = [
  {
    id: 'colour-1',
    name: 'Street',
    hueDeg: 66,
    purity: 0.17,
    light: 'street',
    part: 'hair-right',
    share: 0.12,
    purpose: 'The world outside is awake',
  },
  {
    id: 'colour-2',
    name: 'Fridge',
    hueDeg: 254,
    purity: 0.31,
    light: 'fridge',
    part: 'hair-left',
    share: 0.2,
    purpose: 'Cold work',
  },
];

/** Night Oven: a short film. A baker at 3 a.m., street light through the window against cold fridge light. Made up. */
function ovenLook(title: string, note: string, lights: Light[], change: Partial<Look['camera']> = {}): Look {
  return {
    format: LOOK_FORMAT,
    version: LOOK_VERSION,
    title,
    ...emptyBrief(),
    brief: {
      ...emptyBrief().brief,
      mood: 'dark',
      keyStops: -0.9,
      note,
      keyLevel: 'low',
      ...BACK_ROOM,
    },
    palette: {
      scheme: 'opposite',
      baseHueDeg: 66,
      leanDeg: 0,
      members: STREET_AND_FRIDGE,
      accepted: [],
      tried: [],
    },
    camera: { ...kitCamera('cinema-log'), whiteK: 4300, aperture: 2.8, iso: 800, distanceM: 1.9, ...change },
    subject: {
      name: 'Baker in a cream apron',
      skinDepth: 0.34,
      hair: { kind: 'material', id: 'hair-black' },
      wardrobe: { kind: 'material', id: 'cloth-cream' },
      faceHeightM: FACE_M,
      turnDeg: 0,
      ...SUBJECT_DEFAULTS,
      person: 'bald',
      garment: 'apron',
      headwear: 'cap',
      headTurnDeg: -8,
    },
    backdrop: { ...BACKDROP_DEFAULTS, surface: { kind: 'material', id: 'paper-pale' }, distanceM: BACKDROP_M, widthM: 5 },
    room: { ...ROOM_DEFAULTS, widthM: 5, depthM: 7, heightM: 2.9, walls: 0.18, ceiling: 0.2, floor: 0.1 },
    ambient: {
      ...ambientOf(1.5, { kind: 'planck', cctK: 2700 }),
      targetStops: -3.5,
      window: { kind: 'window', ev100: 1.5, source: { kind: 'preset', id: 'street-sodium' } },
      places: [
        { id: 'place-1', name: 'Shop front, blinds down', lux: 18, source: { kind: 'preset', id: 'street-sodium' } },
        { id: 'place-2', name: 'Yard at dusk', lux: 40, source: { kind: 'daylight', cctK: 9500 } },
      ],
    },
    ...NO_STUDIES,
    boards: [],
    whites: [
      { id: 'white-1', name: 'As lit, 4300 K', whiteK: 4300, tintDuv: 0 },
      { id: 'white-2', name: 'Colder, 3200 K', whiteK: 3200, tintDuv: 0 },
      { id: 'white-3', name: 'Warmer, 6000 K', whiteK: 6000, tintDuv: 0 },
    ],
    lights,
    probes: standardProbes(FACE_M, BACKDROP_M, 'left'),
    spectra: [],
  };
}

/** Behind the baker, where it meets the edge and not the cheek. */
const FRIDGE_AT: Piece['at'] = { position: [-1.3, FACE_M + 0.28, -1.7], aim: [0, FACE_M + 0.05, 0] };
const fridge = (setting: Light['setting'], fixture = 'colour-panel-two', at?: Piece['at']): Light =>
  piece({
    id: 'fridge',
    name: 'Fridge',
    role: 'rim',
    side: 'left',
    fixture,
    modifier: 'panel-grid',
    setting,
    motive: 'fridge',
    ...(at ? { at } : {}),
    powerStops: -4,
  });
const street = (setting: Light['setting'], powerStops = -4): Light =>
  piece({
    id: 'street',
    name: 'Street',
    role: 'rim',
    side: 'right',
    fixture: 'colour-spot',
    modifier: 'reflector-grid',
    setting,
    motive: 'street',
    at: { position: [1.25, FACE_M + 0.85, -1.15], aim: [0, FACE_M + 0.05, 0] },
    powerStops,
  });
/** A low oven door: gridded, so that it leaves the cold edges and the wall alone. */
const ovenKey = (modifier: string, position: Light['position']): Light =>
  piece({
    id: 'key',
    name: 'Oven door',
    role: 'key',
    side: 'left',
    fixture: 'bi-colour',
    modifier,
    setting: { mode: 'cct', cctK: 3200, duv: 0 },
    motive: 'bedside',
    at: { position, aim: [0, FACE_M, 0] },
    powerStops: -1,
  });
const tubes = (hueDeg: number): Light =>
  piece({
    id: 'tubes',
    name: 'Wall tubes',
    role: 'background',
    side: 'right',
    fixture: 'colour-tube',
    modifier: 'tube-face',
    setting: { mode: 'hsi', hueDeg, saturation: 0.75, whiteK: 5600 },
    motive: '',
    powerStops: -1,
  });
const lamp = (): Light => ({
  ...piece({
    id: 'lamp',
    name: 'Shelf lamp',
    role: 'practical',
    side: 'left',
    fixture: 'household-bulb',
    modifier: 'globe',
    motive: 'bedside',
    powerStops: -1,
  }),
  lamp: { kind: 'lamp', ratedW: 60, fittedW: 60, figureW: 60, diffusionStops: 0 },
});

/** Looks of the bakery: street light against the fridge, and one whose two cold fixtures disagree at the same hue angle. */
export function nightOvenLooks(): readonly Look[] {
  const first = ovenLook(
    'Dough, street against fridge',
    'Sodium-like street light on one edge, cold fridge on the other; the oven door keys.',
    [
      ovenKey('softbox-grid', [-0.8, FACE_M + 0.15, 1.3]),
      street({ mode: 'xy', x: 0.51, y: 0.42 }),
      fridge({ mode: 'hsi', hueDeg: 210, saturation: 0.7, whiteK: 6500 }, 'colour-panel-two', FRIDGE_AT),
      lamp(),
    ],
  );
  const second = ovenLook('Cold shelves, tubes disagree', 'Panel and tubes stand at hue 195 and are not the same colour.', [
    ovenKey('strip-grid', [-1.3, FACE_M + 0.25, 0.9]),
    fridge({ mode: 'hsi', hueDeg: 195, saturation: 0.75, whiteK: 5600 }, 'colour-panel', {
      position: [-0.9, FACE_M + 0.78, -1.2],
      aim: [0, FACE_M + 0.05, 0],
    }),
    tubes(195),
  ]);
  return [
    balance(first, QUICKLY).look,
    withOwnPalette(balance(second, QUICKLY).look),
    withOwnPalette(balance(thrown(), QUICKLY).look),
    withOwnPalette(balance(pause(), QUICKLY).look),
  ];
}

/** A pause on the stool: the street light stands as a beam in the haze, the baker half turned into it. */
function pause(): Look {
  const seat = 1.22;
  const look = ovenLook('Pause, a beam in the haze', 'The street light cuts the flour dust; the fridge holds the other side.', [
    piece({
      id: 'key',
      name: 'Oven door',
      role: 'key',
      side: 'left',
      fixture: 'bi-colour',
      modifier: 'softbox-grid',
      setting: { mode: 'cct', cctK: 3200, duv: 0 },
      motive: 'bedside',
      powerStops: -3,
      at: { position: [-1.05, seat + 0.1, 1.05], aim: [0, seat, 0] },
    }),
    piece({
      id: 'street',
      name: 'Street',
      role: 'rim',
      side: 'right',
      fixture: 'colour-spot',
      modifier: 'reflector-grid',
      setting: { mode: 'xy', x: 0.51, y: 0.42 },
      motive: 'street',
      powerStops: -1,
      at: { position: [1.35, seat + 1.15, -1.5], aim: [0, seat - 0.05, 0] },
    }),
    fridge({ mode: 'hsi', hueDeg: 210, saturation: 0.7, whiteK: 6500 }),
  ]);
  return {
    ...look,
    palette: emptyBrief().palette,
    subject: {
      ...look.subject,
      form: 'seated',
      person: 'beard',
      skinDepth: 0.22,
      headwear: 'none',
      hair: { kind: 'material', id: 'hair-dark' },
      faceHeightM: seat,
      headTurnDeg: 14,
    },
    camera: { ...look.camera, focalMm: 40, distanceM: 2.6 },
    air: { hazePerM: 0.045 },
    probes: standardProbes(seat, BACKDROP_M, 'left', 'seated'),
  };
}

/** A still for the film's poster: a small flash freezes the baker, a blue tube paints the throw in a dragged shutter. */
function thrown(): Look {
  const flash = piece({
    id: 'key',
    name: 'Flash',
    role: 'key',
    side: 'left',
    fixture: 'flash-small',
    modifier: 'reflector-grid',
    gels: ['warm-half'],
    powerStops: -5,
  });
  const paint = piece({
    id: 'tube',
    name: 'Blue tube',
    role: 'kicker',
    side: 'right',
    fixture: 'colour-tube',
    modifier: 'tube-face',
    setting: { mode: 'hsi', hueDeg: 228, saturation: 0.85, whiteK: 5600 },
    powerStops: -3,
  });
  const look = ovenLook('Flour thrown, dragged shutter', 'One flash freezes, the tube paints. Ambient is nearly gone.', [
    flash,
    paint,
  ]);
  return {
    ...look,
    brief: { ...look.brief, keyStops: -0.7 },
    palette: emptyBrief().palette,
    camera: {
      ...kitCamera('stills'),
      whiteK: 5000,
      aperture: 8,
      iso: 400,
      shutterS: 0.5,
      longestS: 2,
      focalMm: 50,
      distanceM: 3,
    },
    ambient: { ...look.ambient, lux: 0.3, window: null, places: [] },
    motion: { speedMS: 0.8, widthM: 0.4, of: 'subject', zoomToMm: null, tries: [] },
    whites: [],
  };
}
