import { linearOutputInto, recordInto, type Camera } from '../camera/camera';
import { burntParts, type Burnt } from './burnt';
import { readScopes, type Scopes } from './scopes';
import type { Seen } from './seen';

/** What can be read from a whole picture, to be drawn. */
export interface Instruments extends Scopes {
  /** Share of skin and of hair that has lost a channel, and how much of it passes as a highlight. */
  readonly highlights: readonly Burnt[];
}

/** Reads a picture from its balanced sensor values, r, g, b a pixel. `at` is the height of the line, 0 top to 1. */
export function readInstruments(raw: Float32Array, seen: Seen, camera: Camera, at: number): Instruments {
  const { width, height } = seen;
  const scopes = readScopes({ width, height, at, ceiling: camera.outputClip }, (p, linear, recorded) => {
    const [r, g, b] = [raw[3 * p]!, raw[3 * p + 1]!, raw[3 * p + 2]!];
    linearOutputInto(linear, camera, r, g, b);
    recordInto(recorded, camera, r, g, b);
  });
  return { ...scopes, highlights: burntParts(raw, seen, camera) };
}
