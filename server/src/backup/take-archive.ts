import { existsSync } from 'node:fs';
import path from 'node:path';
import { setImmediate } from 'node:timers/promises';
import { parseKitEntry, upgradeKitEntry, type KitEntry } from '@fulgent/core/catalogue';
import type { ArchiveOutcome } from '@fulgent/core/contracts';
import { upgradeNotes } from '@fulgent/core/day';
import * as yup from 'yup';
import type { Db } from '../db/open';
import type { PictureFacts } from '../frames/decoding';
import type { PictureStore } from '../frames/picture-store';
import { HttpProblem, invalid } from '../problem';
import type { Work } from '../work/pool';
import { frameSchema, headSchema, lookSchema, shootsSchema } from './archive-format';
import { Arrival } from './arrival';
import { openArchive, refused, type OpenedArchive } from './open-archive';

/** What taking an archive in works with. */
export interface Taking {
  readonly db: Db;
  readonly pictures: PictureStore;
  readonly work: Pick<Work, 'acceptLater' | 'readLater'>;
}

interface ShownProblem {
  readonly field: string;
  readonly message: string;
}

/**
 * Takes in the archive at `file`: all of it is checked, or nothing of it is seen. What is here already as it is stays; a look of the same id that differs is
 * added beside it under a new id. Pictures that cannot be read void it, by name; with `leaveUnread` their frames alone are left out. Others are answered
 * meanwhile: no step of it is long. @throws HttpProblem 422 naming the file and field.
 */
export async function takeArchive(taking: Taking, file: string, leaveUnread = false): Promise<ArchiveOutcome> {
  const archive = await openArchive(file);
  const arrival = new Arrival(taking.db);
  const taken: string[] = [];
  try {
    await archive.json('archive.json', headSchema);
    const shoots = await archive.json('shoots.json', shootsSchema);
    const kit = await kitIn(archive);
    arrival.addShoots(shoots);
    for (const name of below(archive, 'looks/')) await takeLook(taking.work, archive, arrival, name);
    const unread: ShownProblem[] = [];
    for (const name of below(archive, 'frames/')) unread.push(...(await takeFrame(taking, archive, arrival, name, taken)));
    if (unread.length > 0 && !leaveUnread)
      throw new HttpProblem(422, 'Pictures not read', unreadWords(unread), {
        field: unread[0]!.field,
        errors: unread,
        canLeave: true,
      });
    return { ...arrival.show(kit), left: unread.length };
  } catch (error) {
    // Files first: where the disk is full, that makes the room for the rest.
    for (const id of taken) await taking.pictures.drop(id);
    arrival.undo();
    throw error;
  } finally {
    archive.close();
  }
}

const unreadWords = ([first, ...others]: readonly ShownProblem[]) =>
  `${first!.message}${others.length ? ` ${others.length} more pictures cannot be read either.` : ''} Nothing was taken in. All else can be, without ${others.length ? 'those frames' : 'that frame'}.`;

const below = ({ names }: OpenedArchive, folder: string) =>
  names.filter((name) => name.startsWith(folder) && name.endsWith('.json'));

const pictureOf = (frameId: string) => `frames/${frameId}.picture`;

async function kitIn(archive: OpenedArchive): Promise<KitEntry[]> {
  const kit: KitEntry[] = [];
  for (const entry of await archive.json('kit.json', yup.array().required())) {
    kit.push(await within('kit.json', async () => parseKitEntry(upgradeKitEntry(entry))));
    await setImmediate();
  }
  return kit;
}

async function takeLook(work: Taking['work'], archive: OpenedArchive, arrival: Arrival, name: string): Promise<void> {
  const { revisions: history, ...entry } = await archive.json(name, lookSchema);
  if (!arrival.hasShoot(entry.shootId)) throw refused(name, `${name} belongs to a shoot that the archive does not hold.`);
  const newest = history.find(({ revision }) => revision === entry.revision);
  if (!newest) throw refused(name, `${name} lacks its newest revision.`);
  const accepted = await within(name, () => work.acceptLater(newest.look));
  const revisions = [];
  for (const { look, ...one } of history) {
    const document = one.revision === entry.revision ? accepted.document : await within(name, () => work.readLater(look));
    revisions.push({ ...one, document });
  }
  const here = arrival.newestOf(entry.id);
  const isSame = here !== null && (await work.readLater(JSON.parse(here))) === accepted.document;
  arrival.addLook(entry, accepted, revisions, isSame);
}

/** Takes a frame in; where its picture cannot be read, that is told and the frame is left out. */
async function takeFrame(
  { pictures, work }: Taking,
  archive: OpenedArchive,
  arrival: Arrival,
  name: string,
  taken: string[],
): Promise<readonly ShownProblem[]> {
  const { look, ...entry } = await archive.json(name, frameSchema, (frame) => ({
    ...frame,
    notes: upgradeNotes(frame['notes']),
  }));
  if (!arrival.hasLook(entry.lookId)) throw refused(name, `${name} belongs to a look that the archive does not hold.`);
  const picture = pictureOf(entry.id);
  if (!archive.names.includes(picture)) throw refused(name, `The picture of ${name} is missing in the archive.`);
  const document = await within(name, () => work.readLater(look));
  const isHere = arrival.isHere(entry);
  const { root, name: original } = pictures.find(entry.id, 'original');
  // A picture that is here is not read again; one that was lost comes back.
  if (isHere && existsSync(path.join(root, original))) {
    arrival.keepFrame(entry.id);
    return [];
  }
  const id = isHere ? entry.id : arrival.idForFrame(entry.id);
  let facts: PictureFacts;
  try {
    facts = await pictures.take(id, archive.bytes(picture));
  } catch (error) {
    if (!(error instanceof HttpProblem) || error.extra['field'] !== 'file') throw error;
    return [{ field: picture, message: `The picture of “${entry.name}” (${picture}) cannot be read. ${error.message}` }];
  }
  if (isHere) arrival.keepFrame(id);
  else {
    taken.push(id);
    arrival.addFrame(entry, id, facts, document);
  }
  return [];
}

/** Names the file in which a look or an entry is wrong. */
async function within<T>(name: string, work: () => Promise<T>): Promise<T> {
  try {
    return await work();
  } catch (error) {
    if (error instanceof HttpProblem) throw error;
    throw invalid([
      { field: name, message: `${name}: ${error instanceof Error ? error.message.slice(0, 300) : 'cannot be read'}` },
    ]);
  }
}
