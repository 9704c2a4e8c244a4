import { applyCurve, type Camera } from '../camera/camera';
import { keepHueInto, P3_FROM_SRGB } from '../camera/gamut';
import { encodeSrgb } from '../colour/rgb';

const CURVE_STEPS = 16_383;
/** By what shapes the curve, so that a camera made anew for another white finds its table again. */
const curves = new Map<string, Uint8Array>();

/** Recorded 8-bit value by linear output, in steps fine enough for the darks. */
function curveOf(camera: Camera): Uint8Array {
  const key = camera.tone?.key ?? `${camera.curve} ${camera.outputClip} ${camera.shoulder}`;
  let table = curves.get(key);
  if (!table) {
    if (curves.size >= 16) curves.clear();
    table = new Uint8Array(CURVE_STEPS + 1);
    for (let i = 0; i <= CURVE_STEPS; i++)
      table[i] = Math.round(255 * encodeSrgb(applyCurve(camera, (i / CURVE_STEPS) * camera.outputClip)));
    curves.set(key, table);
  }
  return table;
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
  const table = curveOf(camera);
  const clip = camera.whiteClip;
  const scale = CURVE_STEPS / camera.outputClip;
  const [m0, m1, m2, m3, m4, m5, m6, m7, m8] = Array.from(
    matrixTo(space, camera.matrix),
    (v) => v * scale,
  ) as unknown as number[];
  // Four bytes are written at once; every machine this runs on is little-endian.
  const keepsHue = camera.gamut === 'hue' && space === 'srgb';
  const rgb = new Float64Array(3);
  const words = new Uint32Array(rgba.buffer, rgba.byteOffset, raw.length / 3);
  for (let q = 0, o = 0; q < raw.length; q += 3, o++) {
    let r = raw[q]!;
    let g = raw[q + 1]!;
    let b = raw[q + 2]!;
    if (r > clip) r = clip;
    if (g > clip) g = clip;
    if (b > clip) b = clip;
    let x = m0! * r + m1! * g + m2! * b;
    let y = m3! * r + m4! * g + m5! * b;
    let z = m6! * r + m7! * g + m8! * b;
    if (keepsHue && (x < 0 || y < 0 || z < 0)) {
      rgb[0] = x / scale;
      rgb[1] = y / scale;
      rgb[2] = z / scale;
      keepHueInto(rgb);
      [x, y, z] = [scale * rgb[0], scale * rgb[1], scale * rgb[2]];
    }
    x = x <= 0 ? 0 : x >= CURVE_STEPS ? CURVE_STEPS : x;
    y = y <= 0 ? 0 : y >= CURVE_STEPS ? CURVE_STEPS : y;
    z = z <= 0 ? 0 : z >= CURVE_STEPS ? CURVE_STEPS : z;
    words[o] = 0xff000000 | (table[z | 0]! << 16) | (table[y | 0]! << 8) | table[x | 0]!;
  }
}
