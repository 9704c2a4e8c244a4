import type { Burnt } from '@fulgent/core/picture';
import type { Light, Look, ProbeSurface, Status } from '@fulgent/core/document';
import { formatStops } from '@fulgent/core/exposure';
import { gelNameIn, type ProbeReading } from '@fulgent/core/scene';
import { colourWord, percentWords } from '@fulgent/words';
import { when } from '../ui/when';

/** The name of a gel in a look: its own spectra first, then the stand-in kit. */
export const gelName = (look: Pick<Look, 'spectra'> | null, id: string): string => gelNameIn(look?.spectra ?? [], id);

/** A light's gels and modifier in a few words: `deep teal x2 · soft box`. */
export function gelText(light: Light, look: Look | null = null): string {
  const gels = light.gels.map(({ gel, strength }) =>
    strength === 1 ? gelName(look, gel) : `${gelName(look, gel)} at ${strength}`,
  );
  return [gels.length ? gels.join(' + ') : 'no gel', light.modifier.name].join(' · ');
}

/** Headroom in words: `R 0.4 to clip`, `clips B, 0.3 over`. */
export function clipText({ headroom, clipped }: Pick<ProbeReading, 'headroom' | 'clipped'>): string {
  if (!Number.isFinite(headroom.stops)) return 'no light';
  if (headroom.stops <= 0) return `clips ${clipped.join(', ')}, ${Math.abs(headroom.stops).toFixed(1)} over`;
  return `${headroom.channel} ${headroom.stops.toFixed(1)} to clip`;
}

export const percent = percentWords;

/** One line on a reading for screen readers and small places. */
export function readingText(reading: ProbeReading): string {
  return `${reading.name}: ${formatStops(reading.stops)}, ${percent(reading.vividness)} vivid, ${colourWord(reading)}, ${clipText(reading)}`;
}

/** The recording curves as they are called. */
export const CURVE_NAMES = [
  { id: 'rendered', name: 'Rendered' },
  { id: 'film-like', name: 'Film-like' },
  { id: 'log', name: 'Log' },
] as const;

/** What the camera does with colours that its file cannot hold. */
export const GAMUT_NAMES = [
  { id: 'clipped', name: 'Gamut: clip channels' },
  { id: 'hue', name: 'Gamut: keep hue' },
] as const;

export const STATUS_NAMES: Readonly<Record<Status, string>> = { idea: 'Idea', trial: 'On trial', approved: 'Approved' };

/** How far a look has come, and since when. */
export function statusWords({ status, statusAt }: { readonly status: Status; readonly statusAt: string }): string {
  return statusAt ? `${STATUS_NAMES[status]}, ${when(statusAt)}` : STATUS_NAMES[status];
}

/** "Skin: 4.1 % burnt in sheen and edges, 3 % passes." */
export function burntPart({ part, share, tolerance }: Burnt): string {
  return `${part === 'skin' ? 'Skin' : 'Hair'}: ${(100 * share).toFixed(1)} % burnt in sheen and edges, ${100 * tolerance} % passes.`;
}

/**
 * What of skin and hair is too much burnt although their zones are not, whose windows count plain light; empty where nothing is. The instruments say
 * the same.
 */
export function burntText(burnt: readonly Burnt[]): string {
  return burnt
    .filter(({ share, tolerance }) => share > tolerance)
    .map(burntPart)
    .join(' ');
}

/** What the front of the subject is called in a sentence, by what it is made of. */
export function frontWord(surface: ProbeSurface): string {
  switch (surface) {
    case 'skin':
      return 'face';
    case 'label':
      return 'label';
    default:
      return 'subject';
  }
}
