import { kept } from '../kept';
import { gaussian, sampled, type Spectrum } from '../spectrum/grid';
import { planck } from '../spectrum/planck';
import { daylight } from '../spectrum/daylight';
import { normalised, whiteLedSource } from './source';

/** Light that is found rather than brought, for ambient, practicals and motives. Shapes are typical, not measured. */
export const LIGHT_PRESET_IDS = ['street-sodium', 'tube-green', 'screen', 'fire', 'moon', 'bulb', 'fridge'] as const;
export type LightPresetId = (typeof LIGHT_PRESET_IDS)[number];

type Line = readonly [peakNm: number, widthNm: number, height: number];

const lines = (list: readonly Line[]): Spectrum =>
  sampled((nm) => list.reduce((sum, [peak, width, height]) => sum + height * gaussian(nm, peak, width), 0));

/** High-pressure sodium: the broadened yellow doublet, reversed in its middle, with the weaker lines about it. */
const SODIUM: readonly Line[] = [
  [568, 8, 0.63],
  [584, 10, 0.9],
  [596, 14, 1],
  [616, 16, 0.42],
  [498, 8, 0.25],
  [467, 7, 0.088],
  [515, 9, 0.07],
  [671, 26, 0.12],
  [767, 14, 0.25],
  [450, 60, 0.014],
  [560, 150, 0.02],
];

/** A fluorescent tube: mercury lines over a broad phosphor, with the green line that cameras show. */
const TUBE: readonly Line[] = [
  [405, 8, 0.16],
  [436, 9, 0.5],
  [546, 10, 0.9],
  [578, 10, 0.32],
  [480, 110, 0.3],
  [590, 90, 0.34],
  [630, 80, 0.2],
];

/** A screen showing white: three lobes. */
const SCREEN: readonly Line[] = [
  [452, 20, 1],
  [535, 46, 0.58],
  [612, 40, 0.5],
];

/** By id and name; each is made when it is first asked for. */
export const LIGHT_PRESETS: readonly { readonly id: LightPresetId; readonly name: string; readonly make: () => Spectrum }[] = [
  { id: 'street-sodium', name: 'Sodium street light', make: () => normalised(lines(SODIUM)) },
  { id: 'tube-green', name: 'Fluorescent tube, green spike', make: () => normalised(lines(TUBE)) },
  { id: 'screen', name: 'Screen', make: () => normalised(lines(SCREEN)) },
  { id: 'fire', name: 'Fire or candle', make: () => normalised(planck(1900)) },
  // Sunlight off the moon's reddish ground.
  { id: 'moon', name: 'Moon', make: () => normalised(daylight(4100)) },
  { id: 'bulb', name: 'Household bulb', make: () => normalised(planck(2700)) },
  { id: 'fridge', name: 'Cold fridge light', make: () => whiteLedSource(7200, 0.004) },
];

const spectra = kept<Spectrum>(LIGHT_PRESETS.length);

/** The spectrum of a preset, held to 1 lx. @throws RangeError for an id that is not one. */
export function presetSource(id: string): Spectrum {
  const found = LIGHT_PRESETS.find((one) => one.id === id);
  if (!found) throw new RangeError(`There is no light preset "${id}".`);
  return spectra(id, found.make);
}
