import { existsSync, mkdirSync, readdirSync, renameSync, rmSync, statSync, copyFileSync } from 'node:fs';
import path from 'node:path';
import type { DatabaseCopy } from '@fulgent/core/contracts';
import Database from 'better-sqlite3';

/** Verified copies of the database: made on request and once a day, and put back on request. */

const KEPT = 14;
const DAY_MS = 24 * 3_600_000;
const NAME = /^fulgent-\d{8}T\d{6}\d*\.db$/;
const TABLES = ['shoots', 'looks', 'revisions', 'kit_entries', 'frames'] as const;

const folderOf = (data: string) => path.join(data, 'copies');

export function listCopies(data: string): DatabaseCopy[] {
  const folder = folderOf(data);
  if (!existsSync(folder)) return [];
  return readdirSync(folder)
    .filter((name) => NAME.test(name))
    .sort()
    .reverse()
    .map((name) => {
      const { mtimeMs, size } = statSync(path.join(folder, name));
      return { name, at: mtimeMs, bytes: size };
    });
}

/** What a sound database holds, table by table. @throws Error for one that is damaged or not of this application. */
export function verified(file: string): Readonly<Record<string, number>> {
  const client = new Database(file, { readonly: true, fileMustExist: true });
  try {
    const sound = client.pragma('integrity_check', { simple: true });
    if (sound !== 'ok') throw new Error(`${path.basename(file)} is damaged: ${String(sound)}`);
    const foreign = client.pragma('foreign_key_check') as unknown[];
    if (foreign.length > 0) throw new Error(`${path.basename(file)} is not whole: ${foreign.length} entries lead nowhere.`);
    return Object.fromEntries(
      TABLES.map((table) => [table, (client.prepare(`SELECT count(*) AS n FROM ${table}`).get() as { n: number }).n]),
    );
  } finally {
    client.close();
  }
}

/** Files that SQLite lays beside a database. */
const BESIDE = ['-wal', '-shm'] as const;

const named = (time: number) =>
  `fulgent-${new Date(time).toISOString().replace(/[-:]/g, '').replace('Z', '').replace('.', '')}.db`;

/** Names rise with time also where the clock was set back: the newest copy is the last by name, and stays. */
function nameAfter(newest: string | undefined, now: Date): string {
  const name = named(now.getTime());
  if (newest === undefined || name > newest) return name;
  const [, y, mo, d, h, mi, s, ms] = /(\d{4})(\d\d)(\d\d)T(\d\d)(\d\d)(\d\d)(\d*)/.exec(newest)!;
  return named(Date.UTC(Number(y), Number(mo) - 1, Number(d), Number(h), Number(mi), Number(s), Number(ms || 0)) + 1);
}

/** Copies that were never finished, and what lay beside them. */
function sweepDrafts(folder: string): void {
  for (const name of readdirSync(folder)) if (/\.draft(-wal|-shm)?$/.test(name)) rmSync(path.join(folder, name), { force: true });
}

/** Copies the open database while it is in use, reads the copy back in full, and only then gives it its name. */
export async function makeCopy(client: Database.Database, data: string, now = new Date()): Promise<DatabaseCopy> {
  const folder = folderOf(data);
  mkdirSync(folder, { recursive: true });
  const name = nameAfter(listCopies(data)[0]?.name, now);
  sweepDrafts(folder);
  const draft = path.join(folder, `${name}.draft`);
  await client.backup(draft);
  verified(draft);
  for (const end of BESIDE) rmSync(draft + end, { force: true });
  renameSync(draft, path.join(folder, name));
  for (const old of listCopies(data).slice(KEPT)) rmSync(path.join(folder, old.name), { force: true });
  return listCopies(data).find((copy) => copy.name === name)!;
}

/** Makes a copy now if the newest is a day old, and looks again every hour. Returns how to stop. */
export function copyDaily(client: Database.Database, data: string, onError: (error: unknown) => void): () => void {
  const look = () => {
    const [newest] = listCopies(data);
    // A clock that was set back makes no day without a copy.
    if (!newest || Math.abs(Date.now() - newest.at) > DAY_MS) makeCopy(client, data).catch(onError);
  };
  look();
  const timer = setInterval(look, 3_600_000);
  timer.unref();
  return () => clearInterval(timer);
}

/**
 * Puts a copy in the place of the database of a folder; what was there is kept beside it. The server must not run on it.
 * @throws Error for a copy that is damaged, before anything is touched.
 */
export function restoreCopy(file: string, data: string, now = Date.now()): Readonly<Record<string, number>> {
  const counts = verified(file);
  mkdirSync(data, { recursive: true });
  const target = path.join(data, 'fulgent.db');
  for (const end of ['', '-wal', '-shm']) {
    if (existsSync(target + end)) renameSync(target + end, `${target}.before-${now}${end}`);
  }
  copyFileSync(file, target);
  return counts;
}
