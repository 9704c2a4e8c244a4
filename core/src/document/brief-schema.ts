import * as yup from 'yup';
import { id, LIMITS, name, number, object, note, point } from './fields';

/** What is wanted: references, words, ingredients, and the colours of the palette. */

export const text = () => yup.string().defined().max(LIMITS.nameLength);
export const hueDeg = () => number(0, 360);

/** How far a look has come: thought of, tried on somebody, or settled. */
export const STATUSES = ['idea', 'trial', 'approved'] as const;
export type Status = (typeof STATUSES)[number];

export const KEY_LEVELS = ['low', 'middle', 'high'] as const;
export type KeyLevel = (typeof KEY_LEVELS)[number];

/** A picture that the look is after: a small copy, and its colour clusters as targets. */
export const referenceSchema = object({
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
  /** How far a colour may be from a target and still meets it: OKLab distance, lightness counting less. */
  tolerance: number(0.01, 0.5),
});

/** What a colour, or two together, may be read as. */
export const associationSchema = object({ id: id(), colour: text(), withColour: text(), reads: note() });

export const INGREDIENT_STATES = ['planned', 'tried', 'rejected'] as const;
export const ingredientSchema = object({
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
export const memberSchema = object({
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

export const triedSchema = object({
  id: id(),
  scheme: yup.string().required().oneOf(SCHEMES),
  hues: yup.array(hueDeg()).required().max(LIMITS.members),
  /** Where the lights stood, so that colour and direction are judged apart. */
  places: yup
    .array(object({ light: text(), position: point() }))
    .required()
    .max(LIMITS.lights),
  verdict: note(),
});
