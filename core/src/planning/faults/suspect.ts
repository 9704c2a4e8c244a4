import type { Proposal } from '../proposals/proposal';

export const CAUSE_KINDS = [
  'leak',
  'spill',
  'level-high',
  'level-low',
  'exposure-high',
  'exposure-low',
  'white-balance',
  'ambient',
  'haze',
  'soft-filter',
  'flare',
  'fill',
  'gel-pale',
  'gel-deep',
  'no-anchor',
  'room',
] as const;
export type CauseKind = (typeof CAUSE_KINDS)[number];

/** What may make a picture wrong, with the change that would show it: whether it does is found out by trying. */
export interface Suspect extends Proposal {
  readonly cause: CauseKind;
  readonly title: string;
  /** What in this look points to it, with its number. */
  readonly evidence: string;
}

/** A suspect with every change that may show it, of which the one that helps most is kept; none where nothing can be changed. */
export const suspect = (cause: CauseKind, title: string, evidence: string, proposals: readonly Proposal[]): Suspect[] =>
  proposals.map((proposal) => ({ ...proposal, cause, title, evidence }));
