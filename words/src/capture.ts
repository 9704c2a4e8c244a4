import { formatStops } from '@fulgent/core/exposure';
import {
  PUSH_MIRED,
  type Attribution,
  type ChangeReport,
  type DragZone,
  type FrameVerdict,
  type RatioStep,
  type WhiteSchool,
} from '@fulgent/core/planning';
import { CONTROL_WORDS } from './exposure';
import { percentWords } from './numbers';

/** What a control that moved is called. */
export const controlWord = (control: Attribution['control']): string =>
  control === 'blackout' ? 'Blackout' : CONTROL_WORDS[control].name;

/** Less than this is no change of a ratio, stops. */
const SEEN_STOPS = 0.05;

/** What happened since a baseline: whether the level moved or the ratio, and by what. */
export function changeWords({
  flash,
  continuous,
  ratioByShutter,
  ratioByPower,
}: Omit<ChangeReport, 'controls' | 'lights'>): string {
  const total = ratioByShutter + ratioByPower;
  const level = `The camera moved flash ${formatStops(flash)} and continuous light ${formatStops(continuous)}.`;
  if (Math.abs(total) < SEEN_STOPS && Math.abs(ratioByShutter) < SEEN_STOPS)
    return `${level} The ratio is as it was: only the level moved.`;
  return `${level} Flash moved ${formatStops(total)} against continuous light: ${formatStops(ratioByShutter)} by the shutter, ${formatStops(ratioByPower)} by power.`;
}

/** One dial to turn when a ratio is moved. */
export function ratioStepWords({ dial, light, from, to }: RatioStep): string {
  if (dial === 'power') return `${light} ${from} to ${to}.`;
  const move = `${CONTROL_WORDS[dial].name} ${from} to ${to}`;
  return dial === 'shutter' ? `${move}.` : `${move}: holds flash, lifts continuous light and ambient.`;
}

/** One way of deciding on a white: what it is called, and why people take it. */
export function schoolWords({ id, by }: WhiteSchool): { readonly name: string; readonly reason: string } {
  const from = by ?? 'the present white';
  switch (id) {
    case 'daylight':
      return {
        name: 'Daylight, fixed',
        reason: 'A convention: every set-up can be repeated and compared. Eyes adapt, a fixed white does not.',
      };
    case 'tungsten':
      return {
        name: 'Tungsten, fixed',
        reason: 'Filament light reads neutral, daylight reads blue: the split of a night inside.',
      };
    case 'key':
      return { name: `Matched to ${from}`, reason: 'The face is neutral; everything else falls warm or cool against it.' };
    case 'ambient':
      return { name: 'Matched to the ambient', reason: 'The room is neutral; what you bring shows its colour.' };
    case 'cooler':
      return {
        name: 'Pushed cool',
        reason: `White is ${PUSH_MIRED} mired warmer than ${from}, so all light is recorded cooler.`,
      };
    case 'warmer':
      return {
        name: 'Pushed warm',
        reason: `White is ${PUSH_MIRED} mired cooler than ${from}, so all light is recorded warmer.`,
      };
  }
}

/** Less flash than this at a place freezes nothing that is seen there. */
const SEEN_FROZEN = 0.02;

/** How much of a place is frozen. */
export const dragTitle = (freezeShare: number): string =>
  freezeShare < SEEN_FROZEN ? 'no flash on it, all trail' : `${percentWords(freezeShare)} frozen`;

/** What a long exposure holds at a place, stops from mid-grey. */
export function dragWords({
  freezeShare,
  frozenStops,
  trailStops,
  ghostStops,
}: Pick<DragZone, 'freezeShare' | 'frozenStops' | 'trailStops' | 'ghostStops'>): string {
  if (freezeShare < SEEN_FROZEN) return `Trail over what lies behind ${formatStops(trailStops)}; nothing of it is sharp.`;
  const ghost = Number.isFinite(ghostStops)
    ? `the ghost is ${Math.abs(ghostStops).toFixed(1)} stops ${ghostStops < 0 ? 'under' : 'over'} the figure`
    : 'no ghost';
  return `Frozen ${formatStops(frozenStops)}, trail over what lies behind ${formatStops(trailStops)}; ${ghost}.`;
}

/** What a black frame says. */
export function blackFrameWords({ found, meanStops, highStops, overStops, channel }: FrameVerdict): string {
  const level = (value: number) => (value === -Infinity ? 'nothing' : `${Math.abs(value).toFixed(1)} stops under working white`);
  const channelName = { R: 'red', G: 'green', B: 'blue' }[channel];
  switch (found) {
    case 'black':
      return `Black: the brightest thousandth is ${level(highStops)}.`;
    case 'as-wanted':
      return `As wanted: on average ${level(meanStops)}.`;
    case 'too-much':
      return `Not yet: ${overStops.toFixed(1)} stops too much in ${channelName}.`;
    case 'stray':
      return `Not yet: ${overStops.toFixed(1)} stops too much in ${channelName}, in a small part of the frame: look for a stray lamp.`;
    case 'too-dark':
      return `Darker than wanted: on average ${level(meanStops)}.`;
  }
}
