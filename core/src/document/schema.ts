import * as yup from 'yup';
import { buildSchema, variantSchema } from './build-schema';
import { cameraSchema } from './camera-schema';
import { MOODS } from './moods';
import { GARMENT_IDS, HEADWEAR, PERSON_IDS, SUBJECT_FORMS } from './subject';
import { LIQUIDS } from '../surface/liquid';
import {
  associationSchema,
  ingredientSchema,
  KEY_LEVELS,
  STATUSES,
  memberSchema,
  referenceSchema,
  SCHEMES,
  text,
  triedSchema,
} from './brief-schema';
import { flag, id, kindIs, LIMITS, name, note, nullOr, number, numbers, object, oneOf, point, triple } from './fields';
import { daySchema } from './day-schema';
import { ZONE_PARTS, ZONE_SIDES } from './zones';
import { lightSchema, sourceSchema } from './light-schema';

export { INGREDIENT_STATES, KEY_LEVELS, SCHEMES, STATUSES, type KeyLevel, type SchemeId, type Status } from './brief-schema';
export { CAMERA_MODES, cameraSchema, DIFFUSIONS, type CameraMode } from './camera-schema';
export { LIMITS } from './fields';
export {
  EFFECTS,
  EMITTER_CHANNELS,
  fixtureSchema,
  DRIVES,
  MODES,
  modifierSchema,
  MOUNTS,
  ROLES,
  type EffectType,
  type Drive,
  type Mode,
  type Mount,
  type Role,
} from './light-schema';

/** The format name and version that a look file carries. */
export const LOOK_FORMAT = 'fulgent-look';
export const LOOK_VERSION = 12;

export { MOODS, type Mood } from './moods';
export { HOLDS, isDay, type Hold } from './day-schema';
export { BUILD_ORDERS, type BuildOrder } from './build-schema';

export const BACKDROP_TYPES = ['sweep', 'wall', 'cloth', 'none'] as const;
export type BackdropType = (typeof BACKDROP_TYPES)[number];

export const MOVERS = ['subject', 'pan', 'zoom'] as const;
export type Mover = (typeof MOVERS)[number];

export const PROBE_SURFACES = [
  'skin',
  'hair',
  'wardrobe',
  'backdrop',
  'eye-white',
  'label',
  'liquid',
  'table',
  'metal',
  'matt',
] as const;
export type ProbeSurface = (typeof PROBE_SURFACES)[number];

/** One try at a moving picture. */
const trySchema = object({
  id: id(),
  at: yup.string().required().max(40),
  of: yup.string().required().oneOf(MOVERS),
  speedMS: number(0, 200),
  zoomToMm: yup.number().nullable().defined().min(4).max(2000),
  shutterS: number(0.00001, 3600),
  /** As it was predicted. */
  trailPx: number(0, 1_000_000),
  verdict: note(),
});

const surfaceSchema = oneOf('kind', {
  neutral: object({ kind: kindIs('neutral'), reflectance: number(0, 1) }),
  material: object({ kind: kindIs('material'), id: id() }),
  spectrum: object({ kind: kindIs('spectrum'), id: id() }),
});

/** One white balance of several that a look is judged at. */
const whiteSchema = object({ id: id(), name: name(), whiteK: number(1600, 25_000), tintDuv: number(-0.03, 0.03) });

/** A place that the look could be shot in, by its light. */
const placeSchema = object({ id: id(), name: name(), lux: number(0, 200_000), source: sourceSchema });

const ambientSchema = object({
  /** Illuminance at the subject, before anything is shut out, lx. */
  lux: number(0, 200_000),
  source: sourceSchema,
  /** Stops that black cloth and flags take from it. */
  blackoutStops: number(0, 20),
  /** What it is wanted to do, in stops under working white. */
  targetStops: number(-14, 4),
  /** A bright thing in the picture that nobody lights, such as a window: its spot reading in EV at ISO 100, and its light. */
  window: nullOr(oneOf('kind', { window: object({ kind: kindIs('window'), ev100: number(-8, 20), source: sourceSchema }) })),
  places: yup.array(placeSchema).required().max(LIMITS.places),
  /** Windows, doors and cracks that are to be closed, as a list to work off. */
  openings: yup
    .array(object({ id: id(), name: name(), count: number(1, 200).integer('${path} must be a whole number'), done: flag() }))
    .required()
    .max(LIMITS.places),
  /** The black frame that proved it: what was measured in it, and at which settings. */
  proof: nullOr(
    oneOf('kind', {
      frame: object({
        kind: kindIs('frame'),
        at: yup.string().required().max(40),
        /** Mean and 99.9th percentile of red, green, blue in the file, 0 to 1 as encoded. */
        mean: triple(),
        high: triple(),
        aperture: number(0.5, 128),
        iso: number(1, 1_000_000),
        shutterS: number(0.00001, 3600),
        ndStops: number(0, 20),
        blackoutStops: number(0, 20),
        lux: number(0, 200_000),
      }),
    }),
  ),
});

