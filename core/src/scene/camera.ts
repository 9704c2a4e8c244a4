import { makeCamera, type Camera } from '../camera/camera';
import { lookupIn, resolveSensor } from './resolve';
import { edgeStops } from '../camera/learned';
import type { Look } from '../document/schema';

/** A white that a camera is set to. */
export interface White {
  readonly whiteK: number;
  readonly tintDuv: number;
}

/**
 * The camera of a look, at its own white or at another: the one way from a look to a camera, so that its sensor, curve and headroom count
 * wherever something is recorded.
 * @throws InputError where the camera's figures cannot be used.
 */
export function cameraOf({ camera, spectra }: Pick<Look, 'camera' | 'spectra'>, white: White = camera): Camera {
  return makeCamera({
    sensor: resolveSensor(camera, lookupIn(spectra)),
    headroomStops: camera.headroomStops,
    curve: camera.curve,
    whiteK: white.whiteK,
    tintDuv: white.tintDuv,
    gamut: camera.gamut,
    learned: camera.learned,
  });
}

/** How uncertain windows and clips of a look are by its camera, stops to either side. */
export const edgeStopsOf = ({ camera }: Pick<Look, 'camera'>): number =>
  edgeStops(camera.sensor.kind === 'spectrum', camera.learned);
