import {
  isCurrentReading,
  NO_NOTES,
  upgradeNotes,
  type FrameKind,
  type FrameNotes,
  type FrameReading,
  type FrameRecord,
} from '@fulgent/core/day';
import { and, asc, count, eq, isNull, sql } from 'drizzle-orm';
import { nanoid } from 'nanoid';
import type { PictureFacts } from '../frames/decoding';
import type { PictureKind, PictureStore } from '../frames/picture-store';
import { HttpProblem, notFound } from '../problem';
import type { Db } from './open';
import { frames, looks, revisions } from './schema';

export interface NewFrame {
  readonly lookId: string;
  readonly name: string;
  readonly kind: FrameKind;
  readonly lightId: string;
  readonly stops: number;
  /** Taken from a moving picture. */
  readonly video?: boolean;
  /** The file itself, as it arrives. */
  readonly bytes: AsyncIterable<Uint8Array>;
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
  reading: frames.reading,
  revision: frames.revision,
  createdAt: frames.createdAt,
  updatedAt: frames.updatedAt,
};

/** A row that an earlier version wrote may lack what can be said of a frame now; a reading of other marks, or of another version, is none. */
function upgraded(row: FrameRecord): FrameRecord {
  const notes = upgradeNotes(row.notes) as FrameNotes;
  return { ...row, notes, reading: isCurrentReading(row.reading, notes.marks) ? row.reading : null };
}

const FIGURES_KEPT = 6;

/** With as many figures as a frame holds, not as many as a computer does: readings are listed and sent by the hundred. */
function rounded(reading: FrameReading): FrameReading {
  const short = (_key: string, value: unknown) => (typeof value === 'number' ? Number(value.toPrecision(FIGURES_KEPT)) : value);
  // Marks placed by hand are compared with those of the frame: they stay as they are.
  const { given } = reading;
  return { ...(JSON.parse(JSON.stringify(reading, short)) as FrameReading), given, ...(given.length ? { marks: given } : {}) };
}

/** Frames kept for one look; more are a shoot of their own. */
const MOST_FRAMES = 400;

/** Sides of two files whose shapes differ by less are of one camera's setting. */
const SAME_SHAPE = 0.01;

const present = isNull(frames.deletedAt);

/** A look's frames in the order of their making; asked for by every page that shows them, so made ready once. */
const framesOfLook = (db: Db) =>
  db
    .select(SHOWN)
    .from(frames)
    .where(and(eq(frames.lookId, sql.placeholder('lookId')), present))
    .orderBy(asc(frames.createdAt), asc(frames.id))
    .prepare();

/** All reading and writing of test frames. */
export class FrameRepository {
  readonly #db: Db;
  readonly #files: PictureStore;
  readonly #ofLook: ReturnType<typeof framesOfLook>;

  constructor(db: Db, files: PictureStore) {
    this.#db = db;
    this.#files = files;
    this.#ofLook = framesOfLook(db);
  }

  read(id: string): FrameRecord {
    const row = this.#db
      .select(SHOWN)
      .from(frames)
      .where(and(eq(frames.id, id), present))
      .get();
    if (!row) throw notFound('frame');
    return upgraded(row);
  }

  listOf(lookId: string): FrameRecord[] {
    return this.#ofLook.all({ lookId }).map(upgraded);
  }

