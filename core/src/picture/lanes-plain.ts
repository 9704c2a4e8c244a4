import type { Lanes, Noise, Recording, Triple } from './lanes';

/** One value after the other: where there is no WebAssembly, and what `fourLanes` is held against. */
export const plainLanes: Lanes = {
  addTimes(raw: Float32Array, own: Float32Array, [r, g, b]: Triple): void {
    for (let q = 0; q < own.length; q += 3) {
      raw[q]! += r * own[q]!;
      raw[q + 1]! += g * own[q + 1]!;
      raw[q + 2]! += b * own[q + 2]!;
    }
  },

  scale(raw: Float32Array, [r, g, b]: Triple): void {
    for (let q = 0; q < raw.length; q += 3) {
      raw[q]! *= r;
      raw[q + 1]! *= g;
      raw[q + 2]! *= b;
    }
  },

  isAnyOver(raw: Float32Array, clip: number): boolean {
    for (let q = 0; q < raw.length; q++) if (raw[q]! > clip) return true;
    return false;
  },

  record(words: Uint32Array, raw: Float32Array, { clip, matrix, table, zero }: Recording): void {
    const m0 = matrix[0]!;
    const m1 = matrix[1]!;
    const m2 = matrix[2]!;
    const m3 = matrix[3]!;
    const m4 = matrix[4]!;
    const m5 = matrix[5]!;
    const m6 = matrix[6]!;
    const m7 = matrix[7]!;
    const m8 = matrix[8]!;
    for (let q = 0, o = 0; o < words.length; q += 3, o++) {
      const r0 = raw[q]!;
      const g0 = raw[q + 1]!;
      const b0 = raw[q + 2]!;
      const r = r0 > clip ? clip : r0;
      const g = g0 > clip ? clip : g0;
      const b = b0 > clip ? clip : b0;
      const x = m0 * r + m1 * g + m2 * b;
      const y = m3 * r + m4 * g + m5 * b;
      const z = m6 * r + m7 * g + m8 * b;
      words[o] = 0xff000000 | (table[(zero + z) | 0]! << 16) | (table[(zero + y) | 0]! << 8) | table[(zero + x) | 0]!;
    }
  },

  addGrain(words: Uint32Array, [red, green, blue]: Noise, from: number, strength: number): void {
    const amount = amountsOf(strength);
    for (let p = 0, k = from; p < words.length; p++, k++) {
      const word = words[p]!;
      const r = word & 255;
      const g = (word >>> 8) & 255;
      const b = (word >>> 16) & 255;
      words[p] =
        (word & 0xff000000) |
        (byte(b + amount[b]! * blue[k]!) << 16) |
        (byte(g + amount[g]! * green[k]!) << 8) |
        byte(r + amount[r]! * red[k]!);
    }
  },
};

const LEVELS = Float64Array.from({ length: 256 }, (_, level) => level / 255);
let last: { readonly strength: number; readonly amount: Float64Array } | null = null;

/** How much noise each level gets: the middle tones most. */
function amountsOf(strength: number): Float64Array {
  if (last?.strength !== strength)
    last = { strength, amount: LEVELS.map((v) => strength * (1 - 0.65 * v) * Math.sqrt(v + 0.01)) };
  return last.amount;
}

const byte = (v: number) => (v <= 0 ? 0 : v >= 255 ? 255 : (v + 0.5) | 0);
