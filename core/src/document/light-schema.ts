import * as yup from 'yup';
import { rigSchema } from './day-schema';
import { LIGHT_PRESET_IDS } from '../source/presets';
import { flag, id, kindIs, LIMITS, name, nullOr, number, object, oneOf, point } from './fields';

/** What a light is: its fixture, what it is set to, what stands before it, where it stands. */

export const ROLES = ['key', 'fill', 'rim', 'hair', 'kicker', 'background', 'practical', 'window'] as const;
export type Role = (typeof ROLES)[number];

export const sourceSchema = oneOf('kind', {
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

export const luxAt1m = () => number(0.1, 10_000_000);

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

/** What a slot of a fixture on a lighting network drives; `fixed` holds one raw value, such as that of a mode. */
export const DRIVES = [
  'level',
  'cct',
  'duv',
  'hue',
  'saturation',
  'red',
  'green',
  'blue',
  'x',
  'y',
  'emitter-1',
  'emitter-2',
  'emitter-3',
  'emitter-4',
  'emitter-5',
  'emitter-6',
  'emitter-7',
  'fixed',
] as const;
export type Drive = (typeof DRIVES)[number];

/** One slot: counted from 1, the coarse or the fine byte of what it drives, and what 0 and full stand for in the unit of that. */
const slotSchema = object({
  slot: number(1, 512).integer('${path} must be a whole number'),
  drives: yup.string().required().oneOf(DRIVES),
  byte: yup
    .string()
    .required()
    .oneOf(['coarse', 'fine'] as const),
  low: number(-25_000, 25_000),
  high: number(-25_000, 25_000),
});

const layout = () => yup.array(slotSchema).required().max(LIMITS.slots);

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
    /** Energy at full power, J; null where unknown. */
    joules: yup.number().nullable().defined().min(1).max(10_000),
    /** Time to be ready again after full power, s; null where unknown. */
    recycleS: yup.number().nullable().defined().min(0.01).max(120),
    /** Flashes of full power on one charge; null for one on the mains, or where unknown. */
    pops: yup.number().nullable().defined().integer('${path} must be a whole number').min(1).max(100_000),
    /** A glass dome stands over its tube. */
    dome: flag(),
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
    /** Its slots on a lighting network, as its maker prints them; empty where unknown. */
    layout: layout(),
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
    layout: layout(),
    /** Its hue dial as measured: degrees that it shows, rising, and the hue of its own primaries that they give. Empty where it is taken as told. */
    wheel: yup
      .array(object({ dialDeg: number(0, 360), hueDeg: number(0, 360) }))
      .required()
      .max(LIMITS.wheelPoints),
  }),
});

export const whiteK = () => number(1000, 25_000);

