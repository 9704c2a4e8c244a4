import * as yup from 'yup';
import { flag, id, LIMITS, name, note, number, object } from './fields';

/** What the day itself brings: how each light is held and fed, and what the place gives. */

export const HOLDS = ['stand', 'boom', 'overhead', 'floor', 'surface', 'magnet', 'tape', 'hand'] as const;
export type Hold = (typeof HOLDS)[number];

const whole = (low: number, high: number) => number(low, high).integer('${path} must be a whole number');
const short = () => yup.string().defined().max(LIMITS.nameLength);

export const rigSchema = object({
  /** Which of several alike it is: what was learned of it is kept under this. */
  unit: short(),
  hold: yup.string().required().oneOf(HOLDS),
  /** Who holds it, or helps with it. */
  holder: short(),
  /** A second, independent hold: a safety line, a second clamp. */
  secondHold: flag(),
  /** Weighed down: sandbag, counterweight. */
  weighted: flag(),
  /** With its modifier, kg; null where nobody has weighed it. */
  weightKg: yup.number().nullable().defined().min(0.01).max(500),
  /** From the plate of one unit, W; null takes an estimate from its light. */
  drawW: yup.number().nullable().defined().min(0.1).max(50_000),
  powerFactor: number(0.2, 1),
  /** Id of the circuit that feeds it, or '' for the first. */
  circuit: yup.string().defined().max(64),
  battery: flag(),
  /** What its battery holds, Wh; null where unknown. */
  batteryWh: yup.number().nullable().defined().min(0.1).max(10_000),
  /** Its fan or its ballast is heard. */
  noisy: flag(),
  /** Rated for rain with all its connectors. */
  wetRated: flag(),
  /** Where it listens on a lighting network: universe, first slot and number of slots as its maker says; null where nobody has set one. */
  address: yup
    .object({ universe: whole(1, 63_999), first: whole(1, 512), slots: whole(1, 512) })
    .noUnknown()
    .nullable()
    .defined(),
});

const chromaticity = () => yup.number().nullable().defined().min(0.001).max(0.9);
/** One reading of a light or colour meter, its dome towards where the place faces. */
const meterSchema = object({
  id: id(),
  /** When, ISO 8601. */
  at: yup.string().required().max(40),
  probe: id(),
  /** The light that burned alone, or '' for all that were lit. */
  light: yup.string().defined().max(64),
  /** The f-number that it showed, or null where it showed illuminance. */
  aperture: yup.number().nullable().defined().min(0.1).max(1000),
  lux: yup.number().nullable().defined().min(1e-4).max(1e7),
  /** What the meter was set to. */
  iso: number(1, 1e6),
  shutterS: number(1e-6, 3600),
  /** Colour, CIE 1931; null where it showed none. */
  x: chromaticity(),
  y: chromaticity(),
  /** What each lit light was planned to bring there: exposure in lx s at that shutter, its colour, and the unit's known deviation then, stops. */
  planned: yup
    .array(
      object({
        light: yup.string().required().max(64),
        luxS: number(0, 1e9),
        x: number(0, 1),
        y: number(0, 1),
        unitStops: number(-4, 4),
      }),
    )
    .required()
    .max(LIMITS.lights + 1),
});

/** Whether a text is a day that there is. */
export function isDay(text: string): boolean {
  const time = Date.parse(`${text}T00:00:00Z`);
  return /^\d{4}-\d{2}-\d{2}$/.test(text) && Number.isFinite(time) && new Date(time).toISOString().startsWith(text);
}

export const daySchema = object({
  /** The day of the shoot (ISO 8601, 2026-05-31), or '' where it is open. */
  date: yup
    .string()
    .defined()
    .max(10)
    .test('day', '${path} must be a day such as 2026-05-31, or empty', (text) => !text || isDay(text)),
  /** Mains voltage, V. */
  volts: number(90, 260),
  circuits: yup
    .array(object({ id: id(), name: name(), amps: number(1, 400) }))
    .required()
    .max(LIMITS.places),
  /** Rain, a hose, wet ground. */
  wet: flag(),
  /** Lead from each head to its socket, m. */
  leadM: number(0, 200),
  /** What the person does in front of the lights, in order. */
  poses: yup
    .array(object({ id: id(), name: name(), turnDeg: number(-180, 180), note: note(), done: flag() }))
    .required()
    .max(LIMITS.entries),
  /** When haze was put into the air or looked at, and how much there was. */
  hazeLog: yup
    .array(
      object({
        at: yup.string().required().max(40),
        did: yup.string<'sprayed' | 'seen'>().required().oneOf(['sprayed', 'seen']),
        hazePerM: number(0, 0.5),
      }),
    )
    .required()
    .max(LIMITS.entries),
  /** What a meter showed at a place, with what was planned there then: plans change, what was read does not. */
  meter: yup.array(meterSchema).required().max(LIMITS.entries),
});
