import { LOOK_VERSION, upgradeLook, type Look } from '@fulgent/core/document';
import { writeLookFile } from '@fulgent/core/scene';
import { and, asc, desc, eq, isNull } from 'drizzle-orm';
import { nanoid } from 'nanoid';
import { HttpProblem, notFound } from '../problem';
import type { MadeShoot } from '../work/demo-shoots';
import type { AcceptedLook } from '../work/tasks';
import { DEMO_SHOOT_IDS } from './demo';
import type { Db } from './open';
import type { LookSummary, Shoot, StoredLook } from '@fulgent/core/contracts';
import { looks, revisions, shoots } from './schema';

/** Revisions kept for each look besides the present one. */
const KEPT_REVISIONS = 200;

const isPresent = and(isNull(looks.deletedAt));

/** A document that needs no step to the present version. */
const PRESENT_VERSION = new RegExp(`^\\{"format":"[a-z-]+","version":${LOOK_VERSION},`);
const present = (document: string): Look => upgradeLook(JSON.parse(document)) as Look;

/** A look as it lies here, as JSON text: most are passed on and not looked into. */
export interface StoredText extends Omit<StoredLook, 'look'> {
  readonly document: string;
}

/** All reading and writing of shoots, looks and their revisions. What is stored was accepted before. */
export class Repository {
  readonly #db: Db;

  constructor(db: Db) {
    this.#db = db;
  }

