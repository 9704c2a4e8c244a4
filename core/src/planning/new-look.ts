import { withCleanKey } from './clean-key';
import { fixtureOf, modifierOf } from '../catalogue/kit';
import { MOOD_LEVELS } from './moods';
import { standardProbes } from '../scene/probes';
import { withOwnPalette } from './palette/from-lights';
import { ASSOCIATIONS } from './palette/associations';
import { ambientOf, BACKDROP_DEFAULTS, NO_STUDIES, ROOM_DEFAULTS, STATUS_DEFAULTS } from '../document/defaults';
import { LOOK_FORMAT, LOOK_VERSION, type Light, type Look, type Role } from '../document/schema';
import { BACKDROP_DISTANCE_M, COLOUR_SETS, FACE_HEIGHT_M, type LightSetId, makeLight, usualPlace } from './light-sets';
import { newLookSeen, type NewLook } from './new-look-choices';

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

/** A look from a few choices: a sensible set of lights, balanced. @throws RangeError for ids the stand-in kit does not have. */
export function newLook({ title, person, skin, backdrop, camera, lights, colours, mood = 'neutral', lamps }: NewLook): Look {
  const cinema = camera.startsWith('cinema');
  const burns = lamps === undefined ? cinema : lamps === 'continuous';
  const { left, right, behind } = COLOUR_SETS.find(({ id }) => id === colours) ?? COLOUR_SETS[0];
  const light = (id: string, name: string, role: Role, side: 'left' | 'right', gel?: string): Light => {
    const strong = role === 'rim' ? 'flash-400' : 'flash-200';
    const fixture = fixtureOf(burns ? 'led-spot' : strong);
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
    'key-backdrop': () => [light('key', 'Key', 'key', 'left'), light('backdrop', 'Backdrop', 'background', 'right', behind)],
    'key-rim': () => [light('key', 'Key', 'key', 'left'), light('rim', 'Rim', 'rim', 'right', right)],
    'two-rims': () => [
      light('rim-left', 'Rim left', 'rim', 'left', left),
      light('rim-right', 'Rim right', 'rim', 'right', right),
      light('key', 'Key', 'key', 'left'),
    ],
    full: () => [
      light('key', 'Key', 'key', 'left'),
      light('rim-left', 'Rim left', 'rim', 'left', left),
      light('rim-right', 'Rim right', 'rim', 'right', right),
      light('backdrop', 'Backdrop', 'background', 'right', behind),
    ],
  };
  const empty = emptyBrief();
  const look: Look = {
    format: LOOK_FORMAT,
    version: LOOK_VERSION,
    title,
    ...empty,
    brief: { ...empty.brief, mood, ...MOOD_LEVELS[mood] },
    ...newLookSeen({ person, skin, camera }),
    backdrop: { ...BACKDROP_DEFAULTS, surface: { kind: 'material', id: backdrop }, distanceM: BACKDROP_DISTANCE_M, widthM: 2.7 },
    room: { ...ROOM_DEFAULTS, widthM: 5, depthM: 7, heightM: 2.8, walls: 0.3, ceiling: 0.5, floor: 0.2 },
    ambient: ambientOf(burns ? 8 : 50, { kind: 'planck', cctK: 3000 }),
    ...NO_STUDIES,
    whites: [],
    boards: [],
    lights: sets[lights](),
    probes: standardProbes(FACE_HEIGHT_M, BACKDROP_DISTANCE_M, 'left'),
    spectra: [],
  };
  return withOwnPalette(withCleanKey(look));
}
