import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import Database from 'better-sqlite3';
import { codeOf } from './open';

/**
 * Takes a data folder for this process alone. The lock is the operating system's, on a file of its own, so that it ends with the process, however that
 * ends. Returns how to give it back.
 * @throws Error with the other's process and the remedy where another server uses the folder.
 */
export function takeFolder(folder: string): () => void {
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const who = path.join(folder, 'server.pid');
  const lock = new Database(path.join(folder, 'server.lock'), { timeout: 0 });
  try {
    lock.pragma('locking_mode = EXCLUSIVE');
    lock.exec('BEGIN EXCLUSIVE');
  } catch (error) {
    lock.close();
    if (!codeOf(error).startsWith('SQLITE_BUSY')) throw error;
    throw new Error(
      `Another Fulgent${processIn(who)} uses the data in ${folder}. Stop it, or set FULGENT_DATA to another folder for this one.`,
    );
  }
  writeFileSync(who, `${process.pid}\n`, { mode: 0o600 });
  return () => lock.close();
}

function processIn(file: string): string {
  try {
    return ` (process ${readFileSync(file, 'utf8').trim()})`;
  } catch {
    return '';
  }
}
