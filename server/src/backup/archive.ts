import {
  FRAME_KINDS,
  frameNotesSchema,
  parseKitEntry,
  parseLook,
  upgradeKitEntry,
  upgradeLook,
  type Look,
  type Problem,
} from '@fulgent/core';
import { eq } from 'drizzle-orm';
import { strFromU8, strToU8, unzip, zip, type AsyncZippable } from 'fflate';
import { nanoid } from 'nanoid';
import * as yup from 'yup';
import { cardOf } from '../db/card';
import type { Db } from '../db/open';
import { frames, kitEntries, looks, revisions, shoots } from '../db/schema';
import type { PictureFiles } from '../frames/picture-files';
import { readPicture, type ReadPicture } from '../frames/read-picture';
import { invalid } from '../problem';

/** Everything in one archive (ZIP of JSON and pictures), out and in. */

export const ARCHIVE_FORMAT = 'fulgent-archive';
export const ARCHIVE_VERSION = 1;

const MOST_FILES = 20_000;
const LARGEST_FILE = 80_000_000;
const LARGEST_TOTAL = 2_000_000_000;
/** An entry that grows by more than this when it is opened is no honest picture or text. */
const MOST_GROWTH = 200;
const GROWTH_COUNTS_FROM = 1_000_000;
const ENTRY = /^(archive|shoots|kit)\.json$|^(looks|frames)\/[A-Za-z0-9_-]{1,64}\.(json|picture)$/;

const json = (value: unknown) => strToU8(JSON.stringify(value));

/** Everything that is not deleted: shoots, looks with their revisions, kit, frames with their files. */
export async function writeArchive(db: Db, pictures: PictureFiles): Promise<Uint8Array> {
  const files: AsyncZippable = {};
  const present = <T extends { deletedAt: number | null }>(rows: T[]) => rows.filter(({ deletedAt }) => deletedAt === null);
  const allShoots = present(db.select().from(shoots).all());
  const allLooks = present(db.select().from(looks).all()).filter(({ shootId }) => allShoots.some(({ id }) => id === shootId));
  files['shoots.json'] = json(allShoots.map(({ id, title, note, createdAt }) => ({ id, title, note, createdAt })));
  files['kit.json'] = json(present(db.select().from(kitEntries).all()).map(({ document }) => JSON.parse(document)));
  for (const { id, shootId, createdAt, updatedAt, revision } of allLooks) {
    const history = db.select().from(revisions).where(eq(revisions.lookId, id)).all();
    files[`looks/${id}.json`] = json({
      id,
      shootId,
      createdAt,
      updatedAt,
      revision,
      revisions: history.map((row) => ({ revision: row.revision, createdAt: row.createdAt, look: JSON.parse(row.document) })),
    });
  }
  let count = 0;
  for (const frame of present(db.select().from(frames).all())) {
    if (!allLooks.some(({ id }) => id === frame.lookId)) continue;
    const { deletedAt: _deletedAt, look, ...rest } = frame;
    files[`frames/${frame.id}.json`] = json({ ...rest, look: JSON.parse(look) });
    // Pictures are squeezed already.
    files[`frames/${frame.id}.picture`] = [await pictures.read(frame.id, 'original'), { level: 0 }];
    count++;
  }
  files['archive.json'] = json({
    format: ARCHIVE_FORMAT,
    version: ARCHIVE_VERSION,
    at: new Date().toISOString(),
    shoots: allShoots.length,
    looks: allLooks.length,
    frames: count,
  });
  return new Promise((resolve, reject) => {
    zip(files, { level: 6 }, (error, data) => (error ? reject(error) : resolve(data)));
  });
}

export interface ArchiveOutcome {
  /** What was added, what was here already as it is, and what was here otherwise and now stands beside it. */
  readonly added: number;
  readonly same: number;
  readonly beside: number;
}

const id = () =>
  yup
    .string()
    .required()
    .matches(/^[A-Za-z0-9_-]{1,64}$/, '${path} must be 1 to 64 letters, digits, dashes or underscores');
const time = () => yup.number().required().integer().min(0).max(8.64e15);
const head = yup.object({
  format: yup.string().required().oneOf([ARCHIVE_FORMAT]),
  version: yup.number().required().oneOf([ARCHIVE_VERSION]),
});
const shootList = yup
  .array(
    yup
      .object({ id: id(), title: yup.string().required().max(120), note: yup.string().defined().max(4000), createdAt: time() })
      .noUnknown()
      .required(),
  )
  .required()
  .max(5000);
