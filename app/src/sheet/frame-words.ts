import type { FrameKind, FrameRecord } from '@fulgent/core/day';
import { LIMITS, type Look } from '@fulgent/core/document';
import { formatShutter } from '@fulgent/core/exposure';

export const KIND_NAMES: Readonly<Record<FrameKind, string>> = {
  full: 'The whole look',
  alone: 'One light alone',
  black: 'Black frame',
  bracket: 'Bracket of a light',
};

/** What a frame is called: as its file is, else as it is otherwise. */
export const frameName = (file: { readonly name: string }, otherwise: string): string =>
  file.name.replace(/\.[^.]*$/, '').slice(0, LIMITS.nameLength) || otherwise;

/** Exposure as the file tells it, in a line. */
export function exposureWords({ meta }: Pick<FrameRecord, 'meta'>): string {
  const parts = [
    meta.shutterS === null ? null : formatShutter(meta.shutterS),
    meta.aperture === null ? null : `f/${meta.aperture}`,
    meta.iso === null ? null : `ISO ${meta.iso}`,
    meta.focalMm === null ? null : `${meta.focalMm} mm`,
    meta.white === null ? null : `white ${meta.white}`,
  ].filter(Boolean);
  return parts.length ? parts.join(', ') : 'the file tells no exposure';
}

const LOUD_STOPS = 0.15;

/** Where the file's exposure is not the plan's: it has to be, before anything else is judged. */
export function exposureDifferences({ camera }: Look, { meta }: Pick<FrameRecord, 'meta'>): string[] {
  const out: string[] = [];
  if (meta.aperture !== null && Math.abs(2 * Math.log2(meta.aperture / camera.aperture)) > LOUD_STOPS)
    out.push(`taken at f/${meta.aperture}, planned at f/${camera.aperture}`);
  if (meta.iso !== null && Math.abs(Math.log2(meta.iso / camera.iso)) > LOUD_STOPS)
    out.push(`taken at ISO ${meta.iso}, planned at ISO ${Math.round(camera.iso)}`);
  if (meta.shutterS !== null && Math.abs(Math.log2(meta.shutterS / camera.shutterS)) > LOUD_STOPS)
    out.push(`taken at ${formatShutter(meta.shutterS)}, planned at ${formatShutter(camera.shutterS)}`);
  if (meta.white === 'auto') out.push('taken with auto white: colours of two such frames cannot be compared');
  return out;
}

/** A share of a frame's area: small ones to a tenth. */
export const areaWords = (share: number): string => `${(100 * share).toFixed(share > 0 && share < 0.1 ? 1 : 0)} %`;
