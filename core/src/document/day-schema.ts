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
  /** Rated for rain with all its connectors. */
  wetRated: flag(),
  /** Where it listens on a lighting network: universe, first slot and number of slots as its maker says; null where nobody has set one. */
  address: yup
    .object({ universe: whole(1, 63_999), first: whole(1, 512), slots: whole(1, 512) })
    .noUnknown()
    .nullable()
    .defined(),
});

export const daySchema = object({
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
});