/** What a full-colour fixture is set to. Its level stands apart, as the light's power. */
export const settingSchema = oneOf('mode', {
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
export const unitSchema = object({
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
  /** A lens that goes from spot to flood: the beam angle at both ends, and where it stands, 0 spot to 1 flood. */
  zoom: object({ kind: kindIs('zoom'), spotDeg: number(2, 120), floodDeg: number(3, 170), zoom: number(0, 1) }),
  diffuse: object({ kind: kindIs('diffuse') }),
  lens: object({ kind: kindIs('lens'), beamDeg: number(1, 178), fieldDeg: number(2, 359) }),
  /** A measured distribution: relative intensity at rising angles from the axis, 1 on it. */
  table: object({
    kind: kindIs('table'),
    anglesDeg: yup.array(number(0, 180)).required().min(2).max(LIMITS.beamPoints),
    relative: yup.array(number(0, 100)).required().min(2).max(LIMITS.beamPoints),
  }),
});

/** Blades or doors: where each cuts, degrees from the axis as the light looks, and how hard. */
const cutSchema = object({
  kind: kindIs('cut'),
  leftDeg: number(-80, 90),
  rightDeg: number(-80, 90),
  topDeg: number(-80, 90),
  bottomDeg: number(-80, 90),
  /** Width of the soft edge, degrees: next to nothing for blades in focus, some for doors. */
  edgeDeg: number(0.1, 40),
});

export const modifierSchema = object({
  name: name(),
  face: faceSchema,
  beam: beamSchema,
  /** Half angle at which the grid cuts off entirely, degrees; null without a grid. */
  gridDeg: yup.number().nullable().defined().min(2).max(80),
  /** Stops lost on the axis against the fixture's rated figure; negative for a gain. */
  lossStops: number(-3, 8),
  /** Blades of a projector or doors before a lens; null without. */
  cut: nullOr(oneOf('kind', { cut: cutSchema })),
  /** Share of the intensity on the axis that leaks to all sides outside the beam. */
  spill: number(0, 0.5),
});

export const gelSchema = object({
  /** Id of a spectrum of this look or of a stand-in gel. */
  gel: id(),
  /** Times the dye: 1 as bought, 2 as two sheets of the same dye in one film. */
  strength: number(0.05, 4),
});

/** A lamp in the picture, in its holder. */
const lampSchema = object({
  kind: kindIs('lamp'),
  /** What the holder is rated for, and what is fitted, W. */
  ratedW: number(1, 20_000),
  fittedW: number(1, 20_000),
  /** Watts of the lamp that the fixture's figure in lx is of. */
  figureW: number(1, 20_000),
  /** Stops that diffusion or a shade round it takes. */
  diffusionStops: number(0, 10),
});

/** How a gel is fixed: it decides heat and leak. */
export const MOUNTS = ['holder', 'clips', 'tape', 'inside', 'touching'] as const;
export type Mount = (typeof MOUNTS)[number];

export const EFFECTS = ['flicker', 'pulse', 'lightning', 'beacon', 'screen'] as const;
export type EffectType = (typeof EFFECTS)[number];

/** A light that does not burn steadily: between its power and so many stops under it. */
const effectSchema = object({
  kind: kindIs('effect'),
  type: yup.string().required().oneOf(EFFECTS),
  /** Turns, flashes or changes a second. */
  rateHz: number(0.01, 200),
  rangeStops: number(0.1, 10),
  /** When it starts and ends, in words. */
  cue: yup.string().defined().max(LIMITS.nameLength),
});

export const lightSchema = object({
  id: id(),
  name: name(),
  role: yup.string().required().oneOf(ROLES),
  fixture: fixtureSchema,
  /** Stops under full output, 0 or less. */
  powerStops: number(-14, 0),
  /** What a full-colour fixture is set to; null for any other. */
  setting: nullOr(settingSchema),
  unit: unitSchema,
  /** What is fitted where the light is a lamp in the picture; null for any other. */
  lamp: nullOr(oneOf('kind', { lamp: lampSchema })),
  effect: nullOr(oneOf('kind', { effect: effectSchema })),
  /** The camera meters its power for every frame: it moves by itself, and no two frames can be compared. */
  ttl: flag(),
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
  /** Turn about its axis, degrees: what leans is a strip, a tube, blades. Positive leans its top to the picture's right. */
  rollDeg: number(-180, 180),
  /** How it is held and fed. */
  rig: rigSchema,
  on: flag(),
  solo: flag(),
  muted: flag(),
  locked: flag(),
  /** The probe where this light does its work. */
  zone: id(),
  /** What this light pretends to be: a preset of `palette/motives.ts`, or '' where nothing. */
  motive: yup.string().defined().max(64),
  /** Ids of probes where its light is as it should be, though it works elsewhere. */
  accepts: yup.array(id()).required().max(LIMITS.probes),
  /** Wanted place in the vivid window, 0 deep to 1 brilliant; null follows the mood. */
  aimPlace: yup.number().nullable().defined().min(0).max(1),
  /** The most that it gives at its place against the key at the key's, incident light, stops; null follows role and mood. */
  mostToKey: yup.number().nullable().defined().min(-10).max(10),
});
