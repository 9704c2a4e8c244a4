import type { Fixture, LookCamera, Modifier } from '../document/schema';
import { CAMERA_DEFAULTS, MODIFIER_DEFAULTS } from '../document/defaults';
import { COLOUR_FIXTURES } from './colour-fixtures';

/** The stand-in kit: made-up fixtures, modifiers and cameras with plain names. The user's own figures replace them. */

const third = { unit: 'stops' as const, value: 1 / 3 };
const tenth = { unit: 'stops' as const, value: 0.1 };
const percent = { unit: 'percent' as const, value: 1 };
const daylightFlash = { kind: 'daylight' as const, cctK: 5600 };

export interface KitItem<T> {
  readonly id: string;
  readonly item: T;
}

export const FIXTURES: readonly KitItem<Fixture>[] = [
  {
    id: 'flash-small',
    item: {
      kind: 'flash',
      name: 'Small flash',
      source: daylightFlash,
      guideNumberM: 30,
      minStops: -7,
      step: third,
      driftKPerStop: 50,
      modellingW: 0,
      joules: 60,
      recycleS: 3,
      pops: 180,
      dome: false,
    },
  },
  {
    id: 'flash-200',
    item: {
      kind: 'flash',
      name: 'Flash 200 J',
      source: daylightFlash,
      guideNumberM: 44,
      minStops: -8,
      step: tenth,
      driftKPerStop: 0,
      modellingW: 65,
      joules: 200,
      recycleS: 1.1,
      pops: 500,
      dome: false,
    },
  },
  {
    id: 'flash-400',
    item: {
      kind: 'flash',
      name: 'Flash 400 J',
      source: daylightFlash,
      guideNumberM: 62,
      minStops: -8,
      step: tenth,
      driftKPerStop: 0,
      modellingW: 150,
      joules: 400,
      recycleS: 1.5,
      pops: 400,
      dome: false,
    },
  },
  {
    id: 'flash-drifting',
    item: {
      kind: 'flash',
      name: 'Old flash 300 J',
      source: daylightFlash,
      guideNumberM: 56,
      minStops: -5,
      step: third,
      driftKPerStop: -60,
      modellingW: 150,
      joules: 300,
      recycleS: 2.4,
      pops: null,
      dome: false,
    },
  },
  {
    id: 'led-panel',
    item: {
      kind: 'continuous',
      name: 'LED panel',
      source: { kind: 'led', cctK: 5600, duv: 0.001 },
      luxAt1m: 2400,
      minStops: Math.log2(0.01),
      step: percent,
      dimmer: 1,
      layout: [],
    },
  },
  {
    id: 'led-spot',
    item: {
      kind: 'continuous',
      name: 'LED spot',
      source: { kind: 'led', cctK: 5600, duv: 0 },
      luxAt1m: 21_000,
      minStops: Math.log2(0.01),
      step: percent,
      dimmer: 1,
      layout: [],
    },
  },
  {
    id: 'tungsten-650',
    item: {
      kind: 'continuous',
      name: 'Tungsten 650 W',
      source: { kind: 'tungsten', cctK: 3200 },
      luxAt1m: 7800,
      minStops: Math.log2(0.05),
      step: percent,
      dimmer: 1,
      layout: [],
    },
  },
  {
    id: 'household-bulb',
    item: {
      kind: 'continuous',
      name: 'Household bulb 60 W',
      source: { kind: 'tungsten', cctK: 2700 },
      luxAt1m: 58,
      minStops: Math.log2(0.05),
      step: percent,
      dimmer: 1,
      layout: [],
    },
  },
  ...COLOUR_FIXTURES,
];

type ModifierDraft = Omit<Modifier, 'cut' | 'spill' | 'gridDeg'> & Partial<Pick<Modifier, 'cut' | 'spill' | 'gridDeg'>>;

