import { chmodSync, existsSync, mkdirSync } from 'node:fs';
import path from 'node:path';
import Database from 'better-sqlite3';
import { drizzle, type BetterSQLite3Database } from 'drizzle-orm/better-sqlite3';
import { migrate } from 'drizzle-orm/better-sqlite3/migrator';
import * as schema from './schema';

export type Db = BetterSQLite3Database<typeof schema>;

export interface OpenDatabase {
  readonly db: Db;
  /** The connection itself, for copies. */
  readonly client: Database.Database;
  readonly folder: string;
  readonly close: () => void;
}

/** The database cannot be used; nothing of it was changed. */
export class DatabaseDamaged extends Error {
  readonly file: string;

  constructor(file: string, what: string) {
    super(`The database ${file} is damaged (${what}).`);
    this.name = 'DatabaseDamaged';
    this.file = file;
  }
}

/** Read and written by its owner alone. */
const [PRIVATE_FOLDER, PRIVATE_FILE] = [0o700, 0o600];

/**
 * Opens the database in `folder`, creating both as needed, looks it through, and brings it up to date from `migrationsFolder`.
 * An acknowledged write survives the process being killed, and a power cut: WAL with full synchronisation.
 * @throws DatabaseDamaged before anything is written to one that is not sound.
 */
export function openDatabase(folder: string, migrationsFolder: string): OpenDatabase {
  mkdirSync(folder, { recursive: true, mode: PRIVATE_FOLDER });
  const file = path.join(folder, 'fulgent.db');
  const client = new Database(file);
  try {
    const sound = client.pragma('quick_check(1)', { simple: true });
    if (sound !== 'ok') throw new DatabaseDamaged(file, String(sound).slice(0, 200));
    // Of a new database alone: room that is no longer needed is given back in steps.
    client.pragma('auto_vacuum = INCREMENTAL');
    client.pragma('journal_mode = WAL');
    client.pragma('synchronous = FULL');
    client.pragma('foreign_keys = ON');
    client.pragma('busy_timeout = 5000');
    const db = drizzle(client, { schema });
    migrate(db, { migrationsFolder });
    for (const end of ['', '-wal', '-shm']) if (existsSync(file + end)) chmodSync(file + end, PRIVATE_FILE);
    return { db, client, folder, close: () => client.close() };
  } catch (error) {
    client.close();
    if (isDamage(error)) throw new DatabaseDamaged(file, error.message);
    throw error;
  }
}

const isDamage = (error: unknown): error is Error => /^SQLITE_(NOTADB|CORRUPT)/.test(codeOf(error));

/** SQLite's name of what went wrong; '' for any other error. */
export const codeOf = (error: unknown): string =>
  typeof error === 'object' && error !== null && 'code' in error ? String(error.code) : '';
