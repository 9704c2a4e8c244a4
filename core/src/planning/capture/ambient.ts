import { cctDuv } from '../../colour/cct';
import { spectrumToXy } from '../../colour/observer';
import type { AmbientWay } from '../../exposure/ambient';
import { flashShutterShare } from '../../exposure/meter';
import { lookupIn, resolveFilter, resolveSource, spectrumOfSource } from '../../scene/resolve';
import type { Look } from '../../document/schema';
import { luminousTransmittance, stopsLost } from '../../gel/gel';

/**
 * Working white is a white surface in the light that the meter asks for. All stops here are incident light against it,
 * per channel after white balance.
 */

/** What ambient light does at the camera's settings. */
export interface AmbientReading {
  /** After blackout, lx. */
  readonly lux: number;
  /** Luminance, then red, green, blue after white balance: stops over working white; -Infinity without ambient. */
  readonly stops: number;
  readonly channelStops: readonly [number, number, number];
  /** The brightest channel: the last to go black. */
  readonly highestStops: number;
  readonly hex: string;
  readonly cctK: number | null;
  readonly duv: number | null;
  /** How far the brightest channel is over (positive) or under its target. */
  readonly overTargetStops: number;
  readonly reached: boolean;
  /** What each control alone would have to be. */
  readonly ways: readonly AmbientWay[];
  /** The bright thing in the picture that nobody lights; null where there is none. */
  readonly window: WindowReading | null;
}

export interface WindowReading {
  /** Its recorded level, stops from mid-grey, and per channel. */
  readonly stops: number;
  readonly channelStops: readonly [number, number, number];
  /** Stops from its brightest channel to white's clip; negative where it burns out. */
  readonly headroomStops: number;
  readonly hex: string;
}

/** How far from its target ambient may be and still counts as there, stops. */
export const TARGET_TOLERANCE_STOPS = 0.35;

/** The colour temperature of a look's ambient, K; null where it has none. */
export function ambientKelvin(look: Pick<Look, 'ambient' | 'spectra'>): number | null {
  return cctDuv(spectrumToXy(spectrumOfSource(look.ambient.source, lookupIn(look.spectra)))).cctK;
}

/** From here down ambient is not seen any more. */
export const GONE_STOPS = -6;

/** A plain word for how much ambient there is. */
export function ambientWord(
  highestStops: number,
): 'none' | 'gone' | 'a trace' | 'just there' | 'part of the light' | 'in charge' {
  if (highestStops === -Infinity) return 'none';
  if (highestStops <= GONE_STOPS) return 'gone';
  if (highestStops <= -4.5) return 'a trace';
  if (highestStops <= -2.25) return 'just there';
  return highestStops <= 0 ? 'part of the light' : 'in charge';
}

/** What raising ISO to make up for a gel does to ambient. */
export interface GelRise {
  readonly lightId: string;
  readonly name: string;
  /** Luminance that its gels take, stops: what ISO would have to give back. */
  readonly lossStops: number;
  readonly iso: number;
  /** The brightest channel of ambient then. */
  readonly ambientStops: number;
  /** What blackout has to take to be where it is now. */
  readonly blackoutStops: number;
}

/** The light whose gels take most, and what ISO would do to ambient with it; null where no light has a gel. */
export function gelRise(look: Look, reading: AmbientReading): GelRise | null {
  const lookup = lookupIn(look.spectra);
  const losses = look.lights
    .filter(({ on, gels }) => on && gels.length > 0)
    .map((light) => {
      const bare = resolveSource(light, light.powerStops, lookup);
      return { light, loss: stopsLost(luminousTransmittance(bare, resolveFilter(light, lookup))) };
    })
    .sort((a, b) => b.loss - a.loss);
  const worst = losses[0];
  if (!worst) return null;
  return {
    lightId: worst.light.id,
    name: worst.light.name,
    lossStops: worst.loss,
    iso: look.camera.iso * 2 ** worst.loss,
    ambientStops: reading.highestStops + worst.loss,
    blackoutStops: worst.loss,
  };
}

/** Whether a faster shutter than sync would have to be used: flash then loses light. */
export function shutterIsOverSync(look: Look): boolean {
  return flashShutterShare(look.camera) < 1;
}