const lookEntry = yup.object({
  id: id(),
  shootId: id(),
  createdAt: time(),
  updatedAt: time(),
  revision: yup.number().required().integer().min(1),
  revisions: yup
    .array(
      yup
        .object({ revision: yup.number().required().integer().min(1), createdAt: time(), look: yup.mixed().required() })
        .required(),
    )
    .required()
    .min(1)
    .max(1000),
});
const frameEntry = yup.object({
  id: id(),
  lookId: id(),
  name: yup.string().required().max(120),
  kind: yup.string().required().oneOf(FRAME_KINDS),
  lightId: yup.string().defined().max(64),
  stops: yup.number().required().min(-6).max(6),
  notes: frameNotesSchema,
  createdAt: time(),
  updatedAt: time(),
  look: yup.mixed().required(),
});

type TakenFrame = Omit<yup.InferType<typeof frameEntry>, 'look'> & {
  readonly look: Look;
  readonly original: Buffer;
  /** Under which its files are kept: its own id, where that is free. */
  readonly storedId: string;
  readonly picture: ReadPicture;
};

const refused = (field: string, message: string) => invalid([{ field, message }]);

/** Opens an archive within limits. @throws HttpProblem 422 for what is none, too large, or has odd names in it. */
function opened(bytes: Uint8Array): Promise<Record<string, Uint8Array>> {
  let [count, total] = [0, 0];
  let wrong: string | null = null;
  return new Promise((resolve, reject) => {
    unzip(
      bytes,
      {
        filter: ({ name, size, originalSize }) => {
          if (wrong !== null) return false;
          if (name.endsWith('/')) return false;
          count++;
          total += originalSize;
          if (!ENTRY.test(name)) wrong = `The archive holds "${name.slice(0, 80)}", which this application did not put there.`;
          else if (count > MOST_FILES) wrong = `The archive holds more than ${MOST_FILES} files.`;
          else if (originalSize > LARGEST_FILE || total > LARGEST_TOTAL)
            wrong = 'The archive holds more than can be taken in at once.';
          else if (originalSize > GROWTH_COUNTS_FROM && originalSize > MOST_GROWTH * Math.max(1, size))
            wrong = `"${name}" grows beyond measure when it is opened; it is not taken in.`;
          return wrong === null;
        },
      },
      (error, files) => {
        if (wrong !== null) reject(refused('archive', wrong));
        else if (error)
          reject(
            refused('archive', 'The file is no ZIP archive, or it is damaged. Choose an archive that this application made.'),
          );
        else resolve(files);
      },
    );
  });
}

function jsonIn(files: Record<string, Uint8Array>, name: string): unknown {
  const bytes = files[name];
  if (!bytes) throw refused(name, `${name} is missing in the archive.`);
  try {
    return JSON.parse(strFromU8(bytes));
  } catch {
    throw refused(name, `${name} in the archive is not JSON.`);
  }
}

function checked<S extends yup.Schema>(schema: S, value: unknown, name: string): yup.InferType<S> {
  try {
    return schema.validateSync(value, { strict: true, abortEarly: false }) as yup.InferType<S>;
  } catch (error) {
    if (!(error instanceof yup.ValidationError)) throw error;
    const inner = error.inner.length ? error.inner : [error];
    throw invalid(inner.map((one): Problem => ({ field: `${name}: ${one.path ?? ''}`, message: one.errors[0] ?? one.message })));
  }
}

/** Names the file in which a look or an entry is wrong. */
function within<T>(name: string, work: () => T): T {
  try {
    return work();
  } catch (error) {
    throw refused(name, `${name}: ${error instanceof Error ? error.message.slice(0, 300) : 'cannot be read'}`);
  }
}

/**
 * Takes in an archive: all of it is read and checked before anything is stored, and then all is stored or nothing. What is here already as it is stays;
 * a look of the same id that differs is added beside it under a new id. @throws HttpProblem 422 naming the file and field.
 */