/** Settings and powers that were kept to compare with. */
const baselineSchema = object({
  kind: kindIs('baseline'),
  at: yup.string().required().max(40),
  aperture: number(0.5, 128),
  tStop: yup.number().nullable().defined().min(0.5).max(128),
  iso: number(1, 1_000_000),
  shutterS: number(0.00001, 3600),
  ndStops: number(0, 20),
  blackoutStops: number(0, 20),
  powers: yup
    .array(object({ id: id(), stops: number(-14, 0) }))
    .required()
    .max(LIMITS.lights),
});

const probeSchema = object({
  id: id(),
  name: name(),
  /** What it is to the picture, and where on that: never read from its id. */
  part: yup.string().required().oneOf(ZONE_PARTS),
  side: yup.string().required().oneOf(ZONE_SIDES),
  surface: yup.string().required().oneOf(PROBE_SURFACES),
  /** Which form the probe lies on: a form does not shadow its own probes. */
  body: yup.string().required().oneOf(['head', 'torso', 'none']),
  position: point(),
  normal: point(),
});

const spectrumSchema = oneOf('kind', {
  gel: object({ kind: kindIs('gel'), id: id(), name: name(), wavelengthsNm: numbers(), values: numbers() }),
  reflectance: object({ kind: kindIs('reflectance'), id: id(), name: name(), wavelengthsNm: numbers(), values: numbers() }),
  source: object({ kind: kindIs('source'), id: id(), name: name(), wavelengthsNm: numbers(), values: numbers() }),
  sensor: object({
    kind: kindIs('sensor'),
    id: id(),
    name: name(),
    wavelengthsNm: numbers(),
    r: numbers(),
    g: numbers(),
    b: numbers(),
  }),
});

export const FINISHES = ['black', 'white', 'silver', 'silk'] as const;
export type Finish = (typeof FINISHES)[number];

/** A flag, card or silk: an upright rectangle in the room. */
const boardSchema = object({
  id: id(),
  name: name(),
  finish: yup.string().required().oneOf(FINISHES),
  /** Its middle. */
  position: point(),
  widthM: number(0.05, 6),
  heightM: number(0.05, 6),
  /** Where it faces: 0 to the camera, 90 to the picture's right. */
  yawDeg: number(-180, 180),
  /** What a silk takes, stops. */
  lossStops: number(0, 6),
  /** Colour of what a white card or reflector sends back; null where it has none. */
  tint: nullOr(surfaceSchema),
});

