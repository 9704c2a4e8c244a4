import { applyCurve, type Camera } from '../camera/camera';
import { keepHueInto, P3_FROM_SRGB } from '../camera/gamut';
import { encodeSrgb } from '../colour/rgb';
import type { Recording } from './lanes';
import { lanes } from './lanes-four';

const CURVE_STEPS = 16_383;
/** By what shapes the curve, so that a camera made anew for another white finds its table again. */
const curves = new Map<string, Uint8Array>();

/**
 * Recorded 8-bit value by linear output, in steps fine enough for the darks, for all that a 3x3 can make of what the sensor holds: from `low` to `high` clips of
 * the output, so that nothing need be held within bounds pixel by pixel.
 */
function curveOf(camera: Camera, low: number, high: number): Uint8Array {
  const key = `${camera.tone?.key ?? `${camera.curve} ${camera.outputClip} ${camera.shoulder}`} ${low} ${high}`;
  let table = curves.get(key);
  if (!table) {
    if (curves.size >= 16) curves.clear();
    table = new Uint8Array((high - low) * CURVE_STEPS + 1);
    const zero = -low * CURVE_STEPS;
    for (let i = 0; i <= CURVE_STEPS; i++)
      table[zero + i] = Math.round(255 * encodeSrgb(applyCurve(camera, (i / CURVE_STEPS) * camera.outputClip)));
    table.fill(table[zero + CURVE_STEPS]!, zero + CURVE_STEPS + 1);
    curves.set(key, table);
  }
  return table;
}

const sumOf = (values: readonly number[]) => values.reduce((sum, value) => sum + value, 0);

/** The least and the most that any channel can come to, in whole clips of the output. */
function boundsOf(matrix: Float64Array, { whiteClip, outputClip }: Camera): readonly [low: number, high: number] {
  let [low, high] = [0, 1];
  for (let row = 0; row < 9; row += 3) {
    const parts = Array.from(matrix.subarray(row, row + 3), (m) => (m * whiteClip) / outputClip);
    low = Math.min(low, sumOf(parts.filter((part) => part < 0)));
    high = Math.max(high, sumOf(parts.filter((part) => part > 0)));
  }
  return [Math.floor(low) - 1, Math.ceil(high) + 1];
}

/** Colours that a screen can show: those of the file, or more. */
export type Space = 'srgb' | 'display-p3';

/** A camera's 3x3 into the colours of a screen. */
function matrixTo(space: Space, matrix: Camera['matrix']): Float64Array {
  if (space === 'srgb') return matrix;
  return Float64Array.from({ length: 9 }, (_, i) =>
    [0, 1, 2].reduce((sum, k) => sum + P3_FROM_SRGB[3 * Math.floor(i / 3) + k]! * matrix[3 * k + (i % 3)]!, 0),
  );
}

/**
 * Records raw values as the camera does, into RGBA of 8 bits: clip, 3x3, curve, sRGB; or as it would with the wider colours of Display P3. Colours that the
 * file cannot hold are cut off, or keep their hue, as the camera does it; a wider screen shows them as they are.
 */
export function developInto(rgba: Uint8ClampedArray, raw: Float32Array, camera: Camera, space: Space = 'srgb'): void {
  const matrix = matrixTo(space, camera.matrix);
  const [low, high] = boundsOf(matrix, camera);
  const table = curveOf(camera, low, high);
  const toStep = CURVE_STEPS / camera.outputClip;
  // Four bytes are written at once; every machine this runs on is little-endian.
  const words = new Uint32Array(rgba.buffer, rgba.byteOffset, raw.length / 3);
  const how = { clip: camera.whiteClip, matrix: matrix.map((v) => v * toStep), table, zero: -low * CURVE_STEPS };
  if (camera.gamut === 'hue' && space === 'srgb') recordKeepingHue(words, raw, how, toStep);
  else lanes().record(words, raw, how);
}

const rgb = new Float64Array(3);

/** As `record`, but colours that a file cannot hold keep their hue. `toStep`: steps of the table by output. */
function recordKeepingHue(
  words: Uint32Array,
  raw: Float32Array,
  { clip, matrix: m, table, zero }: Recording,
  toStep: number,
): void {
  for (let q = 0, o = 0; o < words.length; q += 3, o++) {
    const r = Math.min(clip, raw[q]!);
    const g = Math.min(clip, raw[q + 1]!);
    const b = Math.min(clip, raw[q + 2]!);
    let x = m[0]! * r + m[1]! * g + m[2]! * b;
    let y = m[3]! * r + m[4]! * g + m[5]! * b;
    let z = m[6]! * r + m[7]! * g + m[8]! * b;
    if (x < 0 || y < 0 || z < 0) {
      rgb[0] = x / toStep;
      rgb[1] = y / toStep;
      rgb[2] = z / toStep;
      keepHueInto(rgb);
      x = Math.min(CURVE_STEPS, toStep * rgb[0]);
      y = Math.min(CURVE_STEPS, toStep * rgb[1]);
      z = Math.min(CURVE_STEPS, toStep * rgb[2]);
    }
    words[o] = 0xff000000 | (table[(zero + z) | 0]! << 16) | (table[(zero + y) | 0]! << 8) | table[(zero + x) | 0]!;
  }
}
