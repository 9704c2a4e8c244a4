import { InputError } from '../errors';
import { solveLinear } from '../linear';
import { daylightSource } from '../source/source';
import { GRID_SIZE, type Spectrum } from '../spectrum/grid';
import { spectrumToXyz, xBar, yBar, zBar } from '../colour/observer';
import type { Cielab } from './cielab';

/** The light that printed colours are measured under: CIE D50. */
const D50_KELVIN = 5003;
const [LEAST, MOST] = [0.004, 0.998];
const ROUNDS = 12;

/**
 * The smoothest reflectance that has a CIELAB colour under D50 and the 1931 observer: of the many that have it, the one that pigments come nearest to.
 * Least sum of squared slopes under three linear conditions, held between black and white. After S. A. Burns, Color Res. Appl. 45 (2020).
 * @throws InputError for a colour that no surface has.
 */
export function reflectanceOfLab({ L, a, b }: Cielab): Spectrum {
  const light = daylightSource(D50_KELVIN);
  const white = spectrumToXyz(light);
  const fy = (L + 16) / 116;
  const wanted = [fy + a / 500, fy, fy - b / 200].map((f, c) => inverseCurve(f) * white[c]!);
  const bars = [xBar, yBar, zBar].map((bar) => bar.map((v, i) => v * light[i]!));
  const held = new Map<number, number>();
  for (let round = 0; round < ROUNDS; round++) {
    const found = smoothest(bars, wanted, held);
    if (!found) break;
    let moved = false;
    found.forEach((value, i) => {
      if (held.has(i) || (value >= LEAST && value <= MOST)) return;
      held.set(i, value < LEAST ? LEAST : MOST);
      moved = true;
    });
    if (!moved) return found;
  }
  throw new InputError('Lab', `No surface has L ${L}, a ${a}, b ${b}. Are these figures of CIELAB under D50?`);
}

const inverseCurve = (f: number) => {
  const d = 6 / 29;
  return f > d ? f ** 3 : 3 * d * d * (f - 4 / 29);
};

/** The smoothest spectrum with three given sums, some of its values given. */
function smoothest(bars: readonly Spectrum[], wanted: readonly number[], held: ReadonlyMap<number, number>): Spectrum | null {
  const n = GRID_SIZE;
  const rows = Array.from({ length: n + 3 }, () => new Array<number>(n + 4).fill(0));
  for (let i = 0; i < n; i++) {
    const given = held.get(i);
    if (given !== undefined) {
      rows[i]![i] = 1;
      rows[i]![n + 3] = given;
      continue;
    }
    for (const j of [i - 1, i + 1]) {
      if (j < 0 || j >= n) continue;
      rows[i]![i]! += 2;
      rows[i]![j]! -= 2;
    }
    bars.forEach((bar, c) => (rows[i]![n + c] = bar[i]!));
  }
  bars.forEach((bar, c) => {
    for (let i = 0; i < n; i++) rows[n + c]![i] = bar[i]!;
    rows[n + c]![n + 3] = wanted[c]!;
  });
  const found = solveLinear(rows, 1e-14);
  return found && Float64Array.from(found.slice(0, n));
}
