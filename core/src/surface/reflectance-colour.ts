import { product, type Spectrum } from '../spectrum/grid';
import { daylightSource } from '../source/source';
import { D65_KELVIN } from './cielab';
import { spectrumToXyz } from '../colour/observer';
import { convertXyzToLinearRgb, hexOfLinear } from '../colour/rgb';

/** The sRGB colour of a reflectance under D65, a perfect white as #ffffff: what a swatch of a surface shows. */
export function reflectanceHex(reflectance: Spectrum): string {
  return hexOfLinear(...convertXyzToLinearRgb(spectrumToXyz(product(daylightSource(D65_KELVIN), reflectance))));
}
