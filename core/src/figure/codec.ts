/**
 * What baked figures are written in: planes of small numbers, which compress well. Little-endian; a file begins with four letters and a
 * version, so that a wrong or damaged one is known as such.
 */

export class FigureFileError extends Error {
  override readonly name = 'FigureFileError';
}

const MAGIC = 0x66676c46;
const VERSION = 1;

export class Writer {
  private readonly parts: Uint8Array[] = [];

  constructor() {
    this.u32(MAGIC, VERSION);
  }

  u8(values: ArrayLike<number>): this {
    this.parts.push(Uint8Array.from(values));
    return this;
  }

  u32(...values: number[]): this {
    const bytes = new DataView(new ArrayBuffer(4 * values.length));
    values.forEach((v, i) => bytes.setUint32(4 * i, v >>> 0, true));
    this.parts.push(new Uint8Array(bytes.buffer));
    return this;
  }

  f32(...values: number[]): this {
    const bytes = new DataView(new ArrayBuffer(4 * values.length));
    values.forEach((v, i) => bytes.setFloat32(4 * i, v, true));
    this.parts.push(new Uint8Array(bytes.buffer));
    return this;
  }

  /** 16-bit numbers as a plane of low and one of high bytes, zigzag: small ones leave the high plane empty. */
  i16(values: ArrayLike<number>): this {
    const n = values.length;
    const bytes = new Uint8Array(2 * n);
    for (let i = 0; i < n; i++) {
      const z = ((values[i]! << 1) ^ (values[i]! >> 31)) & 0xffff;
      bytes[i] = z & 255;
      bytes[n + i] = z >> 8;
    }
    this.parts.push(bytes);
    return this;
  }

  /** Bits as the lengths of their runs, from a run of zeros on. */
  runs(bits: Uint8Array): this {
    const out: number[] = [];
    let value = 0;
    let length = 0;
    const flush = () => {
      let n = length;
      while (n > 127) {
        out.push((n & 127) | 128);
        n >>>= 7;
      }
      out.push(n);
    };
    for (const bit of bits) {
      if (bit !== value) {
        flush();
        value = bit;
        length = 0;
      }
      length++;
    }
    flush();
    return this.u32(out.length).u8(out);
  }

  bytes(): Uint8Array {
    const size = this.parts.reduce((n, p) => n + p.length, 0);
    const out = new Uint8Array(size);
    let at = 0;
    for (const p of this.parts) {
      out.set(p, at);
      at += p.length;
    }
    return out;
  }
}

export class Reader {
  private at = 0;
  private readonly view: DataView;

  /** @throws FigureFileError where the bytes are not a figure of this version. */
  constructor(private readonly data: Uint8Array) {
    this.view = new DataView(data.buffer, data.byteOffset, data.byteLength);
    if (data.length < 8 || this.u32() !== MAGIC || this.u32() !== VERSION)
      throw new FigureFileError('is not a figure of this version: run npm run figures, or install the program anew');
  }

  private take(n: number): number {
    const from = this.at;
    if (n < 0 || from + n > this.data.length)
      throw new FigureFileError('ends too early: the file is damaged or was not received in full');
    this.at += n;
    return from;
  }

  u8(n: number): Uint8Array {
    const from = this.take(n);
    return this.data.subarray(from, from + n);
  }

  u32(): number {
    return this.view.getUint32(this.take(4), true);
  }

  /** A count, which a damaged file must not make huge. */
  count(most = 4_000_000): number {
    const n = this.u32();
    if (n > most) throw new FigureFileError('holds an impossible count: the file is damaged');
    return n;
  }

  f32(): number {
    return this.view.getFloat32(this.take(4), true);
  }

  i16(n: number): Int16Array {
    const from = this.take(2 * n);
    const out = new Int16Array(n);
    for (let i = 0; i < n; i++) {
      const z = this.data[from + i]! | (this.data[from + n + i]! << 8);
      out[i] = (z >>> 1) ^ -(z & 1);
    }
    return out;
  }

  runs(n: number): Uint8Array {
    const bytes = this.u8(this.count());
    const out = new Uint8Array(n);
    let at = 0;
    let value = 0;
    for (let i = 0; i < bytes.length;) {
      let length = 0;
      let shift = 0;
      let byte: number;
      do {
        byte = bytes[i++] ?? 0;
        length += (byte & 127) * 2 ** shift;
        shift += 7;
      } while (byte & 128);
      if (at + length > n) throw new FigureFileError('holds a run past its end: the file is damaged');
      if (value) out.fill(1, at, at + length);
      at += length;
      value = 1 - value;
    }
    return out;
  }

  end(): void {
    if (this.at !== this.data.length) throw new FigureFileError('goes on past its end: the file is damaged');
  }
}

const wrap = (v: number) => (v << 16) >> 16;

/** Parents of a vertex: what its place is guessed from. A first vertex has -1. */
export type Parents = (v: number) => readonly [number, number];

/** The vertex before, twice: a guess for meshes without levels. */
export const before: Parents = (v) => [v - 1, v - 1];

/** Quantised figures of `size` planes against the middle of their parents'. */
export function residuals(q: Int32Array, parents: Parents, size: number): Int32Array {
  const n = q.length / size;
  const out = new Int32Array(q.length);
  for (let c = 0; c < size; c++)
    for (let v = 0; v < n; v++) {
      const [a, b] = parents(v);
      const guess = a < 0 ? 0 : Math.round((q[size * a + c]! + q[size * b + c]!) / 2);
      out[c * n + v] = wrap(q[size * v + c]! - guess);
    }
  return out;
}

export function fromResiduals(r: Int16Array, parents: Parents, size: number): Int32Array {
  const n = r.length / size;
  const q = new Int32Array(r.length);
  for (let v = 0; v < n; v++) {
    const [a, b] = parents(v);
    for (let c = 0; c < size; c++) {
      const guess = a < 0 ? 0 : Math.round((q[size * a + c]! + q[size * b + c]!) / 2);
      q[size * v + c] = wrap(r[c * n + v]! + guess);
    }
  }
  return q;
}

/** Shares, 0 to 1, as bytes against the one before. */
export function shareBytes(values: ArrayLike<number>, parents: Parents = before): Uint8Array {
  const bytes = Uint8Array.from(values as ArrayLike<number>, (v: number) => Math.round(255 * Math.min(1, Math.max(0, v))));
  return bytes.map((v, i) => {
    const [a, b] = parents(i);
    return a < 0 ? v : v - ((bytes[a]! + bytes[b]!) >> 1);
  });
}

export function sharesOf(bytes: Uint8Array, parents: Parents = before): Float32Array {
  const whole = new Uint8Array(bytes.length);
  for (let i = 0; i < bytes.length; i++) {
    const [a, b] = parents(i);
    whole[i] = a < 0 ? bytes[i]! : bytes[i]! + ((whole[a]! + whole[b]!) >> 1);
  }
  return Float32Array.from(whole, (v) => v / 255);
}
