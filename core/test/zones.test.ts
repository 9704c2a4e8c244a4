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
    buildSync({ entryPoints: [path.join(__dirname, 'outside', `${name}.ts`)], bundle: true, platform: 'node', format: 'cjs', outfile, logLevel: 'error' });
    const text = execFileSync(process.execPath, [outfile, path.join(__dirname, '../figures')], { maxBuffer: 1 << 26 });
    return JSON.parse(text.toString()) as T;
  } finally {
    rmSync(folder, { recursive: true });
  }
}

interface Row {
  readonly n: number;
  readonly zone: string;
  readonly light: string;
  readonly stops: number;
}

it('zones and pixels get the same of every light, in 50 looks with boards, cards, haze and every modifier', () => {
  const rows = outside<Row[]>('zones');
  expect(rows.length).toBeGreaterThan(300);
  const off = rows.filter(({ stops }) => !(Math.abs(stops) < 0.02));
  if (process.env['SHOW']) console.log(rows.length, off.length, JSON.stringify(off));
  expect(off.length / rows.length).toBeLessThan(0.04);
  for (const { stops } of rows) expect(Math.abs(stops)).toBeLessThan(0.25);
}, 240_000);
