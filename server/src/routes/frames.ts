import { frameLabelSchema, frameNotesSchema, measuredOf, type FrameRecord } from '@fulgent/core/day';
import { upgradeLook } from '@fulgent/core/document';
import { setTimeout } from 'node:timers/promises';
import { Router, type Request } from 'express';
import * as yup from 'yup';
import type { FrameRepository } from '../db/frame-repository';
import type { FrameReadings } from '../frames/readings';
import { invalid } from '../problem';
import { basedOn } from './based-on';
import type { Ongoing } from './ongoing';
import { pictureBody } from './picture-body';
import { validated } from './validated';

const partBody = yup.object({ notes: yup.object().required() }).noUnknown();
const changeBody = yup.object({ notes: frameNotesSchema }).noUnknown();

/** What a query says of a frame: its words as they are, stops as a number, the rest as it usually is. */
function labelOf(query: Request['query']) {
  const { stops, name, video, ...rest } = query;
  const named = typeof name === 'string' ? name.trim() || undefined : name;
  return validated(frameLabelSchema, {
    kind: 'full',
    light: '',
    ...rest,
    name: named ?? 'Frame',
    stops: stops === undefined ? 0 : Number(stops),
    video: video === 'yes',
  });
}

const KEPT = { 'Cache-Control': 'private, max-age=31536000, immutable' };

/** A frame as it is answered: with the short of what was measured. */
export const shown = (frame: FrameRecord) => ({ ...frame, measured: measuredOf(frame) });

const MOST_WAIT_S = 60;

/** How long an answer may wait for the measuring, s; 0 where nothing is said. @throws HttpProblem 422 for anything else. */
function waitOf({ wait }: Request['query']): number {
  if (wait === undefined) return 0;
  const seconds = typeof wait === 'string' && wait.trim() !== '' ? Number(wait) : NaN;
  if (seconds >= 0 && seconds <= MOST_WAIT_S) return seconds;
  throw invalid([{ field: 'wait', message: `wait must be a number of seconds from 0 to ${MOST_WAIT_S}.` }]);
}

const tag = ({ revision }: FrameRecord) => `"${revision}"`;

/** Frames of one look: `POST /api/looks/:id/frames` takes the file itself as the body. */
export function lookFrameRoutes(frames: FrameRepository, readings: FrameReadings, hasLook: (id: string) => unknown): Router {
  const router = Router({ mergeParams: true });

  router.get('/', (req: Request<{ id: string }>, res) => {
    hasLook(req.params.id);
    res.json(frames.listOf(req.params.id).map(shown));
  });

  router.post('/', async (req: Request<{ id: string }>, res) => {
    const { name, kind, light, stops, video } = labelOf(req.query);
    const bytes = pictureBody(req as Request);
    hasLook(req.params.id);
    const stored = await frames.add({ lookId: req.params.id, name, kind, lightId: light, stops, video, bytes });
    readings.begin(stored.id);
    res.status(201).location(`/api/frames/${stored.id}`).set('ETag', tag(stored)).json(shown(stored));
  });

  return router;
}

export function frameRoutes(frames: FrameRepository, readings: FrameReadings, ongoing: Ongoing): Router {
  const router = Router();

  router.get('/', (_req, res) => {
    res.json(frames.all().map(shown));
  });

  router.get('/:id', async (req: Request<{ id: string }>, res) => {
    const { id } = req.params;
    const seconds = waitOf(req.query);
    frames.read(id);
    // A measuring that fails, or takes longer, leaves it unmeasured: `measured` is null then.
    if (seconds > 0)
      await Promise.race([readings.of(id).catch(() => undefined), setTimeout(1000 * seconds, undefined, { ref: false })]);
    const stored = frames.read(id);
    res.set('ETag', tag(stored)).json(shown(stored));
  });

  router.patch('/:id', (req: Request<{ id: string }>, res) => {
    const revision = basedOn(req);
    // What is not spoken of stays as it is.
    const { notes: said } = validated(partBody, req.body);
    const { notes } = validated(changeBody, { notes: { ...frames.read(req.params.id).notes, ...said } });
    const stored = frames.update(req.params.id, revision, notes);
    if (stored.reading === null) readings.begin(stored.id);
    res.set('ETag', tag(stored)).json(shown(stored));
  });

  router.delete('/:id', (req, res) => {
    frames.remove(req.params.id);
    res.status(204).end();
  });

  router.post('/:id/restore', (req, res) => {
    res.json(shown(frames.restore(req.params.id)));
  });

  // What was measured in the frame; waits until it is.
  router.get('/:id/reading', async (req: Request<{ id: string }>, res) => {
    const { id } = req.params;
    res.json((await ongoing.of(res, `reading ${id}`, () => readings.of(id))).reading);
  });

  router.get('/:id/look', (req, res) => {
    res.json(upgradeLook(JSON.parse(frames.lookOf(req.params.id))));
  });

  for (const which of ['original', 'preview'] as const)
    router.get(`/:id/${which}`, (req: Request<{ id: string }>, res) => {
      const { mime, root, name } = frames.fileOf(req.params.id, which);
      // Frames never change: only what is said of them does.
      res.type(mime).sendFile(name, { root, cacheControl: false, headers: KEPT });
    });

  return router;
}
