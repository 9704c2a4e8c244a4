/**
 * Solves a small system of linear equations, given as rows of coefficients with the right side last: Gauss elimination with pivots.
 * Null where no pivot of at least `least` is left: the system is singular.
 */
export function solveLinear(rows: readonly (readonly number[])[], least = 1e-13): number[] | null {
  const n = rows.length;
  const a = rows.map((row) => [...row]);
  for (let c = 0; c < n; c++) {
    let pivot = c;
    for (let r = c + 1; r < n; r++) if (Math.abs(a[r]![c]!) > Math.abs(a[pivot]![c]!)) pivot = r;
    if (Math.abs(a[pivot]![c]!) < least) return null;
    [a[c], a[pivot]] = [a[pivot]!, a[c]!];
    for (let r = 0; r < n; r++) {
      if (r === c) continue;
      const times = a[r]![c]! / a[c]![c]!;
      if (times === 0) continue;
      for (let k = c; k <= n; k++) a[r]![k]! -= times * a[c]![k]!;
    }
  }
  return a.map((row, i) => row[n]! / row[i]!);
}