  #countOf(lookId: string): number {
    return this.#db
      .select({ n: count() })
      .from(frames)
      .where(and(eq(frames.lookId, lookId), present))
      .get()!.n;
  }

  /** Writes the row of a new frame, with the look as it is now. */
  #insert(
    id: string,
    lookId: string,
    { video = false, ...values }: Omit<NewFrame, 'lookId' | 'bytes'> & PictureFacts,
  ): FrameRecord {
    return this.#db.transaction(
      () => {
        const look = this.#db
          .select({ document: revisions.document })
          .from(looks)
          .innerJoin(revisions, and(eq(revisions.lookId, looks.id), eq(revisions.revision, looks.revision)))
          .where(and(eq(looks.id, lookId), isNull(looks.deletedAt)))
          .get();
        if (!look) throw notFound('look');
        if (this.#countOf(lookId) >= MOST_FRAMES)
          throw new HttpProblem(
            422,
            'Too many frames',
            `A look keeps up to ${MOST_FRAMES} frames. Delete some, or start a copy of the look.`,
          );
        const now = Date.now();
        this.#db
          .insert(frames)
          .values({
            id,
            lookId,
            ...values,
            notes: { ...NO_NOTES, marks: this.#marksFor(lookId, values), video },
            revision: 1,
            look: look.document,
            createdAt: now,
            updatedAt: now,
          })
          .run();
        return this.read(id);
      },
      { behavior: 'immediate' },
    );
  }

  /** Marks that a person placed stay for the frames that follow in the same shape: the camera stands where it stood. */
  #marksFor(
    lookId: string,
    { kind, widthPx, heightPx }: Pick<FrameRecord, 'kind' | 'widthPx' | 'heightPx'>,
  ): FrameNotes['marks'] {
    if (kind === 'black') return [];
    const before = this.listOf(lookId).findLast((frame) => frame.kind !== 'black');
    const isSameShape = before && Math.abs(Math.log((before.widthPx * heightPx) / (before.heightPx * widthPx))) < SAME_SHAPE;
    return isSameShape ? before.notes.marks : [];
  }

  all(): FrameRecord[] {
    return this.#db.select(SHOWN).from(frames).where(present).orderBy(asc(frames.createdAt), asc(frames.id)).all().map(upgraded);
  }

  /** Keeps a frame: its files first, then its row, so that what is listed is there. */
  async add({ lookId, bytes, ...frame }: NewFrame): Promise<FrameRecord> {
    const id = nanoid(12);
    const facts = await this.#files.take(id, bytes);
    try {
      return this.#insert(id, lookId, { ...frame, ...facts });
    } catch (error) {
      await this.#files.drop(id);
      throw error;
    }
  }

  /** Writes notes over revision `basedOn`. @throws HttpProblem 409 with the present frame when that is not the newest. */
  update(id: string, basedOn: number, notes: FrameNotes): FrameRecord {
    return this.#db.transaction(
      () => {
        const current = this.read(id);
        if (current.revision !== basedOn)
          throw new HttpProblem(
            409,
            'Changed elsewhere',
            'This frame was judged elsewhere meanwhile. Take that in and send again.',
            { current },
          );
        this.#db
          .update(frames)
          .set({ notes, revision: basedOn + 1, updatedAt: Date.now() })
          .where(eq(frames.id, id))
          .run();
        return this.read(id);
      },
      { behavior: 'immediate' },
    );
  }

  /** Stores what was measured, unless its marks have been moved meanwhile: what was measured is not what is said, and makes no revision. */
  keepReading(id: string, reading: FrameReading): FrameRecord {
    const frame = this.read(id);
    if (isCurrentReading(reading, frame.notes.marks))
      this.#db
        .update(frames)
        .set({ reading: rounded(reading) })
        .where(eq(frames.id, id))
        .run();
    return this.read(id);
  }

  /** Frames that are still to be measured, oldest first. */
  unread(): string[] {
    return this.#db
      .select(SHOWN)
      .from(frames)
      .where(present)
      .orderBy(asc(frames.createdAt), asc(frames.id))
      .all()
      .map(upgraded)
      .flatMap(({ id, reading }) => (reading === null ? [id] : []));
  }

  remove(id: string): void {
    this.read(id);
    this.#db.update(frames).set({ deletedAt: Date.now() }).where(eq(frames.id, id)).run();
  }

  restore(id: string): FrameRecord {
    const { changes } = this.#db.update(frames).set({ deletedAt: null }).where(eq(frames.id, id)).run();
    if (changes === 0) throw notFound('frame');
    return this.read(id);
  }

  /** Where the file as it came lies, or the copy to look at. */
  fileOf(id: string, kind: PictureKind) {
    const { mime } = this.read(id);
    return { mime: kind === 'preview' ? 'image/png' : mime, ...this.#files.find(id, kind) };
  }

  /** The look as it was when the frame was taken, as JSON text. */
  lookOf(id: string): string {
    const row = this.#db
      .select({ look: frames.look })
      .from(frames)
      .where(and(eq(frames.id, id), present))
      .get();
    if (!row) throw notFound('frame');
    return row.look;
  }
}
