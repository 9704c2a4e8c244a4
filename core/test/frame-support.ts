import type { FramePixels } from '../src/day';
import type { Light, Look } from '../src/document';
import { encodeSrgb } from '../src/colour/rgb';

/** A linear value as a file holds it. */
export const byte = (linear: number) => Math.round(255 * encodeSrgb(linear));

/** A frame filled by a function of the place, linear. */
export function painted(
  width: number,
  height: number,
  at: (x: number, y: number) => readonly [number, number, number],
): FramePixels {
  const rgba = new Uint8ClampedArray(4 * width * height);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const colour = at((x + 0.5) / width, (y + 0.5) / height);
      rgba.set([...colour.map(byte), 255], 4 * (y * width + x));
    }
  return { rgba, width, height };
}

/** A look with one light changed. */
export const changed = (look: Look, id: string, change: (light: Light) => Partial<Light>): Look => ({
  ...look,
  lights: look.lights.map((light) => (light.id === id ? { ...light, ...change(light) } : light)),
});
