import { kept } from '../kept';
import { filesOf, type Detail, type PartFile } from './baked-files';
import { FigureFileError } from './codec';
import { buildFigure, buildShade } from './figure';
import { readHead, readHeadDetail, readNets, type HeadData, type HeadDetail, type NetsData } from './part-files';
import { partsOf, shapeKey, type SubjectShape } from './shape';
import type { Figure, PartSource, Shade } from './types';

/**
 * Baked parts that are at hand, and the figures made from them. Core does no reading of files: whoever can (a worker, the server, a test)
 * provides the bytes, and what is compiled or drawn after that finds them here.
 */

/** A part that a subject needs was not provided, or is damaged. */
export class FigureMissingError extends Error {
  override readonly name = 'FigureMissingError';
  constructor(
    readonly part: string,
    why = 'has not been loaded',
  ) {
    super(`The figure part "${part}" ${why}.`);
  }
}

const files = new Set<string>();
const heads = new Map<string, HeadData>();
const details = new Map<string, HeadDetail>();
const nets = new Map<string, NetsData>();
const figures = kept<Figure>(3);
const shades = kept<Shade>(10);

const fileKey = (part: string, detail: Detail) => `${part}.${detail}`;

/** Reads a part at once, unpacked: for machines whose files are at hand. */
export type PartLoader = (part: string, detail: Detail) => Uint8Array;
let loader: PartLoader | null = null;

/** Lets parts be read when they are first needed, where that can be done without waiting. */
export function usePartLoader(load: PartLoader | null): void {
  loader = load;
}

/** Reads what a subject still needs. @throws FigureMissingError where a part cannot be read, and says why. */
function loadMissing(shape: SubjectShape, detail: Detail): void {
  if (!loader) return;
  for (const file of missingFiles(shape, detail)) {
    let bytes: Uint8Array;
    try {
      bytes = loader(file.part, file.detail);
    } catch (error) {
      throw new FigureMissingError(file.part, `cannot be read (${error instanceof Error ? error.message : String(error)})`);
    }
    providePart(file.part, file.detail, bytes);
  }
}

/** Files of a subject's parts that are not yet here. */
export function missingFiles(shape: SubjectShape, detail: Detail): readonly PartFile[] {
  return filesOf(shape, detail).filter((file) => !files.has(fileKey(file.part, file.detail)));
}

/** Takes the bytes of a part, unpacked. They are read at once. @throws FigureMissingError where they are damaged; nothing of them is kept. */
export function providePart(part: string, detail: Detail, bytes: Uint8Array): void {
  const key = fileKey(part, detail);
  try {
    if (!part.startsWith('head-')) nets.set(key, readNets(bytes));
    else if (detail === 'quick') heads.set(part, readHead(bytes));
    else {
      const head = heads.get(part);
      if (!head) throw new FigureFileError('came before the quick file of its head');
      details.set(part, readHeadDetail(bytes, head));
    }
  } catch (error) {
    if (error instanceof FigureFileError || error instanceof RangeError) throw new FigureMissingError(part, error.message);
    throw error;
  }
  files.add(key);
}

function needed<V>(found: V | undefined, part: string): V {
  if (found === undefined) throw new FigureMissingError(part);
  return found;
}

const source: PartSource = {
  head: (name) => needed(heads.get(name), name),
  headDetail: (name) => needed(details.get(name), name),
  nets: (name, detail) => needed(nets.get(fileKey(name, detail)), name),
};

/** The figure of a subject, made at first use. @throws FigureMissingError where a part was not provided. */
export function figureOf(shape: SubjectShape, detail: Detail): Figure {
  return figures(`${shapeKey(shape)} ${detail}`, () => {
    loadMissing(shape, detail);
    return buildFigure(shape, partsOf(shape), detail, source, shadeOf(shape));
  });
}

/** What a subject shades and throws back: all that figures of a look need of it. @throws FigureMissingError as `figureOf`. */
export function shadeOf(shape: SubjectShape): Shade {
  return shades(shapeKey(shape), () => {
    loadMissing(shape, 'quick');
    return buildShade(shape, partsOf(shape), source);
  });
}

/** Whether all parts of a subject are here, or can be read at once. */
export function isFigureReady(shape: SubjectShape, detail: Detail): boolean {
  return loader !== null || missingFiles(shape, detail).length === 0;
}
