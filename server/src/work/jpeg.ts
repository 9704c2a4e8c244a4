import type { Look } from '@fulgent/core/document';
import type { Picture } from '@fulgent/core/picture';

/** A picture brought to another size, RGBA of 8 bits. */
export async function enlarged({ rgba, ...raw }: Picture, width: number, height: number): Promise<Uint8ClampedArray> {
  const { default: sharp } = await import('sharp');
  const bytes = await sharp(Buffer.from(rgba.buffer, rgba.byteOffset, rgba.byteLength), {
    raw: { width: raw.width, height: raw.height, channels: 4 },
  })
    .resize(width, height, { fit: 'fill', kernel: 'cubic' })
    .raw()
    .toBuffer();
  return Uint8ClampedArray.from(bytes);
}

/** A drawn picture as JPEG, with its exposure in EXIF where `look` is given, as a camera would write it. */
export async function asJpeg(rgba: Uint8ClampedArray, width: number, height: number, look?: Look): Promise<Buffer> {
  // Loaded with the first picture: it is a tenth of what the server would otherwise load to start.
  const { default: sharp } = await import('sharp');
  const picture = sharp(Buffer.from(rgba.buffer, rgba.byteOffset, rgba.byteLength), { raw: { width, height, channels: 4 } })
    .removeAlpha()
    .jpeg({ quality: 95, chromaSubsampling: '4:4:4' });
  if (!look) return picture.toBuffer();
  const { iso, aperture, shutterS, focalMm, name } = look.camera;
  const rational = (value: number) => `${Math.round(value * 1000)}/1000`;
  const stamp = new Date().toISOString().slice(0, 19).replace(/-/g, ':').replace('T', ' ');
  return picture
    .withExif({
      IFD0: { Model: `Simulated ${name}` },
      IFD2: {
        FNumber: rational(aperture),
        ExposureTime: shutterS >= 0.3 ? rational(shutterS) : `1000/${Math.round(1000 / shutterS)}`,
        ISOSpeedRatings: String(Math.round(iso)),
        FocalLength: rational(focalMm),
        WhiteBalance: '1',
        DateTimeOriginal: stamp,
      },
    })
    .toBuffer();
}
