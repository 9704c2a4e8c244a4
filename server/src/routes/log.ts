import { logOf, type FrameRecord, type LogEntry } from '@fulgent/core';
import { Router } from 'express';
import type { FrameRepository } from '../db/frame-repository';
import type { Repository } from '../db/repository';

/** Every look with what was done, tried, said and chosen, newest first. */
export function logRoutes(repo: Repository, frames: FrameRepository): Router {
  const router = Router();
  router.get('/', (_req, res) => {
    const byLook = new Map<string, FrameRecord[]>();
    for (const frame of frames.all()) byLook.set(frame.lookId, [...(byLook.get(frame.lookId) ?? []), frame]);
    const entries = repo.shoots().flatMap(({ id: shootId, title: shootTitle, looks }) =>
      looks.map(({ id: lookId, title, updatedAt }): LogEntry => {
        const { look, createdAt } = repo.readWithDate(lookId);
        return { lookId, title, shootId, shootTitle, createdAt, updatedAt, frames: byLook.get(lookId) ?? [], ...logOf(look) };
      }),
    );
    res.json(entries.sort((a, b) => b.updatedAt - a.updatedAt));
  });
  return router;
}
