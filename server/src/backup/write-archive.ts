import { Readable } from 'node:stream';
import { and, asc, eq, isNull } from 'drizzle-orm';
import { ZipFile } from 'yazl';
import path from 'node:path';
import type { Db } from '../db/open';
import { frames, kitEntries, looks, revisions, shoots } from '../db/schema';
import type { PictureStore } from '../frames/picture-store';
import { ARCHIVE_FORMAT, ARCHIVE_VERSION } from './archive-format';

const json = (value: unknown) => Buffer.from(JSON.stringify(value));

/**
 * Everything that is not deleted, as the bytes of one archive: shoots, looks with their revisions, kit, frames with their files. What it holds is fixed now;
 * each part is read as its turn comes, so that no more than one is in memory.
 */
export function writeArchive(db: Db, pictures: PictureStore): Readable {
  const zip = new ZipFile();
  const later = (name: string, make: () => unknown) =>
    zip.addReadStreamLazy(name, (done) => {
      try {
        done(null, Readable.from([json(make())]));
      } catch (error) {
        done(error, Readable.from([]));
      }
    });

  const allShoots = db.select().from(shoots).where(isNull(shoots.deletedAt)).all();
  const kit = db.select().from(kitEntries).where(isNull(kitEntries.deletedAt)).all();
  const inPlace = and(isNull(looks.deletedAt), isNull(shoots.deletedAt));
  const allLooks = db
    .select({ id: looks.id })
    .from(looks)
    .innerJoin(shoots, eq(shoots.id, looks.shootId))
    .where(inPlace)
    .orderBy(asc(looks.createdAt))
    .all();
  const allFrames = db
    .select({ id: frames.id })
    .from(frames)
    .innerJoin(looks, eq(looks.id, frames.lookId))
    .innerJoin(shoots, eq(shoots.id, looks.shootId))
    .where(and(inPlace, isNull(frames.deletedAt)))
    .orderBy(asc(frames.createdAt))
    .all();

  zip.addBuffer(
    json({
      format: ARCHIVE_FORMAT,
      version: ARCHIVE_VERSION,
      at: new Date().toISOString(),
      shoots: allShoots.length,
      looks: allLooks.length,
      frames: allFrames.length,
    }),
    'archive.json',
  );
  zip.addBuffer(json(allShoots.map(({ id, title, note, createdAt }) => ({ id, title, note, createdAt }))), 'shoots.json');
  zip.addBuffer(json(kit.map(({ document }) => JSON.parse(document))), 'kit.json');
  for (const { id } of allLooks) later(`looks/${id}.json`, () => lookEntry(db, id));
  for (const { id } of allFrames) {
    later(`frames/${id}.json`, () => frameEntry(db, id));
    const { root, name } = pictures.find(id, 'original');
    // Pictures are squeezed already.
    zip.addFile(path.join(root, name), `frames/${id}.picture`, { compress: false });
  }
  zip.end();
  const out = Readable.from(zip.outputStream);
  zip.on('error', (error: Error) => out.destroy(error));
  return out;
}

function lookEntry(db: Db, id: string) {
  const look = db.select().from(looks).where(eq(looks.id, id)).get()!;
  const history = db.select().from(revisions).where(eq(revisions.lookId, id)).orderBy(asc(revisions.revision)).all();
  const { shootId, createdAt, updatedAt, revision } = look;
  return {
    id,
    shootId,
    createdAt,
    updatedAt,
    revision,
    revisions: history.map(({ document, revision: number, createdAt: at, by, name }) => ({
      revision: number,
      createdAt: at,
      by,
      name,
      look: JSON.parse(document),
    })),
  };
}

function frameEntry(db: Db, id: string) {
  // What was measured follows from the rest, and is measured again where it comes in.
  const { deletedAt: _deletedAt, reading: _reading, look, ...rest } = db.select().from(frames).where(eq(frames.id, id)).get()!;
  return { ...rest, look: JSON.parse(look) };
}
