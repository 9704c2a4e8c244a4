import type { Look } from '@fulgent/core/document';
import sharp from 'sharp';

/** A drawn picture as JPEG, with its exposure in EXIF where `look` is given, as a camera would write it. */
export function asJpeg(rgba: Uint8ClampedArray, width: number, height: number, look?: Look): Promise<Buffer> {
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
