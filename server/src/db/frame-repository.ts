import { NO_NOTES, type FrameKind, type FrameNotes, type FrameRecord } from '@fulgent/core';
import { and, asc, eq, isNull } from 'drizzle-orm';
import { nanoid } from 'nanoid';
import type { PictureFiles, PictureKind } from '../frames/picture-files';
import type { ReadPicture } from '../frames/read-picture';
import { HttpProblem, notFound } from '../problem';
import type { Db } from './open';
import { frames, looks, revisions } from './schema';

export interface NewFrame {
  readonly lookId: string;
  readonly name: string;
  readonly kind: FrameKind;
  readonly lightId: string;
  readonly stops: number;
  readonly picture: ReadPicture;
  readonly original: Buffer;
}

const SHOWN = {
  id: frames.id,
  lookId: frames.lookId,
  name: frames.name,
  kind: frames.kind,
  lightId: frames.lightId,
  stops: frames.stops,
  mime: frames.mime,
  widthPx: frames.widthPx,
  heightPx: frames.heightPx,
  meta: frames.meta,
  notes: frames.notes,
  revision: frames.revision,
  createdAt: frames.createdAt,
  updatedAt: frames.updatedAt,
};

/** Frames kept for one look; more are a shoot of their own. */
const MOST_FRAMES = 400;

/** All reading and writing of test frames. */
export function frameRepository(db: Db, files: PictureFiles) {
  const present = isNull(frames.deletedAt);

  function read(id: string): FrameRecord {
    const row = db
      .select(SHOWN)
      .from(frames)
      .where(and(eq(frames.id, id), present))
      .get();
    if (!row) throw notFound('frame');
    return row;
  }

  function listOf(lookId: string): FrameRecord[] {
    return db
      .select(SHOWN)
      .from(frames)
      .where(and(eq(frames.lookId, lookId), present))
      .orderBy(asc(frames.createdAt), asc(frames.id))
      .all();
  }

  return {
    read,
    listOf,

    all: (): FrameRecord[] => db.select(SHOWN).from(frames).where(present).orderBy(asc(frames.createdAt), asc(frames.id)).all(),

    /** Keeps a frame: its files first, then its row, so that what is listed is there. */
    async add({ lookId, picture, original, ...frame }: NewFrame): Promise<FrameRecord> {
      const { preview, ...facts } = picture;
      const id = nanoid(12);
      await files.save(id, original, preview);
      return db.transaction(
        () => {
          const look = db
            .select({ revision: looks.revision })
            .from(looks)
            .where(and(eq(looks.id, lookId), isNull(looks.deletedAt)))
            .get();
          if (!look) throw notFound('look');
          if (listOf(lookId).length >= MOST_FRAMES)
            throw new HttpProblem(
              422,
              'Too many frames',
              `A look keeps up to ${MOST_FRAMES} frames. Delete some, or start a copy of the look.`,
            );
          const { document } = db
            .select({ document: revisions.document })
            .from(revisions)
            .where(and(eq(revisions.lookId, lookId), eq(revisions.revision, look.revision)))
            .get()!;
          const now = Date.now();
          db.insert(frames)
            .values({
              id,
              lookId,
              ...frame,
              ...facts,
              notes: NO_NOTES,
              revision: 1,
              look: document,
              createdAt: now,
              updatedAt: now,
            })
            .run();
          return read(id);
        },
        { behavior: 'immediate' },
      );
    },

    /** Writes notes over revision `basedOn`. @throws HttpProblem 409 with the present frame when that is not the newest. */
    update(id: string, basedOn: number, notes: FrameNotes): FrameRecord {
      return db.transaction(
        () => {
          const current = read(id);
          if (current.revision !== basedOn)
            throw new HttpProblem(
              409,
              'Changed elsewhere',
              'This frame was judged elsewhere meanwhile. Take that in and send again.',
              { current },
            );
          db.update(frames)
            .set({ notes, revision: basedOn + 1, updatedAt: Date.now() })
            .where(eq(frames.id, id))
            .run();
          return read(id);
        },
        { behavior: 'immediate' },
      );
    },

    remove(id: string): void {
      read(id);
      db.update(frames).set({ deletedAt: Date.now() }).where(eq(frames.id, id)).run();
    },

    restore(id: string): FrameRecord {
      const { changes } = db.update(frames).set({ deletedAt: null }).where(eq(frames.id, id)).run();
      if (changes === 0) throw notFound('frame');
      return read(id);
    },

    /** The file as it came, or the copy to look at. */
    async bytesOf(id: string, kind: PictureKind): Promise<{ readonly mime: string; readonly bytes: Buffer }> {
      const { mime } = read(id);
      return { mime: kind === 'preview' ? 'image/png' : mime, bytes: await files.read(id, kind) };
    },

    /** The look as it was when the frame was taken, as JSON text. */
    lookOf(id: string): string {
      const row = db
        .select({ look: frames.look })
        .from(frames)
        .where(and(eq(frames.id, id), present))
        .get();
      if (!row) throw notFound('frame');
      return row.look;
    },
  };
}

export type FrameRepository = ReturnType<typeof frameRepository>;
