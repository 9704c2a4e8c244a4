import { setImmediate } from 'node:timers/promises';
import { and, eq, lt, or } from 'drizzle-orm';
import { lookPictureFiles } from '../frames/look-pictures';
import type { PictureStore } from '../frames/picture-store';
import type { OpenDatabase } from './open';
import { Repository } from './repository';
import { frames, kitEntries, looks, shoots } from './schema';

/** What was deleted can be brought back for so long, ms. */
export const KEPT_DELETED_MS = 30 * 24 * 3_600_000;
const DAY_MS = 24 * 3_600_000;
const FIRST_MS = 60_000;
/** Pages of the database that are given back in one step: a few milliseconds. */
const PAGES_A_STEP = 100;

/** What tidying took away for good. */
export interface Tidied {
  readonly shoots: number;
  readonly looks: number;
  readonly frames: number;
  readonly kit: number;
  readonly revisions: number;
}

/**
 * Takes away for good what was deleted 30 days ago, thins out old revisions, and gives the room back to the disk, in steps so short that nobody waits for
 * them. What was written by an earlier version keeps its empty room until `vacuum`.
 */
export async function tidy({ db, client, folder }: OpenDatabase, pictures: PictureStore, now = Date.now()): Promise<Tidied> {
  const before = now - KEPT_DELETED_MS;
  const repo = new Repository(db);
  const gone = { shoots: 0, looks: 0, frames: 0, kit: 0, revisions: 0 };
  const isOld = or(lt(looks.deletedAt, before), lt(shoots.deletedAt, before));
  const oldLooks = () => db.select({ id: looks.id }).from(looks).innerJoin(shoots, eq(shoots.id, looks.shootId));
  for (const { id } of oldLooks().where(isOld).all()) {
    // Rows first, and together: a file without a row is only room, a row without its file would be a fault. What came back meanwhile stays.
    const ofLook = db.select({ id: frames.id }).from(frames).where(eq(frames.lookId, id)).all();
    if (
      !oldLooks()
        .where(and(eq(looks.id, id), isOld))
        .get()
    )
      continue;
    gone.looks += db.delete(looks).where(eq(looks.id, id)).run().changes;
    gone.frames += ofLook.length;
    for (const frame of ofLook) await pictures.drop(frame.id);
    await lookPictureFiles(folder).drop(id);
  }
  const isOldFrame = lt(frames.deletedAt, before);
  for (const { id } of db.select({ id: frames.id }).from(frames).where(isOldFrame).all()) {
    if (
      db
        .delete(frames)
        .where(and(eq(frames.id, id), isOldFrame))
        .run().changes === 0
    )
      continue;
    gone.frames += 1;
    await pictures.drop(id);
  }
  gone.shoots = db.delete(shoots).where(lt(shoots.deletedAt, before)).run().changes;
  gone.kit = db.delete(kitEntries).where(lt(kitEntries.deletedAt, before)).run().changes;
  for (const { id } of db.select({ id: looks.id }).from(looks).all()) {
    gone.revisions += repo.thin(id, now);
    await setImmediate();
  }
  while (roomLeft()) {
    client.pragma(`incremental_vacuum(${PAGES_A_STEP})`);
    await setImmediate();
  }
  return gone;

  /** Whether there are empty pages that can be given back. */
  function roomLeft(): boolean {
    const isIncremental = client.pragma('auto_vacuum', { simple: true }) === 2;
    return isIncremental && Number(client.pragma('freelist_count', { simple: true })) > 0;
  }
}

/** Writes the whole database anew without empty room, and so that later it is given back in steps. Nobody else may use it. */
export function vacuum({ client }: OpenDatabase): void {
  client.pragma('auto_vacuum = INCREMENTAL');
  client.exec('VACUUM');
}

/** Tidies once a day while the server runs. Returns how to stop. */
export function tidyDaily(
  work: () => Promise<Tidied>,
  onDone: (gone: Tidied) => void,
  onError: (error: unknown) => void,
): () => void {
  let timer: NodeJS.Timeout;
  const again = (afterMs: number) => {
    timer = setTimeout(() => {
      void work()
        .then(onDone, onError)
        .finally(() => again(DAY_MS));
    }, afterMs);
    timer.unref();
  };
  again(FIRST_MS);
  return () => clearTimeout(timer);
}

export const tidiedWords = (gone: Tidied): string =>
  `Taken away for good: ${Object.entries(gone)
    .map(([what, n]) => `${n} ${what}`)
    .join(', ')}.`;
