import type { Camera } from '../camera/camera';
import { luminousSum } from '../colour/observer';
import { InputError } from '../errors';
import { MID_GREY } from '../exposure/meter';
import { product, type Spectrum } from '../spectrum/grid';
import { responses } from '../camera/sensor';
import type { Channel } from '../camera/sensor';
import type { ClipStage } from './clip';
import { ownColour, type Triple } from './vividness';
import { vividWindow, zoneFirstClip, type Zone } from './window';

/** Balanced triple of a spectrum on a camera. */
export function balancedTriple(camera: Camera, spectrum: Spectrum): Triple {
  const k = responses(camera.sensor, spectrum);
  return [k[0] / camera.whiteResponse[0], k[1] / camera.whiteResponse[1], k[2] / camera.whiteResponse[2]];
}

/** A zone with one filtered light on a surface and nothing else. `filtered` is source x gels, `reflectance` the surface. */
export function zoneAlone(camera: Camera, filtered: Spectrum, reflectance: Spectrum): Zone {
  const reflected = product(filtered, reflectance);
  const photopic = luminousSum(reflected);
  if (!(photopic > 0)) throw new InputError('gels', 'Nothing visible comes back from this surface: the stack passes no light.');
  const raw = balancedTriple(camera, reflected);
  const k = MID_GREY / photopic;
  return {
    camera,
    base: [0, 0, 0],
    unit: [raw[0] * k, raw[1] * k, raw[2] * k],
    white: balancedTriple(camera, product(camera.white, reflectance)),
  };
}

/** The answer to "where does this light's colour live?", of that light alone. Stops from mid-grey, photopic. */
export interface AloneWindow {
  /** Null where the window is empty. */
  readonly lowStops: number | null;
  readonly highStops: number | null;
  readonly lowOpen: boolean;
  readonly firstClipStops: number;
  readonly firstClipStage: ClipStage;
  readonly firstClipChannel: Channel;
  /** P0: 0 for a light as white as the white balance. */
  readonly purity: number;
}

export function windowAlone(filtered: Spectrum, reflectance: Spectrum, camera: Camera): AloneWindow {
  const zone = zoneAlone(camera, filtered, reflectance);
  const { window } = vividWindow(zone);
  const clip = zoneFirstClip(zone);
  return {
    lowStops: window?.lowStops ?? null,
    highStops: window?.highStops ?? null,
    lowOpen: window?.lowOpen ?? false,
    firstClipStops: clip.stops,
    firstClipStage: clip.stage,
    firstClipChannel: clip.channel,
    purity: ownColour(zone.camera, zone.unit, zone.white).purity,
  };
}
