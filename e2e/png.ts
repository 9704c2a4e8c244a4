import { deflateSync } from 'node:zlib';

type Colour = readonly [r: number, g: number, b: number];

/** A PNG of vertical bands of colour, made here so that no file is needed. */
export function png(bands: readonly Colour[], size = 60): Buffer {
  return pngOf(size, size, (x) => bands[Math.floor((x * bands.length) / size)]!);
}

/** A PNG by the colour of each pixel, 0 to 255. */
export function pngOf(width: number, height: number, at: (x: number, y: number) => readonly number[]): Buffer {
  const rows = Buffer.alloc(height * (1 + 3 * width));
  for (let y = 0; y < height; y++) for (let x = 0; x < width; x++) rows.set(at(x, y), y * (1 + 3 * width) + 1 + 3 * x);
  const chunk = (type: string, data: Buffer) => {
    const body = Buffer.concat([Buffer.from(type), data]);
    let crc = ~0;
    for (const byte of body) {
      crc ^= byte;
      for (let k = 0; k < 8; k++) crc = crc & 1 ? (crc >>> 1) ^ 0xedb88320 : crc >>> 1;
    }
    const head = Buffer.alloc(4);
    head.writeUInt32BE(data.length);
    const tail = Buffer.alloc(4);
    tail.writeUInt32BE(~crc >>> 0);
    return Buffer.concat([head, body, tail]);
  };
  const header = Buffer.alloc(13);
  header.writeUInt32BE(width, 0);
  header.writeUInt32BE(height, 4);
  header.set([8, 2, 0, 0, 0], 8);
  return Buffer.concat([
    Buffer.from([137, 80, 78, 71, 13, 10, 26, 10]),
    chunk('IHDR', header),
    chunk('IDAT', deflateSync(rows)),
    chunk('IEND', Buffer.alloc(0)),
  ]);
}
