/** Colour as people see it: observer, colour temperature, OKLab, encodings. */
export { cctDuv, cctDuvToXy, kelvinToMired, uvPrimeToXy, xyToUvPrime } from './cct';
export { directionDeg, turnBetweenDeg, turnedDeg } from './hue';
export { luminousSum, spectrumToXy, type Xy } from './observer';
export { chromaOf, hueDegOf, oklabDistance, oklabOf } from './oklab';
export { decodeSrgb, hexOfLinear } from './rgb';
