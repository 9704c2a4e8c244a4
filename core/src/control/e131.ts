import { InputError } from '../errors';

/**
 * Data packets of ANSI E1.31 (streaming ACN for DMX512), as its tables 4-1, 5-1, 6-1 and 7-1 lay them out: root, framing and DMP layer round up to
 * 512 slots. Plain bytes; sockets are the server's affair.
 */

const ACN_ID = [0x41, 0x53, 0x43, 0x2d, 0x45, 0x31, 0x2e, 0x31, 0x37, 0, 0, 0];
const [VECTOR_ROOT_DATA, VECTOR_FRAME_DATA, VECTOR_DMP_SET] = [0x0000_0004, 0x0000_0002, 0x02];
const ADDRESS_AND_DATA = 0xa1;
const HEADER_BYTES = 126;
const NAME_BYTES = 64;
const LONGEST = 512;
/** The UDP port that the standard gives. */
export const E131_PORT = 5568;

export interface E131Packet {
  /** 16 bytes that name the sender. */
  readonly cid: Uint8Array;
  readonly sourceName: string;
  /** 0 to 200; 100 is usual. */
  readonly priority: number;
  /** Counts up by one, modulo 256. */
  readonly sequence: number;
  /** 1 to 63999. */
  readonly universe: number;
  /** Up to 512 slots, without the start code. */
  readonly slots: Uint8Array;
}

/** Writes a data packet. @throws InputError for a universe, priority or number of slots that the standard does not have. */
export function writeE131({ cid, sourceName, priority, sequence, universe, slots }: E131Packet): Uint8Array {
  if (!Number.isInteger(universe) || universe < 1 || universe > 63_999)
    throw new InputError('universe', 'universe must be a whole number from 1 to 63999.');
  if (!Number.isInteger(priority) || priority < 0 || priority > 200)
    throw new InputError('priority', 'priority must be a whole number from 0 to 200.');
  if (slots.length < 1 || slots.length > LONGEST) throw new InputError('slots', 'A universe has 1 to 512 slots.');
  if (cid.length !== 16) throw new InputError('cid', 'cid must have 16 bytes.');
  const out = new Uint8Array(HEADER_BYTES + slots.length);
  const view = new DataView(out.buffer);
  const flagged = (at: number) => view.setUint16(at, 0x7000 | (out.length - at));
  view.setUint16(0, 0x0010);
  view.setUint16(2, 0);
  out.set(ACN_ID, 4);
  flagged(16);
  view.setUint32(18, VECTOR_ROOT_DATA);
  out.set(cid, 22);
  flagged(38);
  view.setUint32(40, VECTOR_FRAME_DATA);
  out.set(nameBytes(sourceName), 44);
  out[108] = priority;
  out[111] = sequence & 255;
  view.setUint16(113, universe);
  flagged(115);
  out[117] = VECTOR_DMP_SET;
  out[118] = ADDRESS_AND_DATA;
  view.setUint16(121, 1);
  view.setUint16(123, slots.length + 1);
  out.set(slots, HEADER_BYTES);
  return out;
}

/** The name in UTF-8, cut at a whole character, with at least one zero behind it. */
function nameBytes(name: string): Uint8Array {
  const out = new Uint8Array(NAME_BYTES);
  let at = 0;
  for (const character of name) {
    const code = character.codePointAt(0)!;
    const bytes =
      code < 0x80
        ? [code]
        : code < 0x800
          ? [0xc0 | (code >> 6), 0x80 | (code & 63)]
          : code < 0x1_0000
            ? [0xe0 | (code >> 12), 0x80 | ((code >> 6) & 63), 0x80 | (code & 63)]
            : [0xf0 | (code >> 18), 0x80 | ((code >> 12) & 63), 0x80 | ((code >> 6) & 63), 0x80 | (code & 63)];
    if (at + bytes.length >= NAME_BYTES) break;
    out.set(bytes, at);
    at += bytes.length;
  }
  return out;
}

/** Reads a data packet; null for anything else: other packets, other start codes, damaged ones. */
export function readE131(bytes: Uint8Array): E131Packet | null {
  if (bytes.length < HEADER_BYTES + 1) return null;
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  if (view.getUint16(0) !== 0x0010 || view.getUint16(2) !== 0 || ACN_ID.some((byte, i) => bytes[4 + i] !== byte)) return null;
  const lengthAt = (at: number) => (view.getUint16(at) >> 12 === 7 ? view.getUint16(at) & 0x0fff : -1);
  const count = view.getUint16(123) - 1;
  const whole = HEADER_BYTES + count;
  if (count < 1 || count > LONGEST || bytes.length < whole) return null;
  if (lengthAt(16) !== whole - 16 || lengthAt(38) !== whole - 38 || lengthAt(115) !== whole - 115) return null;
  if (view.getUint32(18) !== VECTOR_ROOT_DATA || view.getUint32(40) !== VECTOR_FRAME_DATA || bytes[117] !== VECTOR_DMP_SET)
    return null;
  if (bytes[118] !== ADDRESS_AND_DATA || view.getUint16(119) !== 0 || view.getUint16(121) !== 1 || bytes[125] !== 0) return null;
  const universe = view.getUint16(113);
  if (universe < 1 || universe > 63_999 || bytes[108]! > 200) return null;
  let end = 44;
  while (end < 44 + NAME_BYTES && bytes[end] !== 0) end++;
  let sourceName = '';
  for (const byte of bytes.subarray(44, end)) sourceName += `%${byte.toString(16).padStart(2, '0')}`;
  try {
    sourceName = decodeURIComponent(sourceName);
  } catch {
    sourceName = '';
  }
  return {
    cid: bytes.slice(22, 38),
    sourceName,
    priority: bytes[108]!,
    sequence: bytes[111]!,
    universe,
    slots: bytes.slice(HEADER_BYTES, whole),
  };
}
