import { and, eq, lt } from 'drizzle-orm';
import type { Db } from './open';
import { sessions } from './schema';

/** Sessions that are open, by a digest of their token. */
export class SessionRepository {
  readonly #db: Db;

  constructor(db: Db) {
    this.#db = db;
  }

  /** Opens one; those that are over are forgotten. */
  open(token: string, passcode: string, until: number, now: number): void {
    this.#db.delete(sessions).where(lt(sessions.until, now)).run();
    this.#db.insert(sessions).values({ token, passcode, until }).run();
  }

  isOpen(token: string, passcode: string, now: number): boolean {
    const found = this.#db
      .select({ until: sessions.until })
      .from(sessions)
      .where(and(eq(sessions.token, token), eq(sessions.passcode, passcode)))
      .get();
    return found !== undefined && found.until > now;
  }

  close(token: string): void {
    this.#db.delete(sessions).where(eq(sessions.token, token)).run();
  }
}
