import type { Light, Look } from '../src/document';
import { gaussian, risingEdge, sampled, type Spectrum } from '../src/spectrum/grid';

/** The test gels of the model's reference figures. */
export const BLUE_TEST_GEL: Spectrum = sampled((nm) => 0.02 + 0.7 * gaussian(nm, 455, 85));
export const RED_TEST_GEL: Spectrum = sampled((nm) => 0.01 + 0.86 * risingEdge(nm, 610, 8));
export const ORANGE_TEST_GEL: Spectrum = sampled((nm) => 0.02 + 0.86 * risingEdge(nm, 580, 12));

/** A deep copy of plain data. */
export function copyOf<T>(value: T): T {
  return JSON.parse(JSON.stringify(value)) as T;
}

/** A look with some of its lights changed. */
export const withLights = (look: Look, change: (light: Light) => Partial<Light>): Look => ({
  ...look,
  lights: look.lights.map((light) => ({ ...light, ...change(light) })),
});
