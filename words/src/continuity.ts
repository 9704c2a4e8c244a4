import { formatStops } from '@fulgent/core/exposure';
import type { ContinuityItem } from '@fulgent/core/planning';

export interface ContinuityLine {
  readonly what: string;
  /** Both shots' figures; colours as hex. */
  readonly first: string;
  readonly second: string;
  readonly text: string;
}

const stops = (value: number) => (Number.isFinite(value) ? formatStops(value) : 'none');

/** One thing in which two shots of a scene differ, as a line of a table. */
export function continuityWords(item: ContinuityItem): ContinuityLine {
  switch (item.kind) {
    case 'level': {
      const by = item.second - item.first;
      return {
        what: 'Face over the meter',
        first: stops(item.first),
        second: stops(item.second),
        text: Number.isFinite(by)
          ? `${Math.abs(by).toFixed(1)} stops ${by < 0 ? 'darker' : 'brighter'} in the second`
          : 'one of them has no light on the face',
      };
    }
    case 'ratio':
      return {
        what: 'Key side over shadow side',
        first: stops(item.first),
        second: stops(item.second),
        text: `the ratio moves ${Math.abs(item.second - item.first).toFixed(1)} stops`,
      };
    case 'white':
      return {
        what: 'White',
        first: `${Math.round(item.first)} K`,
        second: `${Math.round(item.second)} K`,
        text: `${Math.abs(item.byMired).toFixed(0)} mired apart`,
      };
    case 'colour':
      return {
        what: item.place,
        first: item.first,
        second: item.second,
        text: item.turns
          ? `the hue turns ${Math.abs(item.hueDeg).toFixed(0)}°`
          : `chroma ${item.chroma >= 0 ? '+' : '-'}${Math.abs(item.chroma).toFixed(2)}`,
      };
  }
}
