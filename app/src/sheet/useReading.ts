import { measuredOf, type FrameReading, type FrameRecord } from '@fulgent/core/day';
import { lightDifferenceWords } from '@fulgent/words';
import useSWR, { type SWRResponse } from 'swr';
import { api } from '../api/client';

/** How often a list is asked for again while frames in it are being measured, ms. */
const ASK_AGAIN_MS = 1500;

/** What was measured in a frame; while its marks are moved, what they said before. */
export function useReading(frame: FrameRecord | undefined): {
  readonly reading: FrameReading | null;
  readonly error: Error | undefined;
} {
  const { data, error } = useSWR<FrameReading, Error>(frame ? api.frameReading(frame.id, frame.revision) : null, {
    keepPreviousData: true,
    revalidateOnFocus: false,
    ...(frame?.reading ? { fallbackData: frame.reading } : {}),
  });
  return { reading: frame?.reading ?? data ?? null, error };
}

/** Whether a list of frames is asked for again, and after how long: until all of them are measured. */
export const askAgainMs = (frames: readonly FrameRecord[] | undefined): number =>
  frames?.some(({ reading }) => reading === null) ? ASK_AGAIN_MS : 0;

/** Frames of a look or of all, by the address of their list. */
export function useFrames(address: string): SWRResponse<FrameRecord[], Error> {
  return useSWR<FrameRecord[], Error>(address, {
    // Made anew at each drawing: SWR looks at it again only where it is another.
    refreshInterval: (frames: FrameRecord[] | undefined) => askAgainMs(frames),
  });
}

/** What a frame says in one line; null until it is measured, or where there is nothing to say. */
export function readingLine(frame: FrameRecord): string | null {
  const { kind, reading } = frame;
  if (kind === 'black') return null;
  if (!reading) return 'Measuring…';
  if (!reading.comparison) return null;
  if (!measuredOf(frame)!.fits) return 'No evidence of the plan.';
  const off = reading.comparison.lights.filter(({ isOff }) => isOff);
  const [worst] = [...off].sort((a, b) => Math.abs(b.offStops) - Math.abs(a.offStops));
  if (worst) return `${lightDifferenceWords(worst)}${off.length > 1 ? ` ${off.length - 1} more.` : ''}`;
  return reading.comparison.lights.some(({ unseen }) => !unseen) ? 'As planned.' : null;
}
