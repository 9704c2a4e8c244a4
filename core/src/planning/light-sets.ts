import { nearestPower } from '../scene/power';
import { cctDuvToXy } from '../colour/cct';
import { standardProbes, usualZone } from '../scene/probes';
import { NO_CORRECTION } from '../fixture/unit';
import { RIG_DEFAULTS } from '../document/defaults';
import { LIMITS, type Fixture, type Light, type Point, type Role } from '../document/schema';

export const FACE_HEIGHT_M = 1.55;
export const BACKDROP_DISTANCE_M = 2;

/** The starting sets of lights that "New look" offers. */
export const LIGHT_SETS = [
  { id: 'key-backdrop', name: 'Key and backdrop', text: 'A soft key, one colour on the backdrop' },
  { id: 'key-rim', name: 'Key and rim', text: 'A soft key, one colour on the edge' },
  { id: 'two-rims', name: 'Two rims and key', text: 'Two colours from behind, a small key' },
  { id: 'full', name: 'Key, two rims, backdrop', text: 'Four lights, three colours' },
] as const;

export type LightSetId = (typeof LIGHT_SETS)[number]['id'];

/** Pairs of colours that a new look may start from: gels from the left, from the right, and for what stands behind. */
export const COLOUR_SETS = [
  { id: 'azure-amber', name: 'Azure and amber', left: 'azure-mid', right: 'amber-deep', behind: 'teal-deep' },
  { id: 'magenta-teal', name: 'Magenta and teal', left: 'teal-mid', right: 'magenta-mid', behind: 'violet-deep' },
  { id: 'orange-blue', name: 'Orange and blue', left: 'blue-mid', right: 'orange-mid', behind: 'blue-deep' },
  { id: 'red-green', name: 'Red and sea green', left: 'sea-mid', right: 'red-mid', behind: 'green-deep' },
  { id: 'violet-yellow', name: 'Violet and yellow', left: 'violet-mid', right: 'yellow-deep', behind: 'violet-deep' },
  { id: 'blush-azure', name: 'Blush and pale azure', left: 'azure-pale', right: 'blush-pale', behind: 'azure-mid' },
] as const;
export type ColourSetId = (typeof COLOUR_SETS)[number]['id'];

/** Places that a look has unless it says otherwise: every look's first places have these ids. */
const STANDARD_PLACES = standardProbes(FACE_HEIGHT_M, BACKDROP_DISTANCE_M, 'left');

/** The parts of a light that differ from the usual; the rest is filled in. */
export type LightDraft = Pick<Light, 'id' | 'name' | 'role' | 'position' | 'aim' | 'fixture' | 'modifier'> &
  Partial<
    Pick<
      Light,
      'gels' | 'powerStops' | 'zone' | 'leak' | 'locked' | 'aimPlace' | 'mostToKey' | 'setting' | 'mount' | 'motive' | 'lamp'
    >
  >;

/** What a full-colour fixture is set to before anybody touches it: white in the middle of daylight. Null for others. */
export function usualSetting(fixture: Fixture): Light['setting'] {
  if (fixture.kind !== 'colour') return null;
  const cctK = Math.min(fixture.highK, Math.max(fixture.lowK, 5600));
  const [first] = fixture.modes;
  if (fixture.modes.includes('cct')) return { mode: 'cct', cctK, duv: 0 };
  if (fixture.modes.includes('rgb')) return { mode: 'rgb', r: 255, g: 255, b: 255 };
  if (first === 'hsi') return { mode: 'hsi', hueDeg: 0, saturation: 0, whiteK: cctK };
  const [x, y] = cctDuvToXy(cctK, 0);
  return first === 'gel' && !fixture.modes.includes('xy')
    ? { mode: 'gel', gel: 'warm-eighth', whiteK: cctK }
    : { mode: 'xy', x: Number(x.toFixed(4)), y: Number(y.toFixed(4)) };
}

/** A light without a colour of its own: no gel, or white at the camera's balance where the fixture can. */
export function asNeutral(light: Light, whiteK: number): Light {
  const { fixture, setting } = light;
  if (fixture.kind !== 'colour' || setting === null) return { ...light, gels: [] };
  const cctK = Math.min(fixture.highK, Math.max(fixture.lowK, whiteK));
  if (fixture.modes.includes('cct')) return { ...light, gels: [], setting: { mode: 'cct', cctK, duv: 0 } };
  if (!fixture.modes.includes('hsi')) return { ...light, gels: [] };
  return { ...light, gels: [], setting: { mode: 'hsi', hueDeg: 0, saturation: 0, whiteK: cctK } };
}

/** Between two faces side by side, m. */
const BESIDE_GAP_M = 0.04;

/**
 * A light like another, right beside it and aimed alike, to be dimmed apart from it: a window and a fill that share a direction. It stands on the side away
 * from the middle of the picture.
 */
export function besideIt(light: Light, id: string): Light {
  const { face } = light.modifier;
  const widthM = face.kind === 'disc' ? 2 * face.radiusM : face.kind === 'rectangle' ? face.widthM : 0.06;
  const [px, , pz] = light.position;
  const [dx, dz] = [light.aim[0] - px, light.aim[2] - pz];
  const length = Math.hypot(dx, dz) || 1;
  // Level and square to its axis.
  const aside: readonly [number, number] = [-dz / length, dx / length];
  const outwards = Math.sign(aside[0] * px + aside[1] * pz) || 1;
  const by = outwards * (widthM + BESIDE_GAP_M);
  const moved = ([x, y, z]: Point): Point => [Number((x + by * aside[0]).toFixed(3)), y, Number((z + by * aside[1]).toFixed(3))];
  return {
    ...light,
    id,
    name: `${light.name}, beside`.slice(0, LIMITS.nameLength),
    position: moved(light.position),
    solo: false,
    locked: false,
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
    mostToKey: null,
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
