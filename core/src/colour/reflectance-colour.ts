import { product, type Spectrum } from '../spectrum/grid';
import { daylightSource } from '../spectrum/source';
import { D65_KELVIN } from './cielab';
import { spectrumToXyz } from './observer';
import { convertXyzToLinearRgb, hexOfLinear } from './rgb';

/** The sRGB colour of a reflectance under D65, a perfect white as #ffffff: what a swatch of a surface shows. */
export function reflectanceHex(reflectance: Spectrum): string {
  return hexOfLinear(...convertXyzToLinearRgb(spectrumToXyz(product(daylightSource(D65_KELVIN), reflectance))));
}
