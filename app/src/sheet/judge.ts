import type { FrameNotes, FrameRecord } from '@fulgent/core/day';
import { mutate } from 'swr';
import { api, ApiError } from '../api/client';

const MOST_TRIES = 4;

/** Writes what was said onto the newest notes: two things said in a row, or on two devices, both stay. `change` may look at them. */
export async function judged(
  frame: FrameRecord,
  change: Partial<FrameNotes> | ((notes: FrameNotes) => Partial<FrameNotes>),
): Promise<FrameRecord> {
  let now = frame;
  for (let tries = 1; ; tries++) {
    try {
      const said = typeof change === 'function' ? change(now.notes) : change;
      const kept = await api.judgeFrame(now.id, now.revision, { ...now.notes, ...said });
      // Lists show what was said too; one that was read a moment ago would be taken for new.
      void mutate((key) => key === api.frames || key === api.framesOf(frame.lookId));
      return kept;
    } catch (reason) {
      if (!(reason instanceof ApiError) || reason.status !== 409 || tries === MOST_TRIES) throw reason;
      now = await api.readFrame(now.id);
    }
  }
}
