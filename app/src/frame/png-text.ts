const SIGNATURE = [137, 80, 78, 71, 13, 10, 26, 10];
/** Signature and header chunk: text goes after them. */
const AFTER_HEADER = 8 + 4 + 4 + 13 + 4;

const CRC = Uint32Array.from({ length: 256 }, (_, n) => {
  let c = n;
  for (let k = 0; k < 8; k++) c = c & 1 ? 0xedb88320 ^ (c >>> 1) : c >>> 1;
  return c >>> 0;
});

function crc32(bytes: Uint8Array): number {
  let crc = 0xffffffff;
  for (const byte of bytes) crc = CRC[(crc ^ byte) & 255]! ^ (crc >>> 8);
  return (crc ^ 0xffffffff) >>> 0;
}

/**
 * A PNG with texts in its metadata (iTXt chunks, UTF-8, uncompressed, as in the PNG specification). Keywords have 1 to 79 Latin letters.
 * @throws Error where the bytes are no PNG.
 */
export function pngWithText(png: Uint8Array, texts: Readonly<Record<string, string>>): Uint8Array<ArrayBuffer> {
  if (!SIGNATURE.every((byte, i) => png[i] === byte)) throw new Error('The picture could not be encoded as PNG.');
  const encoder = new TextEncoder();
  const chunks = Object.entries(texts).map(([keyword, text]) => {
    const data = encoder.encode(`${keyword}\0\0\0\0\0${text}`);
    const body = new Uint8Array(4 + data.length);
    body.set(encoder.encode('iTXt'));
    body.set(data, 4);
    const chunk = new Uint8Array(8 + body.length);
    const view = new DataView(chunk.buffer);
    view.setUint32(0, data.length);
    chunk.set(body, 4);
    view.setUint32(4 + body.length, crc32(body));
    return chunk;
  });
  const out = new Uint8Array(png.length + chunks.reduce((sum, { length }) => sum + length, 0));
  out.set(png.subarray(0, AFTER_HEADER));
  let at = AFTER_HEADER;
  for (const chunk of chunks) {
    out.set(chunk, at);
    at += chunk.length;
  }
  out.set(png.subarray(AFTER_HEADER), at);
  return out;
}
