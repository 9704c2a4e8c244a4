import { decodeSrgb } from '@fulgent/core/colour';
import type { FramePixels } from '@fulgent/core/day';
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

const linear = (byte: number) => decodeSrgb(byte / 255);

/** Mean linear colour of the middle third of a picture. */
export async function middleOf(picture: Blob): Promise<[number, number, number]> {
  const { data } = await pixelsOf(picture, STUDY_PX);
  const sum: [number, number, number] = [0, 0, 0];
  let n = 0;
  for (let y = Math.floor(data.height / 3); y < Math.ceil((2 * data.height) / 3); y++) {
    for (let x = Math.floor(data.width / 3); x < Math.ceil((2 * data.width) / 3); x++) {
      const at = 4 * (y * data.width + x);
      for (const c of [0, 1, 2] as const) sum[c] += linear(data.data[at + c]!);
      n += 1;
    }
  }
  return [sum[0] / n, sum[1] / n, sum[2] / n];
}
