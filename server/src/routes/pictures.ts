import { readFile } from 'node:fs/promises';
import path from 'node:path';
import { PICTURE_FACTS } from '@fulgent/core/contracts';
import { Router } from 'express';
import { nanoid } from 'nanoid';
import type { Decode, PictureFacts } from '../frames/decoding';
import { INCOMING, pictureStore } from '../frames/picture-store';
import { pictureBody } from './picture-body';

/**
 * `POST /api/pictures` reads a picture that is not kept: JPEG, PNG or TIFF in, its pixels to measure at as PNG out, and what the file says of its exposure in a header as JSON,
 * escaped as in an address.
 */
export function pictureRoutes(folder: string, decode: Decode): Router {
  const router = Router();
  // What a server that was killed left here goes at the next start.
  const passing = pictureStore(path.join(folder, INCOMING), decode);

  router.post('/', async (req, res) => {
    const id = nanoid();
    let facts: PictureFacts;
    let pixels: Buffer;
    try {
      facts = await passing.take(id, pictureBody(req));
      const { root, name } = passing.find(id, 'preview');
      pixels = await readFile(path.join(root, name));
    } finally {
      await passing.drop(id);
    }
    res
      .type('image/png')
      .set(PICTURE_FACTS, encodeURIComponent(JSON.stringify(facts)))
      .send(pixels);
  });

  return router;
}
