import { readTestFrame, type FrameAsked, type FrameReading } from '@fulgent/core/day';
import type { Look } from '@fulgent/core/document';
import type { Studio } from '@fulgent/core/picture';

/** A test frame to be measured: its copy to look at, and the look as it was when it was taken. */
export interface MeasureRequest extends FrameAsked {
  readonly file: string;
  readonly look: Look;
}

export type Measure = (request: MeasureRequest) => Promise<FrameReading>;

/** Measures frames with a studio's own picture of each look. @throws InputError for a look or picture that cannot be read. */
export function measureWith(studio: Studio): Measure {
  return async ({ file, look, ...asked }) => {
    // Loaded with the first frame: who reads and balances does without.
    const { default: sharp } = await import('sharp');
    const { data, info } = await sharp(file).toColourspace('srgb').ensureAlpha().raw().toBuffer({ resolveWithObject: true });
    return readTestFrame(studio, { rgba: data, width: info.width, height: info.height }, look, asked);
  };
}
