import * as yup from 'yup';
import { LIMITS } from '../document/fields';
import { GRADES } from '../practice/judge';
import { SKILLS } from '../practice/skills';

/** What the API takes, written once: the server checks it, the application is typed by it. Looks and kit entries inside are checked by their own schemas. */

const ID_LENGTH = 64;
const body = <S extends yup.ObjectShape>(shape: S) => yup.object(shape).noUnknown();
const id = () => yup.string().required().max(ID_LENGTH);
const title = () => yup.string().trim().min(1, '${path} is empty; give a name').max(LIMITS.nameLength);
const note = () => yup.string().max(LIMITS.noteLength);

export const newLookBody = body({ shootId: yup.string().max(ID_LENGTH), look: yup.mixed().required() });
export const newShootBody = body({ title: title().required(), note: note() });
export const shootChangeBody = body({ title: title(), note: note() });
/** A revision's name; '' takes it away. */
export const revisionBody = body({ name: yup.string().defined().trim().max(LIMITS.nameLength) });
/** One of a device's windows, by an id that it made up. */
export const hereBody = body({ window: id() });
export const newEntryBody = body({ entry: yup.mixed().required() });

export const kitPolicyBody = body({ ownOnly: yup.boolean().required() });

export const devicesBody = body({ on: yup.boolean().required() });
export const sendBody = body({ lookId: id() });
export const meterBody = body({
  lookId: id(),
  probe: id(),
  /** A light's id for it alone, '' for all. */
  light: yup.string().max(ID_LENGTH),
  /** What the meter is set to; else as the look's camera. */
  iso: yup.number().min(1).max(1e6),
  shutterS: yup.number().min(1e-6).max(3600),
});
export const shootBody = body({
  lookId: id(),
  /** A light's id for it alone, 'none' for a black frame, '' for the whole look. */
  alone: yup.string().max(ID_LENGTH),
  /** A light that is bracketed, and how far it is turned from what the sheet says. */
  light: yup.string().max(ID_LENGTH),
  stops: yup.number().min(-6).max(6),
  widthPx: yup.number().integer().min(80).max(1600),
  name: yup.string().trim().max(LIMITS.nameLength),
});

/** Which look the watched folder's files belong to; '' for none. */
export const watchBody = body({ lookId: yup.string().defined().max(ID_LENGTH) });

/** How far one simulated light may be off its plan: the limits of the inputs as well. */
export const DEVIATION_LIMITS = {
  outputStops: [-3, 3],
  miredShift: [-100, 100],
  leak: [0, 0.5],
} as const;

const within = ([low, high]: readonly [number, number]) => yup.number().min(low).max(high);
export const deviationSchema = body({
  outputStops: within(DEVIATION_LIMITS.outputStops),
  miredShift: within(DEVIATION_LIMITS.miredShift),
  leak: within(DEVIATION_LIMITS.leak),
});
export const deviationsBody = body({ lookId: id(), deviations: yup.mixed<Record<string, unknown>>().required() });

/** Latest time that a date can hold, ms. */
const LAST_MS = 8.64e15;
export const MOST_ANSWERS = 200;

/** Answers of practice, as many as were given without a connection. One that is known already is left as it is. */
export const practiceBody = body({
  answers: yup
    .array(
      body({
        id: id().matches(/^[A-Za-z0-9_-]+$/, '${path} must be letters, digits, dashes and underscores'),
        at: yup.number().required().integer().min(0).max(LAST_MS),
        skill: yup
          .string()
          .required()
          .oneOf([...SKILLS, 'frame'] as const),
        code: yup.string().defined().max(ID_LENGTH),
        error: yup.number().required().min(0).max(10_000),
        signed: yup.number().nullable().defined().min(-10_000).max(10_000),
        grade: yup.string().required().oneOf(GRADES),
        about: yup.string().defined().max(LIMITS.nameLength),
      }).required(),
    )
    .required()
    .max(MOST_ANSWERS),
});

/** A file of spectral data to look into; nothing is stored. */
export const readSpectrumBody = yup
  .object({
    format: yup
      .string()
      .required()
      .oneOf(['csv', 'tm27'] as const),
    kind: yup
      .string()
      .required()
      .oneOf(['transmittance', 'reflectance', 'source', 'sensitivity'] as const),
    text: yup.string().required(),
    unit: yup.string().oneOf(['fraction', 'percent'] as const),
  })
  .noUnknown();

/** A file of a beam, likewise. */
export const readBeamBody = yup.object({ text: yup.string().required() }).noUnknown();

export const passcodeBody = yup.object({ passcode: yup.string().required().max(200) }).noUnknown();
