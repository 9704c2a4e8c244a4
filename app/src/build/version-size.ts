/** Height of the small picture of a version over its width. */
export const VERSION_ASPECT = 0.72;
