import { watchBody } from '@fulgent/core/contracts';
import { Router } from 'express';
import type { Repository } from '../db/repository';
import type { FolderWatch } from '../frames/watch';
import { validated } from './validated';

/** The folder that is watched: what came in, and which look it belongs to. */
export function watchRoutes(watch: FolderWatch, repo: Repository): Router {
  const router = Router();

  router.get('/', (_req, res) => {
    res.json(watch.state());
  });

  router.put('/', (req, res) => {
    const { lookId } = validated(watchBody, req.body);
    watch.setLive(lookId === '' ? null : repo.readLook(lookId).id);
    res.json(watch.state());
  });

  return router;
}
