import {
  atHand,
  canonicalText,
  isStandIn,
  mergedKit,
  STAND_IN_KIT,
  upgradeKitEntry,
  USUAL_POLICY,
  type KitEntry,
  type KitPolicy,
} from '@fulgent/core/catalogue';
import type { KitOutcome, StoredEntry } from '@fulgent/core/contracts';
import { asc, count, eq, isNull, max, sum } from 'drizzle-orm';
import { nanoid } from 'nanoid';
import { HttpProblem, invalid, notFound } from '../problem';
import type { Db } from './open';
import { kitEntries, settings } from './schema';

const POLICY = 'kit-policy';

const standIns = new Map(STAND_IN_KIT.map((entry) => [entry.id, entry]));

/** Fields of a stand-in that are the user's own affair; its physics stays as it ships. */
const OWN_FIELDS = new Set(['count', 'note', 'archived', 'condition', 'hours', 'widthCm', 'heightCm']);

/** All reading and writing of the kit. Entries passed in must have gone through `parseKitEntry`. */
export class KitRepository {
  readonly #db: Db;
  readonly #state;
  /** The kit as it was last listed, and the state of its table then. */
  #listed: { readonly state: string; readonly entries: readonly StoredEntry[]; readonly text: string } | null = null;

  constructor(db: Db) {
    this.#db = db;
    // Every change of an entry moves one of these, whoever writes it.
    this.#state = db
      .select({
        n: count(),
        revisions: sum(kitEntries.revision),
        newest: max(kitEntries.updatedAt),
        deleted: sum(kitEntries.deletedAt),
      })
      .from(kitEntries)
      .prepare();
  }

