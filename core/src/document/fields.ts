import './messages';
import * as yup from 'yup';

/** The building blocks of the schemas of a look. */

/** Limits of a look document; they bound every evaluation. */
export const LIMITS = {
  lights: 24,
  gels: 6,
  spectra: 64,
  probes: 32,
  points: 2000,
  emitters: 7,
  slots: 64,
  wheelPoints: 24,
  beamPoints: 361,
  members: 8,
  whites: 4,
  places: 12,
  boards: 12,
  variants: 12,
  trims: 400,
  moves: 120,
  entries: 60,
  nameLength: 120,
  noteLength: 4000,
} as const;

export const id = () =>
  yup
    .string()
    .required()
    .matches(/^[A-Za-z0-9][A-Za-z0-9._-]{0,63}$/, '${path} must be 1 to 64 letters, digits, dots, dashes or underscores');
export const name = () => yup.string().required().max(LIMITS.nameLength);
export const number = (low: number, high: number) =>
  yup
    .number()
    .required()
    .min(low)
    .max(high)
    .test('finite', '${path} must be a finite number', (value) => value === undefined || Number.isFinite(value));
export const note = () => yup.string().defined().max(LIMITS.noteLength);
export const flag = () => yup.boolean().required();

export const object = <S extends yup.ObjectShape>(shape: S) => yup.object(shape).noUnknown().required();

/** A place in metres: x to the camera's right, y up from the floor, z from the subject towards the camera. */
export const point = () => yup.tuple([number(-100, 100), number(-100, 100), number(-100, 100)]).required();

/** Red, green, blue, each 0 to 1. */
export const triple = () => yup.tuple([number(0, 1), number(0, 1), number(0, 1)]).required();

export const numbers = () => yup.array(yup.number().required()).required().max(LIMITS.points);

/** Dispatches on a discriminating field; what is unknown fails with the list of what is known. */
export function oneOf<S extends Record<string, yup.ObjectSchema<yup.AnyObject>>>(field: string, cases: S) {
  type Case = S[keyof S];
  return yup.lazy((value: unknown): Case => {
    const key = value !== null && typeof value === 'object' ? (value as Record<string, unknown>)[field] : undefined;
    if (typeof key === 'string' && Object.hasOwn(cases, key)) return cases[key] as Case;
    return yup.object({ [field]: yup.string().required().oneOf(Object.keys(cases)) }).required() as unknown as Case;
  });
}

/** A variant that may also be null. */
export function nullOr<S extends ReturnType<typeof oneOf>>(schema: S): NullOr<S> {
  return yup.lazy((value: unknown) => (value === null ? yup.mixed().nullable().defined() : schema)) as unknown as NullOr<S>;
}
export type NullOr<S> = S extends yup.Lazy<infer T, infer C, infer F> ? yup.Lazy<T | null, C, F> : never;

export const kindIs = <K extends string>(kind: K) => yup.string<K>().required().oneOf([kind]);
