// AssemblyScript: what a picture does to each of its values, four at a time. Built by `npm run kernels` into core/src/picture/lanes-code.ts.
// core/src/picture/lanes-plain.ts does the same in TypeScript, where this cannot run and as what it is tested against. Addresses are bytes.

/** One of the three vectors that the factors of four pixels' r, g, b take. */
function pattern(a: f32, b: f32, c: f32): v128 {
  return f32x4.replace_lane(f32x4.replace_lane(f32x4.replace_lane(f32x4.splat(a), 1, b), 2, c), 3, a);
}

/** Adds `own` times a factor a channel to `raw`: `pixels` of r, g, b. */
export function addTimes(raw: usize, own: usize, pixels: i32, r: f32, g: f32, b: f32): void {
  const x = pattern(r, g, b);
  const y = pattern(g, b, r);
  const z = pattern(b, r, g);
  let i = 0;
  for (; i + 4 <= pixels; i += 4, raw += 48, own += 48) {
    v128.store(raw, f32x4.add(v128.load(raw), f32x4.mul(x, v128.load(own))));
    v128.store(raw, f32x4.add(v128.load(raw, 16), f32x4.mul(y, v128.load(own, 16))), 16);
    v128.store(raw, f32x4.add(v128.load(raw, 32), f32x4.mul(z, v128.load(own, 32))), 32);
  }
  for (; i < pixels; i++, raw += 12, own += 12) {
    store<f32>(raw, load<f32>(raw) + r * load<f32>(own));
    store<f32>(raw, load<f32>(raw, 4) + g * load<f32>(own, 4), 4);
    store<f32>(raw, load<f32>(raw, 8) + b * load<f32>(own, 8), 8);
  }
}

/** Multiplies `raw` with a factor a channel. */
export function scale(raw: usize, pixels: i32, r: f32, g: f32, b: f32): void {
  const x = pattern(r, g, b);
  const y = pattern(g, b, r);
  const z = pattern(b, r, g);
  let i = 0;
  for (; i + 4 <= pixels; i += 4, raw += 48) {
    v128.store(raw, f32x4.mul(x, v128.load(raw)));
    v128.store(raw, f32x4.mul(y, v128.load(raw, 16)), 16);
    v128.store(raw, f32x4.mul(z, v128.load(raw, 32)), 32);
  }
  for (; i < pixels; i++, raw += 12) {
    store<f32>(raw, r * load<f32>(raw));
    store<f32>(raw, g * load<f32>(raw, 4), 4);
    store<f32>(raw, b * load<f32>(raw, 8), 8);
  }
}

/** Whether any of `values` figures is over `clip`. */
export function isAnyOver(raw: usize, values: i32, clip: f32): bool {
  const most = f32x4.splat(clip);
  let i = 0;
  for (; i + 16 <= values; i += 16, raw += 64) {
    const a = f32x4.max(v128.load(raw), v128.load(raw, 16));
    const b = f32x4.max(v128.load(raw, 32), v128.load(raw, 48));
    if (v128.any_true(f32x4.gt(f32x4.max(a, b), most))) return true;
  }
  for (; i < values; i++, raw += 4) if (load<f32>(raw) > clip) return true;
  return false;
}

function row(m: usize, r: v128, g: v128, b: v128, zero: v128, last: v128): v128 {
  const sum = f32x4.add(
    f32x4.add(f32x4.mul(v128.load32_splat(m), r), f32x4.mul(v128.load32_splat(m, 4), g)),
    f32x4.mul(v128.load32_splat(m, 8), b),
  );
  return i32x4.min_u(i32x4.trunc_sat_f32x4_u(f32x4.add(sum, zero)), last);
}

function word(table: usize, x: i32, y: i32, z: i32): u32 {
  return 0xff000000 | ((<u32>load<u8>(table + z)) << 16) | ((<u32>load<u8>(table + y)) << 8) | (<u32>load<u8>(table + x));
}

