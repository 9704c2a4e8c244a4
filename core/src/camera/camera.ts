import { kelvinToMired } from '../colour/cct';
import { encodeSrgb } from '../colour/rgb';
import { InputError, requireNumber } from '../errors';
import { MID_GREY } from '../exposure/meter';
import type { Spectrum } from '../spectrum/grid';
import { daylightSource } from '../source/source';
import { keepHueInto, type Gamut } from './gamut';
import { WHITE_SHIFT, type Learned } from './learned';
import { fitMatrix, PROFILE_KELVIN, type Matrix3 } from './matrix';
import { responses, standInSensor, type Sensor } from './sensor';
import { applyTone, invertTone, toneOf, type Tone } from './tone';
import { WHITE_RANGE_K, whiteIlluminant } from './white';

/** Recording curves: a clipping one as stills are rendered, one with a film-like shoulder, and the view of a log file. */
export const CURVES = ['rendered', 'film-like', 'log'] as const;
export type Curve = (typeof CURVES)[number];

/** What of a camera matters for colour; exposure apart. All but the sensor optional: 3.25 stops, rendered, 5600 K, no tint. */
export interface CameraOptions {
  readonly sensor: Sensor;
  /** Sensor headroom over mid-grey, stops. */
  readonly headroomStops?: number | undefined;
  readonly curve?: Curve | undefined;
  readonly whiteK?: number | undefined;
  readonly tintDuv?: number | undefined;
  /** Cut off by default. */
  readonly gamut?: Gamut | undefined;
  /** What its own pictures taught, before which the stand-in's curve, 3x3 and white stand back. */
  readonly learned?: Learned | null | undefined;
}

/** A camera ready to record. */
export interface Camera {
  readonly sensor: Sensor;
  readonly white: Spectrum;
  /** k_c of the white-balance illuminant: balanced value b_c = raw_c / whiteResponse_c. */
  readonly whiteResponse: readonly [number, number, number];
  readonly matrix: Matrix3;
  readonly curve: Curve;
  readonly gamut: Gamut;
  /** B: the balanced value at which white clips, equal in all channels. */
  readonly whiteClip: number;
  /** x_w: the linear output that becomes white. */
  readonly outputClip: number;
  /** log2(B / (0.18 2^h)): the headroom that white balance costs, stops, 0 or less. */
  readonly whiteBalanceCostStops: number;
  /** The parameter a of the shoulder; 0 where the curve is a straight line. */
  readonly shoulder: number;
  /** The learned curve, which then stands for shoulder and straight line; null where none was learned. */
  readonly tone: Tone | null;
}

const TOE_LIMIT = 0.25;
const matrices = new WeakMap<Sensor, Matrix3>();

function matrixOf(sensor: Sensor): Matrix3 {
  let matrix = matrices.get(sensor);
  if (!matrix) matrices.set(sensor, (matrix = fitMatrix(sensor)));
  return matrix;
}

/** Builds a camera. @throws InputError for a white balance, tint, headroom or curve out of range. */
export function makeCamera(options: CameraOptions): Camera {
  const {
    sensor,
    headroomStops = 3.25,
    curve = 'rendered',
    whiteK = PROFILE_KELVIN,
    tintDuv = 0,
    gamut = 'clipped',
    learned = null,
  } = options;
  requireNumber('headroomStops', headroomStops, 0, 12, ' stops');
  if (!CURVES.includes(curve)) throw new InputError('curve', `curve must be one of ${CURVES.join(', ')}.`);
  const white = learned ? shiftedWhite(whiteK, tintDuv, learned) : whiteIlluminant(whiteK, tintDuv);
  const whiteResponse = responses(sensor, white);
  if (whiteResponse.some((v) => !(v > 0))) {
    throw new InputError('sensor', 'Each sensor channel must respond to the white-balance light; one of them gives nothing.');
  }
  const fullWell = MID_GREY * 2 ** headroomStops;
  const reference = responses(sensor, daylightSource(PROFILE_KELVIN));
  const whiteClip = Math.min(...reference.map((k, c) => (fullWell * k) / whiteResponse[c]!));
  const tone = learned?.tone ? toneOf(learned.tone, whiteClip) : null;
  const bends = curve !== 'rendered' && whiteClip > 1;
  return {
    sensor,
    white,
    whiteResponse,
    matrix: learned?.matrix ? Float64Array.from(learned.matrix) : matrixOf(sensor),
    curve,
    gamut,
    whiteClip,
    outputClip: tone?.outputClip ?? (bends ? whiteClip : Math.min(1, whiteClip)),
    whiteBalanceCostStops: Math.log2(whiteClip / fullWell),
    shoulder: bends && !tone ? shoulderOf(whiteClip) : 0,
    tone,
  };
}

