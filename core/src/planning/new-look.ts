import { balance } from './balance/balance';
import { kitCamera, fixtureOf, modifierOf } from '../catalogue/kit';
import type { Garment, PersonId } from '../document/subject';
import type { SubjectShape } from '../figure/shape';
import { SKIN_PRESETS } from '../surface/skin';
import { nearestPower } from '../scene/power';
import { standardProbes, usualZone } from '../scene/probes';
import { NO_CORRECTION } from '../fixture/unit';
import { withOwnPalette } from './palette/from-lights';
import { ASSOCIATIONS } from './palette/associations';
import {
  ambientOf,
  BACKDROP_DEFAULTS,
  NO_STUDIES,
  RIG_DEFAULTS,
  ROOM_DEFAULTS,
  STATUS_DEFAULTS,
  SUBJECT_DEFAULTS,
} from '../document/defaults';
import { LOOK_FORMAT, LOOK_VERSION, type Fixture, type Light, type Look, type Point, type Role } from '../document/schema';

/** Looks that ship and new ones are balanced without the long search. */
const QUICKLY = { thorough: false } as const;

/** The starting sets of lights that "New look" offers. */
export const LIGHT_SETS = [
  { id: 'key-backdrop', name: 'Key and backdrop', text: 'A soft key, one colour on the backdrop' },
  { id: 'key-rim', name: 'Key and rim', text: 'A soft key, one colour on the edge' },
  { id: 'two-rims', name: 'Two rims and key', text: 'Two colours from behind, a small key' },
  { id: 'full', name: 'Key, two rims, backdrop', text: 'Four lights, three colours' },
] as const;
export type LightSetId = (typeof LIGHT_SETS)[number]['id'];

/** The four short choices of a new look. */
export interface NewLook {
  readonly title: string;
  /** Who stands before the camera; somebody with short hair where nothing is said. */
  readonly person?: PersonId | undefined;
  readonly skin: (typeof SKIN_PRESETS)[number]['id'];
  /** Id of a backdrop of the stand-in kit. */
  readonly backdrop: string;
  /** Id of a stand-in camera. */
  readonly camera: string;
  readonly lights: LightSetId;
}

const FACE_HEIGHT_M = 1.55;
const BACKDROP_DISTANCE_M = 2;

/** Places that a look has unless it says otherwise: every look's first places have these ids. */
const STANDARD_PLACES = standardProbes(FACE_HEIGHT_M, BACKDROP_DISTANCE_M, 'left');

/** The parts of a light that differ from the usual; the rest is filled in. */
export type LightDraft = Pick<Light, 'id' | 'name' | 'role' | 'position' | 'aim' | 'fixture' | 'modifier'> &
  Partial<Pick<Light, 'gels' | 'powerStops' | 'zone' | 'leak' | 'locked' | 'aimPlace' | 'setting' | 'mount' | 'motive' | 'lamp'>>;

/** What a full-colour fixture is set to before anybody touches it: white in the middle of daylight. Null for others. */
export function usualSetting(fixture: Fixture): Light['setting'] {
  if (fixture.kind !== 'colour') return null;
  const cctK = Math.min(fixture.highK, Math.max(fixture.lowK, 5600));
  return fixture.modes.includes('cct') ? { mode: 'cct', cctK, duv: 0 } : { mode: 'rgb', r: 255, g: 255, b: 255 };
}

/** The brief and palette of a look that nobody has written yet. */
export function emptyBrief(): Pick<Look, 'palette' | 'acknowledged'> & { brief: Look['brief'] } {
  return {
    brief: {
      mood: 'neutral',
      keyStops: 0,
      separation: 0.1,
      note: '',
      keyLevel: 'middle',
      ...STATUS_DEFAULTS,
      place: { name: '', note: '', minutes: null, crew: 0, powerW: null },
      references: [],
      associations: [...ASSOCIATIONS],
      ingredients: [],
    },
    palette: { scheme: 'opposite', baseHueDeg: 215, leanDeg: 0, members: [], accepted: [], tried: [] },
    acknowledged: [],
  };
}

/** A complete light from what is particular about it. */
export function makeLight(draft: LightDraft): Light {
  return {
    setting: usualSetting(draft.fixture),
    unit: NO_CORRECTION,
    rollDeg: 0,
    effect: null,
    rig: RIG_DEFAULTS,
    lamp: null,
    ttl: false,
    accepts: [],
    pieces: 1,
    gels: [],
    mount: 'holder',
    motive: '',
    powerStops: nearestPower(draft.fixture, -3),
    zone: usualZone(STANDARD_PLACES, draft.role, draft.position),
    leak: 0,
    locked: false,
    aimPlace: null,
    on: true,
    solo: false,
    muted: false,
    ...draft,
  };
}

