import type { Figure } from '../figure/index';
import { clamp, noise, norm, smooth, vectorNoise } from '../figure/numeric';
import { SURFACE } from '../figure/surfaces';
import type { Spot } from './relief';

/** Weave, seams, stitches and closures of garments: relief in places at rest, so that it turns with the body. */

const bend = new Float32Array(3);

/** What is being looked at: how light the cloth is there, and how it shines. */
interface Cloth {
  light: number;
  gloss: number;
}

const cloth: Cloth = { light: 1, gloss: 0 };

export function garmentRelief(spot: Spot, { shape }: Figure, surface: number): void {
  const { garment } = shape;
  cloth.light = 1;
  cloth.gloss = 0;
  if (garment === 'sweater') {
    if (surface === SURFACE.collar) rib(spot);
    else knit(spot);
  } else {
    woven(spot, garment === 'coat' ? 1.6 : garment === 'fencing' ? 1.25 : 1);
    if (surface === SURFACE.cloth && spot.sz > -0.2 && spot.Z > -12 && spot.Y > -56) {
      if (garment === 'shirt' || garment === 'apron') shirtFront(spot);
      else if (garment === 'jacket') zip(spot);
      else if (garment === 'fencing') fencingFront(spot);
      else coatFront(spot);
      sleeveSeam(spot);
    }
  }
  const graze = 1 - clamp(spot.sx * spot.vx + spot.sy * spot.vy + spot.sz * spot.vz);
  const fuzz = garment === 'sweater' ? 0.9 + 0.9 * graze * graze * graze : 0.96 + 0.3 * graze * graze * graze;
  const accent = garment === 'apron' && surface === SURFACE.cloth ? bib(spot) : 0;
  spot.mix[0] = (1 - accent) * cloth.light * fuzz;
  spot.mix[1] = accent * cloth.light * fuzz;
  spot.sheen = (garment === 'sweater' ? 0 : garment === 'shirt' || garment === 'apron' ? 0.16 : 0.1) + cloth.gloss;
  spot.rough = cloth.gloss > 0 ? 0.3 : 0.62;
}

/** Threads under what a pixel holds, slubs, and slow unevenness. */
function woven(spot: Spot, coarse: number): void {
  const { X, Y, Z, fine } = spot;
  const f = 9 / coarse;
  vectorNoise(bend, X * f, Y * f, Z * f);
  add(spot, 0.05 * coarse * fine);
  vectorNoise(bend, X * 2.1, Y * 2.1, Z * 2.1);
  add(spot, 0.04);
  cloth.light =
    1 + 0.035 * noise(X * 14, Y * 3, Z * 14) + 0.035 * noise(X * 3, Y * 14, Z * 3) + 0.02 * noise(X * 1.3, Y * 1.3, Z * 1.3);
}

function add(spot: Spot, amount: number): void {
  spot.nx += amount * bend[0]!;
  spot.ny += amount * bend[1]!;
  spot.nz += amount * bend[2]!;
}

/** A step where one piece lies on another, its upper side towards lower values of `e`: a flank, a line of shadow, a row of stitches. */
function seam(spot: Spot, e: number, gx: number, gy: number, up: number, stitch: number, along: number): void {
  if (Math.abs(e) > 0.9) return;
  const flank = Math.exp(-((e / 0.09) ** 2)) * up;
  spot.nx += flank * gx;
  spot.ny += flank * gy;
  cloth.light *= 1 - 0.4 * Math.exp(-(((e - 0.07) / 0.06) ** 2));
  if (!stitch) return;
  const q = e + stitch;
  const on = smooth(0.1, 0.5, Math.sin(along * 18));
  cloth.light *= 1 - 0.13 * Math.exp(-((q / 0.06) ** 2)) * (0.35 + 0.65 * on);
  const pucker = Math.exp(-((q / 0.16) ** 2));
  spot.ny += 0.06 * pucker * noise(spot.X * 2, along * 2.4, 5);
  spot.nx += 0.1 * pucker * noise(spot.X * 2, along * 2.4, 9);
}

/** A button with a rim, a dish and four holes. */
function button(spot: Spot, x: number, y: number, size = 1): void {
  const bx = (spot.X - x) / size;
  const by = (spot.Y - y) / size;
  const r = norm(bx, by);
  if (r > 0.85) return;
  cloth.light *= 1 - 0.4 * smooth(0.85, 0.55, norm(bx - 0.06, by + 0.1));
  if (r > 0.56) return;
  const rim = Math.exp(-(((r - 0.47) / 0.07) ** 2)) - 0.3 * smooth(0.42, 0.36, r);
  spot.nx += (bx / 0.56) * rim;
  spot.ny += (by / 0.56) * rim;
  const hole = norm(Math.abs(bx) - 0.1, Math.abs(by) - 0.1);
  cloth.light = 0.92 * (1 - 0.6 * smooth(0.09, 0.05, hole));
  cloth.gloss = 1.6;
}

const wobble = (Y: number) => 0.07 * noise(0.5, Y * 0.35, 3);

function shirtFront(spot: Spot): void {
  const { X, Y } = spot;
  if (Math.abs(X) < 3) {
    seam(spot, X - 1.75 - wobble(Y), 1, 0, 0.55, 0.32, Y);
    if (X < 0) seam(spot, -X - 1.55 + wobble(Y), -1, 0, 0.22, 0.3, Y);
  }
  if (Math.abs(X) < 1) for (const y of [-23.2, -31.4, -40.2, -48.6]) button(spot, 0.1, y);
  yoke(spot);
}

function yoke(spot: Spot): void {
  const m = Math.abs(spot.X);
  if (spot.Y > -25 && m > 4) seam(spot, -(spot.Z + 2.4 + 0.12 * m) * 0.8, 0, 0.8, 0.3, 0.28, m);
}