  #rows() {
    return this.#db
      .select()
      .from(kitEntries)
      .where(isNull(kitEntries.deletedAt))
      .orderBy(asc(kitEntries.createdAt), asc(kitEntries.id))
      .all();
  }

  #rowOf(id: string) {
    return this.#db.select().from(kitEntries).where(eq(kitEntries.id, id)).get();
  }

  read(id: string): StoredEntry {
    const row = this.#rowOf(id);
    const isKept = row !== undefined && row.deletedAt === null;
    const entry = isKept ? (upgradeKitEntry(JSON.parse(row.document)) as KitEntry) : standIns.get(id);
    if (!entry) throw notFound('kit entry');
    const isThere = this.atHand().some((one) => one.id === id);
    return { entry, revision: isKept ? row.revision : 0, standIn: isStandIn(id), atHand: isThere };
  }

  /** Writes an entry over revision `basedOn`; 0 for one that has no row yet. */
  #write(entry: KitEntry, basedOn: number): StoredEntry {
    const row = this.#rowOf(entry.id);
    const current = row && row.deletedAt === null ? row.revision : 0;
    if (current !== basedOn) {
      throw new HttpProblem(
        409,
        'Changed elsewhere',
        'This entry was changed elsewhere. Take the current one in and send again.',
        {
          current: this.read(entry.id),
        },
      );
    }
    checkStandIn(entry);
    const now = Date.now();
    const document = JSON.stringify(entry);
    const revision = (row?.revision ?? 0) + 1;
    this.#db
      .insert(kitEntries)
      .values({ id: entry.id, document, revision, createdAt: now, updatedAt: now })
      .onConflictDoUpdate({ target: kitEntries.id, set: { document, revision, updatedAt: now, deletedAt: null } })
      .run();
    return this.read(entry.id);
  }

  list(): readonly StoredEntry[] {
    return this.#asListed().entries;
  }

  /** The same as JSON: every page asks for it, and it seldom changes. */
  listText(): string {
    return this.#asListed().text;
  }

  /** Entries that may be proposed and placed. */
  atHand(): KitEntry[] {
    return this.list().flatMap(({ entry, atHand: isThere }) => (isThere ? [entry] : []));
  }

  policy(): KitPolicy {
    const row = this.#db.select().from(settings).where(eq(settings.name, POLICY)).get();
    return row ? (JSON.parse(row.value) as KitPolicy) : USUAL_POLICY;
  }

  setPolicy(policy: KitPolicy): KitPolicy {
    const [value, updatedAt] = [JSON.stringify(policy), Date.now()];
    this.#db
      .insert(settings)
      .values({ name: POLICY, value, updatedAt })
      .onConflictDoUpdate({ target: settings.name, set: { value, updatedAt } })
      .run();
    return this.policy();
  }

  #asListed() {
    const policy = this.policy();
    const state = JSON.stringify([this.#state.get(), policy]);
    if (this.#listed?.state === state) return this.#listed;
    const own = this.#rows();
    const revisions = new Map(own.map(({ id, revision }) => [id, revision]));
    const kit = mergedKit(own.map(({ document }) => upgradeKitEntry(JSON.parse(document)) as KitEntry));
    const there = new Set(atHand(kit, policy).map(({ id }) => id));
    const entries = kit.map((entry) => ({
      entry,
      revision: revisions.get(entry.id) ?? 0,
      standIn: isStandIn(entry.id),
      atHand: there.has(entry.id),
    }));
    return (this.#listed = { state, entries, text: JSON.stringify(entries) });
  }

  /** Adds an entry under a fresh id. */
  create(entry: KitEntry): StoredEntry {
    const id = `own-${nanoid(10).replace(/[^A-Za-z0-9]/g, 'x')}`;
    return this.#db.transaction(() => this.#write({ ...entry, id }, 0), { behavior: 'immediate' });
  }

  update(entry: KitEntry, basedOn: number): StoredEntry {
    return this.#db.transaction(
      () => {
        this.read(entry.id);
        return this.#write(entry, basedOn);
      },
      { behavior: 'immediate' },
    );
  }

  /** Takes an own entry away; a stand-in goes back to how it ships. */
  remove(id: string): void {
    this.read(id);
    this.#db.update(kitEntries).set({ deletedAt: Date.now() }).where(eq(kitEntries.id, id)).run();
  }

  restore(id: string): StoredEntry {
    if (!this.#rowOf(id)) throw notFound('kit entry');
    this.#db.update(kitEntries).set({ deletedAt: null }).where(eq(kitEntries.id, id)).run();
    return this.read(id);
  }

  /** What a kit file holds besides the untouched stand-ins: enough to make the same kit elsewhere. */
  own(): KitEntry[] {
    return this.#rows().map(({ document }) => upgradeKitEntry(JSON.parse(document)) as KitEntry);
  }

  /** Takes in every entry of a kit file, or none. Entries of the same id are replaced. */
  importAll(entries: readonly KitEntry[]): KitOutcome {
    return this.#db.transaction(
      () => {
        const counts = { added: 0, replaced: 0 };
        entries.forEach((entry, i) => {
          try {
            checkStandIn(entry);
          } catch (error) {
            if (!(error instanceof HttpProblem)) throw error;
            throw invalid([{ field: `entries[${i}].id`, message: error.message }]);
          }
          const row = this.#rowOf(entry.id);
          const there = row !== undefined && row.deletedAt === null;
          this.#write(entry, there ? row.revision : 0);
          counts[there || isStandIn(entry.id) ? 'replaced' : 'added'] += 1;
        });
        return counts;
      },
      { behavior: 'immediate' },
    );
  }
}

/** A stand-in may be counted, noted and archived; to change what it is, it is duplicated. */
function checkStandIn(entry: KitEntry): void {
  const standIn = standIns.get(entry.id);
  if (!standIn) return;
  const physics = (one: KitEntry) =>
    canonicalText(Object.fromEntries(Object.entries(one).filter(([key]) => !OWN_FIELDS.has(key))));
  if (physics(standIn) !== physics(entry)) {
    throw invalid([
      {
        field: 'entry',
        message: `"${standIn.name}" ships with the application: only its count, size, condition and note can be changed. Duplicate it to change the rest.`,
      },
    ]);
  }
}
