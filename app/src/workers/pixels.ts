import { middleOfFrame, type FramePixels } from '@fulgent/core/day';
import { InputError } from '@fulgent/core/errors';

/** Decoding of pictures in a worker. */

export const STUDY_PX = 96;
export const THUMB_PX = 160;
const LARGEST_PICTURE = 40_000_000;

/** Decodes a picture to at most `px` on its longer side. @throws InputError with the remedy. */
export async function pixelsOf(picture: Blob, px: number): Promise<{ data: ImageData; canvas: OffscreenCanvas }> {
  if (picture.size > LARGEST_PICTURE) throw new InputError('picture', 'The picture is larger than 40 MB; export a smaller copy.');
  let bitmap: ImageBitmap;
  try {
    bitmap = await createImageBitmap(picture);
  } catch {
    throw new InputError('picture', 'This picture cannot be read. Choose a JPEG or PNG.');
  }
  const scale = Math.min(1, px / Math.max(bitmap.width, bitmap.height));
  const width = Math.max(1, Math.round(bitmap.width * scale));
  const height = Math.max(1, Math.round(bitmap.height * scale));
  const canvas = new OffscreenCanvas(width, height);
  const context = canvas.getContext('2d', { willReadFrequently: true })!;
  context.drawImage(bitmap, 0, 0, width, height);
  bitmap.close();
  return { data: context.getImageData(0, 0, width, height), canvas };
}

/** A picture as it is, pixel by pixel: nothing is mixed, so that what clips goes on clipping. */
export async function exactPixels(picture: Blob): Promise<ImageData> {
  let bitmap: ImageBitmap;
  try {
    bitmap = await createImageBitmap(picture, { colorSpaceConversion: 'none' });
  } catch {
    throw new InputError('picture', 'This frame cannot be read. Load it again.');
  }
  const canvas = new OffscreenCanvas(bitmap.width, bitmap.height);
  const context = canvas.getContext('2d', { willReadFrequently: true })!;
  context.drawImage(bitmap, 0, 0);
  bitmap.close();
  return context.getImageData(0, 0, canvas.width, canvas.height);
}

/** As core reads pictures. */
export const framePixels = ({ data, width, height }: ImageData): FramePixels => ({ rgba: data, width, height });

/** Mean linear colour of the middle third of a picture. */
export const middleOf = async (picture: Blob): Promise<readonly [number, number, number]> =>
  middleOfFrame(framePixels((await pixelsOf(picture, STUDY_PX)).data));
