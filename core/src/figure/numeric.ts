/** Small numeric helpers that figures and pictures share. */

export function clamp(v: number, low = 0, high = 1): number {
  return v < low ? low : v > high ? high : v;
}

/** Smooth step: 0 up to `from`, 1 from `to` on; the two may stand either way round. */
export function smooth(from: number, to: number, v: number): number {
  const t = clamp((v - from) / (to - from));
  return t * t * (3 - 2 * t);
}

export function mix(a: number, b: number, t: number): number {
  return a + (b - a) * t;
}

/** A bell: 1 at 0, exp(-1) at `width`. */
export function bell(distance: number, width: number): number {
  return Math.exp(-((distance / width) ** 2));
}

/** Length of a vector; `Math.hypot` is many times slower. */
export function norm(x: number, y: number, z = 0): number {
  return Math.sqrt(x * x + y * y + z * z);
}

/** The fifth power of a number, as Schlick's mirrors have it; `**` is many times slower but for squares. */
export function fifth(x: number): number {
  const x2 = x * x;
  return x2 * x2 * x;
}

/** A repeatable sequence of numbers, 0 up to 1 (mulberry32). */
export function random(seed: number): () => number {
  let s = seed >>> 0;
  return () => {
    s = (s + 0x6d2b79f5) | 0;
    let t = Math.imul(s ^ (s >>> 15), 1 | s);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

const SIDE = 32;
const LAST = SIDE - 1;

function lattice(seed: number, channels: number): Float32Array {
  const next = random(seed);
  const out = new Float32Array(channels * SIDE ** 3);
  for (let i = 0; i < out.length; i++) out[i] = 2 * next() - 1;
  return out;
}

let scalars: Float32Array | null = null;

/** Value noise, -1 to 1, with smooth steps; repeats every 32. */
export function noise(x: number, y: number, z: number): number {
  const scalar = (scalars ??= lattice(5, 1));
  const i = Math.floor(x);
  const j = Math.floor(y);
  const k = Math.floor(z);
  let u = x - i;
  let v = y - j;
  let w = z - k;
  u = u * u * (3 - 2 * u);
  v = v * v * (3 - 2 * v);
  w = w * w * (3 - 2 * w);
  const i0 = i & LAST;
  const i1 = (i + 1) & LAST;
  const j0 = (j & LAST) << 5;
  const j1 = ((j + 1) & LAST) << 5;
  const k0 = (k & LAST) << 10;
  const k1 = ((k + 1) & LAST) << 10;
  const near = mix(mix(scalar[k0 + j0 + i0]!, scalar[k0 + j0 + i1]!, u), mix(scalar[k0 + j1 + i0]!, scalar[k0 + j1 + i1]!, u), v);
  const far = mix(mix(scalar[k1 + j0 + i0]!, scalar[k1 + j0 + i1]!, u), mix(scalar[k1 + j1 + i0]!, scalar[k1 + j1 + i1]!, u), v);
  return near + (far - near) * w;
}

let vectors: Float32Array | null = null;

/** Three noises at once into `out`: the bend that relief gives to a surface, in one look-up. Linear between its points; repeats every 32. */
export function vectorNoise(out: Float32Array, x: number, y: number, z: number): void {
  const all = (vectors ??= lattice(11, 3));
  const i = Math.floor(x);
  const j = Math.floor(y);
  const k = Math.floor(z);
  const u = x - i;
  const v = y - j;
  const w = z - k;
  out[0] = out[1] = out[2] = 0;
  for (let corner = 0; corner < 8; corner++) {
    const a = corner & 1;
    const b = (corner >> 1) & 1;
    const c = corner >> 2;
    const share = (a ? u : 1 - u) * (b ? v : 1 - v) * (c ? w : 1 - w);
    const o = 3 * ((((k + c) & LAST) << 10) + (((j + b) & LAST) << 5) + ((i + a) & LAST));
    out[0]! += share * all[o]!;
    out[1]! += share * all[o + 1]!;
    out[2]! += share * all[o + 2]!;
  }
}
