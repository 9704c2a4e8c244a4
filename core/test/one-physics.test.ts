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

interface Zone {
  readonly stops: number;
  readonly spread: number;
  readonly outside: number;
}

/** What comes to a place of a room at one wavelength: by the model, path-traced, and the stops between them. */
interface Place {
  readonly n: number;
  readonly place: string;
  readonly traced: number;
  readonly stops: number;
}

it('zones and pixels get the same of every light, in 16 looks with boards, cards, haze and every modifier', () => {
  const rows = outside<Zone[]>('zones');
  expect(rows.length).toBeGreaterThan(140);
  const share = (list: readonly Zone[], holds: (row: Zone) => boolean) => list.filter(holds).length / list.length;
  // Where a place is evenly lit, one figure can be held against it; at the edge of a shadow it must lie between what is lit and what is not.
  const even = rows.filter(({ spread }) => spread < 0.3);
  expect(even.length / rows.length).toBeGreaterThan(0.8);
  expect(share(even, ({ stops }) => Math.abs(stops) < 0.02)).toBeGreaterThan(0.92);
  expect(share(rows, ({ outside: by }) => by < 0.02)).toBeGreaterThan(0.98);
  for (const { outside: by } of rows) expect(by).toBeLessThan(0.12);
}, 300_000);

it('light that a room sends on is what a path tracer finds at hair, cheek, face and backdrop, in 20 rooms', () => {
  const rows = outside<Place[]>('rooms');
  const brightest = new Map<number, number>();
  for (const { n, traced } of rows) brightest.set(n, Math.max(brightest.get(n) ?? 0, traced));
  // What lies over six stops under the brightest place of its room is dark.
  const seen = rows.filter(({ n, traced }) => traced > brightest.get(n)! / 64);
  expect(seen.length).toBeGreaterThan(280);
  const errors = seen.map(({ stops }) => Math.abs(stops)).sort((a, b) => a - b);
  const at = (share: number) => errors[Math.floor(share * (errors.length - 1))]!;
  expect(at(0.5)).toBeLessThan(0.055);
  expect(at(0.95)).toBeLessThan(0.27);
  expect(at(1)).toBeLessThan(0.3);
}, 300_000);
