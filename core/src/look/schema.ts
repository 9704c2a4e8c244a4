import './messages';
import * as yup from 'yup';
import { CURVES } from '../camera/camera';
import { LIGHT_PRESET_IDS } from '../spectrum/presets';

/** The format name and version that a look file carries. */
export const LOOK_FORMAT = 'fulgent-look';
export const LOOK_VERSION = 1;

export const ROLES = ['key', 'fill', 'rim', 'hair', 'kicker', 'background', 'practical'] as const;
export type Role = (typeof ROLES)[number];

export const MOODS = ['dark', 'neutral', 'bright'] as const;
export type Mood = (typeof MOODS)[number];

export const PROBE_SURFACES = ['skin', 'hair', 'wardrobe', 'backdrop', 'eye-white'] as const;
export type ProbeSurface = (typeof PROBE_SURFACES)[number];

/** Limits of a look document; they bound every evaluation. */
export const LIMITS = {
  lights: 24,
  gels: 6,
  spectra: 64,
  probes: 32,
  points: 2000,
  emitters: 7,
  beamPoints: 361,
  members: 8,
  entries: 60,
  nameLength: 120,
  noteLength: 4000,
} as const;

const id = () =>
  yup
    .string()
    .required()
    .matches(/^[A-Za-z0-9][A-Za-z0-9._-]{0,63}$/, '${path} must be 1 to 64 letters, digits, dots, dashes or underscores');
const name = () => yup.string().required().max(LIMITS.nameLength);
const number = (low: number, high: number) =>
  yup
    .number()
    .required()
    .min(low)
    .max(high)
    .test('finite', '${path} must be a finite number', (value) => value === undefined || Number.isFinite(value));
const flag = () => yup.boolean().required();

const object = <S extends yup.ObjectShape>(shape: S) => yup.object(shape).noUnknown().required();

/** A place in metres: x to the camera's right, y up from the floor, z from the subject towards the camera. */
const point = () => yup.tuple([number(-100, 100), number(-100, 100), number(-100, 100)]).required();

const numbers = () => yup.array(yup.number().required()).required().max(LIMITS.points);

/** Dispatches on a discriminating field; what is unknown fails with the list of what is known. */
function oneOf<S extends Record<string, yup.ObjectSchema<yup.AnyObject>>>(field: string, cases: S) {
  type Case = S[keyof S];
  return yup.lazy((value: unknown): Case => {
    const key = value !== null && typeof value === 'object' ? (value as Record<string, unknown>)[field] : undefined;
    if (typeof key === 'string' && Object.hasOwn(cases, key)) return cases[key] as Case;
    return yup.object({ [field]: yup.string().required().oneOf(Object.keys(cases)) }).required() as unknown as Case;
  });
}

/** A variant that may also be null. */
function nullOr<S extends ReturnType<typeof oneOf>>(schema: S): NullOr<S> {
  return yup.lazy((value: unknown) => (value === null ? yup.mixed().nullable().defined() : schema)) as unknown as NullOr<S>;
}
type NullOr<S> = S extends yup.Lazy<infer T, infer C, infer F> ? yup.Lazy<T | null, C, F> : never;

const kindIs = <K extends string>(kind: K) => yup.string<K>().required().oneOf([kind]);

const sourceSchema = oneOf('kind', {
  daylight: object({ kind: kindIs('daylight'), cctK: number(4000, 25_000) }),
  planck: object({ kind: kindIs('planck'), cctK: number(1000, 25_000) }),
  tungsten: object({ kind: kindIs('tungsten'), cctK: number(1800, 3600) }),
  led: object({ kind: kindIs('led'), cctK: number(1900, 12_000), duv: number(-0.03, 0.03) }),
  /** A preset of `spectrum/presets.ts`: street light, fluorescent tube, screen ... */
  preset: object({ kind: kindIs('preset'), id: yup.string().required().oneOf(LIGHT_PRESET_IDS) }),
  spectrum: object({ kind: kindIs('spectrum'), id: id() }),
});

