import { open } from 'node:fs/promises';
import exifReader from 'exif-reader';
import sharp from 'sharp';
import { NO_META, type FrameMeta } from '@fulgent/core/day';
import { diskFull } from '../problem';
import { DECODE_SECONDS, refused, type Decode, type PictureFacts } from './decoding';

const MIMES = { jpeg: 'image/jpeg', png: 'image/png', tiff: 'image/tiff' } as const;
const LARGEST_PIXELS = 120_000_000;
const PREVIEW_PX = 1280;
sharp.concurrency(1);
sharp.cache(false);

export const decodePicture: Decode = async (file, preview) => {
  const picture = () =>
    sharp(file, { limitInputPixels: LARGEST_PIXELS, failOn: 'error', sequentialRead: true }).timeout({ seconds: DECODE_SECONDS });
  let head;
  try {
    head = await picture().metadata();
  } catch (error) {
    throw refused(whyNot(error));
  }
  const mime = MIMES[head.format as keyof typeof MIMES];
  if (!mime || !looksLike(await beginningOf(file), mime))
    throw refused(`The file is ${head.format ? head.format.toUpperCase() : 'no picture'}. Export it as JPEG, PNG or TIFF.`);
  let drawn;
  try {
    drawn = await picture()
      .autoOrient()
      .flatten({ background: '#000' })
      .resize({
        width: PREVIEW_PX,
        height: PREVIEW_PX,
        fit: 'inside',
        withoutEnlargement: true,
        kernel: 'nearest',
        fastShrinkOnLoad: false,
      })
      .toColourspace('srgb')
      .png({ compressionLevel: 3 })
      .toFile(preview);
  } catch (error) {
    // The file may be as good as it can be: there was no room for its copy.
    if (isFull(error)) throw diskFull();
    throw refused(whyNot(error));
  }
  const turned = (head.orientation ?? 1) >= 5;
  return {
    mime,
    widthPx: (turned ? head.height : head.width) ?? drawn.width,
    heightPx: (turned ? head.width : head.height) ?? drawn.height,
    meta: metaOf(head.exif),
  };
};

async function beginningOf(file: string): Promise<Buffer> {
  const opened = await open(file);
  try {
    return (await opened.read(Buffer.alloc(4), 0, 4, 0)).buffer;
  } finally {
    await opened.close();
  }
}

function looksLike(file: Buffer, mime: PictureFacts['mime']): boolean {
  const starts = (...bytes: number[]) => bytes.every((byte, i) => file[i] === byte);
  if (mime === 'image/jpeg') return starts(0xff, 0xd8, 0xff);
  if (mime === 'image/png') return starts(0x89, 0x50, 0x4e, 0x47);
  return starts(0x49, 0x49) || starts(0x4d, 0x4d);
}

const isFull = (error: unknown): boolean => error instanceof Error && /no space left|quota exceeded/i.test(error.message);

function whyNot(error: unknown): string {
  const text = error instanceof Error ? error.message : String(error);
  if (/pixel limit/i.test(text)) return 'The picture has more than 120 million pixels. Export it smaller.';
  if (/timeout/i.test(text)) return 'The picture took too long to read. Export it again as JPEG, smaller.';
  return 'The file is damaged, cut short, or no JPEG, PNG or TIFF. Copy it from the card again, or export it anew.';
}

/** Clocks of cameras that were never set, or set wrongly, tell nothing. */
const [EARLIEST, LATEST] = [new Date('1990-01-01'), new Date('2200-01-01')];

/** Exposure from EXIF; what is missing or odd is null. */
function metaOf(exif: Buffer | undefined): FrameMeta {
  if (!exif) return NO_META;
  let tags;
  try {
    tags = exifReader(exif);
  } catch {
    return NO_META;
  }
  const { Photo: photo = {}, Image: image = {} } = tags;
  const number = (value: unknown, low: number, high: number) =>
    typeof value === 'number' && value >= low && value <= high ? value : null;
  const text = (value: unknown) => (typeof value === 'string' && value.trim() ? value.trim().slice(0, 80) : null);
  const taken = photo.DateTimeOriginal;
  const iso = Array.isArray(photo.ISOSpeedRatings) ? photo.ISOSpeedRatings[0] : photo.ISOSpeedRatings;
  return {
    takenAt: taken instanceof Date && taken > EARLIEST && taken < LATEST ? taken.toISOString() : null,
    aperture: number(photo.FNumber, 0.5, 128),
    iso: number(iso, 1, 1_000_000),
    shutterS: number(photo.ExposureTime, 0.00001, 3600),
    focalMm: number(photo.FocalLength, 1, 2000),
    white: photo.WhiteBalance === 0 ? 'auto' : photo.WhiteBalance === 1 ? 'manual' : null,
    camera: text(image.Model),
    lens: text(photo.LensModel),
  };
}
