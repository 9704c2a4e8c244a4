import type { Ambient, Fixture, Light, Look, LookCamera, Modifier, SourceRef } from './schema';

/** What a camera has that earlier files did not write down: a full-frame body with a portrait lens, by hand. */
export const CAMERA_DEFAULTS = {
  mode: 'stills',
  fps: 24,
  mainsHz: 50,
  longestS: 1 / 60,
  focalMm: 85,
  sensorWidthMm: 36,
  sensorHeightMm: 24,
  imageWidthPx: 6000,
  distanceM: 2.5,
  diffusion: 0,
  lensThreadMm: null,
  filterThreadMm: null,
  glare: 0.005,
  gamut: 'clipped',
  learned: null,
} as const satisfies Partial<LookCamera>;

/** Ambient light that nobody has decided on yet, but for its level and colour. */
export const AMBIENT_DEFAULTS = {
  blackoutStops: 0,
  targetStops: -7,
  window: null,
  places: [],
  openings: [],
  proof: null,
} as const;

/** Ambient light of a level and a source, all else as it usually is. */
export function ambientOf(lux: number, source: SourceRef): Ambient {
  return { ...AMBIENT_DEFAULTS, places: [], openings: [], lux, source };
}

/** What a fixture has that earlier files did not write down, by its kind. */
export const FIXTURE_DEFAULTS = {
  flash: { joules: null, recycleS: null, pops: null, dome: false },
  continuous: { layout: [] },
  colour: { layout: [], wheel: [] },
} satisfies { readonly [K in Fixture['kind']]: Partial<Extract<Fixture, { kind: K }>> };

/** What a modifier has that earlier files did not write down. */
export const MODIFIER_DEFAULTS = { cut: null, spill: 0 } as const satisfies Partial<Modifier>;

/** Somebody standing in a sweater who looks into the camera; what a bottle would hold. */
export const SUBJECT_DEFAULTS = {
  form: 'person',
  person: 'cropped',
  garment: 'sweater',
  headwear: 'none',
  headTurnDeg: 6,
  eyesOnCamera: true,
  undertone: 0,
  olive: 0,
  sunglasses: false,
  liquid: { tint: 'amber', strength: 1 },
  label: { kind: 'neutral', reflectance: 0.7 },
} as const satisfies Partial<Look['subject']>;

/** A sheet of matt paper. */
export const BACKDROP_DEFAULTS = { type: 'sweep', gloss: 0 } as const satisfies Partial<Look['backdrop']>;

/** Matt, neutral walls. */
export const ROOM_DEFAULTS = { paint: null, gloss: 0 } as const satisfies Partial<Look['room']>;

/** Thought of, and no more. */
export const STATUS_DEFAULTS = { status: 'idea', statusAt: '', graded: false } as const;

/** The parts of a look that start empty. */
export const NO_STUDIES: Pick<Look, 'whites' | 'boards' | 'motion' | 'baseline' | 'air' | 'build' | 'day' | 'variants'> = {
  whites: [],
  boards: [],
  motion: { speedMS: 0, widthM: 0.5, of: 'subject', zoomToMm: null, tries: [] },
  baseline: null,
  air: { hazePerM: 0 },
  build: { order: 'key', groups: [], checked: [], ledger: [], start: [], moves: [] },
  day: {
    date: '',
    volts: 230,
    circuits: [{ id: 'circuit-1', name: 'Circuit 1', amps: 16 }],
    wet: false,
    leadM: 10,
    poses: [],
    hazeLog: [],
    meter: [],
  },
  variants: [],
};

/** On a stand of its own, from the mains; nothing known but that. */
export const RIG_DEFAULTS = {
  unit: '',
  hold: 'stand',
  holder: '',
  secondHold: false,
  weighted: false,
  weightKg: null,
  drawW: null,
  powerFactor: 0.9,
  circuit: '',
  battery: false,
  batteryWh: null,
  noisy: false,
  wetRated: false,
  address: null,
} as const satisfies Light['rig'];