const stepSchema = object({
  unit: yup.string().required().oneOf(['stops', 'percent']),
  /** Stops (1/3, 0.1) or percentage points (1, 10). */
  value: number(0.01, 50),
});

const luxAt1m = () => number(0.1, 10_000_000);

/** Light output is the dial to this power: 1 for a linear dimmer, 2 for one that follows the eye. */
const dimmer = () => number(0.5, 4);

export const MODES = ['cct', 'hsi', 'rgb', 'xy', 'gel'] as const;
export type Mode = (typeof MODES)[number];

/** Which dial drives an emitter directly: r, g and b are the primaries of the hue and RGB modes. */
export const EMITTER_CHANNELS = ['r', 'g', 'b', 'white', 'extra'] as const;

const emitterChannel = () => yup.string().required().oneOf(EMITTER_CHANNELS);

const emitterSchema = oneOf('kind', {
  /** A diode or phosphor lobe: a Gaussian of full width at half maximum `widthNm`. */
  lobe: object({
    kind: kindIs('lobe'),
    name: name(),
    channel: emitterChannel(),
    peakNm: number(380, 780),
    widthNm: number(2, 300),
    luxAt1m: luxAt1m(),
  }),
  white: object({
    kind: kindIs('white'),
    name: name(),
    channel: emitterChannel(),
    cctK: number(1900, 12_000),
    duv: number(-0.03, 0.03),
    luxAt1m: luxAt1m(),
  }),
  spectrum: object({ kind: kindIs('spectrum'), name: name(), channel: emitterChannel(), id: id(), luxAt1m: luxAt1m() }),
});

export const fixtureSchema = oneOf('kind', {
  flash: object({
    kind: kindIs('flash'),
    name: name(),
    source: sourceSchema,
    /** m at ISO 100, full power, with the reflector it is rated in. */
    guideNumberM: number(1, 500),
    /** Lowest power, stops under full. */
    minStops: number(-14, 0),
    step: stepSchema,
    /** Change of colour temperature for each stop under full power, K. */
    driftKPerStop: number(-1000, 1000),
    /** Power of its modelling lamp, W; 0 for none. It heats gel between frames. */
    modellingW: number(0, 2000),
  }),
  continuous: object({
    kind: kindIs('continuous'),
    name: name(),
    source: sourceSchema,
    /** lx at 1 m on the axis at full output. */
    luxAt1m: luxAt1m(),
    minStops: number(-14, 0),
    step: stepSchema,
    dimmer: dimmer(),
  }),
  /** A full-colour or bi-colour fixture: emitters that it mixes to what its modes ask for. */
  colour: object({
    kind: kindIs('colour'),
    name: name(),
    emitters: yup.array(emitterSchema).required().min(2).max(LIMITS.emitters),
    modes: yup.array(yup.string().required().oneOf(MODES)).required().min(1).max(MODES.length),
    /** Lowest and highest colour temperature that its dial has, K. */
    lowK: number(1000, 25_000),
    highK: number(1000, 25_000),
    stepK: number(1, 1000),
    /** Pixels that can be set apart; 1 for none. */
    pixels: number(1, 4096),
    minStops: number(-14, 0),
    step: stepSchema,
    dimmer: dimmer(),
  }),
});

const whiteK = () => number(1000, 25_000);

/** What a full-colour fixture is set to. Its level stands apart, as the light's power. */
const settingSchema = oneOf('mode', {
  /** White at a colour temperature, moved by Duv to green (positive) or magenta. */
  cct: object({ mode: kindIs('cct'), cctK: whiteK(), duv: number(-0.03, 0.03) }),
  /** Hue angle of the fixture's own wheel, mixed at `saturation` (0 to 1) with a chosen white. */
  hsi: object({ mode: kindIs('hsi'), hueDeg: number(0, 360), saturation: number(0, 1), whiteK: whiteK() }),
  rgb: object({ mode: kindIs('rgb'), r: number(0, 255), g: number(0, 255), b: number(0, 255) }),
  xy: object({ mode: kindIs('xy'), x: number(0.001, 0.9), y: number(0.001, 0.9) }),
  /** A gel of this look or of the stand-in kit, imitated over a chosen white. */
  gel: object({ mode: kindIs('gel'), gel: id(), whiteK: whiteK() }),
});

