import type { Fixture, LookCamera, Modifier } from '../look/schema';
import { CAMERA_DEFAULTS } from '../look/upgrade';
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
      driftKPerStop: 0,
      modellingW: 0,
    },
  },
  {
    id: 'flash-200',
    item: {
      kind: 'flash',
      name: 'Flash 200 J',
      source: daylightFlash,
      guideNumberM: 48,
      minStops: -8,
      step: tenth,
      driftKPerStop: 0,
      modellingW: 65,
    },
  },
  {
    id: 'flash-400',
    item: {
      kind: 'flash',
      name: 'Flash 400 J',
      source: daylightFlash,
      guideNumberM: 66,
      minStops: -8,
      step: tenth,
      driftKPerStop: 0,
      modellingW: 150,
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
    },
  },
  ...COLOUR_FIXTURES,
];

export const MODIFIERS: readonly KitItem<Modifier>[] = [
  {
    id: 'reflector',
    item: {
      name: 'Reflector',
      face: { kind: 'disc', radiusM: 0.09 },
      beam: { kind: 'lens', beamDeg: 55, fieldDeg: 95 },
      gridDeg: null,
      lossStops: 0,
    },
  },
  {
    id: 'reflector-grid',
    item: {
      name: 'Reflector, 20° grid',
      face: { kind: 'disc', radiusM: 0.09 },
      beam: { kind: 'lens', beamDeg: 55, fieldDeg: 95 },
      gridDeg: 20,
      lossStops: 0.6,
    },
  },
  {
    id: 'dish',
    item: {
      name: 'Dish 55 cm',
      face: { kind: 'disc', radiusM: 0.27 },
      beam: { kind: 'lens', beamDeg: 60, fieldDeg: 110 },
      gridDeg: null,
      lossStops: 0.7,
    },
  },
  {
    id: 'softbox',
    item: {
      name: 'Soft box 60 x 90 cm',
      face: { kind: 'rectangle', widthM: 0.6, heightM: 0.9 },
      beam: { kind: 'diffuse' },
      gridDeg: null,
      lossStops: 2.1,
    },
  },
  {
    id: 'softbox-grid',
    item: {
      name: 'Soft box, 40° grid',
      face: { kind: 'rectangle', widthM: 0.6, heightM: 0.9 },
      beam: { kind: 'diffuse' },
      gridDeg: 40,
      lossStops: 2.7,
    },
  },
  {
    id: 'strip',
    item: {
      name: 'Strip box 30 x 120 cm',
      face: { kind: 'rectangle', widthM: 0.3, heightM: 1.2 },
      beam: { kind: 'diffuse' },
      gridDeg: null,
      lossStops: 2.3,
    },
  },
  {
    id: 'strip-grid',
    item: {
      name: 'Strip box, 35° grid',
      face: { kind: 'rectangle', widthM: 0.3, heightM: 1.2 },
      beam: { kind: 'diffuse' },
      gridDeg: 35,
      lossStops: 2.9,
    },
  },
  {
    id: 'umbrella',
    item: {
      name: 'Umbrella 100 cm',
      face: { kind: 'disc', radiusM: 0.45 },
      beam: { kind: 'lens', beamDeg: 95, fieldDeg: 150 },
      gridDeg: null,
      lossStops: 1.6,
    },
  },
  {
    id: 'panel-face',
    item: {
      name: 'Panel face 30 x 60 cm',
      face: { kind: 'rectangle', widthM: 0.6, heightM: 0.3 },
      beam: { kind: 'diffuse' },
      gridDeg: null,
      lossStops: 0,
    },
  },
  {
    id: 'panel-grid',
    item: {
      name: 'Panel face, 40° grid',
      face: { kind: 'rectangle', widthM: 0.6, heightM: 0.3 },
      beam: { kind: 'diffuse' },
      gridDeg: 40,
      lossStops: 0.7,
    },
  },
  {
    id: 'tube-face',
    item: {
      name: 'Tube face 120 cm',
      face: { kind: 'tube', lengthM: 1.2 },
      beam: { kind: 'diffuse' },
      gridDeg: null,
      lossStops: 0,
    },
  },
  {
    id: 'globe',
    item: { name: 'Open bulb', face: { kind: 'disc', radiusM: 0.03 }, beam: { kind: 'bare' }, gridDeg: null, lossStops: 0 },
  },
  {
    id: 'bare',
    item: { name: 'Bare tube', face: { kind: 'disc', radiusM: 0.04 }, beam: { kind: 'bare' }, gridDeg: null, lossStops: 1.7 },
  },
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
export const cameraOf = (id: string): LookCamera => find(CAMERAS, id);
