import { deflateSync } from 'node:zlib';

/** A PNG of vertical bands of colour, made here so that no file is needed. */
export function png(bands: readonly (readonly [r: number, g: number, b: number])[], size = 60): Buffer {
  const rows = Buffer.alloc(size * (1 + 3 * size));
  for (let y = 0; y < size; y++) {
    for (let x = 0; x < size; x++) {
      const colour = bands[Math.floor((x * bands.length) / size)]!;
      rows.set(colour, y * (1 + 3 * size) + 1 + 3 * x);
    }
  }
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
  header.writeUInt32BE(size, 0);
  header.writeUInt32BE(size, 4);
  header.set([8, 2, 0, 0, 0], 8);
  return Buffer.concat([
    Buffer.from([137, 80, 78, 71, 13, 10, 26, 10]),
    chunk('IHDR', header),
    chunk('IDAT', deflateSync(rows)),
    chunk('IEND', Buffer.alloc(0)),
  ]);
}