/** The white that a camera has when it is set to another. */
function shiftedWhite(whiteK: number, tintDuv: number, { whiteMired, whiteDuv }: Learned): Spectrum {
  const within = (value: number, [low, high]: readonly [number, number]) => Math.min(high, Math.max(low, value));
  // The settings themselves are judged as they were made, so that a wrong one is named.
  if (whiteMired === 0 && whiteDuv === 0) return whiteIlluminant(whiteK, tintDuv);
  requireNumber('whiteK', whiteK, ...WHITE_RANGE_K, ' K');
  requireNumber('tintDuv', tintDuv, -0.03, 0.03);
  const mired = kelvinToMired(whiteK) + within(whiteMired, [-WHITE_SHIFT.mired, WHITE_SHIFT.mired]);
  return whiteIlluminant(within(1e6 / Math.max(1, mired), WHITE_RANGE_K), within(tintDuv + whiteDuv, [-0.03, 0.03]));
}

/** A camera with the base sensor, for where there is no look: figures of the kit, and calculations by hand. */
export function baseCamera(options: Omit<CameraOptions, 'sensor'> = {}): Camera {
  return makeCamera({ ...options, sensor: standInSensor() });
}

/** Solves a / ln(1 + a) = (x_w - k) / (1 - k), so that the shoulder leaves the line at k with slope 1. */
function shoulderOf(outputClip: number): number {
  const target = (outputClip - TOE_LIMIT) / (1 - TOE_LIMIT);
  let [low, high] = [1e-12, 1e9];
  for (let i = 0; i < 200; i++) {
    const middle = Math.sqrt(low * high);
    if (middle / Math.log1p(middle) < target) low = middle;
    else high = middle;
  }
  return Math.sqrt(low * high);
}

/** The recording curve for one channel: linear output to recorded linear (decoded) 0..1. */
export function applyCurve(camera: Camera, x: number): number {
  if (camera.tone) return applyTone(camera.tone, x);
  if (x <= 0) return 0;
  const xw = camera.outputClip;
  const a = camera.shoulder;
  if (x >= xw) return 1;
  if (a === 0) return x / xw;
  if (x <= TOE_LIMIT) return x;
  // (1 - k) / ln(1 + a), as `shoulderOf` has it: one logarithm fewer in loops that run for every pixel.
  const scale = (xw - TOE_LIMIT) / a;
  return TOE_LIMIT + scale * Math.log1p((x - TOE_LIMIT) / scale);
}

/** The value in the file, sRGB encoded 0 to 1, of a linear output. */
export const recordedValue = (camera: Camera, x: number): number => encodeSrgb(applyCurve(camera, x));

/**
 * Records balanced, unclipped sensor values (b_r, b_g, b_b): white clip, 3x3, curve. Writes recorded linear sRGB, 0..1,
 * into `out` at 0, 1, 2; what the file cannot hold as the camera treats it. The sensor's own clip lies at or over the white clip in every channel, so the white clip
 * stands for both.
 */
export function recordInto(out: Float64Array, camera: Camera, r: number, g: number, b: number): void {
  const clip = camera.whiteClip;
  const m = camera.matrix;
  const cr = r < clip ? r : clip;
  const cg = g < clip ? g : clip;
  const cb = b < clip ? b : clip;
  out[0] = m[0]! * cr + m[1]! * cg + m[2]! * cb;
  out[1] = m[3]! * cr + m[4]! * cg + m[5]! * cb;
  out[2] = m[6]! * cr + m[7]! * cg + m[8]! * cb;
  if (camera.gamut === 'hue') keepHueInto(out);
  for (let c = 0; c < 3; c++) out[c] = applyCurve(camera, out[c]!);
}

/** Linear output of balanced values before any clip: the 3x3 alone. May be negative: out of gamut. */
export function linearOutputInto(out: Float64Array, camera: Pick<Camera, 'matrix'>, r: number, g: number, b: number): void {
  const m = camera.matrix;
  out[0] = m[0]! * r + m[1]! * g + m[2]! * b;
  out[1] = m[3]! * r + m[4]! * g + m[5]! * b;
  out[2] = m[6]! * r + m[7]! * g + m[8]! * b;
}

/** The linear output that a recorded value (linear, 0..1) came from: `applyCurve` backwards. At 1 it is the least that clips. */
export function invertCurve(camera: Camera, recorded: number): number {
  if (camera.tone) return invertTone(camera.tone, recorded);
  if (recorded <= 0) return 0;
  const { outputClip, shoulder } = camera;
  const v = Math.min(1, recorded);
  if (shoulder === 0) return v * outputClip;
  if (v <= TOE_LIMIT) return v;
  const t = Math.expm1(((v - TOE_LIMIT) / (1 - TOE_LIMIT)) * Math.log1p(shoulder)) / shoulder;
  return TOE_LIMIT + t * (outputClip - TOE_LIMIT);
}
