import { mkdirSync } from 'node:fs';
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

/**
 * Opens the database in `folder`, creating both as needed, and brings it up to date from `migrationsFolder`.
 * An acknowledged write survives the process being killed, and a power cut: WAL with full synchronisation.
 */
export function openDatabase(folder: string, migrationsFolder: string): OpenDatabase {
  mkdirSync(folder, { recursive: true });
  const client = new Database(path.join(folder, 'fulgent.db'));
  client.pragma('journal_mode = WAL');
  client.pragma('synchronous = FULL');
  client.pragma('foreign_keys = ON');
  client.pragma('busy_timeout = 5000');
  const db = drizzle(client, { schema });
  migrate(db, { migrationsFolder });
  return { db, client, folder, close: () => client.close() };
}
