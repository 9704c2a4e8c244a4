import { stopsMore, type ChartCorners } from '@fulgent/core/day';
import type { SourceRef } from '@fulgent/core/document';
import { formatShutter } from '@fulgent/core/exposure';
import { STAND_IN_CHART, type ChartPatch } from '@fulgent/core/surface';
import type { Picture } from '../../api/pictures';
import { formatAperture } from '../../ui/Dial';

/** A frame of the bracket: by how many stops it is exposed more than the first. */
export interface Bracketed extends Picture {
  readonly stops: number;
  /** Its file says so. */
  readonly isTold: boolean;
}

/** What a camera is to be learned from, as far as it was chosen. */
export interface Lesson {
  readonly bracket: readonly Bracketed[];
  readonly greyFrame: number | null;
  readonly card: Picture | null;
  readonly chart: Picture | null;
  readonly corners: ChartCorners;
  readonly patches: readonly ChartPatch[];
  readonly patchesFrom: string | null;
  readonly source: SourceRef;
  readonly whiteK: number;
  readonly tintDuv: number;
}

export const EMPTY_LESSON: Lesson = {
  bracket: [],
  greyFrame: null,
  card: null,
  chart: null,
  corners: [
    [0.15, 0.2],
    [0.85, 0.2],
    [0.85, 0.8],
    [0.15, 0.8],
  ],
  patches: STAND_IN_CHART,
  patchesFrom: null,
  source: { kind: 'daylight', cctK: 5600 },
  whiteK: 5600,
  tintDuv: 0,
};

/** Frames as a bracket, darkest first: by what their files say, else a stop apart in the order chosen. */
export function asBracket(pictures: readonly Picture[]): Bracketed[] {
  const [first] = pictures;
  if (!first) return [];
  const told = pictures.map(({ meta }) => stopsMore(meta, first.meta));
  const all = told.every((stops) => stops !== null);
  const frames = pictures.map((picture, i) => ({ ...picture, stops: all ? told[i]! : i, isTold: all }));
  return frames.sort((a, b) => a.stops - b.stops);
}

/** What a file says of its exposure. */
export function exposureText({ meta: { aperture, shutterS, iso } }: Picture): string {
  const parts = [
    aperture === null ? null : formatAperture(aperture),
    shutterS === null ? null : formatShutter(shutterS),
    iso === null ? null : `ISO ${iso}`,
  ].filter(Boolean);
  return parts.length ? parts.join(', ') : 'its file does not say';
}
