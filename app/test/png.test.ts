import { TextEncoder } from 'node:util';
import { deflateSync, inflateSync } from 'node:zlib';
import { pngWithText } from '../src/frame/png-text';

// The test's document has none of its own; browsers do.
Object.assign(globalThis, { TextEncoder });

/** A PNG of one grey pixel, by hand. */
function onePixel(): Uint8Array {
  const table = Array.from({ length: 256 }, (_, n) => {
    let c = n;
    for (let k = 0; k < 8; k++) c = c & 1 ? 0xedb88320 ^ (c >>> 1) : c >>> 1;
    return c >>> 0;
  });
  const chunk = (type: string, data: Buffer) => {
    const body = Buffer.concat([Buffer.from(type), data]);
    let crc = 0xffffffff;
    for (const byte of body) crc = table[(crc ^ byte) & 255]! ^ (crc >>> 8);
    const size = Buffer.alloc(4);
    size.writeUInt32BE(data.length);
    const check = Buffer.alloc(4);
    check.writeUInt32BE((crc ^ 0xffffffff) >>> 0);
    return Buffer.concat([size, body, check]);
  };
  const header = Buffer.from([0, 0, 0, 1, 0, 0, 0, 1, 8, 0, 0, 0, 0]);
  return new Uint8Array(
    Buffer.concat([
      Buffer.from([137, 80, 78, 71, 13, 10, 26, 10]),
      chunk('IHDR', header),
      chunk('IDAT', deflateSync(Buffer.from([0, 128]))),
      chunk('IEND', Buffer.alloc(0)),
    ]),
  );
}

/** Chunks of a PNG, their checks verified against a bit-by-bit CRC. */
function chunksOf(png: Uint8Array): { type: string; data: Buffer }[] {
  const bytes = Buffer.from(png);
  const out: { type: string; data: Buffer }[] = [];
  for (let at = 8; at < bytes.length;) {
    const size = bytes.readUInt32BE(at);
    const body = bytes.subarray(at + 4, at + 8 + size);
    let crc = 0xffffffff;
    for (const byte of body) {
      crc ^= byte;
      for (let k = 0; k < 8; k++) crc = crc & 1 ? (crc >>> 1) ^ 0xedb88320 : crc >>> 1;
    }
    expect(bytes.readUInt32BE(at + 8 + size)).toBe((crc ^ 0xffffffff) >>> 0);
    out.push({ type: body.subarray(0, 4).toString(), data: body.subarray(4) });
    at += 12 + size;
  }
  return out;
}

test('texts go into the metadata and the picture stays what it was', () => {
  const out = pngWithText(onePixel(), { Title: 'Piste, cyan and amber', Comment: '{"power":"1/8 ×"}' });
  const chunks = chunksOf(out);
  expect(chunks.map(({ type }) => type)).toEqual(['IHDR', 'iTXt', 'iTXt', 'IDAT', 'IEND']);
  expect(chunks[1]!.data.toString('utf8')).toBe('Title\0\0\0\0\0Piste, cyan and amber');
  expect(chunks[2]!.data.toString('utf8')).toContain('1/8 ×');
  expect([...inflateSync(chunks[3]!.data)]).toEqual([0, 128]);
});

test('what is no PNG is refused', () => {
  expect(() => pngWithText(new Uint8Array([1, 2, 3]), {})).toThrow(/PNG/);
});
