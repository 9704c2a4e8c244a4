import { turnBetweenDeg } from '../../colour/hue';
import { unitFrom, type Measurement } from '../../fixture/unit';
import { gelOptions } from '../kit-use';
import type { KitEntry } from '../../catalogue/kit-schema';
import { whiteIlluminant } from '../../camera/white';
import { cameraOf } from '../../scene/camera';
import { lookupIn, modelSource, resolveSource } from '../../scene/resolve';
import type { Light, Look, Unit } from '../../document/schema';
import { withKitGels } from '../palette/means';
import { hexOfPoint, planeOfSpectrum, targetOf } from '../../vivid/plane';
import { product, type Spectrum } from '../../spectrum/grid';
import { skinOf } from '../../scene/reflectances';
import { correctionFor, warmUpAfterwards, type Correction, type WarmUp } from './correction';

/** Correction of one light of a look with the gels of a kit, and what it does to this look's picture. */
export interface CorrectionStudy {
  readonly correction: Correction;
  readonly warmUp: readonly WarmUp[];
  /** This look's skin under each fit, at its white balance. */
  readonly skin: readonly SkinUnder[];
}

export interface SkinUnder {
  readonly hex: string;
  readonly hueDeg: number;
  /** Turn of hue from its own in white light; positive is towards yellow. */
  readonly offDeg: number;
}

const correctionGels = (kit: readonly KitEntry[]) =>
  gelOptions(kit.filter((entry) => entry.kind === 'gel' && entry.type === 'correction'));

/** Level at which skin is shown, linear. */
const SKIN_LEVEL = 0.62;

/** Gels that bring a light to `toK` and `toDuv`, or short of it by `leaveWarmMired`. */
export function correctionForLight(
  look: Look,
  light: Light,
  kit: readonly KitEntry[],
  toK: number,
  toDuv: number,
  leaveWarmMired: number,
): CorrectionStudy {
  const source = resolveSource(light, light.powerStops, withKitGels(lookupIn(look.spectra), kit));
  const gels = correctionGels(kit);
  const correction = correctionFor(source, toK, toDuv, gels, leaveWarmMired);
  const through = (ids: readonly string[], from: Spectrum) =>
    ids.map((id) => gels.find((gel) => gel.id === id)!.transmittance).reduce((a, b) => product(a, b), from);
  const bare = source.map(() => 1);
  const camera = cameraOf(look);
  const skin = skinOf(look.subject);
  const own = targetOf(planeOfSpectrum(camera, product(camera.white, skin)));
  return {
    correction,
    warmUp: warmUpAfterwards(
      source,
      through(correction.fits[0]?.gels ?? [], bare),
      toK,
      camera,
      cameraOf(look, { whiteK: toK, tintDuv: 0 }),
    ),
    skin: correction.fits.map((fit): SkinUnder => {
      const point = planeOfSpectrum(camera, product(through(fit.gels, source), skin));
      const { hueDeg } = targetOf(point);
      return { hex: hexOfPoint(point, SKIN_LEVEL), hueDeg, offDeg: turnBetweenDeg(own.hueDeg, hueDeg) };
    }),
  };
}

/** What the kit's gels can do for a white of one colour temperature and tint against another. */
export function correctionForWhite(fromK: number, fromDuv: number, toK: number, kit: readonly KitEntry[]): Correction {
  return correctionFor(whiteIlluminant(fromK, fromDuv), toK, 0, correctionGels(kit));
}

/** What was measured of a light: by a meter, or on a grey card by the look's camera. */
export type Measured =
  | { readonly kind: 'meter'; readonly cctK: number; readonly duv: number }
  | { readonly kind: 'xy'; readonly x: number; readonly y: number }
  | { readonly kind: 'spectrum'; readonly spectrum: Spectrum }
  | { readonly kind: 'grey-frame'; readonly rgb: readonly [number, number, number] };

/** How this very unit of a fixture differs from its figures, by what was measured. */
export function unitOfLight(look: Look, light: Light, measured: Measured): Pick<Unit, 'miredShift' | 'green'> {
  const whole: Measurement = measured.kind === 'grey-frame' ? { ...measured, camera: cameraOf(look) } : measured;
  return unitFrom(modelSource(light, 0, lookupIn(look.spectra)), whole);
}