/** The one schema of a look: it validates in the form, at the API and on import. */
export const lookSchema = object({
  format: kindIs(LOOK_FORMAT),
  version: yup.number().required().oneOf([LOOK_VERSION]),
  title: name(),
  brief: object({
    mood: yup.string().required().oneOf(MOODS),
    /** Wanted incident level at the face, stops over the meter. */
    keyStops: number(-6, 6),
    /** Least OKLab difference of the subject's edge from the backdrop; 0 lets it sink in. */
    separation: number(0, 1),
    note: note(),
    /** How much of the picture is to be dark: it decides which warnings count. */
    keyLevel: yup.string().required().oneOf(KEY_LEVELS),
    place: object({
      name: text(),
      note: note(),
      /** Minutes there are for it; null where open. */
      minutes: yup.number().nullable().defined().min(1).max(10_000),
      /** People who help. */
      crew: number(0, 200),
      /** Continuous power that the sockets give, W; null where unknown. */
      powerW: yup.number().nullable().defined().min(1).max(1_000_000),
    }),
    references: yup.array(referenceSchema).required().max(LIMITS.entries),
    associations: yup.array(associationSchema).required().max(LIMITS.entries),
    status: yup.string().required().oneOf(STATUSES),
    /** When the status was last changed (ISO 8601), or ''. */
    statusAt: yup.string().defined().max(40),
    /** Graded strongly afterwards: room is kept to the clip for it. */
    graded: flag(),
    ingredients: yup.array(ingredientSchema).required().max(LIMITS.entries),
  }),
  palette: object({
    scheme: yup.string().required().oneOf(SCHEMES),
    /** The hue that the scheme is built on, OKLCh degrees as recorded. */
    baseHueDeg: number(0, 360),
    /** Own leaning: every hue is turned by this towards cyan or amber, whichever is nearer. */
    leanDeg: number(-40, 40),
    members: yup.array(memberSchema).required().max(LIMITS.members),
    /** Ids of checks that are as they are on purpose. */
    accepted: yup.array(yup.string().required().max(96)).required().max(200),
    /** Schemes that were tried, with what was thought of them. */
    tried: yup.array(triedSchema).required().max(LIMITS.entries),
  }),
  /** Cautions that were read and taken on, with the time (ISO 8601). */
  acknowledged: yup
    .array(object({ key: yup.string().required().max(160), at: yup.string().required().max(40) }))
    .required()
    .max(200),
  camera: cameraSchema,
  subject: object({
    name: name(),
    skinDepth: number(0, 1),
    /** Undertone of the skin: -1 cool and rosy to 1 warm; and how olive it is, 0 to 1. */
    undertone: number(-1, 1),
    olive: number(0, 1),
    /** Who it is, what is worn, and how far the head is turned on the shoulders, degrees. */
    person: yup.string().required().oneOf(PERSON_IDS),
    garment: yup.string().required().oneOf(GARMENT_IDS),
    headwear: yup.string().required().oneOf(HEADWEAR),
    headTurnDeg: number(-45, 45),
    /** Looks into the camera, or straight ahead. */
    eyesOnCamera: flag(),
    hair: surfaceSchema,
    wardrobe: surfaceSchema,
    /** Height of the face over the floor, m. */
    faceHeightM: number(0.1, 4),
    form: yup.string().required().oneOf(SUBJECT_FORMS),
    sunglasses: flag(),
    /** What a bottle holds, and its label. */
    liquid: object({ tint: yup.string().required().oneOf(LIQUIDS), strength: number(0, 4) }),
    label: surfaceSchema,
    /** How far the subject is turned from the camera, degrees; positive to the picture's right. */
    turnDeg: number(-180, 180),
  }),
  backdrop: object({
    surface: surfaceSchema,
    distanceM: number(0.1, 50),
    widthM: number(0.2, 50),
    type: yup.string().required().oneOf(BACKDROP_TYPES),
    /** 0 matt to 1 as glossy as a wet or painted wall. */
    gloss: number(0, 1),
  }),
  room: object({
    widthM: number(1, 200),
    depthM: number(1, 200),
    heightM: number(1, 50),
    walls: number(0, 0.95),
    ceiling: number(0, 0.95),
    floor: number(0, 0.95),
    /** Paint of the walls where they are coloured; null for a neutral of `walls`. */
    paint: nullOr(surfaceSchema),
    /** Of walls and floor, as `backdrop.gloss`. */
    gloss: number(0, 1),
  }),
  air: object({
    /** Share of light that haze takes out of a beam, 1/m. */
    hazePerM: number(0, 0.5),
  }),
  ambient: ambientSchema,
  /** Versions of the white balance that the look is judged at; the one in use is the camera's. */
  whites: yup.array(whiteSchema).required().max(LIMITS.whites),
  /** What moves: speed across the picture, m/s, and its width, m. */
  motion: object({
    speedMS: number(0, 200),
    widthM: number(0.005, 20),
    /** The subject, or the camera: in a pan everything trails, in a zoom everything from the middle outwards. */
    of: yup.string().required().oneOf(MOVERS),
    /** In a zoom: the focal length at which the exposure ends, mm. It begins at the camera's. */
    zoomToMm: yup.number().nullable().defined().min(4).max(2000),
    /** What was tried, and how it came out. */
    tries: yup.array(trySchema).required().max(LIMITS.entries),
  }),
  baseline: nullOr(oneOf('kind', { baseline: baselineSchema })),
  build: buildSchema,
  day: daySchema,
  /** Versions from the same rig. */
  variants: yup.array(variantSchema).required().max(LIMITS.variants),
  boards: yup.array(boardSchema).required().max(LIMITS.boards),
  /** In build order. */
  lights: yup.array(lightSchema).required().max(LIMITS.lights),
  probes: yup.array(probeSchema).required().min(1).max(LIMITS.probes),
  spectra: yup.array(spectrumSchema).required().max(LIMITS.spectra),
});

export type Look = yup.InferType<typeof lookSchema>;
export type Light = Look['lights'][number];
export type Fixture = Light['fixture'];
export type Modifier = Light['modifier'];
export type LookCamera = Look['camera'];
export type Probe = Look['probes'][number];
export type SurfaceRef = Look['backdrop']['surface'];
export type SourceRef = Exclude<Fixture, { kind: 'colour' }>['source'];
export type LookSpectrum = Look['spectra'][number];
export type Point = Probe['position'];
export type GelUse = Light['gels'][number];
export type ColourFixture = Extract<Fixture, { kind: 'colour' }>;
export type Emitter = ColourFixture['emitters'][number];
export type Setting = NonNullable<Light['setting']>;
export type Unit = Light['unit'];
export type Trim = Look['build']['ledger'][number];
export type LightGroup = Look['build']['groups'][number];
export type Variant = Look['variants'][number];
export type HazeEntry = Look['day']['hazeLog'][number];
/** One reading of a meter at a place. */
export type MeterEntry = Look['day']['meter'][number];
export type Effect = NonNullable<Light['effect']>;
export type Rig = Light['rig'];
export type Day = Look['day'];
export type Board = Look['boards'][number];
export type Ambient = Look['ambient'];
export type WhiteVersion = Look['whites'][number];
export type Place = Ambient['places'][number];
export type Baseline = NonNullable<Look['baseline']>;
export type Practical = NonNullable<Light['lamp']>;
export type Member = Look['palette']['members'][number];
export type Reference = Look['brief']['references'][number];
export type Cluster = Reference['clusters'][number];
