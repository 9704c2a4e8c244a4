import type { PracticeAnswer } from '@fulgent/core/practice';
import { asc, desc } from 'drizzle-orm';
import type { Db } from './open';
import { practice } from './schema';

/** As many answers are told, the newest: years of practice. */
const MOST = 20_000;

/** Answers of practice. */
export class PracticeRepository {
  readonly #db: Db;

  constructor(db: Db) {
    this.#db = db;
  }

  /** The newest answers, in the order in which they were given. */
  all(): PracticeAnswer[] {
    const newest = this.#db.select().from(practice).orderBy(desc(practice.at)).limit(MOST).as('newest');
    return this.#db.select().from(newest).orderBy(asc(newest.at)).all();
  }

  /** Keeps answers; one whose id is known stays as it is. */
  add(answers: readonly PracticeAnswer[]): void {
    if (answers.length === 0) return;
    this.#db
      .insert(practice)
      .values([...answers])
      .onConflictDoNothing()
      .run();
  }

  /** Forgets all of them. */
  clear(): void {
    this.#db.delete(practice).run();
  }
}