const modifier = (id: string, item: ModifierDraft): KitItem<Modifier> => ({
  id,
  item: { gridDeg: null, ...MODIFIER_DEFAULTS, ...item },
});
const disc = (radiusM: number) => ({ kind: 'disc', radiusM }) as const;
const rectangle = (widthM: number, heightM: number) => ({ kind: 'rectangle', widthM, heightM }) as const;
const lens = (beamDeg: number, fieldDeg: number) => ({ kind: 'lens', beamDeg, fieldDeg }) as const;
const diffuse = { kind: 'diffuse' } as const;
const blades = (deg: number, edgeDeg: number) =>
  ({ kind: 'cut', leftDeg: deg, rightDeg: deg, topDeg: deg, bottomDeg: deg, edgeDeg }) as const;

export const MODIFIERS: readonly KitItem<Modifier>[] = [
  modifier('reflector', { name: 'Reflector', face: disc(0.09), beam: lens(55, 95), lossStops: 0 }),
  modifier('reflector-grid', { name: 'Reflector, 20° grid', face: disc(0.09), beam: lens(55, 95), gridDeg: 20, lossStops: 1.5 }),
  modifier('reflector-doors', {
    name: 'Reflector, four doors',
    face: disc(0.09),
    beam: lens(55, 95),
    lossStops: 0,
    cut: blades(35, 16),
  }),
  modifier('snoot', { name: 'Snoot', face: disc(0.035), beam: lens(14, 22), lossStops: 1.2 }),
  modifier('dish', { name: 'Dish 55 cm', face: disc(0.27), beam: lens(60, 110), lossStops: 0.7 }),
  modifier('softbox', { name: 'Soft box 60 x 90 cm', face: rectangle(0.6, 0.9), beam: diffuse, lossStops: 2.7 }),
  modifier('softbox-grid', { name: 'Soft box, 40° grid', face: rectangle(0.6, 0.9), beam: diffuse, gridDeg: 40, lossStops: 3.7 }),
  modifier('softbox-large', { name: 'Soft box 100 x 140 cm', face: rectangle(1, 1.4), beam: diffuse, lossStops: 3 }),
  modifier('softbox-small', { name: 'Soft box 25 x 25 cm', face: rectangle(0.25, 0.25), beam: diffuse, lossStops: 2.3 }),
  modifier('octa', { name: 'Octa 95 cm', face: disc(0.46), beam: diffuse, lossStops: 2.9 }),
  modifier('octa-grid', { name: 'Octa, 40° grid', face: disc(0.46), beam: diffuse, gridDeg: 40, lossStops: 3.9 }),
  modifier('strip', { name: 'Strip box 30 x 120 cm', face: rectangle(0.3, 1.2), beam: diffuse, lossStops: 2.9 }),
  modifier('strip-grid', { name: 'Strip box, 35° grid', face: rectangle(0.3, 1.2), beam: diffuse, gridDeg: 35, lossStops: 3.9 }),
  modifier('umbrella', { name: 'Umbrella 100 cm', face: disc(0.45), beam: lens(95, 150), lossStops: 2 }),
  modifier('umbrella-through', {
    name: 'Umbrella, shot through',
    face: disc(0.45),
    beam: lens(125, 220),
    lossStops: 2.5,
    spill: 0.12,
  }),
  modifier('lantern', { name: 'Lantern 55 cm', face: disc(0.275), beam: { kind: 'bare' }, lossStops: 3.8 }),
  modifier('fresnel', {
    name: 'Fresnel lens',
    face: disc(0.075),
    beam: { kind: 'zoom', spotDeg: 12, floodDeg: 50, zoom: 0.5 },
    lossStops: 0.6,
    spill: 0.003,
  }),
  modifier('fresnel-doors', {
    name: 'Fresnel lens, doors',
    face: disc(0.075),
    beam: { kind: 'zoom', spotDeg: 12, floodDeg: 50, zoom: 0.7 },
    lossStops: 0.6,
    spill: 0.002,
    cut: blades(30, 10),
  }),
  modifier('projector', {
    name: 'Projector, four blades',
    face: disc(0.04),
    beam: lens(25, 29),
    lossStops: 0.4,
    cut: blades(9, 0.5),
  }),
  modifier('panel-face', { name: 'Panel face 30 x 60 cm', face: rectangle(0.6, 0.3), beam: diffuse, lossStops: 0 }),
  modifier('panel-grid', { name: 'Panel face, 40° grid', face: rectangle(0.6, 0.3), beam: diffuse, gridDeg: 40, lossStops: 1 }),
  modifier('tube-face', { name: 'Tube face 120 cm', face: { kind: 'tube', lengthM: 1.2 }, beam: diffuse, lossStops: 0 }),
  modifier('globe', { name: 'Open bulb', face: disc(0.03), beam: { kind: 'bare' }, lossStops: 0 }),
  modifier('window', { name: 'Window 120 x 150 cm', face: rectangle(1.2, 1.5), beam: diffuse, lossStops: 0 }),
  modifier('bare', { name: 'Bare tube', face: disc(0.04), beam: { kind: 'bare' }, lossStops: 3.1 }),
];

