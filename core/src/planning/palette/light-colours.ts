import { cameraOf } from '../../scene/camera';
import { lookupIn, resolveFilter, resolveSource } from '../../scene/resolve';
import type { Look } from '../../document/schema';
import { luminousTransmittance, stopsLost } from '../../gel/gel';
import { product } from '../../spectrum/grid';
import { hexOfPoint, planeOfSpectrum, type PlanePoint } from '../../vivid/plane';

/** What one light makes as it is. */
export interface LightColour {
  readonly point: PlanePoint;
  readonly hex: string;
  readonly stopsLost: number;
}

/** What each light of a look makes as it is, by its id. */
export function lightColours(look: Pick<Look, 'lights' | 'spectra' | 'camera'>): Readonly<Record<string, LightColour>> {
  const camera = cameraOf(look);
  const lookup = lookupIn(look.spectra);
  return Object.fromEntries(
    look.lights.map((light) => {
      const source = resolveSource(light, light.powerStops, lookup);
      const filter = resolveFilter(light, lookup);
      const point = planeOfSpectrum(camera, product(source, filter));
      return [light.id, { point, hex: hexOfPoint(point), stopsLost: stopsLost(luminousTransmittance(source, filter)) }];
    }),
  );
}