  #shootRow(id: string) {
    const row = this.#db
      .select()
      .from(shoots)
      .where(and(eq(shoots.id, id), isNull(shoots.deletedAt)))
      .get();
    if (!row) throw notFound('shoot');
    return row;
  }

  #lookRow(id: string) {
    const row = this.#db
      .select()
      .from(looks)
      .where(and(eq(looks.id, id), isPresent))
      .get();
    if (!row) throw notFound('look');
    return row;
  }

  #documentAt(lookId: string, revision: number): string {
    const row = this.#db
      .select({ document: revisions.document })
      .from(revisions)
      .where(and(eq(revisions.lookId, lookId), eq(revisions.revision, revision)))
      .get();
    if (!row) throw notFound('revision');
    return row.document;
  }

  #summariesOf(shootId: string): LookSummary[] {
    return this.#db
      .select({ id: looks.id, title: looks.title, revision: looks.revision, updatedAt: looks.updatedAt, card: looks.card })
      .from(looks)
      .where(and(eq(looks.shootId, shootId), isPresent))
      .orderBy(asc(looks.createdAt), asc(looks.id))
      .all();
  }

  readLook(id: string): StoredLook {
    const { document, ...rest } = this.#textOf(id);
    return { ...rest, look: present(document) };
  }

  /** The same as text, of the present version. */
  readText(id: string): StoredText {
    const text = this.#textOf(id);
    return PRESENT_VERSION.test(text.document) ? text : { ...text, document: JSON.stringify(present(text.document)) };
  }

  #textOf(id: string): StoredText {
    const { shootId, revision, updatedAt } = this.#lookRow(id);
    return { id, shootId, revision, updatedAt, document: this.#documentAt(id, revision) };
  }

  createShoot(title: string, note: string, id = nanoid(12)): Shoot {
    this.#db.insert(shoots).values({ id, title, note, createdAt: Date.now() }).run();
    return { ...this.#shootRow(id), looks: [] };
  }

  createLook(shootId: string | undefined, { title, document, card }: AcceptedLook, id = nanoid(12)): StoredText {
    return this.#db.transaction(
      () => {
        const home = shootId === undefined ? this.#homeShoot() : this.#shootRow(shootId).id;
        const now = Date.now();
        this.#db.insert(looks).values({ id, shootId: home, title, revision: 1, card, createdAt: now, updatedAt: now }).run();
        this.#db.insert(revisions).values({ lookId: id, revision: 1, document, createdAt: now }).run();
        return this.#textOf(id);
      },
      { behavior: 'immediate' },
    );
  }

  /** Where looks without a shoot go: the newest shoot of one's own, or a first one. */
  #homeShoot(): string {
    const row = this.#db.select().from(shoots).where(isNull(shoots.deletedAt)).orderBy(desc(shoots.createdAt)).all();
    const own = row.find(({ id }) => !DEMO_SHOOT_IDS.some((demo) => demo === id));
    return own ? own.id : this.createShoot('My looks', '').id;
  }

  shoots(): Shoot[] {
    return this.#db
      .select()
      .from(shoots)
      .where(isNull(shoots.deletedAt))
      .orderBy(desc(shoots.createdAt), asc(shoots.id))
      .all()
      .map(({ id, title, note, createdAt }) => ({ id, title, note, createdAt, looks: this.#summariesOf(id) }));
  }

  updateShoot(id: string, change: { title?: string | undefined; note?: string | undefined }): Shoot {
    const row = this.#shootRow(id);
    const next = { title: change.title ?? row.title, note: change.note ?? row.note };
    this.#db.update(shoots).set(next).where(eq(shoots.id, id)).run();
    return { id, ...next, createdAt: row.createdAt, looks: this.#summariesOf(id) };
  }

  deleteShoot(id: string): void {
    this.#shootRow(id);
    this.#db.update(shoots).set({ deletedAt: Date.now() }).where(eq(shoots.id, id)).run();
  }

  restoreShoot(id: string): void {
    if (!this.bringBackShoot(id)) throw notFound('shoot');
  }

  has(id: string): boolean {
    return (
      this.#db
        .select({ id: looks.id })
        .from(looks)
        .where(and(eq(looks.id, id), isPresent))
        .get() !== undefined
    );
  }

  /** A look with when it was begun. */
  readWithDate(id: string): { look: Look; createdAt: number } {
    const { createdAt, revision } = this.#lookRow(id);
    return { look: present(this.#documentAt(id, revision)), createdAt };
  }

  /** Writes a new revision on top of `basedOn`. @throws HttpProblem 409 with the present look when that is not the newest. */
  updateLook(id: string, basedOn: number, { title, document, card }: AcceptedLook): StoredText {
    return this.#db.transaction(
      () => {
        const row = this.#lookRow(id);
        if (row.revision !== basedOn) {
          throw new HttpProblem(
            409,
            'Changed elsewhere',
            `This look is at revision ${row.revision} now; the change builds on ${basedOn}. Merge it into the current one and send it again.`,
            { current: this.readLook(id) },
          );
        }
        const revision = basedOn + 1;
        const now = Date.now();
        this.#db.insert(revisions).values({ lookId: id, revision, document, createdAt: now }).run();
        this.#db.update(looks).set({ revision, title, card, updatedAt: now }).where(eq(looks.id, id)).run();
        this.#db
          .delete(revisions)
          .where(and(eq(revisions.lookId, id), eq(revisions.revision, revision - KEPT_REVISIONS)))
          .run();
        return { id, shootId: row.shootId, revision, updatedAt: now, document };
      },
      { behavior: 'immediate' },
    );
  }

  deleteLook(id: string): void {
    this.#lookRow(id);
    this.#db.update(looks).set({ deletedAt: Date.now() }).where(eq(looks.id, id)).run();
  }

  restoreLook(id: string): StoredText {
    const { changes } = this.#db.update(looks).set({ deletedAt: null }).where(eq(looks.id, id)).run();
    if (changes === 0) throw notFound('look');
    return this.readText(id);
  }

  revisionsOf(id: string): { revision: number; createdAt: number }[] {
    this.#lookRow(id);
    return this.#db
      .select({ revision: revisions.revision, createdAt: revisions.createdAt })
      .from(revisions)
      .where(eq(revisions.lookId, id))
      .orderBy(desc(revisions.revision))
      .all();
  }

  lookAt(id: string, revision: number): Look {
    this.#lookRow(id);
    return present(this.#documentAt(id, revision));
  }

  exportLook(id: string): { title: string; text: string } {
    const { look } = this.readLook(id);
    return { title: look.title, text: writeLookFile(look) };
  }

  /** Puts a shoot back that was deleted; false where there never was one. */
  bringBackShoot(id: string): boolean {
    return this.#db.update(shoots).set({ deletedAt: null }).where(eq(shoots.id, id)).run().changes > 0;
  }

  /** Adds a shoot with all its looks, or nothing. */
  addShoot({ id, title, note, looks: made }: MadeShoot): void {
    this.#db.transaction(
      () => {
        this.createShoot(title, note, id);
        for (const { id: lookId, ...accepted } of made) this.createLook(id, accepted, lookId);
      },
      { behavior: 'immediate' },
    );
  }
}
