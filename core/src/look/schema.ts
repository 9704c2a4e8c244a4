import './messages';
import * as yup from 'yup';
import { CURVES } from '../camera/camera';

/** The format name and version that a look file carries. */
export const LOOK_FORMAT = 'fulgent-look';
export const LOOK_VERSION = 1;

export const ROLES = ['key', 'fill', 'rim', 'hair', 'kicker', 'background', 'practical'] as const;
export type Role = (typeof ROLES)[number];

export const MOODS = ['dark', 'neutral', 'bright'] as const;
export type Mood = (typeof MOODS)[number];

export const PROBE_SURFACES = ['skin', 'hair', 'wardrobe', 'backdrop'] as const;
export type ProbeSurface = (typeof PROBE_SURFACES)[number];

/** Limits of a look document; they bound every evaluation. */
export const LIMITS = { lights: 24, gels: 6, spectra: 64, probes: 32, points: 2000, nameLength: 120, noteLength: 4000 } as const;

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

const kindIs = <K extends string>(kind: K) => yup.string<K>().required().oneOf([kind]);

const sourceSchema = oneOf('kind', {
  daylight: object({ kind: kindIs('daylight'), cctK: number(4000, 25_000) }),
  planck: object({ kind: kindIs('planck'), cctK: number(1000, 25_000) }),
  tungsten: object({ kind: kindIs('tungsten'), cctK: number(1800, 3600) }),
  led: object({ kind: kindIs('led'), cctK: number(1900, 12_000), duv: number(-0.03, 0.03) }),
  spectrum: object({ kind: kindIs('spectrum'), id: id() }),
});

const stepSchema = object({
  unit: yup.string().required().oneOf(['stops', 'percent']),
  /** Stops (1/3, 0.1) or percentage points (1, 10). */
  value: number(0.01, 50),
});

const fixtureSchema = oneOf('kind', {
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
  }),
  continuous: object({
    kind: kindIs('continuous'),
    name: name(),
    source: sourceSchema,
    /** lx at 1 m on the axis at full output. */
    luxAt1m: number(0.1, 10_000_000),
    minStops: number(-14, 0),
    step: stepSchema,
  }),
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
});

const modifierSchema = object({
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

const lightSchema = object({
  id: id(),
  name: name(),
  role: yup.string().required().oneOf(ROLES),
  fixture: fixtureSchema,
  /** Stops under full output, 0 or less. */
  powerStops: number(-14, 0),
  gels: yup.array(gelSchema).required().max(LIMITS.gels),
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
  /** Wanted place in the vivid window, 0 deep to 1 brilliant; null follows the mood. */
  aimPlace: yup.number().nullable().defined().min(0).max(1),
});

const surfaceSchema = oneOf('kind', {
  neutral: object({ kind: kindIs('neutral'), reflectance: number(0, 1) }),
  material: object({ kind: kindIs('material'), id: id() }),
  spectrum: object({ kind: kindIs('spectrum'), id: id() }),
});

const cameraSchema = object({
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
    note: yup.string().defined().max(LIMITS.noteLength),
  }),
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
export type SourceRef = Fixture['source'];
export type LookSpectrum = Look['spectra'][number];
export type Point = Probe['position'];
export type GelUse = Light['gels'][number];
