import type { KitEntry } from '@fulgent/core/catalogue';
import type { ArchiveOutcome } from '@fulgent/core/contracts';
import { and, eq, inArray } from 'drizzle-orm';
import { nanoid } from 'nanoid';
import type * as yup from 'yup';
import type { Db } from '../db/open';
import { frames, kitEntries, looks, revisions, shoots } from '../db/schema';
import type { PictureFacts } from '../frames/decoding';
import type { AcceptedLook } from '../work/tasks';
import type { frameSchema, lookSchema, shootsSchema } from './archive-format';

export type ArrivingShoot = yup.InferType<typeof shootsSchema>[number];
export type ArrivingLook = Omit<yup.InferType<typeof lookSchema>, 'revisions'>;
export type ArrivingFrame = Omit<yup.InferType<typeof frameSchema>, 'look'>;

type ArrivingRevision = Omit<yup.InferType<typeof lookSchema>['revisions'][number], 'look'> & { readonly document: string };

type Counts = Omit<ArchiveOutcome, 'left'>;

/**
 * What comes in from an archive, part by part. Each part is stored at once, in a short transaction, as something deleted: nobody sees it, and where the
 * server falls meanwhile it goes with what was deleted. At the end all of it is shown in one step, or all of it is taken away.
 */
export class Arrival {
  readonly #db: Db;
  readonly #now = Date.now();
  readonly #counts = { added: 0, same: 0, beside: 0 };
  #shoots: readonly ArrivingShoot[] = [];
  /** Where each look of the archive stands here. */
  readonly #lookIds = new Map<string, string>();
  /** Rows that were made for it. */
  readonly #made = { shoots: [] as string[], looks: [] as string[], frames: [] as string[] };
  /** Rows that were here, and may be among the deleted. */
  readonly #here = { looks: [] as string[], frames: [] as string[] };

  constructor(db: Db) {
    this.#db = db;
  }

  addShoots(arriving: readonly ArrivingShoot[]): void {
    this.#shoots = arriving;
    this.#atOnce(() => {
      for (const shoot of arriving) {
        const { changes } = this.#db
          .insert(shoots)
          .values({ ...shoot, deletedAt: this.#now })
          .onConflictDoNothing()
          .run();
        if (changes > 0) this.#made.shoots.push(shoot.id);
      }
    });
  }

  hasShoot(id: string): boolean {
    return this.#shoots.some((shoot) => shoot.id === id);
  }

  hasLook(id: string): boolean {
    return this.#lookIds.has(id);
  }

  /** The newest revision of a look that is here, as JSON text. */
  newestOf(id: string): string | null {
    const row = this.#db
      .select({ document: revisions.document })
      .from(looks)
      .innerJoin(revisions, and(eq(revisions.lookId, looks.id), eq(revisions.revision, looks.revision)))
      .where(eq(looks.id, id))
      .get();
    return row?.document ?? null;
  }

  addLook(
    { id, ...look }: ArrivingLook,
    { title, card }: AcceptedLook,
    history: readonly ArrivingRevision[],
    isHere: boolean,
  ): void {
    if (isHere) {
      this.#lookIds.set(id, id);
      this.#here.looks.push(id);
      this.#counts.same += 1;
      return;
    }
    this.#atOnce(() => {
      const isTaken = this.#db.select({ id: looks.id }).from(looks).where(eq(looks.id, id)).get() !== undefined;
      const target = isTaken ? nanoid(12) : id;
      this.#db
        .insert(looks)
        .values({ ...look, id: target, title, card, deletedAt: this.#now })
        .run();
      for (const one of history)
        this.#db
          .insert(revisions)
          .values({ lookId: target, ...one })
          .run();
      this.#lookIds.set(id, target);
      this.#made.looks.push(target);
      this.#counts[isTaken ? 'beside' : 'added'] += 1;
    });
  }

  /** Whether a frame is here with its look, be it among the deleted. */
  isHere({ id, lookId }: ArrivingFrame): boolean {
    const row = this.#db.select({ lookId: frames.lookId }).from(frames).where(eq(frames.id, id)).get();
    return row !== undefined && row.lookId === this.#lookIds.get(lookId);
  }

  /** A frame that is here stays as it is. */
  keepFrame(id: string): void {
    this.#here.frames.push(id);
    this.#counts.same += 1;
  }

  /** An id that is free for a frame: its own where it can be. */
  idForFrame(id: string): string {
    return this.#db.select({ id: frames.id }).from(frames).where(eq(frames.id, id)).get() === undefined ? id : nanoid(12);
  }

  addFrame({ lookId, ...frame }: ArrivingFrame, id: string, facts: PictureFacts, look: string): void {
    this.#db
      .insert(frames)
      .values({ ...frame, ...facts, id, lookId: this.#lookIds.get(lookId)!, look, revision: 1, deletedAt: this.#now })
      .run();
    this.#made.frames.push(id);
    this.#counts.added += 1;
  }

  /** Shows all of it, and puts the kit in. */
  show(kit: readonly KitEntry[]): Counts {
    this.#atOnce(() => {
      for (const entry of kit) this.#counts[this.#storeKit(entry)] += 1;
      const visible = { deletedAt: null };
      for (const { id } of this.#shoots) this.#db.update(shoots).set(visible).where(eq(shoots.id, id)).run();
      for (const ids of parts([...this.#made.looks, ...this.#here.looks]))
        this.#db.update(looks).set(visible).where(inArray(looks.id, ids)).run();
      for (const ids of parts([...this.#made.frames, ...this.#here.frames]))
        this.#db.update(frames).set(visible).where(inArray(frames.id, ids)).run();
    });
    return this.#counts;
  }

  /** Takes away what was made for it. Where that fails, for want of room, it stays unseen and goes with what was deleted. */
  undo(): void {
    try {
      this.#atOnce(() => {
        for (const ids of parts(this.#made.frames)) this.#db.delete(frames).where(inArray(frames.id, ids)).run();
        for (const ids of parts(this.#made.looks)) this.#db.delete(looks).where(inArray(looks.id, ids)).run();
        for (const ids of parts(this.#made.shoots)) this.#db.delete(shoots).where(inArray(shoots.id, ids)).run();
      });
    } catch {
      // What stopped the arrival is told; this is not news.
    }
  }

  #storeKit(entry: KitEntry): keyof Counts {
    const document = JSON.stringify(entry);
    const row = this.#db.select().from(kitEntries).where(eq(kitEntries.id, entry.id)).get();
    if (row?.document === document && row.deletedAt === null) return 'same';
    const isFree = row === undefined || row.deletedAt !== null;
    const id = isFree ? entry.id : `own-${nanoid(10).replace(/[^A-Za-z0-9]/g, 'x')}`;
    const values = {
      document: JSON.stringify({ ...entry, id }),
      revision: isFree ? (row?.revision ?? 0) + 1 : 1,
      updatedAt: this.#now,
    };
    this.#db
      .insert(kitEntries)
      .values({ id, ...values, createdAt: this.#now })
      .onConflictDoUpdate({ target: kitEntries.id, set: { ...values, deletedAt: null } })
      .run();
    return isFree ? 'added' : 'beside';
  }

  #atOnce(work: () => void): void {
    this.#db.transaction(work, { behavior: 'immediate' });
  }
}

/** Ids by as many as one statement takes. */
const AT_MOST = 500;
const parts = (ids: readonly string[]): string[][] =>
  Array.from({ length: Math.ceil(ids.length / AT_MOST) }, (_, i) => ids.slice(i * AT_MOST, (i + 1) * AT_MOST));
