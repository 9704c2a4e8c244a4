import type { Figure } from '../figure/index';
import { clamp, mix, noise, norm, smooth, vectorNoise } from '../figure/numeric';
import { SURFACE } from '../figure/surfaces';
import { garmentRelief } from './garment-relief';

/** The fine make-up of surfaces where a picture sees them: pores, weave, iris, type. It bends directions and mixes materials. */

/** One place that is looked at, and what is found there. Filled anew for every fragment. */
export interface Spot {
  /** Place before posing, cm, and as posed, m. */
  X: number;
  Y: number;
  Z: number;
  x: number;
  y: number;
  z: number;
  /** Direction of the surface: smooth, then bent by its relief. */
  sx: number;
  sy: number;
  sz: number;
  nx: number;
  ny: number;
  nz: number;
  /** To the eye. */
  vx: number;
  vy: number;
  vz: number;
  open: number;
  /** Shares of the materials of its surface. */
  readonly mix: Float32Array;
  /** How strongly it mirrors against its kind, and how roughly. */
  sheen: number;
  rough: number;
  /** Corners and shares of the fragment's triangle. */
  a: number;
  b: number;
  c: number;
  wa: number;
  wb: number;
  wc: number;
  /** How fine relief can be drawn: 0.25 from afar to 1 near by. */
  fine: number;
}

export function makeSpot(): Spot {
  return {
    X: 0, Y: 0, Z: 0, x: 0, y: 0, z: 0, sx: 0, sy: 0, sz: 0, nx: 0, ny: 0, nz: 0, vx: 0, vy: 0, vz: 0,
    open: 0, mix: new Float32Array(6), sheen: 0, rough: 1, a: 0, b: 0, c: 0, wa: 0, wb: 0, wc: 0, fine: 1,
  }; // prettier-ignore
}

const bend = new Float32Array(3);
const at = (values: Float32Array, s: Spot) => s.wa * values[s.a]! + s.wb * values[s.b]! + s.wc * values[s.c]!;

/** Finds what a fragment of a figure is made of. `gaze` is where its eyes look, of length 1, in its own axes. */
export function relieve(spot: Spot, figure: Figure, surface: number, gaze: readonly [number, number, number]): void {
  spot.mix.fill(0);
  spot.nx = spot.sx;
  spot.ny = spot.sy;
  spot.nz = spot.sz;
  spot.sheen = 0;
  spot.rough = 0.6;
  switch (surface) {
    case SURFACE.skin:
      return skinRelief(spot, figure);
    case SURFACE.eye:
      return eyeRelief(spot, figure, gaze);
    case SURFACE.cloth:
    case SURFACE.collar:
      return garmentRelief(spot, figure, surface);
    case SURFACE.label:
      return labelRelief(spot);
    case SURFACE.hat:
      vectorNoise(bend, spot.X * 5, spot.Y * 5, spot.Z * 5);
      tilt(spot, 0.06 * spot.fine);
      spot.mix[figure.shape.headwear === 'cap' ? 1 : 0] = 1 + 0.04 * noise(spot.X * 6, spot.Y * 6, spot.Z * 6);
      spot.sheen = 0.2;
      spot.rough = 0.7;
      return;
    default:
      spot.mix[0] = 1;
      spot.sheen = surface === SURFACE.metal ? 20 : surface === SURFACE.lens ? 1.6 : surface === SURFACE.matt ? 1.3 : 1;
      spot.rough = surface === SURFACE.metal ? 0.16 : surface === SURFACE.lens ? 0.08 : surface === SURFACE.matt ? 0.42 : 0.5;
  }
}

function tilt(spot: Spot, amount: number): void {
  spot.nx += amount * bend[0]!;
  spot.ny += amount * bend[1]!;
  spot.nz += amount * bend[2]!;
}

