import {
  AMBIENT_DEFAULTS,
  BACKDROP_DEFAULTS,
  CAMERA_DEFAULTS,
  FIXTURE_DEFAULTS,
  MODIFIER_DEFAULTS,
  NO_STUDIES,
  RIG_DEFAULTS,
  ROOM_DEFAULTS,
  STATUS_DEFAULTS,
  SUBJECT_DEFAULTS,
} from './defaults';
import { LOOK_FORMAT, type Probe } from './schema';

type Loose = Record<string, unknown>;

const isObject = (value: unknown): value is Loose => value !== null && typeof value === 'object' && !Array.isArray(value);

/** A camera as earlier files wrote it, with what they left out. Other values come back as they are. */
export function withCameraDefaults(camera: unknown): unknown {
  return isObject(camera) ? { ...CAMERA_DEFAULTS, ...camera } : camera;
}

/** Whitish ambient was given by its colour temperature alone. */
function ambientSource(cctK: unknown): unknown {
  return typeof cctK === 'number' && cctK >= 4000 ? { kind: 'daylight', cctK } : { kind: 'planck', cctK };
}

/** A modifier as earlier files wrote it, with what they left out. */
export function withModifierDefaults(modifier: unknown): unknown {
  return isObject(modifier) ? { ...MODIFIER_DEFAULTS, ...modifier } : modifier;
}

/** A fixture as earlier files wrote it, with what they left out. */
export function withFixtureDefaults(fixture: unknown): unknown {
  if (!isObject(fixture)) return fixture;
  const kind = fixture['kind'];
  const left = kind === 'flash' || kind === 'continuous' || kind === 'colour' ? FIXTURE_DEFAULTS[kind] : {};
  // What is there keeps its order: a file of the present version comes back as it is.
  return { ...fixture, ...Object.fromEntries(Object.entries(left).filter(([key]) => !(key in fixture))) };
}

/** A property of an object, changed where the object is one. */
const inside = (value: unknown, change: (value: Loose) => Loose): unknown => (isObject(value) ? change(value) : value);
const each = (list: unknown, change: (value: Loose) => Loose): unknown =>
  Array.isArray(list) ? list.map((one: unknown) => inside(one, change)) : list;

/**
 * Brings a look that an earlier version wrote to the present one: what did not exist then gets the value that leaves the
 * picture as it was. Looks of the present version, and what is no look, come back as they are. Nothing is checked here.
 */
export function upgradeLook(value: unknown): unknown {
  if (!isObject(value) || value['format'] !== LOOK_FORMAT) return value;
  const second = value['version'] === 1 ? fromFirst(value) : value;
  const third = second['version'] === 2 ? fromSecond(second) : second;
  const fourth = third['version'] === 3 ? fromThird(third) : third;
  const fifth = fourth['version'] === 4 ? fromFourth(fourth) : fourth;
  const sixth = fifth['version'] === 5 ? fromFifth(fifth) : fifth;
  const seventh = sixth['version'] === 6 ? fromSixth(sixth) : sixth;
  const ninth = seventh['version'] === 7 || seventh['version'] === 8 ? toNinth(seventh) : seventh;
  const tenth = ninth['version'] === 9 ? fromNinth(ninth) : ninth;
  const eleventh = tenth['version'] === 10 ? fromTenth(tenth) : tenth;
  return eleventh['version'] === 11 ? fromEleventh(eleventh) : eleventh;
}

/** Fixtures had no slots of their own, hue dials were as told, and nobody asked whether a filter fits. */
function fromEleventh(value: Loose): Loose {
  return {
    ...value,
    version: 12,
    day: inside(value['day'], (day) => ({ date: '', ...day })),
    camera: withCameraDefaults(value['camera']),
    lights: each(value['lights'], (light) => ({
      ...light,
      fixture: withFixtureDefaults(light['fixture']),
      rig: inside(light['rig'], (rig) => ({ batteryWh: RIG_DEFAULTS.batteryWh, noisy: RIG_DEFAULTS.noisy, ...rig })),
    })),
  };
}

/** Nobody had read a meter until then. */
function fromTenth(value: Loose): Loose {
  return { ...value, version: 11, day: inside(value['day'], (day) => ({ meter: [], ...day })) };
}