function zip(spot: Spot): void {
  const { X, Y } = spot;
  const m = Math.abs(X);
  const side = Math.sign(X) || 1;
  seam(spot, m - 0.95 - wobble(Y), side, 0, 0.5, 0.22, Y);
  if (m < 0.28) {
    const tooth = Math.sin(Y * 30 + (X > 0 ? 0 : Math.PI));
    const on = smooth(0.28, 0.2, m) * spot.fine;
    spot.nx += on * 0.5 * side * tooth;
    spot.ny += on * 0.6 * Math.cos(Y * 30);
    cloth.light *= 1 - 0.45 * on * (0.5 - 0.5 * tooth);
    cloth.gloss = 0.8 * on;
  }
  // A yoke across the chest, and the slant of a pocket.
  if (Y < -25) seam(spot, m - 8.6 + 1.6 * smooth(-27, -45, Y) - 0.4 * Math.sin(Y * 0.2), side, 0, 0.35, 0.28, Y);
  seam(spot, Y + 29.4 - 0.05 * m, 0, 1, 0.3, 0.3, m);
  yoke(spot);
}

/** A fencing jacket: closed at the side, a slanted seam across the breast, a second layer on the sword arm's side, rows of quilting. */
function fencingFront(spot: Spot): void {
  const { X, Y } = spot;
  const slant = X + 0.42 * (Y + 22) + 8.4;
  seam(spot, slant, 0.92, 0.4, 0.5, 0.34, Y);
  seam(spot, slant + 1.3, 0.92, 0.4, 0.18, 0, Y);
  if (X > -2) seam(spot, Y + 34.6 + 0.06 * X * X * 0.2, 0, 1, 0.36, 0.3, X);
  // Quilting on the breast.
  const q = Math.abs(((X + 40) % 3.4) - 1.7) - 1.55;
  if (Y < -24 && Y > -34 && X > -3 && X < 13) {
    const line = Math.exp(-((q / 0.16) ** 2));
    cloth.light *= 1 - 0.1 * line;
    spot.nx += 0.2 * line * Math.sign(((X + 40) % 3.4) - 1.7) * -1;
  }
  yoke(spot);
}

function coatFront(spot: Spot): void {
  const { X, Y } = spot;
  seam(spot, X - 4.6 - 2 * wobble(Y), 1, 0, 0.6, 0.5, Y);
  for (const y of [-33.5, -44]) for (const x of [3.2, -4.4]) button(spot, x, y, 1.35);
  const m = Math.abs(X);
  seam(spot, Y + 47.5 + 0.1 * m, 0, 1, 0.3, 0.3, m);
}

function sleeveSeam(spot: Spot): void {
  const { X, Y } = spot;
  const m = Math.abs(X);
  const arm = m - (14.1 - 0.9 * Math.exp(-(((Y + 31) / 5) ** 2)) - 0.035 * (Y + 26));
  if (Y > -38) seam(spot, arm, Math.sign(X) || 1, 0, 0.4, 0.3, Y);
}

/** Where a bib apron lies over the shirt: its edge is a hem, straps run to the neck. */
function bib(spot: Spot): number {
  const { X, Y } = spot;
  if (spot.sz < -0.1) return 0;
  const m = Math.abs(X);
  const side = 8.6 + 7.5 * smooth(-38, -60, Y);
  const edge = Math.max(m - side, Y + 28.6);
  const strap = Math.abs(m - (7.3 - 0.16 * (Y + 28))) - 1.15;
  const on = Y > -28.6 ? strap : edge;
  if (Y > -18.5) return 0;
  const d = Y > -28.6 ? strap : edge;
  cloth.light *= 1 - 0.35 * Math.exp(-(((d - 0.08) / 0.08) ** 2)) - 0.1 * Math.exp(-(((d + 0.7) / 0.06) ** 2));
  spot.nx += 0.5 * Math.exp(-((d / 0.1) ** 2)) * (Math.sign(X) || 1);
  return smooth(0.05, -0.05, on);
}

/** Ribs of a knitted collar. */
function rib(spot: Spot): void {
  const ph = Math.atan2(spot.Z + 6.6, spot.X);
  const slope = -Math.sin(ph * 62) * 0.55 * spot.fine;
  spot.nx += slope * Math.sin(ph);
  spot.nz -= slope * Math.cos(ph);
  cloth.light = 0.78 + 0.22 * Math.cos(ph * 62);
}

/** Stocking stitch: columns of leaning loops. */
function knit(spot: Spot): void {
  const { X, Y, Z, fine } = spot;
  const width = 0.34;
  const column = X / width - Math.floor(X / width) - 0.5;
  const row = (Y + 0.9 * Math.abs(column) * width + 0.12 * noise(X, Y, Z)) / (width * 0.72);
  const f = row - Math.floor(row);
  const loop = 1 - (2 * Math.abs(column)) ** 3;
  const h = (0.5 - 0.5 * Math.cos(2 * Math.PI * f)) * loop;
  const deep = 0.28 * fine * smooth(0.15, 0.55, Math.abs(spot.sz));
  spot.nx += deep * Math.sign(column) * (Math.abs(column) > 0.12 ? 0.6 : 0.2) * (0.4 + 0.6 * h);
  spot.ny += deep * 0.7 * Math.sin(2 * Math.PI * f) * loop;
  cloth.light = (1 - 0.79 * deep * (1 - h)) * (1 + 0.1 * noise(X * 5, Y * 5, Z * 5) + 0.05 * noise(X * 1.3, Y * 1.3, Z * 1.3));
}