/** How one unit differs from its model, as measured: applied to what its settings ask for. */
const unitSchema = object({
  outputStops: number(-4, 4),
  /** Positive is warmer than dialled. */
  miredShift: number(-200, 200),
  /** Density of a green band (negative: magenta) over its light. */
  green: number(-0.6, 0.6),
});

const faceSchema = oneOf('kind', {
  disc: object({ kind: kindIs('disc'), radiusM: number(0.002, 5) }),
  rectangle: object({ kind: kindIs('rectangle'), widthM: number(0.005, 10), heightM: number(0.005, 10) }),
  tube: object({ kind: kindIs('tube'), lengthM: number(0.05, 10) }),
});

const beamSchema = oneOf('kind', {
  bare: object({ kind: kindIs('bare') }),
  diffuse: object({ kind: kindIs('diffuse') }),
  lens: object({ kind: kindIs('lens'), beamDeg: number(1, 178), fieldDeg: number(2, 359) }),
  /** A measured distribution: relative intensity at rising angles from the axis, 1 on it. */
  table: object({
    kind: kindIs('table'),
    anglesDeg: yup.array(number(0, 180)).required().min(2).max(LIMITS.beamPoints),
    relative: yup.array(number(0, 100)).required().min(2).max(LIMITS.beamPoints),
  }),
});

export const modifierSchema = object({
  name: name(),
  face: faceSchema,
  beam: beamSchema,
  /** Half angle at which the grid cuts off entirely, degrees; null without a grid. */
  gridDeg: yup.number().nullable().defined().min(2).max(80),
  /** Stops lost on the axis against the fixture's rated figure; negative for a gain. */
  lossStops: number(-3, 8),
});

const gelSchema = object({
  /** Id of a spectrum of this look or of a stand-in gel. */
  gel: id(),
  /** Times the dye: 1 as bought, 2 as two sheets of the same dye in one film. */
  strength: number(0.05, 4),
});

/** How a gel is fixed: it decides heat and leak. */
export const MOUNTS = ['holder', 'clips', 'tape', 'inside', 'touching'] as const;
export type Mount = (typeof MOUNTS)[number];

const lightSchema = object({
  id: id(),
  name: name(),
  role: yup.string().required().oneOf(ROLES),
  fixture: fixtureSchema,
  /** Stops under full output, 0 or less. */
  powerStops: number(-14, 0),
  /** What a full-colour fixture is set to; null for any other. */
  setting: nullOr(settingSchema),
  unit: unitSchema,
  /** How many alike shine as one, on the same setting. */
  pieces: number(1, 64).integer('${path} must be a whole number'),
  gels: yup.array(gelSchema).required().max(LIMITS.gels),
  /** How the gels are held. */
  mount: yup.string().required().oneOf(MOUNTS),
  /** Fraction of the light that passes beside the gels. */
  leak: number(0, 1),
  modifier: modifierSchema,
  position: point(),
  aim: point(),
  on: flag(),
  solo: flag(),
  muted: flag(),
  locked: flag(),
  /** The probe where this light does its work. */
  zone: id(),
  /** What this light pretends to be: a preset of `palette/motives.ts`, or '' where nothing. */
  motive: yup.string().defined().max(64),
  /** Wanted place in the vivid window, 0 deep to 1 brilliant; null follows the mood. */
  aimPlace: yup.number().nullable().defined().min(0).max(1),
});

const surfaceSchema = oneOf('kind', {
  neutral: object({ kind: kindIs('neutral'), reflectance: number(0, 1) }),
  material: object({ kind: kindIs('material'), id: id() }),
  spectrum: object({ kind: kindIs('spectrum'), id: id() }),
});

