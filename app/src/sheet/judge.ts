import type { FrameNotes, FrameRecord } from '@fulgent/core/day';
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
      return await api.judgeFrame(now.id, now.revision, { ...now.notes, ...said });
    } catch (reason) {
      if (!(reason instanceof ApiError) || reason.status !== 409 || tries === MOST_TRIES) throw reason;
      now = await api.readFrame(now.id);
    }
  }
}
