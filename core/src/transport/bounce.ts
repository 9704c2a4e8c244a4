import type { Patch, Shade } from '../figure/index';
import { SURFACE } from '../figure/surfaces';
import { CLOTH_NEAR_M, CLOTH_OPEN, CLOTH_TO_CLOTH, SKIN_TO_SKIN } from './skin-light';

/** Light that the subject throws on itself: cloth on skin over it, cloth on cloth in its folds, skin on skin in its hollows. */

/**
 * Share of each patch's light that comes to a place of the subject, in its own axes, before the colour of the cloth: discs with cosines
 * at both ends for skin and hair, the mean of what lies near for cloth in a fold. Fills `out`, one figure a patch; gives whether any is over 0.
 */
export function clothShares(
  out: Float32Array,
  { patches }: Shade,
  surface: number,
  open: number,
  x: number,
  y: number,
  z: number,
  nx: number,
  ny: number,
  nz: number,
): boolean {
  if (surface === SURFACE.eye || surface === SURFACE.glass) return false;
  return surface === SURFACE.cloth || surface === SURFACE.collar
    ? onCloth(out, patches, open, x, y, z)
    : onSkin(out, patches, x, y, z, nx, ny, nz);
}

function onCloth(out: Float32Array, patches: readonly Patch[], open: number, x: number, y: number, z: number): boolean {
  const hollow = CLOTH_TO_CLOTH * Math.max(0, CLOTH_OPEN - open);
  if (hollow < 0.004 || patches.length === 0) return false;
  let all = 1e-6;
  patches.forEach(({ place }, i) => {
    const d2 = (place[0] - x) ** 2 + (place[1] - y) ** 2 + (place[2] - z) ** 2;
    out[i] = Math.exp(-d2 / (CLOTH_NEAR_M * CLOTH_NEAR_M));
    all += out[i]!;
  });
  for (let i = 0; i < patches.length; i++) out[i]! *= hollow / all;
  return true;
}

function onSkin(
  out: Float32Array,
  patches: readonly Patch[],
  x: number,
  y: number,
  z: number,
  nx: number,
  ny: number,
  nz: number,
): boolean {
  let any = false;
  for (let i = 0; i < patches.length; i++) {
    const { place, normal, areaM2 } = patches[i]!;
    const dx = place[0] - x;
    const dy = place[1] - y;
    const dz = place[2] - z;
    const d2 = dx * dx + dy * dy + dz * dz;
    const d = Math.sqrt(d2) || 1e-6;
    const here = (nx * dx + ny * dy + nz * dz) / d;
    const there = -(normal[0] * dx + normal[1] * dy + normal[2] * dz) / d;
    out[i] = here > 0 && there > 0 ? (areaM2 * here * there) / (Math.PI * d2 + areaM2) : 0;
    if (out[i]! > 0.0005) any = true;
  }
  return any;
}

/** Share of the light round a place of skin that its hollow throws back on it. */
export function skinHollow(open: number): number {
  return SKIN_TO_SKIN * Math.max(0, 0.95 - open) * 0.8;
}

/** Share of the light round a place that its hollow throws back on it, by its kind of surface: skin by skin, cloth by cloth. */
export function ownHollow(surface: number, open: number): number {
  if (surface === SURFACE.skin) return skinHollow(open);
  return surface === SURFACE.cloth || surface === SURFACE.collar ? CLOTH_TO_CLOTH * Math.max(0, CLOTH_OPEN - open) : 0;
}