function skinRelief(spot: Spot, figure: Figure): void {
  const { X, Y, Z, fine, mix: share } = spot;
  const A = figure.skin!.attributes;
  const lip = smooth(0.32, 0.72, at(A.lip, spot));
  const lid = at(A.lid, spot);
  const wet = smooth(0.75, 0.97, lid);
  const beard = at(A.beard, spot);
  const root = at(A.root, spot);
  const hole = at(A.hole, spot);
  if (lip > 0.3) {
    vectorNoise(bend, X * 7.5, Y * 1.4, Z * 2);
    spot.nx += 0.11 * bend[0]!;
    spot.ny += 0.033 * bend[1]!;
    spot.nz += 0.055 * bend[2]!;
  } else {
    const deep = (0.075 + 0.045 * beard) * (1 - root) * (1 - wet);
    vectorNoise(bend, X * 6.5, Y * 6.5, Z * 6.5);
    tilt(spot, 0.75 * deep);
    vectorNoise(bend, X * 13 + 7, Y * 13, Z * 13);
    tilt(spot, fine * deep);
  }
  vectorNoise(bend, X * 2.6, Y * 2.6, Z * 2.6);
  const [blotch, spots, shiny] = [bend[0]!, bend[1]!, bend[2]!];
  vectorNoise(bend, X * 9, Y * 9, Z * 9);
  const [grain, furrow] = [bend[0]!, bend[1]!];
  const texture = 1 + 0.06 * blotch + 0.06 * fine * grain + 0.04 * noise(X * 0.8, Y * 0.8, Z * 0.8);
  const mark = smooth(0.55, 0.75, spots) * 0.12 + frecklesAt(figure, X, Y, Z);
  const blush = clamp(at(A.blush, spot)) * (1 - lip);
  const shade = clamp(at(A.shade, spot) + mark) * (1 - lip);
  const rooted = 0.6 * root;
  const stubble = beard * 0.26;
  const upper = smooth(0.45, 0.85, lid) * (1 - 0.5 * smooth(0.97, 1, lid)) * (Y > 2.75 ? 1 : 0.25);
  const rest = (1 - rooted) * (1 - stubble);
  share[0] = texture * (1 - 0.35 * upper) * Math.max(0, 1 - lip - 0.6 * blush - 0.6 * shade) * rest * (1 - 0.6 * wet);
  share[1] = texture * (0.6 * blush * rest + 0.6 * wet);
  share[2] = lip * (1 - 0.6 * wet) * (0.94 + 0.12 * furrow);
  share[3] = 0.6 * shade * rest;
  share[4] = stubble * (1 - lip) + 0.12 * upper;
  share[5] = rooted;
  spot.sheen =
    0.85 * (at(A.shine, spot) || 0.8) * (1 - 0.7 * root) * (1 - hole) * (0.85 + 0.3 * shiny) * mix(1, 1.45, lip) + 1.2 * wet;
  spot.rough = mix(mix(0.5, 0.36, lip), 0.22, wet) + 0.03 * spots + 0.04 * beard;
  spot.open *= 1 - 0.85 * hole;
}

/** Small spots of pale skin over nose and cheeks; only those who have them. */
function frecklesAt({ shape }: Figure, X: number, Y: number, Z: number): number {
  const amount = shape.person === 'long' ? 0.8 : shape.person === 'beard' ? 0.35 : 0;
  if (amount === 0 || Z <= 0) return 0;
  const zone = Math.exp(-(((Math.abs(X) - 2.6) / 3) ** 2) - ((Y - 0.2) / 2.2) ** 2) + 0.25;
  const small = smooth(0.42, 0.62, noise(X * 6.5, Y * 6.5, Z * 6.5 + 3)) * 0.32;
  const large = smooth(0.5, 0.68, noise(X * 3.6 + 5, Y * 3.6, Z * 3.6)) * 0.2;
  return amount * zone * (small + large);
}

/** Half the angle of the iris as seen from the eyeball's middle. */
const IRIS = 0.515;

