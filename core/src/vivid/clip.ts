import { linearOutputInto, type Camera } from '../camera/camera';
import { CHANNELS, type Channel } from '../camera/sensor';
import type { Triple } from './vividness';

/** Where recording first gives out: in the sensor (a balanced value at white clip) or in the picture (an output at white). */
export type ClipStage = 'sensor' | 'output';

/** The wall of a ladder row. */
export interface FirstClip {
  /** Stops from mid-grey of the swept light at which the first channel clips; -Infinity if other light clips already. */
  readonly stops: number;
  readonly stage: ClipStage;
  readonly channel: Channel;
}

/** How far a recorded place is from its first clip: positive stops to go, or stops over. */
export interface Headroom {
  readonly stops: number;
  readonly stage: ClipStage;
  readonly channel: Channel;
}

const out = new Float64Array(3);

/** Headroom in stops of balanced values, the nearest of the six limits. Black has infinite headroom. */
export function headroomOf(camera: Camera, r: number, g: number, b: number): Headroom {
  linearOutputInto(out, camera, r, g, b);
  let nearest: Headroom = { stops: Infinity, stage: 'output', channel: 'R' };
  const balanced = [r, g, b];
  for (let c = 0; c < 3; c++) {
    const sensor = balanced[c]! > 0 ? Math.log2(camera.whiteClip / balanced[c]!) : Infinity;
    const output = out[c]! > 0 ? Math.log2(camera.outputClip / out[c]!) : Infinity;
    if (output < nearest.stops) nearest = { stops: output, stage: 'output', channel: CHANNELS[c]! };
    if (sensor < nearest.stops) nearest = { stops: sensor, stage: 'sensor', channel: CHANNELS[c]! };
  }
  return nearest;
}

/** The same as a bare figure, for inner loops. */
export function headroomStops(camera: Camera, r: number, g: number, b: number): number {
  return -Math.log2(clipShare(camera, r, g, b));
}

/** The part of the nearest limit that balanced values come to: over 1 where something clips. */
export function clipShare(camera: Camera, r: number, g: number, b: number): number {
  linearOutputInto(out, camera, r, g, b);
  const sensor = Math.max(r, g, b) / camera.whiteClip;
  const output = Math.max(out[0]!, out[1]!, out[2]!) / camera.outputClip;
  return Math.max(sensor, output);
}

/** Every channel that clips in balanced values, by stage: what an overlay or a reading names. */
export function clippedChannels(camera: Camera, r: number, g: number, b: number): Channel[] {
  linearOutputInto(out, camera, r, g, b);
  const balanced = [r, g, b];
  return CHANNELS.filter((_, c) => balanced[c]! >= camera.whiteClip || out[c]! >= camera.outputClip);
}

/**
 * The smallest multiple x of `light`, over standing light `base`, at which a channel reaches its limit lowered by
 * `marginStops`. 0 if the standing light is there already. Exact: nothing bends before the first clip.
 */
export function clipMultiple(
  camera: Camera,
  base: Triple,
  light: Triple,
  marginStops = 0,
): { x: number; stage: ClipStage; channel: Channel } {
  const share = 2 ** -marginStops;
  const m = camera.matrix;
  let found: { x: number; stage: ClipStage; channel: Channel } = { x: Infinity, stage: 'output', channel: 'R' };
  for (let c = 0; c < 3; c++) {
    const row = 3 * c;
    const outBase = m[row]! * base[0] + m[row + 1]! * base[1] + m[row + 2]! * base[2];
    const outLight = m[row]! * light[0] + m[row + 1]! * light[1] + m[row + 2]! * light[2];
    const output = crossing(outBase, outLight, camera.outputClip * share);
    if (output < found.x) found = { x: output, stage: 'output', channel: CHANNELS[c]! };
    const sensor = crossing(base[c]!, light[c]!, camera.whiteClip * share);
    if (sensor < found.x) found = { x: sensor, stage: 'sensor', channel: CHANNELS[c]! };
  }
  return found;
}

function crossing(base: number, slope: number, limit: number): number {
  if (base >= limit) return 0;
  return slope > 0 ? (limit - base) / slope : Infinity;
}
