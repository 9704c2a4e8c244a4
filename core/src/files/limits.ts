/** A file longer than this (characters) is not one spectrum or one beam. */
export const LARGEST_SPECTRUM_FILE = 1_000_000;
