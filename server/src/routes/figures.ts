import { existsSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { Router } from 'express';
import { HttpProblem } from '../problem';

const NAME = /^([a-z]+(?:-[a-z]+)*\.(?:quick|fine))$/;
const A_YEAR = 'public, max-age=31536000, immutable';

/**
 * Baked parts of figures, which never change under one address: the application asks with the version that it was built with. They lie
 * packed and are sent so.
 */
export function figureRoutes(folder: string): Router {
  const routes = Router();
  routes.get('/:name', (req, res) => {
    const name = NAME.exec(req.params.name)?.[1];
    const file = name ? path.join(folder, `${name}.bin.gz`) : null;
    if (!file || !existsSync(file))
      throw new HttpProblem(
        404,
        'Not found',
        'There is no such part of a figure. Reload the page; if it stays so, install the program anew.',
      );
    res.set({ 'Content-Type': 'application/octet-stream', 'Content-Encoding': 'gzip', 'Cache-Control': A_YEAR });
    res.send(readFileSync(file));
  });
  return routes;
}