function eyeRelief(spot: Spot, figure: Figure, [gx, gy, gz]: readonly [number, number, number]): void {
  const eye = figure.eyes.find(({ first, last }) => spot.a >= first && spot.a < last)!;
  let px = spot.x - eye.centre[0];
  let py = spot.y - eye.centre[1];
  let pz = spot.z - eye.centre[2];
  const l = norm(px, py, pz) || 1;
  px /= l;
  py /= l;
  pz /= l;
  const along = px * gx + py * gy + pz * gz;
  const r = Math.acos(clamp(along, -1, 1)) / IRIS;
  const turn = Math.atan2(py - along * gy, px - along * gx);
  const limb = smooth(1.06, 0.92, r);
  const pupil = smooth(0.42, 0.36, r);
  const fibre =
    0.75 + 0.5 * noise(turn * 9, r * 1.8, 1) + 0.35 * noise(turn * 23, r * 3, 2) + 0.45 * Math.exp(-(((r - 0.52) / 0.14) ** 2));
  const ring = 1 - 0.75 * smooth(0.78, 1.02, r);
  const veins = 0.25 * smooth(0.25, 0.6, noise(px * 9, py * 22, pz * 9) * smooth(1.1, 2.2, r));
  const corner = smooth(0.62, 0.95, Math.abs(px - gx * along));
  // Lids, and lashes over them, shade the ball.
  const lid = (1 - 0.55 * smooth(0, 0.42, py - gy * along * 0.4)) * (1 - 0.3 * smooth(-0.12, -0.42, py)) * (1 - 0.35 * corner);
  spot.mix[0] = lid * (1 - limb) * (1 - veins) * (1 - 0.45 * corner);
  spot.mix[1] = lid * limb * (1 - pupil) * Math.max(0.1, fibre) * ring * 1.35;
  spot.mix[2] = lid * limb * pupil;
  spot.mix[3] = lid * (1 - limb) * (veins + 0.35 * corner);
  spot.open *= lid;
  // The cornea's own curve, for what it mirrors.
  if (r < 1.15) {
    const k = smooth(1.2, 0.9, r);
    const m = 0.385;
    const [cx, cy, cz] = [px - m * gx, py - m * gy, pz - m * gz];
    const cl = norm(cx, cy, cz) || 1;
    spot.nx = mix(px, cx / cl, k);
    spot.ny = mix(py, cy / cl, k);
    spot.nz = mix(pz, cz / cl, k);
  } else {
    spot.nx += 0.05 * noise(px * 14, py * 14, 1);
    spot.ny += 0.05 * noise(px * 14, py * 14, 7);
  }
  spot.sheen = 1;
  spot.rough = 0.05;
}

/** Two lines of type and a rule on the label: strokes by a grid, so that they stay sharp. */
const GLYPHS: Readonly<Record<string, readonly string[]>> = {
  N: ['1001', '1101', '1011', '1001', '1001'],
  O: ['0110', '1001', '1001', '1001', '0110'],
  C: ['0111', '1000', '1000', '1000', '0111'],
  T: ['1111', '0110', '0110', '0110', '0110'],
  U: ['1001', '1001', '1001', '1001', '0110'],
  R: ['1110', '1001', '1110', '1010', '1001'],
  E: ['1111', '1000', '1110', '1000', '1111'],
};
const WORD = 'NOCTURNE';

function labelRelief(spot: Spot): void {
  const { X, Y, fine } = spot;
  const size = 0.085;
  const step = 5.4 * size;
  const u = (X + (WORD.length * step) / 2) / step;
  const i = Math.floor(u);
  const column = Math.floor(((u - i) * step) / size);
  const row = Math.floor((-1.15 - Y) / size);
  const glyph = GLYPHS[WORD[i] ?? ''];
  const inWord = glyph?.[row]?.[column] === '1';
  const rule = Math.abs(Y + 2.35) < 0.035 && Math.abs(X) < 1.5;
  const small = Math.abs(Y + 2.75) < 0.08 && Math.abs(X) < 1.1 && Math.sin(X * 34) + Math.sin(X * 57) > -0.2;
  const edge = Math.abs(Math.max(Math.abs(X) / 1.95, Math.abs(Y + 1.8) / 1.65) - 1) < 0.012;
  const ink = inWord || rule || edge ? 1 : small ? 0.6 : 0;
  spot.mix[0] = (1 - ink) * (1 + 0.02 * noise(X * 8, Y * 8, 2));
  spot.mix[1] = ink;
  vectorNoise(bend, X * 9, Y * 9, 3);
  tilt(spot, 0.03 * fine);
  spot.sheen = 0.35;
  spot.rough = 0.55;
}
