import { parseKitEntry, upgradeKitEntry, type KitEntry } from '@fulgent/core/catalogue';
import { upgradeNotes } from '@fulgent/core/day';
import { upgradeLook, type Look } from '@fulgent/core/document';
import { parseLook } from '@fulgent/core/scene';
import type { ArchiveOutcome } from '@fulgent/core/contracts';
import { and, eq } from 'drizzle-orm';
import { nanoid } from 'nanoid';
import * as yup from 'yup';
import { cardOf } from '../db/card';
import type { Db } from '../db/open';
import { frames, kitEntries, looks, revisions, shoots } from '../db/schema';
import type { PictureFacts } from '../frames/decode';
import type { PictureStore } from '../frames/picture-store';
import { HttpProblem } from '../problem';
import { frameSchema, headSchema, lookSchema, shootsSchema } from './archive-format';
import { openArchive, refused, type OpenedArchive } from './open-archive';

type Entry<S extends yup.Schema> = yup.InferType<S>;
type TakenLook = Omit<Entry<typeof lookSchema>, 'revisions'> & {
  readonly newest: Look;
  readonly revisions: readonly { readonly revision: number; readonly createdAt: number; readonly document: string }[];
};
type TakenFrame = Omit<Entry<typeof frameSchema>, 'look'> & { readonly look: string };

interface Contents {
  readonly shoots: Entry<typeof shootsSchema>;
  readonly kit: readonly KitEntry[];
  readonly looks: readonly TakenLook[];
  readonly frames: readonly TakenFrame[];
}

/** Files of a frame that were taken in, under the id that is free for them. */
interface TakenPicture {
  readonly id: string;
  readonly facts: PictureFacts;
}

/**
 * Takes in the archive at `file`: all of it is read and checked before anything is stored, and then all is stored or nothing. What is here already as it is
 * stays; a look of the same id that differs is added beside it under a new id. @throws HttpProblem 422 naming the file and field.
 */
export async function takeArchive(db: Db, pictures: PictureStore, file: string): Promise<ArchiveOutcome> {
  const archive = await openArchive(file);
  const taken = new Map<string, TakenPicture>();
  const used = new Set<string>();
  try {
    const contents = await read(archive);
    for (const frame of contents.frames) {
      const row = db.select({ lookId: frames.lookId }).from(frames).where(eq(frames.id, frame.id)).get();
      const id = row ? nanoid(12) : frame.id;
      const facts = await pictures.take(id, archive.bytes(pictureOf(frame.id)));
      taken.set(frame.id, { id, facts });
    }
    return store(db, contents, taken, used);
  } finally {
    archive.close();
    for (const { id } of taken.values()) if (!used.has(id)) await pictures.drop(id);
  }
}

const pictureOf = (frameId: string) => `frames/${frameId}.picture`;

/** Reads and checks all but the pictures. */
async function read(archive: OpenedArchive): Promise<Contents> {
  await archive.json('archive.json', headSchema);
  const someShoots = await archive.json('shoots.json', shootsSchema);
  const kitList: unknown[] = await archive.json('kit.json', yup.array().required());
  const kit = kitList.map((entry) => within('kit.json', () => parseKitEntry(upgradeKitEntry(entry))));
  const below = (folder: string) => archive.names.filter((name) => name.startsWith(folder) && name.endsWith('.json'));
  const someLooks: TakenLook[] = [];
  for (const name of below('looks/')) {
    const { revisions: history, ...entry } = await archive.json(name, lookSchema);
    const parsed = history.map((row) => ({ ...row, look: within(name, () => parseLook(upgradeLook(row.look))) }));
    const newest = parsed.find(({ revision }) => revision === entry.revision)?.look;
    if (!newest) throw refused(name, `${name} lacks its newest revision.`);
    if (!someShoots.some((shoot) => shoot.id === entry.shootId))
      throw refused(name, `${name} belongs to a shoot that the archive does not hold.`);
    const kept = parsed.map(({ revision, createdAt, look }) => ({ revision, createdAt, document: JSON.stringify(look) }));
    someLooks.push({ ...entry, newest, revisions: kept });
  }
  const someFrames: TakenFrame[] = [];
  for (const name of below('frames/')) {
    const { look, ...entry } = await archive.json(name, frameSchema, (frame) => ({
      ...frame,
      notes: upgradeNotes(frame['notes']),
    }));
    if (!someLooks.some(({ id }) => id === entry.lookId))
      throw refused(name, `${name} belongs to a look that the archive does not hold.`);
    if (!archive.names.includes(pictureOf(entry.id))) throw refused(name, `The picture of ${name} is missing in the archive.`);
    someFrames.push({ ...entry, look: JSON.stringify(within(name, () => parseLook(upgradeLook(look)))) });
  }
  return { shoots: someShoots, kit, looks: someLooks, frames: someFrames };
}

