import * as yup from 'yup';
import { CURVES } from '../camera/camera';
import { LIMITS } from '../document/fields';

/** What the computations of the API take. Wavelengths in nm; figures of spectra as fraction or percent; temperatures in K. */

const numbers = () => yup.array(yup.number().required()).required().max(LIMITS.points);
const finite = () => yup.number().test('finite', '${path} must be a finite number', (v) => v === undefined || Number.isFinite(v));
const object = <S extends yup.ObjectShape>(shape: S) => yup.object(shape).noUnknown();
const unit = () => yup.string().oneOf(['fraction', 'percent'] as const);

const sourceSchema = object({
  kind: yup
    .string()
    .required()
    .oneOf(['planck', 'daylight', 'samples'] as const),
  cct: finite(),
  wavelengthsNm: numbers().notRequired(),
  values: numbers().notRequired(),
}).required();

const gelSchema = object({
  id: yup.string().max(64),
  wavelengthsNm: numbers().notRequired(),
  transmittance: numbers().notRequired(),
  unit: unit(),
  strength: finite(),
}).required();

const cameraSchema = object({
  headroomStops: finite(),
  curve: yup.string().oneOf(CURVES),
  whiteK: finite(),
  tintDuv: finite(),
  sensor: object({ wavelengthsNm: numbers(), r: numbers(), g: numbers(), b: numbers() }).default(undefined),
}).default(undefined);

const filteredLight = {
  source: sourceSchema,
  gels: yup.array(gelSchema).max(LIMITS.gels),
  leak: finite(),
  camera: cameraSchema,
};

/** A light through gels, as a camera records it. */
export const lightBody = object(filteredLight);

/** The same on a surface, for its window. */
export const windowBody = object({
  ...filteredLight,
  surface: object({
    wavelengthsNm: numbers().notRequired(),
    reflectance: yup.mixed<number | number[]>().required(),
    unit: unit(),
  }).required(),
});

/** A light at a distance against the meter. */
export const exposureBody = object({
  light: object({
    kind: yup
      .string()
      .required()
      .oneOf(['flash', 'continuous'] as const),
    guideNumberM: finite(),
    power: finite(),
    luxAt1m: finite(),
    level: finite(),
    distanceM: finite().required(),
    sourceRadiusM: finite(),
  }).required(),
  camera: object({
    aperture: finite().required(),
    iso: finite().required(),
    shutterS: finite().required(),
    ndStops: finite(),
  }).required(),
});

/** A look, checked by its own schema. */
export const remediesBody = object({ look: yup.mixed().required() });
export const balanceBody = object({
  look: yup.mixed().required(),
  options: object({
    keyStops: finite().min(-6).max(6),
    mood: yup.string().oneOf(['dark', 'neutral', 'bright'] as const),
    separation: finite().min(0).max(1),
    aims: yup.mixed<Record<string, number>>(),
    zoneWeights: yup.mixed<Record<string, number>>(),
    keyWeight: finite().min(0).max(1000),
    keyToleranceStops: finite().min(0).max(6),
    locked: yup.array(yup.string().required()).max(LIMITS.lights),
  }).default(undefined),
});

export type SourceBody = yup.InferType<typeof sourceSchema>;
export type GelBody = yup.InferType<typeof gelSchema>;
export type CameraBody = yup.InferType<typeof cameraSchema>;
export type SurfaceBody = yup.InferType<typeof windowBody>['surface'];
