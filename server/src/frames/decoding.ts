import type { FrameMeta } from '@fulgent/core/day';
import { invalid } from '../problem';

/** What reading a picture file gives, for those who do not read it themselves: who reads loads what that takes. */

/** What is known of a picture file that was read in full. */
export interface PictureFacts {
  readonly mime: 'image/jpeg' | 'image/png' | 'image/tiff';
  readonly widthPx: number;
  readonly heightPx: number;
  readonly meta: FrameMeta;
}

/**
 * Reads the JPEG, PNG or TIFF at `file` and writes a copy to look at and measure at `preview`: PNG, sRGB, 8 bits. Its pixels are taken out of the original
 * and not mixed, so that what clips goes on clipping. @throws HttpProblem 422 with the remedy for anything else, damaged or too large.
 */
export type Decode = (file: string, preview: string) => Promise<PictureFacts>;

/** Longest that reading one picture may take. */
export const DECODE_SECONDS = 20;

/** A refusal of the file sent, in words. */
export const refused = (message: string) => invalid([{ field: 'file', message }]);