const settings = {
  ...CAMERA_DEFAULTS,
  whiteK: 5600,
  tintDuv: 0,
  aperture: 8,
  tStop: null,
  iso: 100,
  shutterS: 1 / 200,
  ndStops: 0,
  syncS: 1 / 200,
};

export const CAMERAS: readonly KitItem<LookCamera>[] = [
  {
    id: 'stills',
    item: {
      name: 'Stills, rendered',
      sensor: { kind: 'standIn', shiftNm: 0 },
      headroomStops: 3.25,
      curve: 'rendered',
      ...settings,
    },
  },
  {
    id: 'stills-soft',
    item: {
      name: 'Stills, film-like',
      sensor: { kind: 'standIn', shiftNm: -5 },
      headroomStops: 3.25,
      curve: 'film-like',
      ...settings,
    },
  },
  {
    id: 'cinema-log',
    item: {
      name: 'Cinema, log',
      sensor: { kind: 'standIn', shiftNm: 5 },
      headroomStops: 5.5,
      curve: 'log',
      ...settings,
      aperture: 2.8,
      iso: 800,
      shutterS: 1 / 48,
      syncS: 1 / 48,
      mode: 'cinema',
      longestS: 1 / 24,
      focalMm: 50,
      sensorWidthMm: 28,
      sensorHeightMm: 15.75,
      imageWidthPx: 4096,
    },
  },
];

function find<T>(list: readonly KitItem<T>[], id: string): T {
  const found = list.find((entry) => entry.id === id);
  if (!found) throw new RangeError(`The stand-in kit has no "${id}".`);
  return found.item;
}

/** A fixture of the stand-in kit. @throws RangeError for an unknown id. */
export const fixtureOf = (id: string): Fixture => find(FIXTURES, id);
export const modifierOf = (id: string): Modifier => find(MODIFIERS, id);

/** Faces that stand-in fixtures are built with: what is made for heads with a mount does not go before them, nor they before such heads. */
const OWN_FACES: Readonly<Record<string, string>> = {
  'led-panel': 'panel-face',
  'colour-panel': 'panel-face',
  'colour-panel-two': 'panel-face',
  'bi-colour': 'panel-face',
  'colour-tube': 'tube-face',
  'household-bulb': 'globe',
};

/** What stands before a stand-in fixture (by id) that gets a modifier's place: the modifier itself where it fits, else the fixture's own face or a reflector. Of own fixtures nothing is known, and it stays. */
export function fittingModifier(fixtureId: string, now: Modifier): Modifier {
  if (!FIXTURES.some(({ id }) => id === fixtureId)) return now;
  const isFace = (id: string) => JSON.stringify(modifierOf(id).face) === JSON.stringify(now.face);
  const own = OWN_FACES[fixtureId];
  if (own) return isFace(own) ? now : modifierOf(own);
  return [...new Set(Object.values(OWN_FACES))].some(isFace) ? modifierOf('reflector') : now;
}
export const kitCamera = (id: string): LookCamera => find(CAMERAS, id);