/** A zoom was told by a speed until then: where it ends with the same trail at the picture's edge. */
function zoomOf({ of, speedMS }: Loose, camera: unknown): number | null {
  if (of !== 'zoom' || typeof speedMS !== 'number' || !isObject(camera)) return null;
  const figure = (key: string) => (typeof camera[key] === 'number' ? camera[key] : NaN);
  const focalMm = figure('focalMm');
  const share = (speedMS * figure('shutterS') * focalMm) / figure('distanceM') / figure('sensorWidthMm');
  return share > 0 ? Number(Math.min(2000, Math.max(4, focalMm / (1 - Math.min(0.95, share)))).toFixed(3)) : null;
}

/** A reference's targets were met or not by eye until then. */
const USUAL_TOLERANCE = 0.08;

/** Where lights stood and how strong they were before, what was tried of motion, and how near a reference is to be met. */
function fromNinth(value: Loose): Loose {
  return {
    ...value,
    version: 10,
    build: inside(value['build'], (build) => ({ start: [], moves: [], ...build })),
    motion: inside(value['motion'], (motion) => ({ zoomToMm: zoomOf(motion, value['camera']), tries: [], ...motion })),
    brief: inside(value['brief'], (brief) => ({
      graded: false,
      ...brief,
      references: each(brief['references'], (reference) => ({ tolerance: USUAL_TOLERANCE, ...reference })),
    })),
    palette: inside(value['palette'], (palette) => ({
      ...palette,
      tried: each(palette['tried'], (tried) => ({ places: [], ...tried })),
    })),
  };
}

/** The eighth version brought a lens's glare and the gamut; the ninth what was learned of a camera, olive skin, lights' places against the key, the level that a version wants of it, and a log of haze. */
function toNinth(value: Loose): Loose {
  return {
    ...value,
    version: 9,
    camera: withCameraDefaults(value['camera']),
    subject: inside(value['subject'], (subject) => ({ olive: SUBJECT_DEFAULTS.olive, ...subject })),
    lights: each(value['lights'], (light) => ({ mostToKey: null, ...light })),
    day: inside(value['day'], (day) => ({ hazeLog: [], ...day })),
    variants: each(value['variants'], (variant) => ({ keyStops: keyStopsOf(value), ...variant })),
  };
}

/** What subjects were until the fifth version. */
const FOURTH_SUBJECT = {
  form: 'person',
  hat: false,
  sunglasses: false,
  liquid: SUBJECT_DEFAULTS.liquid,
  label: SUBJECT_DEFAULTS.label,
};

const keyStopsOf = ({ brief }: Loose): unknown => (isObject(brief) ? brief['keyStops'] : undefined);

function fromFirst(value: Loose): Loose {
  return {
    ...NO_STUDIES,
    ...value,
    version: 2,
    camera: inside(value['camera'], (camera) => ({ ...CAMERA_DEFAULTS, ...camera })),
    ambient: inside(value['ambient'], ({ cctK, ...rest }) => ({ ...AMBIENT_DEFAULTS, source: ambientSource(cctK), ...rest })),
    subject: inside(value['subject'], (subject) => ({ turnDeg: 0, ...subject })),
    lights: each(value['lights'], (light) => ({ lamp: null, ttl: false, accepts: [], ...light })),
  };
}

function fromSecond(value: Loose): Loose {
  return {
    air: NO_STUDIES.air,
    build: NO_STUDIES.build,
    variants: NO_STUDIES.variants,
    ...value,
    version: 3,
    camera: withCameraDefaults(value['camera']),
    subject: inside(value['subject'], (subject) => ({ ...FOURTH_SUBJECT, ...subject })),
    backdrop: inside(value['backdrop'], (backdrop) => ({ ...BACKDROP_DEFAULTS, ...backdrop })),
    room: inside(value['room'], (room) => ({ ...ROOM_DEFAULTS, ...room })),
    motion: inside(value['motion'], (motion) => ({ of: 'subject', ...motion })),
    boards: each(value['boards'], (board) => ({ tint: null, ...board })),
    lights: each(value['lights'], (light) => ({
      rollDeg: 0,
      effect: null,
      ...light,
      modifier: withModifierDefaults(light['modifier']),
    })),
  };
}

function fromThird(value: Loose): Loose {
  return {
    day: NO_STUDIES.day,
    ...value,
    version: 4,
    lights: each(value['lights'], (light) => ({ rig: RIG_DEFAULTS, ...light })),
  };
}

function fromFourth(value: Loose): Loose {
  return {
    ...value,
    version: 5,
    brief: inside(value['brief'], (brief) => ({ ...STATUS_DEFAULTS, ...brief })),
    day: inside(value['day'], (day) => ({ poses: [], ...day })),
    lights: each(value['lights'], (light) => ({
      ...light,
      rig: inside(light['rig'], (rig) => ({ address: null, ...rig })),
    })),
  };
}

