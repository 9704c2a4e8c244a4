import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { buildSync } from 'esbuild';

/** Runs a script of this folder in a process of its own: the test runner's sandbox makes its loops several times slower. */
function outside<T>(name: string): T {
  const folder = mkdtempSync(path.join(tmpdir(), 'fulgent-outside-'));
  try {
    const outfile = path.join(folder, `${name}.cjs`);
    buildSync({
      entryPoints: [path.join(__dirname, 'outside', `${name}.ts`)],
      bundle: true,
      platform: 'node',
      format: 'cjs',
      outfile,
      logLevel: 'error',
    });
    const text = execFileSync(process.execPath, [outfile, path.join(__dirname, '../figures')], { maxBuffer: 1 << 26 });
    return JSON.parse(text.toString()) as T;
  } finally {
    rmSync(folder, { recursive: true });
  }
}

interface Row {
  readonly stops: number;
  readonly spread: number;
  readonly outside: number;
}

it('zones and pixels get the same of every light, in 50 looks with boards, cards, haze and every modifier', () => {
  const rows = outside<Row[]>('zones');
  expect(rows.length).toBeGreaterThan(350);
  const share = (list: readonly Row[], holds: (row: Row) => boolean) => list.filter(holds).length / list.length;
  // Where a place is evenly lit, one figure can be held against it; at the edge of a shadow it must lie between what is lit and what is not.
  const even = rows.filter(({ spread }) => spread < 0.3);
  expect(even.length / rows.length).toBeGreaterThan(0.8);
  expect(share(even, ({ stops }) => Math.abs(stops) < 0.02)).toBeGreaterThan(0.95);
  expect(share(rows, ({ outside: by }) => by < 0.02)).toBeGreaterThan(0.98);
  for (const { outside: by } of rows) expect(by).toBeLessThan(0.06);
}, 300_000);
