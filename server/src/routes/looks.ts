import { LookError } from '@fulgent/core/scene';
import { Router, type Response } from 'express';
import { newLookBody, newShootBody, shootChangeBody } from '@fulgent/core/contracts';
import type { Repository, StoredText } from '../db/repository';
import type { LookPictures } from '../frames/look-pictures';
import type { Work } from '../work/pool';
import type { AcceptedLook } from '../work/tasks';
import { Presence } from '../presence';
import { invalid } from '../problem';
import { basedOn } from './based-on';
import type { Ongoing } from './ongoing';
import { revisionRoutes } from './revisions';
import { validated } from './validated';
import { whoAsks } from './who';

/** A look inside a body, read in full, with its place in the field names. */
async function acceptedIn(value: unknown, field: string, accept: Work['accept']): Promise<AcceptedLook> {
  try {
    return await accept(value);
  } catch (error) {
    if (!(error instanceof LookError)) throw error;
    throw invalid(error.problems.map((problem) => ({ ...problem, field: problem.field ? `${field}.${problem.field}` : field })));
  }
}

/** A stored look as JSON: its document is put in as it lies there. */
function sendLook(res: Response, { document, ...head }: StoredText): void {
  res
    .set('ETag', `"${head.revision}"`)
    .type('application/json')
    .send(`${JSON.stringify(head).slice(0, -1)},"look":${document}}`);
}

/** Look files are named after their titles, in letters that every system takes. */
function fileName(title: string): string {
  const safe = title
    .normalize('NFKD')
    .replace(/[^A-Za-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 60);
  return `${safe || 'look'}.fulgent.json`;
}

/** One revision's picture never changes. */
const A_YEAR = 'private, max-age=31536000, immutable';

export function lookRoutes(repo: Repository, pictures: LookPictures, { accept }: Pick<Work, 'accept'>, ongoing: Ongoing): Router {
  const presence = new Presence();
  const router = Router();

  router.post('/', async (req, res) => {
    const { shootId, look } = validated(newLookBody, req.body);
    const stored = repo.createLook(shootId, await acceptedIn(look, 'look', accept), undefined, whoAsks(req));
    res.status(201).location(`/api/looks/${stored.id}`);
    sendLook(res, stored);
  });

  router.get('/', (_req, res) => {
    res.json(repo.shoots().flatMap(({ id: shootId, looks }) => looks.map((look) => ({ shootId, ...look }))));
  });

  router.get('/:id', (req, res) => sendLook(res, repo.readText(req.params.id)));

  router.put('/:id', async (req, res) => {
    const revision = basedOn(req);
    // Read beside the server's thread, and before anything is locked.
    const accepted = await accept(req.body);
    sendLook(res, repo.updateLook(req.params.id, revision, accepted, whoAsks(req)));
  });

  router.delete('/:id', (req, res) => {
    repo.deleteLook(req.params.id);
    res.status(204).end();
  });

  router.post('/:id/restore', (req, res) => sendLook(res, repo.restoreLook(req.params.id)));

  router.use('/:id', revisionRoutes(repo, presence));

  router.get('/:id/picture', async (req, res) => {
    const { id } = req.params;
    const revision = Number(req.query['revision']);
    const present = repo.readLook(id);
    // Only the present revision is drawn; an earlier one may still lie there.
    const known = Number.isInteger(revision) && revision > 0 ? revision : present.revision;
    const isPresent = known === present.revision;
    const isWaiting = req.query['now'] !== undefined;
    const send = (jpeg: Buffer, keep: string) => res.set('Cache-Control', keep).type('image/jpeg').send(jpeg);
    const kept =
      isPresent && !isWaiting
        ? await ongoing.of(res, `picture ${known} ${id}`, () => pictures.of(id, known, () => present.look))
        : await pictures.stored(id, known);
    if (kept) send(kept, req.query['revision'] === undefined ? 'no-cache' : A_YEAR);
    else if (isPresent) send(await pictures.sketch(present.look), 'no-store');
    else res.status(204).end();
  });

  router.get('/:id/export', (req, res) => {
    const { title, text } = repo.exportLook(req.params.id);
    res.attachment(fileName(title)).type('application/json').send(text);
  });

  return router;
}

export function shootRoutes(repo: Repository): Router {
  const router = Router();

  router.get('/', (_req, res) => {
    res.json(repo.shoots());
  });

  router.post('/', (req, res) => {
    const { title, note } = validated(newShootBody, req.body);
    const shoot = repo.createShoot(title, note ?? '');
    res.status(201).location(`/api/shoots/${shoot.id}`).json(shoot);
  });

  router.patch('/:id', (req, res) => {
    res.json(repo.updateShoot(req.params.id, validated(shootChangeBody, req.body)));
  });

  router.delete('/:id', (req, res) => {
    repo.deleteShoot(req.params.id);
    res.status(204).end();
  });

  router.post('/:id/restore', (req, res) => {
    repo.restoreShoot(req.params.id);
    res.status(204).end();
  });

  return router;
}
