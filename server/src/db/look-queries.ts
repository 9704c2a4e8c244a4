import { and, asc, desc, eq, inArray, isNull, sql } from 'drizzle-orm';
import type { Db } from './open';
import { looks, revisions, shoots } from './schema';

/** Queries of looks that run many times a second, made ready once. */
export function lookQueries(db: Db) {
  const { placeholder } = sql;
  const isPresent = isNull(looks.deletedAt);
  return {
    look: db
      .select()
      .from(looks)
      .where(and(eq(looks.id, placeholder('id')), isPresent))
      .prepare(),
    text: db
      .select({ shootId: looks.shootId, revision: looks.revision, updatedAt: looks.updatedAt, document: revisions.document })
      .from(looks)
      .innerJoin(revisions, and(eq(revisions.lookId, looks.id), eq(revisions.revision, looks.revision)))
      .where(and(eq(looks.id, placeholder('id')), isPresent))
      .prepare(),
    documentAt: db
      .select({ document: revisions.document })
      .from(revisions)
      .where(and(eq(revisions.lookId, placeholder('id')), eq(revisions.revision, placeholder('revision'))))
      .prepare(),
    shoots: db
      .select({ id: shoots.id, title: shoots.title, note: shoots.note, createdAt: shoots.createdAt })
      .from(shoots)
      .where(isNull(shoots.deletedAt))
      .orderBy(desc(shoots.createdAt), asc(shoots.id))
      .prepare(),
    summaries: db
      .select({
        shootId: looks.shootId,
        id: looks.id,
        title: looks.title,
        revision: looks.revision,
        updatedAt: looks.updatedAt,
        card: looks.card,
      })
      .from(looks)
      .where(isPresent)
      .orderBy(asc(looks.createdAt), asc(looks.id))
      .prepare(),
    addRevision: db
      .insert(revisions)
      .values({
        lookId: placeholder('id'),
        revision: placeholder('revision'),
        document: placeholder('document'),
        createdAt: placeholder('now'),
        by: placeholder('by'),
      })
      .prepare(),
    /** `card` as JSON text. */
    present: db
      .update(looks)
      .set({
        revision: sql`${placeholder('revision')}`,
        title: sql`${placeholder('title')}`,
        card: sql`${placeholder('card')}`,
        updatedAt: sql`${placeholder('now')}`,
      })
      .where(eq(looks.id, placeholder('id')))
      .prepare(),
    revisions: db
      .select({ revision: revisions.revision, createdAt: revisions.createdAt, by: revisions.by, name: revisions.name })
      .from(revisions)
      .where(eq(revisions.lookId, placeholder('id')))
      .orderBy(desc(revisions.revision))
      .prepare(),
    byAt: db
      .select({ by: revisions.by })
      .from(revisions)
      .where(and(eq(revisions.lookId, placeholder('id')), eq(revisions.revision, placeholder('revision'))))
      .prepare(),
    dropRevisions: (id: string, numbers: readonly number[]) =>
      db
        .delete(revisions)
        .where(and(eq(revisions.lookId, id), inArray(revisions.revision, [...numbers])))
        .run(),
  };
}

export type LookQueries = ReturnType<typeof lookQueries>;