/** People got faces and clothes: everybody was one bust until then, which looked straight ahead. */
function fromFifth(value: Loose): Loose {
  return {
    ...value,
    version: 6,
    probes: restagedProbes(value),
    subject: inside(value['subject'], ({ hat, ...subject }) => ({
      ...SUBJECT_DEFAULTS,
      headTurnDeg: 0,
      headwear: hat === true ? 'hat' : 'none',
      ...subject,
    })),
  };
}

/**
 * Where the cheeks were put in the sixth version, from the middle of a head: their direction, and their place, m. Frozen: what a
 * step makes does not follow what comes later.
 */
const CHEEK = { normal: [0.6234344554411585, -0.18246862110472933, 0.7602859212697056], radiusM: 0.11 } as const;

/** Probes of the face are put on the new faces, where the file holds any; what is malformed is left to the check. */
function restagedProbes({ probes, subject }: Loose): unknown {
  const height = isObject(subject) ? subject['faceHeightM'] : undefined;
  const form = isObject(subject) ? subject['form'] : undefined;
  if (!Array.isArray(probes) || typeof height !== 'number' || form === 'bottle') return probes;
  const keySide = Math.sign(acrossM(probes.filter(isObject).find(({ id }) => id === 'face-key')?.['position'])) || -1;
  const [nx, ny, nz] = CHEEK.normal;
  const onCheek = (probe: Loose, side: number): Loose => ({
    ...probe,
    position: [side * nx * CHEEK.radiusM, height + ny * CHEEK.radiusM, nz * CHEEK.radiusM],
    normal: [side * nx, ny, nz],
  });
  return each(probes, (probe) => {
    if (probe['body'] !== 'head' || probe['surface'] !== 'skin') return probe;
    if (probe['id'] === 'face-key') return onCheek(probe, keySide);
    return probe['id'] === 'face-shadow' ? onCheek(probe, -keySide) : probe;
  });
}

/** What a place is to the picture stood in its id until then, where the application had made it. */
const KNOWN_PLACES: Readonly<Record<string, Pick<Probe, 'part' | 'side'>>> = {
  'face-key': { part: 'front', side: 'key' },
  'face-shadow': { part: 'front', side: 'shadow' },
  'hair-left': { part: 'edge', side: 'left' },
  'hair-right': { part: 'edge', side: 'right' },
  wardrobe: { part: 'clothing', side: 'middle' },
  backdrop: { part: 'backdrop', side: 'middle' },
  'backdrop-left': { part: 'backdrop', side: 'left' },
  'backdrop-right': { part: 'backdrop', side: 'right' },
};

const PART_OF_SURFACE: Readonly<Partial<Record<string, Probe['part']>>> = {
  skin: 'front',
  label: 'front',
  metal: 'front',
  hair: 'edge',
  liquid: 'edge',
  wardrobe: 'clothing',
  backdrop: 'backdrop',
  table: 'table',
};

/** Nearer to the middle than this a place is in the middle, m. */
const MIDDLE_M = 0.03;

/** Places say what part of the picture they are, and where on it. */
function fromSixth(value: Loose): Loose {
  const lights: unknown[] = Array.isArray(value['lights']) ? value['lights'] : [];
  const key = lights.filter(isObject).find(({ role }) => role === 'key');
  const keyIsRight = acrossM(key?.['position']) > 0;
  return {
    ...value,
    version: 7,
    probes: each(value['probes'], (probe) => ({ ...placeOf(probe, keyIsRight), ...probe })),
  };
}

function placeOf({ id, surface, position }: Loose, keyIsRight: boolean): Pick<Probe, 'part' | 'side'> {
  const known = typeof id === 'string' ? KNOWN_PLACES[id] : undefined;
  // The table stands where a person's clothes would: both had one id.
  if (known) return surface === 'table' ? { ...known, part: 'table' } : known;
  const part = (typeof surface === 'string' ? PART_OF_SURFACE[surface] : undefined) ?? 'other';
  const x = acrossM(position);
  if (part === 'front') return { part, side: Math.abs(x) < MIDDLE_M || x > 0 === keyIsRight ? 'key' : 'shadow' };
  return { part, side: Math.abs(x) < MIDDLE_M ? 'middle' : x < 0 ? 'left' : 'right' };
}

/** Where a place as a file wrote it lies to the side, m; 0 where it says nothing. */
function acrossM(position: unknown): number {
  const x: unknown = Array.isArray(position) ? position[0] : 0;
  return typeof x === 'number' ? x : 0;
}
