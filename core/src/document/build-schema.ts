import * as yup from 'yup';
import { flag, id, LIMITS, name, note, number, object, point } from './fields';
import { MOODS } from './moods';
import { gelSchema, settingSchema } from './light-schema';
import { nullOr } from './fields';

/** How a look is built up light by light, and the versions of it that one rig gives. */

export const BUILD_ORDERS = ['key', 'background', 'ambient', 'own'] as const;
export type BuildOrder = (typeof BUILD_ORDERS)[number];

export const buildSchema = object({
  order: yup.string().required().oneOf(BUILD_ORDERS),
  /** Lights that are trimmed together; each keeps its offset from the others. */
  groups: yup
    .array(object({ id: id(), name: name(), lights: yup.array(id()).required().max(LIMITS.lights) }))
    .required()
    .max(LIMITS.lights),
  /** Lights that have been set and checked on the set. */
  checked: yup.array(id()).required().max(LIMITS.lights),
  /** All trims in the order in which they were made. */
  ledger: yup
    .array(
      object({
        at: yup.string().required().max(40),
        light: id(),
        /** Change of power, stops. */
        stops: number(-20, 20),
        /** A group's id, or ''. */
        group: yup.string().defined().max(64),
        why: yup.string().defined().max(LIMITS.nameLength),
      }),
    )
    .required()
    .max(LIMITS.trims),
  /** Powers when the ledger was begun, by light: what all later changes are told against. */
  start: yup
    .array(object({ id: id(), stops: number(-14, 0) }))
    .required()
    .max(LIMITS.lights),
  /** Where lights stood before they were moved. */
  moves: yup
    .array(object({ id: id(), at: yup.string().required().max(40), light: id(), position: point(), aim: point() }))
    .required()
    .max(LIMITS.moves),
});

/** One version of a look from the same rig: what differs without moving a stand. */
export const variantSchema = object({
  id: id(),
  name: name(),
  note: note(),
  votes: number(0, 1000).integer('${path} must be a whole number'),
  chosen: flag(),
  /** When it was locked (ISO 8601); null while it may change. */
  lockedAt: yup.string().nullable().defined().max(40),
  mood: yup.string().required().oneOf(MOODS),
  /** Wanted level of the key, stops over the meter. */
  keyStops: number(-6, 6),
  lights: yup
    .array(
      object({
        id: id(),
        on: flag(),
        powerStops: number(-14, 0),
        gels: yup.array(gelSchema).required().max(LIMITS.gels),
        setting: nullOr(settingSchema),
      }),
    )
    .required()
    .max(LIMITS.lights),
  camera: object({
    aperture: number(0.5, 128),
    iso: number(1, 1_000_000),
    shutterS: number(0.00001, 3600),
    ndStops: number(0, 20),
    whiteK: number(1600, 25_000),
    tintDuv: number(-0.03, 0.03),
  }),
});
