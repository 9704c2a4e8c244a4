import { makeStudio, type Picture, type PictureRequest } from '@fulgent/core/picture';
import { shapeOf } from '@fulgent/core/figure';
import { transfer } from 'comlink';
import { ensureFigure } from '../../figure/figures';

/** Drawing, inside a worker: its studio, and pixels that go to the page and come back. */

export const studio = makeStudio();

/** Pictures finer than the first wait for the fine figure; where it cannot be had, the quick one is drawn. */
export async function fineFigure({ look, fineness }: PictureRequest): Promise<void> {
  if (fineness === 0) return;
  await ensureFigure(shapeOf(look.subject), 'fine').catch(() => undefined);
}

/** Pixels that have come back. */
let spare: Picture['rgba'] | undefined;

/** Pixels to draw in, if some of this length have come back. */
export function takeSpare(length: number): Picture['rgba'] | undefined {
  if (spare?.length !== length) return undefined;
  const taken = spare;
  spare = undefined;
  return taken;
}

/** Takes the pixels of a picture that has been shown: the next one of its size is drawn in them. */
export function giveBack(rgba: Picture['rgba']): void {
  if (rgba.length >= (spare?.length ?? 0)) spare = rgba;
}

/** Draws a request here, and gives its pixels away. */
export async function draw(request: PictureRequest): Promise<Picture> {
  await fineFigure(request);
  const into = spare;
  spare = undefined;
  const picture = studio.picture(request, into);
  // One of another size leaves them for the next.
  if (picture.rgba !== into) spare = into;
  return transfer(picture, [picture.rgba.buffer]);
}

/** Whether a picture costs only the relighting. */
export const isReady = (request: PictureRequest) => studio.isReady(request);
