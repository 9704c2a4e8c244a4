import { kelvinToMired, cctDuv } from '../../colour/cct';
import { turnBetweenDeg } from '../../colour/hue';
import { spectrumToXy, luminousSum } from '../../colour/observer';
import type { KitEntry } from '../../catalogue/kit-schema';
import type { Light, Look } from '../../document/schema';
import { cameraOf } from '../../scene/camera';
import { skinOf } from '../../scene/reflectances';
import { lookupIn, resolveSource } from '../../scene/resolve';
import { product } from '../../spectrum/grid';
import { EYE_WHITE } from '../../surface/skin';
import { hexOfPoint, planeOfSpectrum, targetOf } from '../../vivid/plane';
import { gelOptions } from '../kit-use';
import { withKitGels } from '../palette/means';
import { SKIN_HUE_DEG } from '../palette/skin-band';

/** What one warming gel does to this person's skin on one light. */
export interface WarmingGel {
  readonly id: string;
  readonly name: string;
  /** How much warmer the light is through it, mired. */
  readonly mired: number;
  readonly stopsLost: number;
  /** Skin and the white of the eye in that light alone, as recorded. */
  readonly skinHex: string;
  readonly eyeHex: string;
  /** Turn of the skin's hue from its own in white light; positive is towards yellow. */
  readonly offDeg: number;
  /** Within what is believed of skin at this look's mood. */
  readonly believable: boolean;
}

/** A gel warms from this on; more than this off white it is a colour. */
const [WARMS_FROM_MIRED, MOST_DUV] = [8, 0.02];
const LEVEL = 0.62;

/**
 * Gels of the kit that warm a light, by what they make of this person's skin: those that are believed first, each group by how little they turn its hue. The
 * pale straw that suits one skin turns another yellow.
 */
export function warmingGels(look: Look, light: Light, kit: readonly KitEntry[]): WarmingGel[] {
  const source = resolveSource(light, light.powerStops, withKitGels(lookupIn(look.spectra), kit));
  const bare = cctDuv(spectrumToXy(source));
  if (bare.cctK === null) return [];
  const camera = cameraOf(look);
  const skin = skinOf(look.subject);
  const own = targetOf(planeOfSpectrum(camera, product(camera.white, skin)));
  const band = SKIN_HUE_DEG[look.brief.mood];
  const from = kelvinToMired(bare.cctK);
  return gelOptions(kit)
    .flatMap(({ id, name, transmittance }): WarmingGel[] => {
      const through = product(source, transmittance);
      const { cctK, duv } = cctDuv(spectrumToXy(through));
      if (cctK === null || duv === null || Math.abs(duv) > MOST_DUV) return [];
      const mired = kelvinToMired(cctK) - from;
      if (mired < WARMS_FROM_MIRED) return [];
      const onSkin = planeOfSpectrum(camera, product(through, skin));
      const offDeg = turnBetweenDeg(own.hueDeg, targetOf(onSkin).hueDeg);
      return [
        {
          id,
          name,
          mired,
          stopsLost: -Math.log2(luminousSum(through) / luminousSum(source)),
          skinHex: hexOfPoint(onSkin, LEVEL),
          eyeHex: hexOfPoint(planeOfSpectrum(camera, product(through, EYE_WHITE)), LEVEL),
          offDeg,
          believable: Math.abs(offDeg) <= band,
        },
      ];
    })
    .sort((a, b) => Number(b.believable) - Number(a.believable) || Math.abs(a.offDeg) - Math.abs(b.offDeg));
}
