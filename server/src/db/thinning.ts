/** A revision as thinning sees it. */
export interface Aged {
  readonly revision: number;
  readonly createdAt: number;
  readonly name: string;
}

const [MINUTE, HOUR, DAY] = [60_000, 3_600_000, 24 * 3_600_000];

/** How closely revisions are kept: up to which age, one in how long. A dial that is turned leaves dozens; what was an hour ago is found by the minute. */
const STEPS = [
  { ageMs: 2 * MINUTE, everyMs: 0 },
  { ageMs: HOUR, everyMs: MINUTE },
  { ageMs: DAY, everyMs: 10 * MINUTE },
  { ageMs: 30 * DAY, everyMs: 6 * HOUR },
  { ageMs: Infinity, everyMs: 7 * DAY },
] as const;

/** Of all that are kept, the newest so many at most; those with names are not counted. */
const MOST = 400;

/**
 * Which revisions of a look are dropped at `now`: of each span of time the last stays. The newest, and those with a name, stay whatever their age. The spans
 * are those of the clock, so that what stays once stays until its span grows.
 */
export function thinnedOut(revisions: readonly Aged[], now: number): number[] {
  const [newest, ...others] = [...revisions].sort((a, b) => b.revision - a.revision);
  if (!newest) return [];
  const spans = new Set<string>();
  const dropped: number[] = [];
  let kept = 0;
  for (const { revision, createdAt, name } of others) {
    if (name) continue;
    // Where the clock was set back, nothing is older for it.
    const age = Math.max(0, now - createdAt);
    const { everyMs } = STEPS.find(({ ageMs }) => age <= ageMs)!;
    const span = everyMs === 0 ? `${revision}` : `${everyMs}:${Math.floor(createdAt / everyMs)}`;
    if (spans.has(span) || kept >= MOST) dropped.push(revision);
    else {
      spans.add(span);
      kept += 1;
    }
  }
  return dropped;
}
