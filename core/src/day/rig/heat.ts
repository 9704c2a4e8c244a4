import { luminousSum } from '../../colour/observer';
import { requireNumber } from '../../errors';
import { dot, flat, GRID_STEP_NM, type Spectrum } from '../../spectrum/grid';
import { C2_MK } from '../../spectrum/planck';

/** Luminous efficacy of monochromatic light at 555 nm, lm/W. */
const PEAK_EFFICACY_LM_PER_W = 683;
/** Without data, gels pass this much infrared up to 2500 nm and nothing beyond. */
const INFRARED_TRANSMITTANCE = 0.85;
const INFRARED_END_NM = 2500;

/** Levels of caution by absorbed power density. They order the risk; none of them says that anything is safe. */
export type HeatLevel = 'low' | 'warm' | 'hot';

/** What makes gel hot, or what may go wrong with how it is held. */
export const HEAT_REASONS = [
  'in-contact',
  'much-power',
  'gets-warm',
  'filament',
  'bare-tube',
  'dome-tube',
  'tape-lets-go',
  'closes-box',
  'modelling-lamp',
] as const;
export type HeatReason = (typeof HEAT_REASONS)[number];

export interface HeatReading {
  /** Share of the light's radiant power that the gel keeps, 0..1. */
  readonly absorbedShare: number;
  readonly absorbedWPerCm2: number;
  readonly level: HeatLevel;
  readonly reasons: readonly HeatReason[];
}

export interface HeatInput {
  /** Source before the gel, any scale. */
  readonly source: Spectrum;
  readonly transmittance: Spectrum;
  /** Luminous flux that meets the gel, averaged over time, lm. */
  readonly fluxLm: number;
  readonly gelAreaCm2: number;
  /** Filament temperature where the source is a lamp: its infrared then counts, K. */
  readonly filamentK?: number | undefined;
  /** The gel touches a tube or lamp. */
  readonly inContact?: boolean | undefined;
}

/** Absorbed power from which gel gets warm, and from which it is at risk. */
export const WARM_W_PER_CM2 = 0.15;
export const HOT_W_PER_CM2 = 0.6;

/**
 * The share of a source's radiant power that a gel keeps, per cm^2. A filament's infrared counts by Planck's law:
 * T = 0.85 to 2500 nm, 0 above. A level of caution with its reasons, never a promise.
 */
export function gelHeat({ source, transmittance, fluxLm, gelAreaCm2, filamentK, inContact = false }: HeatInput): HeatReading {
  requireNumber('fluxLm', fluxLm, 0, 1e9, ' lm');
  requireNumber('gelAreaCm2', gelAreaCm2, 0.01, 1e7, ' cm2');
  const visible = dot(source, flat(1));
  const visibleW = (fluxLm * visible) / (PEAK_EFFICACY_LM_PER_W * luminousSum(source));
  const passed = dot(source, transmittance) / visible;
  const infrared = filamentK === undefined ? { near: 0, far: 0 } : infraredPerVisible(filamentK);
  const total = 1 + infrared.near + infrared.far;
  const kept = 1 - passed + infrared.near * (1 - INFRARED_TRANSMITTANCE) + infrared.far;
  const absorbedWPerCm2 = (visibleW * kept) / gelAreaCm2;
  const reasons: HeatReason[] = [];
  if (inContact) reasons.push('in-contact');
  if (absorbedWPerCm2 >= HOT_W_PER_CM2) reasons.push('much-power');
  else if (absorbedWPerCm2 >= WARM_W_PER_CM2) reasons.push('gets-warm');
  if (filamentK !== undefined) reasons.push('filament');
  const level: HeatLevel =
    inContact || absorbedWPerCm2 >= HOT_W_PER_CM2 ? 'hot' : absorbedWPerCm2 >= WARM_W_PER_CM2 ? 'warm' : 'low';
  return { absorbedShare: kept / total, absorbedWPerCm2, level, reasons };
}

/** Power of a full radiator from 780 to 2500 nm and beyond it, as multiples of that from 380 to 780 nm. */
function infraredPerVisible(filamentK: number): { near: number; far: number } {
  const at = (nm: number) => 1 / ((nm * 1e-9) ** 5 * Math.expm1(C2_MK / (nm * 1e-9 * filamentK)));
  const sum = (from: number, to: number, step: number) => {
    let total = 0;
    for (let nm = from + step / 2; nm < to; nm += step) total += at(nm) * step;
    return total;
  };
  const visible = sum(380, 780, GRID_STEP_NM);
  return { near: sum(780, INFRARED_END_NM, 10) / visible, far: sum(INFRARED_END_NM, 40_000, 50) / visible };
}
