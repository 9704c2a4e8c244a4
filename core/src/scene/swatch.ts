import { linearOutputInto, type Camera } from '../camera/camera';
import { hexOfLinear } from '../colour/rgb';
import { balancedTriple } from '../vivid/alone';

/** Largest channel of a swatch, linear. */
const SWATCH_LEVEL = 0.8;
const rgb = new Float64Array(3);

/** The colour of what a sensor takes up, at the level of a swatch. `raw`: before white balance. */
export function swatchHex(camera: Camera, raw: readonly [number, number, number]): string {
  const [r, g, b] = camera.whiteResponse.map((w, c) => raw[c]! / w) as [number, number, number];
  linearOutputInto(rgb, camera, r, g, b);
  const k = SWATCH_LEVEL / Math.max(rgb[0]!, rgb[1]!, rgb[2]!, 1e-12);
  return hexOfLinear(k * rgb[0]!, k * rgb[1]!, k * rgb[2]!);
}

/** The recorded colour of a filter before a source, on white at a largest channel of 0.8: what a swatch shows. */
export function filterSwatchHex(camera: Camera, filtered: Float64Array): string {
  const triple = balancedTriple(camera, filtered);
  return swatchHex(camera, [0, 1, 2].map((c) => triple[c]! * camera.whiteResponse[c]!) as [number, number, number]);
}
