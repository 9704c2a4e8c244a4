import { restaged } from './probes';
import {
  LOOK_FORMAT,
  LOOK_VERSION,
  type Ambient,
  type Look,
  type LookCamera,
  type Light,
  type Modifier,
  type Probe,
  type SourceRef,
} from '../document/schema';

/** What a camera has that earlier files did not write down: a full-frame body with a portrait lens, by hand. */
export const CAMERA_DEFAULTS = {
  mode: 'stills',
  fps: 24,
  mainsHz: 50,
  longestS: 1 / 60,
  focalMm: 85,
  sensorWidthMm: 36,
  sensorHeightMm: 24,
  imageWidthPx: 6000,
  distanceM: 2.5,
  diffusion: 0,
} as const satisfies Partial<LookCamera>;

/** Ambient light that nobody has decided on yet, but for its level and colour. */
export const AMBIENT_DEFAULTS = {
  blackoutStops: 0,
  targetStops: -7,
  window: null,
  places: [],
  openings: [],
  proof: null,
} as const;

/** Ambient light of a level and a source, all else as it usually is. */
export function ambientOf(lux: number, source: SourceRef): Ambient {
  return { ...AMBIENT_DEFAULTS, places: [], openings: [], lux, source };
}

/** What a modifier has that earlier files did not write down. */
export const MODIFIER_DEFAULTS = { cut: null, spill: 0 } as const satisfies Partial<Modifier>;

/** Somebody standing in a sweater who looks into the camera; what a bottle would hold. */
export const SUBJECT_DEFAULTS = {
  form: 'person',
  person: 'cropped',
  garment: 'sweater',
  headwear: 'none',
  headTurnDeg: 6,
  eyesOnCamera: true,
  undertone: 0,
  sunglasses: false,
  liquid: { tint: 'amber', strength: 1 },
  label: { kind: 'neutral', reflectance: 0.7 },
} as const satisfies Partial<Look['subject']>;

/** A sheet of matt paper. */
export const BACKDROP_DEFAULTS = { type: 'sweep', gloss: 0 } as const satisfies Partial<Look['backdrop']>;

/** Matt, neutral walls. */
export const ROOM_DEFAULTS = { paint: null, gloss: 0 } as const satisfies Partial<Look['room']>;

/** Thought of, and no more. */
export const STATUS_DEFAULTS = { status: 'idea', statusAt: '' } as const;

/** The parts of a look that start empty. */
export const NO_STUDIES: Pick<Look, 'whites' | 'boards' | 'motion' | 'baseline' | 'air' | 'build' | 'day' | 'variants'> = {
  whites: [],
  boards: [],
  motion: { speedMS: 0, widthM: 0.5, of: 'subject' },
  baseline: null,
  air: { hazePerM: 0 },
  build: { order: 'key', groups: [], checked: [], ledger: [] },
  day: { volts: 230, circuits: [{ id: 'circuit-1', name: 'Circuit 1', amps: 16 }], wet: false, leadM: 10, poses: [] },
  variants: [],
};

/** On a stand of its own, from the mains; nothing known but that. */
export const RIG_DEFAULTS = {
  unit: '',
  hold: 'stand',
  holder: '',
  secondHold: false,
  weighted: false,
  weightKg: null,
  drawW: null,
  powerFactor: 0.9,
  circuit: '',
  battery: false,
  wetRated: false,
  address: null,
} as const satisfies Light['rig'];

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
  return fifth['version'] === 5 ? fromFifth(fifth) : fifth;
}

/** What subjects were until the fifth version. */
const FOURTH_SUBJECT = {
  form: 'person',
  hat: false,
  sunglasses: false,
  liquid: SUBJECT_DEFAULTS.liquid,
  label: SUBJECT_DEFAULTS.label,
};

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
    version: LOOK_VERSION,
    probes: restagedProbes(value),
    subject: inside(value['subject'], ({ hat, ...subject }) => ({
      ...SUBJECT_DEFAULTS,
      headTurnDeg: 0,
      headwear: hat === true ? 'hat' : 'none',
      ...subject,
    })),
  };
}

/** Probes of the face are put on the new faces, where the file holds any; what is malformed is left to the check. */
function restagedProbes({ probes, subject }: Loose): unknown {
  const height = isObject(subject) ? subject['faceHeightM'] : undefined;
  const form = isObject(subject) ? subject['form'] : undefined;
  const whole = (list: unknown[]): list is Probe[] =>
    list.every((probe) => isObject(probe) && typeof probe['id'] === 'string' && Array.isArray(probe['position']));
  return Array.isArray(probes) && whole(probes) && typeof height === 'number' && form !== 'bottle'
    ? restaged(probes, height)
    : probes;
}