export const cameraSchema = object({
  name: name(),
  sensor: oneOf('kind', {
    standIn: object({ kind: kindIs('standIn'), shiftNm: number(-15, 15) }),
    spectrum: object({ kind: kindIs('spectrum'), id: id() }),
  }),
  headroomStops: number(0, 10),
  curve: yup.string().required().oneOf(CURVES),
  whiteK: number(1600, 25_000),
  tintDuv: number(-0.03, 0.03),
  aperture: number(0.5, 128),
  tStop: yup.number().nullable().defined().min(0.5).max(128),
  iso: number(1, 1_000_000),
  shutterS: number(0.00001, 3600),
  ndStops: number(0, 20),
  syncS: number(0.0001, 1),
});

const probeSchema = object({
  id: id(),
  name: name(),
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

const note = () => yup.string().defined().max(LIMITS.noteLength);
const text = () => yup.string().defined().max(LIMITS.nameLength);
const hueDeg = () => number(0, 360);

export const KEY_LEVELS = ['low', 'middle', 'high'] as const;
export type KeyLevel = (typeof KEY_LEVELS)[number];

/** A picture that the look is after: a small copy, and its colour clusters as targets. */
const referenceSchema = object({
  id: id(),
  name: name(),
  /** JPEG or PNG as a data address, or '' for none. */
  thumbnail: yup
    .string()
    .defined()
    .max(60_000)
    .matches(
      /^$|^data:image\/(?:jpeg|png);base64,[A-Za-z0-9+/=]+$/,
      '${path} must be a small JPEG or PNG data address, or empty',
    ),
  clusters: yup
    .array(object({ hueDeg: hueDeg(), chroma: number(0, 1), lightness: number(0, 1), share: number(0, 1) }))
    .required()
    .max(12),
});

/** What a colour, or two together, may be read as. */
const associationSchema = object({ id: id(), colour: text(), withColour: text(), reads: note() });

export const INGREDIENT_STATES = ['planned', 'tried', 'rejected'] as const;
const ingredientSchema = object({
  id: id(),
  name: name(),
  state: yup.string().required().oneOf(INGREDIENT_STATES),
  reason: note(),
});

export const SCHEMES = [
  'opposite',
  'opposite-painters',
  'neighbours',
  'triad',
  'split',
  'one-anchor',
  'warm-cool',
  'mix-third',
  'own',
] as const;
export type SchemeId = (typeof SCHEMES)[number];

/** One colour of the palette as it is to be recorded, and whose work it is. */
const memberSchema = object({
  id: id(),
  name: text(),
  hueDeg: hueDeg(),
  /** Size of sigma, 0 neutral to about 0.6: see `palette/plane.ts`. */
  purity: number(0, 1),
  /** Id of the light that makes it, or '' while open. */
  light: text(),
  /** Id of the probe whose part of the picture shows it, or ''. */
  part: text(),
  /** Wanted share of the picture, 0 to 1. */
  share: number(0, 1),
  purpose: note(),
});

const triedSchema = object({
  id: id(),
  scheme: yup.string().required().oneOf(SCHEMES),
  hues: yup.array(hueDeg()).required().max(LIMITS.members),
  verdict: note(),
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
    hair: surfaceSchema,
    wardrobe: surfaceSchema,
    /** Height of the face over the floor, m. */
    faceHeightM: number(0.1, 4),
  }),
  backdrop: object({ surface: surfaceSchema, distanceM: number(0.1, 50), widthM: number(0.2, 50) }),
  room: object({
    widthM: number(1, 200),
    depthM: number(1, 200),
    heightM: number(1, 50),
    walls: number(0, 0.95),
    ceiling: number(0, 0.95),
    floor: number(0, 0.95),
  }),
  ambient: object({ lux: number(0, 200_000), cctK: number(1600, 25_000) }),
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
export type Member = Look['palette']['members'][number];
export type Reference = Look['brief']['references'][number];
export type Cluster = Reference['clusters'][number];
