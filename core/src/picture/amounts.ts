import { free } from './memory';

/**
 * Amounts of light in two bytes each: the square root of each as a share of the largest's. The step between two amounts is then a share of them
 * that grows only slowly towards the dark: a thousandth of the largest (10 stops under it) is within 0.05 %, a hundred-thousandth within 0.5 %.
 */
export interface Amounts {
  readonly codes: Uint16Array;
  /** An amount is this much times the square of its code. */
  readonly unit: number;
}

const MOST_CODE = 65_535;

/** Packs amounts, none below 0. The array is used up. */
export function amountsOf(values: Float32Array): Amounts {
  let most = 0;
  for (let i = 0; i < values.length; i++) if (values[i]! > most) most = values[i]!;
  const codes = new Uint16Array(values.length);
  if (most > 0) for (let i = 0; i < values.length; i++) codes[i] = Math.sqrt(values[i]! / most) * MOST_CODE + 0.5;
  free(values);
  return { codes, unit: most / MOST_CODE ** 2 };
}

/** One of the amounts. */
export function amountAt({ codes, unit }: Amounts, i: number): number {
  const code = codes[i]!;
  return unit * code * code;
}