/** Names the file in which a look or an entry is wrong. */
function within<T>(name: string, work: () => T): T {
  try {
    return work();
  } catch (error) {
    throw refused(name, `${name}: ${error instanceof Error ? error.message.slice(0, 300) : 'cannot be read'}`);
  }
}

type Place = keyof ArchiveOutcome;

/** Stores all or nothing; `used` is told whose pictures are wanted. */
function store(db: Db, contents: Contents, taken: ReadonlyMap<string, TakenPicture>, used: Set<string>): ArchiveOutcome {
  return db.transaction(
    () => {
      const outcome = { added: 0, same: 0, beside: 0 };
      for (const shoot of contents.shoots) storeShoot(db, shoot);
      for (const entry of contents.kit) outcome[storeKit(db, entry)]++;
      const renamed = new Map<string, string>();
      for (const look of contents.looks) {
        const { id, place } = storeLook(db, look);
        renamed.set(look.id, id);
        outcome[place]++;
      }
      for (const frame of contents.frames)
        outcome[storeFrame(db, frame, renamed.get(frame.lookId)!, taken.get(frame.id)!, used)]++;
      return outcome;
    },
    { behavior: 'immediate' },
  );
}

function storeShoot(db: Db, shoot: Contents['shoots'][number]): void {
  db.insert(shoots)
    .values(shoot)
    .onConflictDoUpdate({ target: shoots.id, set: { deletedAt: null } })
    .run();
}

function storeKit(db: Db, entry: KitEntry): Place {
  const document = JSON.stringify(entry);
  const row = db.select().from(kitEntries).where(eq(kitEntries.id, entry.id)).get();
  if (row?.document === document && row.deletedAt === null) return 'same';
  const isFree = row === undefined || row.deletedAt !== null;
  const id = isFree ? entry.id : `own-${nanoid(10).replace(/[^A-Za-z0-9]/g, 'x')}`;
  const now = Date.now();
  const values = { document: JSON.stringify({ ...entry, id }), revision: isFree ? (row?.revision ?? 0) + 1 : 1, updatedAt: now };
  db.insert(kitEntries)
    .values({ id, ...values, createdAt: now })
    .onConflictDoUpdate({ target: kitEntries.id, set: { ...values, deletedAt: null } })
    .run();
  return isFree ? 'added' : 'beside';
}

function storeLook(
  db: Db,
  { id, newest, revisions: history, ...look }: TakenLook,
): { readonly id: string; readonly place: Place } {
  const row = db.select().from(looks).where(eq(looks.id, id)).get();
  if (row && JSON.stringify(newestOf(db, id, row.revision)) === JSON.stringify(newest)) {
    if (row.deletedAt !== null) db.update(looks).set({ deletedAt: null }).where(eq(looks.id, id)).run();
    return { id, place: 'same' };
  }
  const target = row ? nanoid(12) : id;
  db.insert(looks)
    .values({ ...look, id: target, title: newest.title, card: cardOf(newest) })
    .run();
  for (const one of history)
    db.insert(revisions)
      .values({ lookId: target, ...one })
      .run();
  return { id: target, place: row ? 'beside' : 'added' };
}

function newestOf(db: Db, lookId: string, revision: number): Look {
  const { document } = db
    .select({ document: revisions.document })
    .from(revisions)
    .where(and(eq(revisions.lookId, lookId), eq(revisions.revision, revision)))
    .get()!;
  return parseLook(upgradeLook(JSON.parse(document)));
}

function storeFrame(
  db: Db,
  { id, ...frame }: TakenFrame,
  lookId: string,
  picture: TakenPicture,
  used: Set<string>,
): Exclude<Place, 'beside'> {
  const row = db.select({ lookId: frames.lookId, deletedAt: frames.deletedAt }).from(frames).where(eq(frames.id, id)).get();
  if (row?.lookId === lookId) {
    if (row.deletedAt !== null) db.update(frames).set({ deletedAt: null }).where(eq(frames.id, id)).run();
    return 'same';
  }
  if (row && picture.id === id)
    throw new HttpProblem(409, 'Changed meanwhile', 'Frames of this archive were added here meanwhile. Take it in again.');
  used.add(picture.id);
  db.insert(frames)
    .values({ ...frame, ...picture.facts, id: picture.id, lookId, revision: 1 })
    .run();
  return 'added';
}
