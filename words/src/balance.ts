import type { Look } from '@fulgent/core/document';
import { formatStops } from '@fulgent/core/exposure';
import type { BalanceResult, Limit, PowerChange, Unreached, WideBalance } from '@fulgent/core/planning';
import { channelWord, lowered, percentWords } from './numbers';
import { proposalWords } from './proposals';
import { verdictWords } from './verdict';

/** How many moved lights a summary names. */
const MOST_NAMED = 3;

/** One thing that keeps a balance from its aims. `look` gives the names of its lights. */
export function limitWords(limit: Limit, { lights }: Pick<Look, 'lights'>): string {
  const name = lights.find(({ id }) => id === limit.lightId)?.name ?? '';
  const amount = limit.amount.toFixed(1);
  switch (limit.kind) {
    case 'clipping':
      return `${limit.place} still clips ${amount} stop${name ? `, mostly by ${name}` : ''}.`;
    case 'unreached':
      return `${name}: ${lowered(verdictWords(limit.verdict))}`;
    case 'washed-out':
      return `${name}: ${lowered(verdictWords(limit.verdict))}`;
    case 'key':
      return Number.isFinite(limit.stops)
        ? `The face meters ${formatStops(limit.stops)}, ${amount} ${limit.isUnder ? 'under' : 'over'} what the brief asks.`
        : 'No light reaches the key side of the face.';
    case 'under-key':
      return `${name} is kept ${againstKeyWords(limit.mostStops)}; its colour wants ${amount} stops more. Keep the key off its place with a flag, a grid or a turn, or allow it more.`;
    case 'over-key':
      return `${name} gives ${amount} stops more than it should against the key (${againstKeyWords(limit.mostStops)}).`;
    case 'burnt':
      return `${percentWords(limit.share)} of the skin seen burns, sheen included${name ? `, most by ${name}` : ''}.`;
    case 'separation':
      return `Edge contrast against the backdrop is only ${limit.now.toFixed(2)}; ${limit.wanted.toFixed(2)} is wanted.`;
    case 'locked':
      return `${name} is locked ${amount} ${limit.isUnder ? 'under' : 'over'} its aim.`;
    case 'out-of-power':
      return `${name} is at full power, ${amount} stops short of its aim.`;
    case 'lowest-power':
      return `${name} is at its lowest power, still ${amount} stops over its aim.`;
  }
}

/** A bound against the key, in words. */
export function againstKeyWords(stops: number): string {
  if (Math.abs(stops) < 0.05) return 'at the key’s level';
  return `${Math.abs(stops).toFixed(1)} stops ${stops < 0 ? 'under' : 'over'} the key`;
}

/** Said where a look has more lights and places than are searched to the end. */
const CUT_SHORT = 'The search was cut short: better powers may exist. Lock lights that are right, and balance again.';

/** What a balance did, and what limits it or how much room is left. */
export function balanceWords({
  look,
  changes,
  limits,
  isFree,
  isWhole,
  nearest,
}: BalanceResult): readonly [did: string, then: string] {
  const room = nearest
    ? `${nearest.name} has ${nearest.toClipStops.toFixed(1)} stop before ${channelWord(nearest.channel)} clips.`
    : '';
  const then = limits[0] ? limitWords(limits[0], look) : room;
  return [changeWords(isFree, changes), isWhole ? then : `${CUT_SHORT} ${then}`.trim()];
}

function changeWords(isFree: boolean, changes: readonly PowerChange[]): string {
  if (!isFree) return 'Every light is locked or out of the picture; nothing was moved.';
  if (changes.length === 0) return 'Already balanced.';
  const listed = [...changes].sort((a, b) => Math.abs(b.deltaStops) - Math.abs(a.deltaStops));
  const rest = listed.length - MOST_NAMED;
  return `${movedWords(listed)}${rest > 0 ? ` and ${rest} more` : ''}.`;
}

const movedWords = (changes: readonly PowerChange[]) =>
  changes
    .slice(0, MOST_NAMED)
    .map(({ name, deltaStops }) => `${name} ${formatStops(deltaStops)}`)
    .join(', ');

/** What a wide balance changed beside powers, and what that gained. */
export function wideWords({ changes, powersOnly, objective, result }: WideBalance): string {
  const powers = result.changes.length ? [`Powers: ${movedWords(result.changes)}.`] : [];
  if (changes.length === 0) return ['Nothing but powers was worth changing.', ...powers].join(' ');
  const gained = powersOnly > 0 ? 1 - objective / powersOnly : 0;
  const did = `${changes.map(({ change }) => proposalWords(change).text.replace(/\.$/, '')).join('; ')}.`;
  return [did, ...powers, `${percentWords(gained)} nearer to the aims than by powers alone.`].join(' ');
}

/** What a lamp in another's place does not come to. */
export function unreachedWords(one: Unreached): string {
  const { name, fixture } = one;
  if (one.kind === 'colour') return `${name}: ${fixture} makes another colour, ${one.difference.toFixed(2)} away on the plane.`;
  const stops = Math.abs(one.offStops).toFixed(1);
  return one.kind === 'weak'
    ? `${name}: ${fixture} comes out ${stops} stops too weak, at full power.`
    : `${name}: ${fixture} comes out ${stops} stops too strong, at its lowest power.`;
}
