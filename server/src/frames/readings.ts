import path from 'node:path';
import type { FrameRecord } from '@fulgent/core/day';
import { upgradeLook, type Look } from '@fulgent/core/document';
import type { FrameRepository } from '../db/frame-repository';
import type { Measure } from '../work/measure';

export interface FrameReadings {
  /** A frame with its reading: the stored one, or measured now. @throws HttpProblem 404; InputError where the look or the file cannot be read. */
  of(id: string): Promise<FrameRecord>;
  /** Sees to it that a frame gets its reading, and waits for nothing. */
  begin(id: string): void;
  /** The same for all that have none, one after another: what an earlier version or an archive brought. */
  beginAll(): void;
}

/**
 * Every test frame is measured once, at its upload, and again only where its marks are moved or this version reads otherwise: pages, log and learning take
 * what is stored. `onFailure` hears of what nobody waits for.
 */
export function frameReadings(
  frames: FrameRepository,
  measure: Measure,
  onFailure: (error: unknown, id: string) => void,
): FrameReadings {
  const running = new Map<string, Promise<FrameRecord>>();
  let last: Promise<unknown> = Promise.resolve();

  async function measured(id: string): Promise<FrameRecord> {
    for (;;) {
      const frame = frames.read(id);
      if (frame.reading) return frame;
      const look = upgradeLook(JSON.parse(frames.lookOf(id))) as Look;
      const { root, name } = frames.fileOf(id, 'preview');
      const { kind, lightId, notes, meta } = frame;
      const reading = await measure({ file: path.join(root, name), look, kind, lightId, given: notes.marks, meta });
      // Where marks were moved meanwhile it is not stored, and measured again.
      const stored = frames.keepReading(id, reading);
      if (stored.reading) return stored;
    }
  }

  const of = (id: string): Promise<FrameRecord> => {
    let one = running.get(id);
    if (!one) {
      one = measured(id).finally(() => running.delete(id));
      running.set(id, one);
    }
    return one;
  };
  const quietly = (id: string) => of(id).catch((error: unknown) => onFailure(error, id));
  return {
    of,
    begin: (id) => void quietly(id),
    beginAll() {
      for (const id of frames.unread()) last = last.then(() => quietly(id));
    },
  };
}
