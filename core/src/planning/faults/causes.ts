import type { KitEntry } from '../../catalogue/kit-schema';
import { evaluate } from '../../scene/evaluate';
import type { Look } from '../../document/schema';
import { objectiveOf } from '../balance/balance';
import { ranked } from '../proposals/rank';
import type { Change } from '../proposals/change';
import type { CauseKind, Finding, Suspect } from './suspect';
import { lightSuspects } from './suspect-lights';
import { wholeSuspects } from './suspect-whole';
import { faultMeasure, type FaultWord } from './words';

/** Something that makes a picture wrong: found by trying its cure. */
export interface Cause {
  /** What in this look points to it. */
  readonly finding: Finding;
  readonly lightId: string | null;
  /** What its cure does. */
  readonly change: Change;
  /** Share of the fault that the cure takes away, 0 to 1. */
  readonly helps: number;
  /** The look with the cure tried. */
  readonly look: Look;
}

/** A cure that helps less than this is no cause; of a fault that is small itself it has to take this share. */
const HELPS_FROM = 0.025;
const HELPS_SHARE = 0.4;
/** Less is no fault. */
const LEAST_FAULT = 0.01;
/** What a step of effort counts against a cure, and what nearness to all other aims counts for it. */
const EFFORT_WEIGHT = 0.02;
const AIMS_WEIGHT = 0.06;
const MOST = 6;

/** Of these only the one that helps most is named: a gel is not pale and deep at once. */
const GROUPS: Partial<Record<CauseKind, string>> = { 'gel-pale': 'gel', 'gel-deep': 'gel', 'no-anchor': 'gel' };

/** Causes of a fault in a look, the likeliest first, at most six. Each suspect is judged by what its cure takes from the fault. */
export function causesOf(word: FaultWord, look: Look, kit: readonly KitEntry[]): Cause[] {
  const readings = evaluate(look);
  const before = faultMeasure(word, readings);
  if (before < LEAST_FAULT) return [];
  const aims = objectiveOf(look);
  const worth = Math.min(HELPS_FROM, HELPS_SHARE * before);
  const suspects: Suspect[] = [...lightSuspects(look, readings, kit), ...wholeSuspects(look, readings)];
  const fault = (tried: Look) => faultMeasure(word, evaluate(tried));
  const tried = ranked(suspects, fault, { before, worth, effortWeight: EFFORT_WEIGHT }).map(({ proposal, gain }) => {
    const nearer = Math.max(-1, Math.min(1, aims - objectiveOf(proposal.look)));
    return { proposal, gain, score: gain + AIMS_WEIGHT * nearer - EFFORT_WEIGHT * (proposal.effort - 1) };
  });
  const named = new Set<string>();
  return tried
    .sort((a, b) => b.score - a.score)
    .filter(({ proposal: { finding, lightId } }) => {
      const key = `${GROUPS[finding.kind] ?? finding.kind} ${lightId}`;
      return !named.has(key) && named.add(key);
    })
    .slice(0, MOST)
    .map(({ proposal: { finding, lightId, change, look: cured }, gain }) => ({
      finding,
      lightId,
      change,
      helps: before > 0 ? Math.min(1, gain / before) : 0,
      look: cured,
    }));
}
