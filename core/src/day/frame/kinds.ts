/** What a test frame shows: the whole look, nothing lit, one light alone, or one light at several levels. */
export const FRAME_KINDS = ['full', 'black', 'alone', 'bracket'] as const;
export type FrameKind = (typeof FRAME_KINDS)[number];
