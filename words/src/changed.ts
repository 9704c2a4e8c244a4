import type { Changed, ChangedPart } from '@fulgent/core/document';

/** Parts of a look as one speaks of them. */
export const PART_WORDS: Readonly<Record<ChangedPart, string>> = {
  title: 'the title',
  brief: 'the brief',
  palette: 'the palette',
  acknowledged: 'what was acknowledged',
  camera: 'the camera',
  subject: 'the subject',
  backdrop: 'the backdrop',
  room: 'the room',
  air: 'the haze',
  ambient: 'the ambient light',
  whites: 'the white balances',
  motion: 'what moves',
  baseline: 'what is compared with',
  build: 'the build-up',
  day: 'the day',
  variants: 'the variants',
  boards: 'flags and cards',
  probes: 'the places',
  spectra: 'imported spectra',
};

/** More than this is said by number. */
const NAMED = 3;

/** What somebody else changed, in one sentence; `by` is what the device calls itself, or ''. */
export function changedWords({ lights, parts }: Changed, by: string): string {
  const things = [...lights, ...parts.map((part) => PART_WORDS[part])];
  const rest = things.length - NAMED;
  const named = rest > 0 ? [...things.slice(0, NAMED), `${rest} more`] : things;
  const what = named.length > 1 ? `${named.slice(0, -1).join(', ')} and ${named.at(-1)}` : (named[0] ?? 'nothing that shows');
  return `${by || 'Another device'} changed ${what}.`;
}
