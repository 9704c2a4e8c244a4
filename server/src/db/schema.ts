import type { FrameKind, FrameMeta, FrameNotes, FrameReading } from '@fulgent/core/day';
import type { LookCard } from '@fulgent/core/contracts';
import type { PracticeAnswer } from '@fulgent/core/practice';
import { index, integer, primaryKey, real, sqliteTable, text } from 'drizzle-orm/sqlite-core';

export const shoots = sqliteTable('shoots', {
  id: text().primaryKey(),
  title: text().notNull(),
  note: text().notNull().default(''),
  /** Epoch milliseconds, as all times here. */
  createdAt: integer('created_at').notNull(),
  deletedAt: integer('deleted_at'),
});

export const looks = sqliteTable(
  'looks',
  {
    id: text().primaryKey(),
    shootId: text('shoot_id')
      .notNull()
      .references(() => shoots.id, { onDelete: 'cascade' }),
    title: text().notNull(),
    /** Number of the present revision. */
    revision: integer().notNull(),
    card: text({ mode: 'json' }).$type<LookCard>().notNull(),
    createdAt: integer('created_at').notNull(),
    updatedAt: integer('updated_at').notNull(),
    deletedAt: integer('deleted_at'),
  },
  (table) => [index('looks_shoot').on(table.shootId)],
);

export const revisions = sqliteTable(
  'revisions',
  {
    lookId: text('look_id')
      .notNull()
      .references(() => looks.id, { onDelete: 'cascade' }),
    revision: integer().notNull(),
    /** The look document as JSON text, kept exactly as it was accepted. */
    document: text().notNull(),
    createdAt: integer('created_at').notNull(),
    /** The device that wrote it, as it calls itself; '' where it did not say. */
    by: text().notNull().default(''),
    /** What it is kept for; one with a name is never thinned out. */
    name: text().notNull().default(''),
  },
  (table) => [primaryKey({ columns: [table.lookId, table.revision] })],
);

/** What the user's kit adds to the stand-ins or changes about them; the stand-ins themselves ship with the application. */
export const kitEntries = sqliteTable('kit_entries', {
  id: text().primaryKey(),
  /** The entry as JSON text, as it was accepted. */
  document: text().notNull(),
  revision: integer().notNull(),
  createdAt: integer('created_at').notNull(),
  updatedAt: integer('updated_at').notNull(),
  deletedAt: integer('deleted_at'),
});

/** Test frames and the look as it was then; their pictures lie beside the database, under their ids. */
export const frames = sqliteTable(
  'frames',
  {
    id: text().primaryKey(),
    lookId: text('look_id')
      .notNull()
      .references(() => looks.id, { onDelete: 'cascade' }),
    name: text().notNull(),
    kind: text().$type<FrameKind>().notNull(),
    /** The light that burned alone or was bracketed, or ''. */
    lightId: text('light_id').notNull(),
    /** Stops from the plan in a bracket. */
    stops: real().notNull(),
    mime: text().notNull(),
    widthPx: integer('width_px').notNull(),
    heightPx: integer('height_px').notNull(),
    /** Exposure and the like as the file tells it. */
    meta: text({ mode: 'json' }).$type<FrameMeta>().notNull(),
    notes: text({ mode: 'json' }).$type<FrameNotes>().notNull(),
    /** What was measured in it; null until then. It follows from the files, the look and the marks, and can be made anew. */
    reading: text({ mode: 'json' }).$type<FrameReading>(),
    revision: integer().notNull(),
    /** The look as it was, as JSON text. */
    look: text().notNull(),
    createdAt: integer('created_at').notNull(),
    updatedAt: integer('updated_at').notNull(),
    deletedAt: integer('deleted_at'),
  },
  (table) => [index('frames_look').on(table.lookId)],
);

/** Sessions of devices that gave the passcode; who is not here has none. */
export const sessions = sqliteTable('sessions', {
  /** SHA-256 of what the cookie holds: the cookie itself is kept nowhere. */
  token: text().primaryKey(),
  /** SHA-256 of the passcode with this folder's secret: another passcode ends all sessions. */
  passcode: text().notNull(),
  until: integer().notNull(),
});

/** Answers of practice, each by an id that the device made up. */
export const practice = sqliteTable(
  'practice',
  {
    id: text().primaryKey(),
    at: integer().notNull(),
    skill: text().$type<PracticeAnswer['skill']>().notNull(),
    /** What its exercise is made again by. */
    code: text().notNull(),
    error: real().notNull(),
    signed: real(),
    grade: text().$type<PracticeAnswer['grade']>().notNull(),
    about: text().notNull(),
  },
  (table) => [index('practice_at').on(table.at)],
);

/** What was chosen for all of this folder's work, as JSON text under a name. */
export const settings = sqliteTable('settings', {
  name: text().primaryKey(),
  value: text().notNull(),
  updatedAt: integer('updated_at').notNull(),
});
