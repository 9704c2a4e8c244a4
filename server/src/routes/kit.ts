import { KIT_FORMAT, KIT_VERSION, parseKitEntry, parseKitFile } from '@fulgent/core/catalogue';
import { readLm63, readSpectrumCsv, readTm27, kitCsv } from '@fulgent/core/files';
import { Router, type Request } from 'express';
import { kitPolicyBody, newEntryBody, type StoredEntry, readBeamBody, readSpectrumBody } from '@fulgent/core/contracts';
import type { KitRepository } from '../db/kit-repository';
import { HttpProblem } from '../problem';
import { basedOn } from './based-on';
import { validated } from './validated';

/** A fresh id is given on creation, so any that came along is put aside. */
const withPlaceholderId = (entry: unknown): unknown =>
  entry !== null && typeof entry === 'object' && !Array.isArray(entry) ? { ...entry, id: 'new' } : entry;

export function kitRoutes(kit: KitRepository): Router {
  const router = Router();
  const tagged = ({ revision }: StoredEntry) => `"${revision}"`;

  router.get('/', (_req, res) => {
    res.type('application/json').send(kit.listText());
  });

  router.get('/policy', (_req, res) => {
    res.json(kit.policy());
  });

  router.put('/policy', (req, res) => {
    res.json(kit.setPolicy(validated(kitPolicyBody, req.body)));
  });

  router.get('/export', (_req, res) => {
    res.attachment('kit.fulgent.json').json({ format: KIT_FORMAT, version: KIT_VERSION, entries: kit.own() });
  });

  router.get('/export.csv', (_req, res) => {
    res
      .attachment('kit.csv')
      .type('text/csv')
      .send(kitCsv(kit.list().map(({ entry }) => entry)));
  });

  router.post('/import', (req, res) => {
    res.json(kit.importAll(parseKitFile(req.body).entries));
  });

  router.post('/', (req, res) => {
    const { entry } = validated(newEntryBody, req.body);
    const stored = kit.create(parseKitEntry(withPlaceholderId(entry)));
    res.status(201).location(`/api/kit/${stored.entry.id}`).set('ETag', tagged(stored)).json(stored);
  });

  router.get('/:id', (req, res) => {
    const stored = kit.read(req.params.id);
    res.set('ETag', tagged(stored)).json(stored);
  });

  router.put('/:id', (req: Request<{ id: string }>, res) => {
    const revision = basedOn(req);
    const entry = parseKitEntry(req.body);
    if (entry.id !== req.params.id)
      throw new HttpProblem(422, 'Invalid input', 'The id of the entry is not that of the address.', { field: 'id' });
    const stored = kit.update(entry, revision);
    res.set('ETag', tagged(stored)).json(stored);
  });

  router.delete('/:id', (req, res) => {
    kit.remove(req.params.id);
    res.status(204).end();
  });

  router.post('/:id/restore', (req, res) => {
    res.json(kit.restore(req.params.id));
  });

  return router;
}

/** Reading of files for scripts: what would be taken, nothing stored. */
export function readingRoutes(): Router {
  const router = Router();

  router.post('/spectrum', (req, res) => {
    const { format, kind, text, unit } = validated(readSpectrumBody, req.body);
    res.json(format === 'csv' ? readSpectrumCsv(text, kind, unit) : readTm27(text, kind));
  });

  router.post('/beam', (req, res) => {
    res.json(readLm63(validated(readBeamBody, req.body).text));
  });

  return router;
}
