import { MID_GREY } from '../exposure/meter';
import { flareOf, inScatter } from '../transport/air';
import { lookupIn } from './resolve';
import { fullExposure } from './compile';
import { reaching } from '../transport/reach';
import { stageOf } from '../transport/stage';
import type { Look, Point } from '../document/schema';
import { viewOf } from '../transport/view';

/** What of the set shows in the picture that should perhaps not, and what light reaches the lens without a surface. */

/** What one light sends into the lens. */
export interface Veil {
  readonly lightId: string;
  readonly name: string;
  /** Angle between the camera's axis and the light, degrees. */
  readonly offAxisDeg: number;
  /** Flare over the whole picture, and haze before the middle of the backdrop, each as a white that records as much: stops from mid-grey. */
  readonly flareStops: number;
  readonly hazeStops: number;
}

/** Flare and haze by light, in the order of the look. */
export function veils(look: Look): Veil[] {
  const stage = stageOf(look);
  const view = viewOf(look, 3, 2);
  const lookup = lookupIn(look.spectra);
  const behind: Point = [0, look.subject.faceHeightM, -look.backdrop.distanceM];
  const beside: Point = [look.subject.form === 'bottle' ? 0.08 : 0.35, behind[1], behind[2]];
  return look.lights.map((light) => {
    const reach = reaching(light, stage);
    const { veil, offAxisDeg } = flareOf(reach, stage, view.eye, view.forward);
    const level = fullExposure(look, light, lookup) * 2 ** light.powerStops;
    const stops = (value: number) => (value > 0 ? Math.log2((level * value) / MID_GREY) : -Infinity);
    const haze = inScatter(reach, stage, look.air.hazePerM, view.eye, beside);
    return { lightId: light.id, name: light.name, offAxisDeg, flareStops: stops(veil), hazeStops: stops(haze) };
  });
}
