import express, { Router } from 'express';
import { readArchive, writeArchive } from '../backup/archive';
import { listCopies, makeCopy } from '../backup/copies';
import type { OpenDatabase } from '../db/open';
import type { PictureFiles } from '../frames/picture-files';
import { HttpProblem } from '../problem';

const LARGEST_ARCHIVE = '1gb';

/** Everything out and in as one archive, and verified copies of the database. */
export function backupRoutes({ db, client, folder }: OpenDatabase, pictures: PictureFiles): Router {
  const router = Router();

  router.get('/', async (_req, res) => {
    const bytes = await writeArchive(db, pictures);
    const day = new Date().toISOString().slice(0, 10);
    res
      .attachment(`fulgent-${day}.zip`)
      .type('application/zip')
      .send(Buffer.from(bytes.buffer, bytes.byteOffset, bytes.byteLength));
  });

  router.post(
    '/',
    express.raw({ type: ['application/zip', 'application/octet-stream'], limit: LARGEST_ARCHIVE }),
    async (req, res) => {
      if (!Buffer.isBuffer(req.body))
        throw new HttpProblem(415, 'No archive', 'Send the archive itself as the body, as application/zip.');
      res.json(await readArchive(db, pictures, req.body));
    },
  );

  router.get('/copies', (_req, res) => {
    res.json(listCopies(folder));
  });

  router.post('/copies', async (_req, res) => {
    res.status(201).json(await makeCopy(client, folder));
  });

  return router;
}
