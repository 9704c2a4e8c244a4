import type { Look } from '@fulgent/core';
import { Router } from 'express';
import type { FrameRepository, StoredFrame } from '../db/frame-repository';
import type { Repository } from '../db/repository';

/** What the log tells of one look: what was done, tried, said and chosen. */
export interface LogEntry {
  readonly lookId: string;
  readonly title: string;
  readonly shootId: string;
  readonly shootTitle: string;
  readonly createdAt: number;
  readonly updatedAt: number;
  readonly frames: readonly StoredFrame[];
  readonly trims: Look['build']['ledger'];
  readonly versions: readonly {
    readonly name: string;
    readonly votes: number;
    readonly chosen: boolean;
    readonly lockedAt: string | null;
    readonly note: string;
  }[];
  readonly tried: readonly { readonly scheme: string; readonly verdict: string }[];
  readonly ingredients: Look['brief']['ingredients'];
  readonly acknowledged: Look['acknowledged'];
  readonly note: string;
  readonly gels: readonly string[];
  readonly fixtures: readonly string[];
}

export function logRoutes(repo: Repository, frames: FrameRepository): Router {
  const router = Router();
  router.get('/', (_req, res) => {
    const byLook = new Map<string, StoredFrame[]>();
    for (const frame of frames.all()) byLook.set(frame.lookId, [...(byLook.get(frame.lookId) ?? []), frame]);
    const entries = repo.shoots().flatMap((shoot) =>
      shoot.looks.map(({ id, title, updatedAt }): LogEntry => {
        const { look, createdAt } = repo.readWithDate(id);
        return {
          lookId: id,
          title,
          shootId: shoot.id,
          shootTitle: shoot.title,
          createdAt,
          updatedAt,
          frames: byLook.get(id) ?? [],
          trims: look.build.ledger,
          versions: look.variants.map(({ name, votes, chosen, lockedAt, note }) => ({ name, votes, chosen, lockedAt, note })),
          tried: look.palette.tried.map(({ scheme, verdict }) => ({ scheme, verdict })),
          ingredients: look.brief.ingredients,
          acknowledged: look.acknowledged,
          note: look.brief.note,
          gels: [...new Set(look.lights.flatMap((light) => light.gels.map(({ gel }) => gel)))],
          fixtures: [...new Set(look.lights.map(({ fixture }) => fixture.name))],
        };
      }),
    );
    res.json(entries.sort((a, b) => b.updatedAt - a.updatedAt));
  });
  return router;
}
