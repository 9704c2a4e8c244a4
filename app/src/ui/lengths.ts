import { create } from 'zustand';

const STORED_AS = 'fulgent:lengths';

export const LENGTH_UNITS = ['metres', 'feet'] as const;
export type LengthUnit = (typeof LENGTH_UNITS)[number];

/** How lengths are shown and typed on this device; looks keep metres. */
export const useLengthUnit = create<{ readonly unit: LengthUnit }>(() => ({
  unit: localStorage.getItem(STORED_AS) === 'feet' ? 'feet' : 'metres',
}));

export function setLengthUnit(unit: LengthUnit): void {
  localStorage.setItem(STORED_AS, unit);
  useLengthUnit.setState({ unit });
}

/** What a keyboard of figures lacks for lengths. */
export const LENGTH_PAD = ['m', 'cm', '′', '″'];

const INCH_M = 0.0254;
const FOOT_M = 12 * INCH_M;

/** A length as it is spoken of: `1.68 m`, or `5′ 6″` to the half inch. */
export function formatMetres(metres: number, unit: LengthUnit, decimals = 2): string {
  if (unit === 'metres') return `${metres.toFixed(decimals)} m`;
  const halves = Math.round((2 * Math.abs(metres)) / INCH_M);
  const [feet, inches] = [Math.floor(halves / 24), (halves % 24) / 2];
  const sign = metres < 0 && halves > 0 ? '−' : '';
  const whole = Math.floor(inches);
  const text = `${whole || feet || inches === 0 ? whole : ''}${inches % 1 ? '½' : ''}″`;
  return feet ? `${sign}${feet}′ ${text}` : `${sign}${text}`;
}

const NUMBER = '([0-9]+(?:[.,][0-9]+)?)';
const FEET = new RegExp(`^${NUMBER}\\s*(?:'|′|ft|feet|foot)\\s*(?:${NUMBER}\\s*(½)?\\s*(?:"|″|''|in|inch|inches)?)?$`, 'i');
const INCHES = new RegExp(`^${NUMBER}?\\s*(½)?\\s*(?:"|″|''|in|inch|inches)$`, 'i');
const METRES = new RegExp(`^${NUMBER}\\s*(m|cm|mm)?$`, 'i');

const figure = (text: string | undefined) => (text ? Number(text.replace(',', '.')) : 0);

/**
 * Reads a length that somebody typed, in m: `1.7`, `170 cm`, `5' 6"`, `5 ft 6`, `66 in`. A bare number is in the unit of this device.
 * Null where it is none.
 */
export function readMetres(text: string, unit: LengthUnit): number | null {
  const said = text.trim().replace(/^[-−]/, '');
  const sign = /^[-−]/.test(text.trim()) ? -1 : 1;
  const feet = FEET.exec(said);
  if (feet) return sign * (figure(feet[1]) * FOOT_M + (figure(feet[2]) + (feet[3] ? 0.5 : 0)) * INCH_M);
  const inches = INCHES.exec(said);
  if (inches && (inches[1] || inches[2])) return sign * (figure(inches[1]) + (inches[2] ? 0.5 : 0)) * INCH_M;
  const metres = METRES.exec(said);
  if (!metres) return null;
  const by = { m: 1, cm: 0.01, mm: 0.001 }[(metres[2] ?? '').toLowerCase()] ?? (unit === 'feet' ? FOOT_M : 1);
  return sign * figure(metres[1]) * by;
}
