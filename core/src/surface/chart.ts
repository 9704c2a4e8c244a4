import { gaussian, risingEdge, sampled, type Spectrum } from '../spectrum/grid';
import { skinReflectance } from './skin';

/** A colour chart of 24 patches, in four rows of six from the upper left. */
export const CHART = { columns: 6, rows: 4 } as const;

export interface ChartPatch {
  readonly name: string;
  readonly reflectance: Spectrum;
}

const band = (low: number, high: number, peak: number, width: number) =>
  sampled((nm) => low + (high - low) * gaussian(nm, peak, width));
const above = (low: number, high: number, nm: number, width: number) =>
  sampled((at) => low + (high - low) * risingEdge(at, nm, width));
const plus = (a: Spectrum, b: Spectrum): Spectrum => a.map((v, i) => v + b[i]!);
/** A grey of paint: a little less in the violet, as white pigment has it. */
const grey = (level: number) => sampled((nm) => level * (0.94 + 0.06 * risingEdge(nm, 415, 10)));

/** The stand-in chart, made up: full hues, pale ones, colours of things, greys from white to black. */
export const STAND_IN_CHART: readonly ChartPatch[] = [
  { name: 'Red', reflectance: above(0.04, 0.62, 598, 14) },
  { name: 'Orange', reflectance: above(0.05, 0.66, 566, 18) },
  { name: 'Yellow', reflectance: above(0.05, 0.74, 510, 16) },
  { name: 'Green', reflectance: band(0.05, 0.34, 532, 75) },
  { name: 'Blue', reflectance: plus(band(0.03, 0.3, 455, 70), above(0, 0.05, 690, 12)) },
  { name: 'Violet', reflectance: plus(band(0.04, 0.26, 435, 70), above(0, 0.2, 640, 22)) },
  { name: 'Rose', reflectance: plus(band(0.3, 0.42, 440, 80), above(0, 0.32, 590, 24)) },
  { name: 'Apricot', reflectance: above(0.3, 0.68, 560, 30) },
  { name: 'Straw', reflectance: above(0.28, 0.7, 500, 30) },
  { name: 'Mint', reflectance: band(0.3, 0.58, 520, 95) },
  { name: 'Sky', reflectance: band(0.26, 0.52, 465, 100) },
  { name: 'Lilac', reflectance: plus(band(0.27, 0.46, 440, 85), above(0, 0.16, 620, 30)) },
  { name: 'Pale skin', reflectance: skinReflectance(0.08) },
  { name: 'Brown skin', reflectance: skinReflectance(0.5) },
  { name: 'Leaf', reflectance: plus(band(0.045, 0.13, 548, 55), above(0, 0.3, 705, 12)) },
  { name: 'Brick', reflectance: above(0.06, 0.3, 585, 26) },
  { name: 'Petrol', reflectance: band(0.04, 0.2, 490, 80) },
  { name: 'Plum', reflectance: plus(band(0.04, 0.11, 430, 70), above(0, 0.14, 625, 24)) },
  { name: 'White', reflectance: grey(0.9) },
  { name: 'Grey, light', reflectance: grey(0.58) },
  { name: 'Grey', reflectance: grey(0.36) },
  { name: 'Grey, middle', reflectance: grey(0.18) },
  { name: 'Grey, dark', reflectance: grey(0.085) },
  { name: 'Black', reflectance: grey(0.034) },
];
