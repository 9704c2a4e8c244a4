import type { KitEntry } from '../../catalogue/kit-schema';
import { evaluate } from '../../scene/evaluate';
import type { Look } from '../../document/schema';
import { objectiveOf } from '../balance/balance';
import { ranked } from '../proposals/rank';
import type { Change } from '../proposals/change';
import type { Readings } from '../../scene/readings';
import { clash } from './agree';
import type { Finding, Suspect } from './suspect';
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
  /** Share of the fault that the cure takes away, 0 to 1; with a partner, what both take away. */
  readonly helps: number;
  /** A second cause that hides this one: only both cures show what each is worth. Null for most. */
  readonly partner: Finding | null;
  /** The look with the cure tried. */
  readonly look: Look;
}

/** A cure that helps less than this is no cause; of a fault that is small itself it has to take this share. */
const HELPS_FROM = 0.025;
const HELPS_SHARE = 0.4;
/** Less is no fault. */
const LEAST_FAULT = 0.01;
/** What a step of effort counts against a cure, and how far nearness to all other aims lifts or lowers what it is worth. */
const EFFORT_WEIGHT = 0.02;
const AIMS_WEIGHT = 0.25;
const MOST = 6;
/** Where no cure takes away this share, causes that hide each other are looked for. */
const EXPLAINED_SHARE = 0.5;
/** A pair is worth naming where both together take so much more, of the fault, than the better of them. */
const TOGETHER_SHARE = 0.15;

interface Scored {
  readonly proposal: Suspect;
  readonly gain: number;
  readonly score: number;
  readonly partner: Finding | null;
}

/** Causes of a fault in a look, the likeliest first, at most six, no two of which contradict each other. Each suspect is judged by what its cure takes from the fault. */
export function causesOf(word: FaultWord, look: Look, kit: readonly KitEntry[]): Cause[] {
  const readings = evaluate(look);
  const before = faultMeasure(word, readings);
  if (before < LEAST_FAULT) return [];
  const aims = objectiveOf(look);
  const worth = Math.min(HELPS_FROM, HELPS_SHARE * before);
  const suspects = suspectsOf(look, readings, kit);
  const fault = (tried: Look) => faultMeasure(word, evaluate(tried));
  const single = ranked(suspects, fault, { before, worth, effortWeight: EFFORT_WEIGHT }).map(({ proposal, gain }): Scored => {
    const nearer = Math.max(-1, Math.min(1, aims - objectiveOf(proposal.look)));
    const score = gain * (1 + AIMS_WEIGHT * nearer) - EFFORT_WEIGHT * (proposal.effort - 1);
    return { proposal, gain, score, partner: null };
  });
  const best = single.reduce((most, { gain }) => Math.max(most, gain), 0);
  const hidden = best < EXPLAINED_SHARE * before ? hiddenPairs(suspects, kit, fault, before, worth) : [];
  const named: Suspect[] = [];
  return [...single, ...hidden]
    .sort((a, b) => b.score - a.score)
    .filter(({ proposal }) => !named.some((one) => clash(one, proposal)) && named.push(proposal) > 0)
    .slice(0, MOST)
    .map(({ proposal: { finding, lightId, change, look: cured }, gain, partner }) => ({
      finding,
      lightId,
      change,
      helps: Math.min(1, gain / before),
      partner,
      look: cured,
    }));
}

const suspectsOf = (look: Look, readings: Readings, kit: readonly KitEntry[]): Suspect[] => [
  ...lightSuspects(look, readings, kit),
  ...wholeSuspects(look, readings),
];

/**
 * Causes that hide each other: with haze and daylight in a room, taking either away leaves the picture grey. Of what lies over the whole picture each is taken
 * away, and whatever then helps in a look without it, and is no cure alone, makes a pair.
 */
function hiddenPairs(
  suspects: readonly Suspect[],
  kit: readonly KitEntry[],
  fault: (tried: Look) => number,
  before: number,
  worth: number,
): Scored[] {
  const pairs: Scored[] = [];
  const least = Math.max(worth, TOGETHER_SHARE * before);
  for (const first of suspects.filter(({ lightId }) => lightId === null)) {
    const byFirst = Math.max(0, before - fault(first.look));
    for (const both of suspectsOf(first.look, evaluate(first.look), kit)) {
      if (both.finding.kind === first.finding.kind || clash(first, both)) continue;
      const gain = before - fault(both.look);
      if (gain - byFirst < least) continue;
      const second = suspects.find(({ finding, lightId }) => finding.kind === both.finding.kind && lightId === both.lightId);
      if (!second || gain - Math.max(0, before - fault(second.look)) < least) continue;
      const score = gain - EFFORT_WEIGHT * (first.effort + second.effort - 2);
      pairs.push({ proposal: first, gain, score, partner: second.finding });
      pairs.push({ proposal: second, gain, score: score - AFTER, partner: first.finding });
    }
  }
  return pairs;
}

/** Of a pair the one that lies over the whole picture is named first. */
const AFTER = 1e-6;