/** Where lights of a role usually start: position, aim and modifier for a face at `h`, a backdrop `d` behind. */
export function usualPlace(
  role: Role,
  side: 'left' | 'right',
  h: number,
  d: number,
): { position: Point; aim: Point; modifier: string } {
  const x = side === 'left' ? -1 : 1;
  switch (role) {
    case 'key':
      return { position: [x * 1.1, h + 0.45, 1.2], aim: [0, h, 0], modifier: 'softbox' };
    case 'fill':
      return { position: [x * 1.4, h - 0.1, 1.5], aim: [0, h, 0], modifier: 'umbrella' };
    case 'background':
      return { position: [x * 1.75, h - 0.3, -d + 1], aim: [0, h, -d], modifier: 'reflector' };
    case 'practical':
      return { position: [x * 0.9, h, -d + 0.5], aim: [x * 0.7, h, -d], modifier: 'bare' };
    case 'window':
      return { position: [x * 2.2, h + 0.1, 0.4], aim: [0, h, 0], modifier: 'window' };
    case 'rim':
    case 'hair':
    case 'kicker':
      return { position: [x * 1.2, h + 0.45, -1.1], aim: [0, h + 0.05, 0], modifier: 'reflector-grid' };
  }
}

/** A look from four choices: a sensible set of lights, balanced. @throws RangeError for ids the stand-in kit does not have. */
/** What decides the form of a new look's subject. */
export function newLookShape({ person = SUBJECT_DEFAULTS.person }: Pick<NewLook, 'person'>): SubjectShape {
  return {
    form: 'person',
    person,
    garment: USUAL_GARMENT[person],
    headwear: 'none',
    sunglasses: false,
    headTurnDeg: SUBJECT_DEFAULTS.headTurnDeg,
  };
}

/** What each person wears where nothing else is said. */
const USUAL_GARMENT: Readonly<Record<PersonId, Garment>> = {
  long: 'shirt',
  cropped: 'jacket',
  beard: 'shirt',
  curls: 'sweater',
  bald: 'coat',
};

export function newLook({ title, person, skin, backdrop, camera, lights }: NewLook): Look {
  const cinema = camera.startsWith('cinema');
  const light = (id: string, name: string, role: Role, side: 'left' | 'right', gel?: string): Light => {
    const strong = role === 'rim' ? 'flash-400' : 'flash-200';
    const fixture = fixtureOf(cinema ? 'led-spot' : strong);
    const { modifier, ...place } = usualPlace(role, side, FACE_HEIGHT_M, BACKDROP_DISTANCE_M);
    return makeLight({
      id,
      name,
      role,
      fixture,
      modifier: modifierOf(modifier),
      gels: gel ? [{ gel, strength: 1 }] : [],
      ...place,
    });
  };
  const sets: Record<LightSetId, () => Light[]> = {
    'key-backdrop': () => [light('key', 'Key', 'key', 'left'), light('backdrop', 'Backdrop', 'background', 'right', 'teal-deep')],
    'key-rim': () => [light('key', 'Key', 'key', 'left'), light('rim', 'Rim', 'rim', 'right', 'amber-deep')],
    'two-rims': () => [
      light('rim-left', 'Rim left', 'rim', 'left', 'azure-mid'),
      light('rim-right', 'Rim right', 'rim', 'right', 'orange-mid'),
      light('key', 'Key', 'key', 'left'),
    ],
    full: () => [
      light('key', 'Key', 'key', 'left'),
      light('rim-left', 'Rim left', 'rim', 'left', 'azure-mid'),
      light('rim-right', 'Rim right', 'rim', 'right', 'amber-deep'),
      light('backdrop', 'Backdrop', 'background', 'right', 'teal-deep'),
    ],
  };
  const look: Look = {
    format: LOOK_FORMAT,
    version: LOOK_VERSION,
    title,
    ...emptyBrief(),
    camera: kitCamera(camera),
    subject: {
      name: 'Portrait',
      skinDepth: SKIN_PRESETS.find(({ id }) => id === skin)?.depth ?? 0.19,
      hair: { kind: 'material', id: 'hair-dark' },
      wardrobe: { kind: 'material', id: 'cloth-grey' },
      faceHeightM: FACE_HEIGHT_M,
      turnDeg: 0,
      ...SUBJECT_DEFAULTS,
      ...newLookShape({ person }),
    },
    backdrop: { ...BACKDROP_DEFAULTS, surface: { kind: 'material', id: backdrop }, distanceM: BACKDROP_DISTANCE_M, widthM: 2.7 },
    room: { ...ROOM_DEFAULTS, widthM: 5, depthM: 7, heightM: 2.8, walls: 0.3, ceiling: 0.5, floor: 0.2 },
    ambient: ambientOf(cinema ? 8 : 50, { kind: 'planck', cctK: 3000 }),
    ...NO_STUDIES,
    whites: [],
    boards: [],
    lights: sets[lights](),
    probes: standardProbes(FACE_HEIGHT_M, BACKDROP_DISTANCE_M, 'left'),
    spectra: [],
  };
  return withOwnPalette(balance(look, QUICKLY).look);
}