export async function readArchive(db: Db, pictures: PictureFiles, bytes: Uint8Array): Promise<ArchiveOutcome> {
  const files = await opened(bytes);
  checked(head, jsonIn(files, 'archive.json'), 'archive.json');
  const someShoots = checked(shootList, jsonIn(files, 'shoots.json'), 'shoots.json');
  const kitList = jsonIn(files, 'kit.json');
  if (!Array.isArray(kitList)) throw refused('kit.json', 'kit.json in the archive is no list.');
  const entries = kitList.map((entry) => within('kit.json', () => parseKitEntry(upgradeKitEntry(entry))));
  const names = Object.keys(files);
  const someLooks = names
    .filter((name) => name.startsWith('looks/') && name.endsWith('.json'))
    .map((name) => {
      const entry = checked(lookEntry, jsonIn(files, name), name);
      const history = entry.revisions.map((row) => ({ ...row, look: within(name, () => parseLook(upgradeLook(row.look))) }));
      if (!history.some(({ revision }) => revision === entry.revision)) throw refused(name, `${name} lacks its newest revision.`);
      if (!someShoots.some((shoot) => shoot.id === entry.shootId))
        throw refused(name, `${name} belongs to a shoot that the archive does not hold.`);
      return { ...entry, history };
    });
  const someFrames: TakenFrame[] = [];
  for (const name of names.filter((one) => one.startsWith('frames/') && one.endsWith('.json'))) {
    const entry = checked(frameEntry, jsonIn(files, name), name);
    if (!someLooks.some((look) => look.id === entry.lookId))
      throw refused(name, `${name} belongs to a look that the archive does not hold.`);
    const file = files[name.replace(/\.json$/, '.picture')];
    if (!file) throw refused(name, `The picture of ${name} is missing in the archive.`);
    const original = Buffer.from(file);
    const look = within(name, () => parseLook(upgradeLook(entry.look)));
    const isKnown = db.select({ id: frames.id }).from(frames).where(eq(frames.id, entry.id)).get() !== undefined;
    const storedId = isKnown ? nanoid(12) : entry.id;
    someFrames.push({ ...entry, look, original, storedId, picture: await readPicture(original) });
  }
  for (const { storedId, original, picture } of someFrames) await pictures.save(storedId, original, picture.preview);
  const used = new Set<string>();
  try {
    return store();
  } finally {
    for (const { storedId } of someFrames) if (!used.has(storedId)) await pictures.drop(storedId);
  }

  function store(): ArchiveOutcome {
    return db.transaction(
      () => {
        const outcome = { added: 0, same: 0, beside: 0 };
        for (const shoot of someShoots) {
          const row = db.select().from(shoots).where(eq(shoots.id, shoot.id)).get();
          if (!row) db.insert(shoots).values(shoot).run();
          else if (row.deletedAt !== null) db.update(shoots).set({ deletedAt: null }).where(eq(shoots.id, shoot.id)).run();
        }
        const now = Date.now();
        for (const entry of entries) {
          const document = JSON.stringify(entry);
          const row = db.select().from(kitEntries).where(eq(kitEntries.id, entry.id)).get();
          if (row?.document === document && row.deletedAt === null) outcome.same++;
          else {
            const kept =
              row === undefined || row.deletedAt !== null ? entry.id : `own-${nanoid(10).replace(/[^A-Za-z0-9]/g, 'x')}`;
            outcome[kept === entry.id ? 'added' : 'beside']++;
            db.insert(kitEntries)
              .values({
                id: kept,
                document: JSON.stringify({ ...entry, id: kept }),
                revision: (kept === entry.id ? (row?.revision ?? 0) : 0) + 1,
                createdAt: now,
                updatedAt: now,
              })
              .onConflictDoUpdate({
                target: kitEntries.id,
                set: { document, deletedAt: null, updatedAt: now, revision: (row?.revision ?? 0) + 1 },
              })
              .run();
          }
        }
        const renamed = new Map<string, string>();
        for (const look of someLooks) {
          const newest = look.history.find(({ revision }) => revision === look.revision)!.look;
          const row = db.select().from(looks).where(eq(looks.id, look.id)).get();
          if (row) {
            const mine = db
              .select()
              .from(revisions)
              .where(eq(revisions.lookId, look.id))
              .all()
              .find(({ revision }) => revision === row.revision);
            const document = JSON.stringify(newest);
            if (mine && JSON.stringify(parseLook(upgradeLook(JSON.parse(mine.document)))) === document) {
              if (row.deletedAt !== null) db.update(looks).set({ deletedAt: null }).where(eq(looks.id, look.id)).run();
              outcome.same++;
              renamed.set(look.id, look.id);
              continue;
            }
          }
          const target = row ? nanoid(12) : look.id;
          outcome[row ? 'beside' : 'added']++;
          renamed.set(look.id, target);
          db.insert(looks)
            .values({
              id: target,
              shootId: look.shootId,
              title: newest.title,
              revision: look.revision,
              card: cardOf(newest),
              createdAt: look.createdAt,
              updatedAt: look.updatedAt,
            })
            .run();
          for (const one of look.history)
            db.insert(revisions)
              .values({ lookId: target, revision: one.revision, document: JSON.stringify(one.look), createdAt: one.createdAt })
              .run();
        }
        for (const frame of someFrames) {
          const { id: frameId, storedId, lookId, look, picture, original: _original, ...rest } = frame;
          const { preview: _preview, ...facts } = picture;
          const target = renamed.get(lookId)!;
          const row = db
            .select({ lookId: frames.lookId, deletedAt: frames.deletedAt })
            .from(frames)
            .where(eq(frames.id, frameId))
            .get();
          if (row?.lookId === target) {
            if (row.deletedAt !== null) db.update(frames).set({ deletedAt: null }).where(eq(frames.id, frameId)).run();
            outcome.same++;
            continue;
          }
          outcome.added++;
          used.add(storedId);
          db.insert(frames)
            .values({ ...rest, ...facts, id: storedId, lookId: target, revision: 1, look: JSON.stringify(look) })
            .run();
        }
        return outcome;
      },
      { behavior: 'immediate' },
    );
  }
}
