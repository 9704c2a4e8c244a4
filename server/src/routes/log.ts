import { setImmediate } from 'node:timers/promises';
import { logOf, type FrameRecord, type LogEntry } from '@fulgent/core/day';
import { Router } from 'express';
import type { FrameRepository } from '../db/frame-repository';
import type { Repository } from '../db/repository';

type LookPart = ReturnType<typeof logOf> & Pick<LogEntry, 'createdAt'>;

/** Looks read in one go: other requests are answered in between. */
const AT_ONCE = 10;

/** Every look with what was done, tried, said and chosen, newest first. */
export function logRoutes(repo: Repository, frames: FrameRepository): Router {
  const router = Router();
  // What looks themselves add, by the revision that was read: only what has changed is read anew.
  const known = new Map<string, { readonly revision: number; readonly part: LookPart }>();

  function partOf(id: string, revision: number): LookPart {
    const found = known.get(id);
    if (found?.revision === revision) return found.part;
    const { look, createdAt } = repo.readWithDate(id);
    const part = { createdAt, ...logOf(look) };
    known.set(id, { revision, part });
    return part;
  }

  const cards = () =>
    repo.shoots().flatMap(({ id: shootId, title: shootTitle, looks }) => looks.map((look) => ({ ...look, shootId, shootTitle })));

  router.get('/', async (_req, res) => {
    let read = 0;
    for (const stale of cards().filter(({ id, revision }) => known.get(id)?.revision !== revision)) {
      if (read++ % AT_ONCE === AT_ONCE - 1) await setImmediate();
      // It may have been changed or deleted since; the list below has it as it is then.
      if (repo.has(stale.id)) partOf(stale.id, stale.revision);
    }
    const byLook = new Map<string, FrameRecord[]>();
    for (const frame of frames.all()) byLook.set(frame.lookId, [...(byLook.get(frame.lookId) ?? []), frame]);
    const present = cards();
    for (const id of known.keys()) if (!present.some((card) => card.id === id)) known.delete(id);
    const entries = present.map(({ id: lookId, title, shootId, shootTitle, revision, card, updatedAt }): LogEntry => ({
      lookId,
      revision,
      patches: card.patches,
      title,
      shootId,
      shootTitle,
      updatedAt,
      frames: byLook.get(lookId) ?? [],
      ...partOf(lookId, revision),
    }));
    res.json(entries.sort((a, b) => b.updatedAt - a.updatedAt));
  });
  return router;
}
