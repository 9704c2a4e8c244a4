import baked from './baked.json';
import { partsOf, type SubjectShape } from './shape';

/** A part comes in two files: what a quick figure needs, and what a fine one adds to it. */
export type Detail = 'quick' | 'fine';

/** A file of a baked part. */
export interface PartFile {
  readonly part: string;
  readonly detail: Detail;
}

/** Version of the baked parts: their addresses carry it. */
export const FIGURES_VERSION: string = baked.version;

/** Files of a subject's parts, in the order in which they are read. */
export function filesOf(shape: SubjectShape, detail: Detail): readonly PartFile[] {
  return partsOf(shape).flatMap((part): PartFile[] =>
    detail === 'quick'
      ? [{ part, detail }]
      : [
          { part, detail: 'quick' },
          { part, detail },
        ],
  );
}
