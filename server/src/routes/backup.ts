import { createWriteStream } from 'node:fs';
import { mkdir, rm } from 'node:fs/promises';
import path from 'node:path';
import { pipeline } from 'node:stream/promises';
import { Router } from 'express';
import { nanoid } from 'nanoid';
import { listCopies, makeCopy } from '../backup/copies';
import { takeArchive, type Taking } from '../backup/take-archive';
import { writeArchive } from '../backup/write-archive';
import type { OpenDatabase } from '../db/open';
import { INCOMING, type PictureStore } from '../frames/picture-store';
import { HttpProblem } from '../problem';
import { within } from './within';

const LARGEST_ARCHIVE = 4_000_000_000;
const ARCHIVES = ['application/zip', 'application/octet-stream'];
const tooLarge = () =>
  new HttpProblem(
    413,
    'Too large',
    `The archive is larger than ${LARGEST_ARCHIVE / 1e9} GB. Take shoots in one by one, as look files.`,
  );

/**
 * Everything out and in as one archive (`?unread=leave` without frames whose pictures cannot be read), and verified copies of the database. `onTaken` is
 * called when an archive came in.
 */
export function backupRoutes(
  { db, client, folder }: OpenDatabase,
  pictures: PictureStore,
  work: Taking['work'],
  onTaken: () => void,
): Router {
  const router = Router();

  router.get('/', async (_req, res) => {
    const day = new Date().toISOString().slice(0, 10);
    res.attachment(`fulgent-${day}.zip`).type('application/zip');
    await pipeline(writeArchive(db, pictures), res);
  });

  router.post('/', async (req, res) => {
    if (!req.is(ARCHIVES)) throw new HttpProblem(415, 'No archive', 'Send the archive itself as the body, as application/zip.');
    const incoming = path.join(folder, INCOMING);
    const file = path.join(incoming, `${nanoid(12)}.zip`);
    await mkdir(incoming, { recursive: true });
    try {
      await pipeline(within(req, LARGEST_ARCHIVE, tooLarge), createWriteStream(file));
      const outcome = await takeArchive({ db, pictures, work }, file, req.query['unread'] === 'leave');
      onTaken();
      res.json(outcome);
    } finally {
      await rm(file, { force: true });
    }
  });

  router.get('/copies', (_req, res) => {
    res.json(listCopies(folder));
  });

  router.post('/copies', async (_req, res) => {
    res.status(201).json(await makeCopy(client, folder));
  });

  return router;
}