/**
 * Records: clip, 3x3 at `matrix` (nine f32, rows; in steps of the table), and the table of 8-bit values, whose step `zero` is black and `last` its
 * last. `raw` holds r, g, b, and is written over; `words` takes one RGBA word a pixel. Both have room for three pixels more.
 */
export function record(
  raw: usize,
  words: usize,
  pixels: i32,
  clip: f32,
  matrix: usize,
  table: usize,
  zero: f32,
  last: i32,
): void {
  const most = f32x4.splat(clip);
  const black = f32x4.splat(zero);
  const end = i32x4.splat(last);
  for (let i = 0; i < pixels; i += 4, raw += 48, words += 16) {
    const a = f32x4.pmin(v128.load(raw), most);
    const b = f32x4.pmin(v128.load(raw, 16), most);
    const c = f32x4.pmin(v128.load(raw, 32), most);
    // r0 g0 b0 r1, g1 b1 r2 g2, b2 r3 g3 b3
    const ab = v128.shuffle<f32>(a, b, 0, 3, 6, 6);
    const red = v128.shuffle<f32>(ab, c, 0, 1, 2, 5);
    const gab = v128.shuffle<f32>(a, b, 1, 4, 7, 7);
    const green = v128.shuffle<f32>(gab, c, 0, 1, 2, 6);
    const bab = v128.shuffle<f32>(a, b, 2, 5, 5, 5);
    const blue = v128.shuffle<f32>(bab, c, 0, 1, 4, 7);
    const x = row(matrix, red, green, blue, black, end);
    const y = row(matrix + 12, red, green, blue, black, end);
    const z = row(matrix + 24, red, green, blue, black, end);
    v128.store(raw, x);
    v128.store(raw, y, 16);
    v128.store(raw, z, 32);
    store<u32>(words, word(table, load<i32>(raw), load<i32>(raw, 16), load<i32>(raw, 32)));
    store<u32>(words, word(table, load<i32>(raw, 4), load<i32>(raw, 20), load<i32>(raw, 36)), 4);
    store<u32>(words, word(table, load<i32>(raw, 8), load<i32>(raw, 24), load<i32>(raw, 40)), 8);
    store<u32>(words, word(table, load<i32>(raw, 12), load<i32>(raw, 28), load<i32>(raw, 44)), 12);
  }
}

function grained(levels: v128, strength: v128, noise: usize): v128 {
  const level = f32x4.convert_i32x4_s(levels);
  const v = f32x4.mul(level, f32x4.splat(1 / 255));
  const amount = f32x4.mul(
    f32x4.mul(strength, f32x4.sub(f32x4.splat(1), f32x4.mul(f32x4.splat(0.65), v))),
    f32x4.sqrt(f32x4.add(v, f32x4.splat(0.01))),
  );
  const sum = f32x4.add(level, f32x4.mul(amount, v128.load(noise)));
  return i32x4.min_u(i32x4.trunc_sat_f32x4_u(f32x4.add(sum, f32x4.splat(0.5))), i32x4.splat(255));
}

/** Adds grain to `words` of a row: noise at three addresses, one a channel, by the strength `by`. Both have room for three pixels more. */
export function addGrain(words: usize, pixels: i32, by: f32, red: usize, green: usize, blue: usize): void {
  const byte = i32x4.splat(255);
  const strength = f32x4.splat(by);
  for (let i = 0; i < pixels; i += 4, words += 16, red += 16, green += 16, blue += 16) {
    const all = v128.load(words);
    const r = grained(v128.and(all, byte), strength, red);
    const g = grained(v128.and(i32x4.shr_u(all, 8), byte), strength, green);
    const b = grained(v128.and(i32x4.shr_u(all, 16), byte), strength, blue);
    const alpha = v128.and(all, i32x4.splat(0xff000000));
    v128.store(words, v128.or(v128.or(alpha, i32x4.shl(b, 16)), v128.or(i32x4.shl(g, 8), r)));
  }
}
