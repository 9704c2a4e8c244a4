import { InputError } from '../../errors';
import type { Look } from '../../document/schema';
import type { Proposal } from './proposal';

/** A proposal that was tried. */
export interface Tried<P extends Proposal = Proposal> {
  readonly proposal: P;
  /** By how much the measure fell; more is better. */
  readonly gain: number;
}

/** What is aimed at: less is better. */
export type Objective = (look: Look) => number;

export interface RankOptions {
  /** The measure of the look as it is. */
  readonly before: number;
  /** What gains less than this is left out. */
  readonly worth: number;
  /** What one more step of effort counts against a gain. */
  readonly effortWeight: number;
}

/** Tries every proposal and keeps those that help, best for its effort first. What no look can be made of is left out. */
export function ranked<P extends Proposal>(
  proposals: readonly P[],
  objective: Objective,
  { before, worth, effortWeight }: RankOptions,
): Tried<P>[] {
  const score = ({ gain, proposal }: Tried<P>) => gain - effortWeight * (proposal.effort - 1);
  return proposals
    .flatMap((proposal): Tried<P>[] => {
      try {
        const gain = before - objective(proposal.look);
        return gain >= worth ? [{ proposal, gain }] : [];
      } catch (error) {
        if (error instanceof InputError) return [];
        throw error;
      }
    })
    .sort((a, b) => score(b) - score(a));
}

/** The first of each kind of change on each light: of a list that is ranked, the best. */
export function firstOfEach<P extends Proposal>(list: readonly P[]): P[] {
  const seen = new Set<string>();
  return list.filter(({ change, lightId }) => {
    const key = `${change.kind} ${lightId}`;
    return !seen.has(key) && seen.add(key);
  });
}
