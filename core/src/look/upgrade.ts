import { LOOK_FORMAT, LOOK_VERSION, type Ambient, type LookCamera, type SourceRef } from './schema';

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

/** The parts of a look that start empty. */
export const NO_STUDIES = { whites: [], boards: [], motion: { speedMS: 0, widthM: 0.5 }, baseline: null } as const;

type Loose = Record<string, unknown>;

const isObject = (value: unknown): value is Loose => value !== null && typeof value === 'object' && !Array.isArray(value);

/** A camera as earlier files wrote it, with what they left out. Other values come back as they are. */
export function withCameraDefaults(camera: unknown): unknown {
  return isObject(camera) ? { ...CAMERA_DEFAULTS, ...camera } : camera;
}

/** Whitish ambient was given by its colour temperature alone. */
function ambientSource(cctK: unknown): unknown {
  return typeof cctK === 'number' && cctK >= 4000 ? { kind: 'daylight', cctK } : { kind: 'planck', cctK };
}

/**
 * Brings a look that an earlier version wrote to the present one: what did not exist then gets the value that leaves the
 * picture as it was. Looks of the present version, and what is no look, come back as they are. Nothing is checked here.
 */
export function upgradeLook(value: unknown): unknown {
  if (!isObject(value) || value['format'] !== LOOK_FORMAT || value['version'] !== 1) return value;
  const { ambient, lights, camera } = value;
  let light = ambient;
  if (isObject(ambient)) {
    const { cctK, ...rest } = ambient;
    light = { ...AMBIENT_DEFAULTS, source: ambientSource(cctK), ...rest };
  }
  return {
    ...NO_STUDIES,
    ...value,
    version: LOOK_VERSION,
    camera: withCameraDefaults(camera),
    ambient: light,
    subject: isObject(value['subject']) ? { turnDeg: 0, ...value['subject'] } : value['subject'],
    lights: Array.isArray(lights)
      ? lights.map((one: unknown) => (isObject(one) ? { lamp: null, ttl: false, accepts: [], ...one } : one))
      : lights,
  };
}
