import type { LookSummary, Revision, Shoot, StoredLook } from '@fulgent/core/contracts';
import { LOOK_VERSION, upgradeLook, type Look } from '@fulgent/core/document';
import { writeLookFile } from '@fulgent/core/scene';
import { and, desc, eq, isNull } from 'drizzle-orm';
import { nanoid } from 'nanoid';
import { HttpProblem, notFound } from '../problem';
import type { MadeShoot } from '../work/demo-shoots';
import type { AcceptedLook } from '../work/tasks';
import { DEMO_SHOOT_IDS } from './demo';
import { lookQueries, type LookQueries } from './look-queries';
import type { Db } from './open';
import { looks, revisions, shoots } from './schema';
import { thinnedOut } from './thinning';

/** Revisions are thinned out with every so manieth. */
const THIN_EVERY = 64;

/** The name that an answer has no device for. */
const NOBODY = '';

/** A document that needs no step to the present version. */
const PRESENT_VERSION = new RegExp(`^\\{"format":"[a-z-]+","version":${LOOK_VERSION},`);
const present = (document: string): Look => upgradeLook(JSON.parse(document)) as Look;

/** A look as it lies here, as JSON text: most are passed on and not looked into. */
export interface StoredText extends Omit<StoredLook, 'look'> {
  readonly document: string;
}

const asSummary = ({ shootId: _shoot, ...summary }: LookSummary & { readonly shootId: string }): LookSummary => summary;

/** All reading and writing of shoots, looks and their revisions. What is stored was accepted before. */
export class Repository {
  readonly #db: Db;
  readonly #queries: LookQueries;

  constructor(db: Db) {
    this.#db = db;
    this.#queries = lookQueries(db);
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
    const row = this.#queries.look.get({ id });
    if (!row) throw notFound('look');
    return row;
  }

  #documentAt(lookId: string, revision: number): string {
    const row = this.#queries.documentAt.get({ id: lookId, revision });
    if (!row) throw notFound('revision');
    return row.document;
  }

  #summariesOf(shootId: string): LookSummary[] {
    return this.#queries.summaries
      .all()
      .filter((look) => look.shootId === shootId)
      .map(asSummary);
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
    const row = this.#queries.text.get({ id });
    if (!row) throw notFound('look');
    return { id, ...row };
  }

  createShoot(title: string, note: string, id = nanoid(12)): Shoot {
    this.#db.insert(shoots).values({ id, title, note, createdAt: Date.now() }).run();
    return { ...this.#shootRow(id), looks: [] };
  }

  createLook(shootId: string | undefined, { title, document, card }: AcceptedLook, id = nanoid(12), by = NOBODY): StoredText {
    return this.#db.transaction(
      () => {
        const home = shootId === undefined ? this.#homeShoot() : this.#shootRow(shootId).id;
        const now = Date.now();
        this.#db.insert(looks).values({ id, shootId: home, title, revision: 1, card, createdAt: now, updatedAt: now }).run();
        this.#queries.addRevision.run({ id, revision: 1, document, now, by });
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
    const byShoot = new Map<string, LookSummary[]>(this.#queries.shoots.all().map(({ id }) => [id, []]));
    for (const look of this.#queries.summaries.all()) byShoot.get(look.shootId)?.push(asSummary(look));
    return this.#queries.shoots.all().map((shoot) => ({ ...shoot, looks: byShoot.get(shoot.id)! }));
  }

  shootCount(): number {
    return this.#queries.shoots.all().length;
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
    return this.#queries.look.get({ id }) !== undefined;
  }

  /** A look with when it was begun. */
  readWithDate(id: string): { look: Look; createdAt: number } {
    const { createdAt, revision } = this.#lookRow(id);
    return { look: present(this.#documentAt(id, revision)), createdAt };
  }

  /** Writes a new revision on top of `basedOn`. @throws HttpProblem 409 with the present look when that is not the newest. */
  updateLook(id: string, basedOn: number, { title, document, card }: AcceptedLook, by = NOBODY): StoredText {
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
        this.#queries.addRevision.run({ id, revision, document, now, by });
        this.#queries.present.run({ id, revision, title, card: JSON.stringify(card), now });
        if (revision % THIN_EVERY === 0) this.thin(id, now);
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

  /** Drops revisions that age has thinned out; returns how many. */
  thin(id: string, now: number): number {
    const dropped = thinnedOut(this.#queries.revisions.all({ id }), now);
    if (dropped.length > 0) this.#queries.dropRevisions(id, dropped);
    return dropped.length;
  }

  revisionsOf(id: string): Revision[] {
    this.#lookRow(id);
    return this.#queries.revisions.all({ id });
  }

  /** Names a revision, so that it is never thinned out; '' takes the name away. */
  nameRevision(id: string, revision: number, name: string): Revision {
    this.#lookRow(id);
    this.#db
      .update(revisions)
      .set({ name })
      .where(and(eq(revisions.lookId, id), eq(revisions.revision, revision)))
      .run();
    const named = this.#queries.revisions.all({ id }).find((one) => one.revision === revision);
    if (!named) throw notFound('revision');
    return named;
  }

  /** The newest revision of a look and the device that wrote it. */
  newestOf(id: string): Pick<Revision, 'revision' | 'by'> {
    const { revision } = this.#lookRow(id);
    return { revision, by: this.#queries.byAt.get({ id, revision })?.by ?? NOBODY };
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
