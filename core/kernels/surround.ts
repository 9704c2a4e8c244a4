// AssemblyScript: what the large surfaces round a subject bring to many places, four senders at once. Built by `npm run kernels` into
// core/src/transport/surround-code.ts; core/src/transport/surround-light.ts does the same one by one, for single places, where this cannot run and as what
// it is tested against. Addresses are bytes.

/** Sums of the colours, four lanes each. */
const SUMS: usize = 0;

const LOG2_E: f32 = 1.44269504;

/** e to the power of four figures up to 0, to some 3e-7 of itself: the whole part goes to the exponent, the rest (at most a half) to Taylor's row. */
function exp(x: v128): v128 {
  const power = f32x4.mul(f32x4.max(x, f32x4.splat(-80)), f32x4.splat(LOG2_E));
  const whole = f32x4.nearest(power);
  const t = f32x4.mul(f32x4.sub(power, whole), f32x4.splat(0.69314718));
  const one = f32x4.splat(1);
  let sum = f32x4.add(one, f32x4.mul(t, f32x4.splat(1.0 / 6)));
  sum = f32x4.add(one, f32x4.mul(f32x4.mul(t, f32x4.splat(1.0 / 5)), sum));
  sum = f32x4.add(one, f32x4.mul(f32x4.mul(t, f32x4.splat(1.0 / 4)), sum));
  sum = f32x4.add(one, f32x4.mul(f32x4.mul(t, f32x4.splat(1.0 / 3)), sum));
  sum = f32x4.add(one, f32x4.mul(f32x4.mul(t, f32x4.splat(0.5)), sum));
  sum = f32x4.add(one, f32x4.mul(t, sum));
  return v128.add<i32>(sum, i32x4.shl(i32x4.trunc_sat_f32x4_s(whole), 23));
}

function lanes(v: v128): f32 {
  return f32x4.extract_lane(v, 0) + f32x4.extract_lane(v, 1) + f32x4.extract_lane(v, 2) + f32x4.extract_lane(v, 3);
}

/**
 * Puts `colours` figures a place into `out`. A place has six f32: itself and its direction; and a row of `groups` bytes at `shares`: what it sees of each
 * group, of 255. Senders stand in fours: x of four, y, z, direction x, y, z, area over pi, then what they send by colour; `numbers` are their groups, u16.
 */
export function land(
  out: usize,
  places: usize,
  count: i32,
  shares: usize,
  groups: i32,
  senders: usize,
  numbers: usize,
  fours: i32,
  colours: i32,
  hazePerM: f32,
): void {
  const none = f32x4.splat(0);
  const size: usize = 16 * (7 + colours);
  const last: usize = 16 * colours;
  for (let p = 0; p < count; p++) {
    const x = f32x4.splat(load<f32>(places));
    const y = f32x4.splat(load<f32>(places, 4));
    const z = f32x4.splat(load<f32>(places, 8));
    const nx = f32x4.splat(load<f32>(places, 12));
    const ny = f32x4.splat(load<f32>(places, 16));
    const nz = f32x4.splat(load<f32>(places, 20));
    for (let c: usize = 0; c < last; c += 16) v128.store(SUMS + c, none);
    let at = senders;
    let number = numbers;
    for (let k = 0; k < fours; k++, at += size, number += 8) {
      const share = f32x4.convert_i32x4_s(
        i32x4(
          load<u8>(shares + load<u16>(number)),
          load<u8>(shares + load<u16>(number, 2)),
          load<u8>(shares + load<u16>(number, 4)),
          load<u8>(shares + load<u16>(number, 6)),
        ),
      );
      if (!v128.any_true(share)) continue;
      const dx = f32x4.sub(v128.load(at), x);
      const dy = f32x4.sub(v128.load(at, 16), y);
      const dz = f32x4.sub(v128.load(at, 32), z);
      const here = f32x4.add(f32x4.add(f32x4.mul(nx, dx), f32x4.mul(ny, dy)), f32x4.mul(nz, dz));
      // Senders face the other way: with their sign turned, both count where they are over 0.
      const there = f32x4.add(
        f32x4.add(f32x4.mul(v128.load(at, 48), dx), f32x4.mul(v128.load(at, 64), dy)),
        f32x4.mul(v128.load(at, 80), dz),
      );
      const counts = v128.and(f32x4.gt(here, none), f32x4.gt(there, none));
      if (!v128.any_true(counts)) continue;
      const d2 = f32x4.add(f32x4.add(f32x4.mul(dx, dx), f32x4.mul(dy, dy)), f32x4.mul(dz, dz));
      const over = f32x4.mul(d2, f32x4.add(d2, v128.load(at, 96)));
      let value = f32x4.div(f32x4.mul(f32x4.mul(share, here), there), over);
      if (hazePerM > 0) value = f32x4.mul(value, exp(f32x4.mul(f32x4.splat(-hazePerM), f32x4.sqrt(d2))));
      value = v128.and(value, counts);
      for (let c: usize = 0; c < last; c += 16)
        v128.store(SUMS + c, f32x4.add(v128.load(SUMS + c), f32x4.mul(value, v128.load(at + 112 + c))));
    }
    for (let c: usize = 0; c < last; c += 16, out += 4) store<f32>(out, lanes(v128.load(SUMS + c)));
    places += 24;
    shares += groups;
  }
}
