import { hereBody, revisionBody, type Here } from '@fulgent/core/contracts';
import { Router, type Request } from 'express';
import type { Repository } from '../db/repository';
import type { Presence } from '../presence';
import { validated } from './validated';
import { whoAsks } from './who';

type OfLook = Request<{ id: string; revision: string }>;

/** A look's earlier revisions, and who has it open. */
export function revisionRoutes(repo: Repository, presence: Presence): Router {
  const router = Router({ mergeParams: true });

  router.get('/revisions', (req: Request<{ id: string }>, res) => {
    res.json(repo.revisionsOf(req.params.id));
  });

  router.get('/revisions/:revision', (req: OfLook, res) => {
    res.json(repo.lookAt(req.params.id, Number(req.params.revision) || 0));
  });

  router.patch('/revisions/:revision', (req: OfLook, res) => {
    const { name } = validated(revisionBody, req.body);
    res.json(repo.nameRevision(req.params.id, Number(req.params.revision) || 0, name));
  });

  // Said every few seconds by each window that has the look open: what it learns is who else has, and whether there is a newer revision.
  router.post('/here', (req: Request<{ id: string }>, res) => {
    const { window } = validated(hereBody, req.body);
    const { id } = req.params;
    const answer: Here = { ...repo.newestOf(id), others: presence.here(id, window, whoAsks(req)) };
    res.json(answer);
  });

  router.post('/left', (req: Request<{ id: string }>, res) => {
    presence.left(req.params.id, validated(hereBody, req.body).window);
    res.status(204).end();
  });

  return router;
}
