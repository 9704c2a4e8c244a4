import type { PictureSize } from './PictureHandle';

const [STRIP_PX, LEAST_PX, TABLET_PX] = [64, 120, 700];

/** Heights of the picture on a phone or an upright tablet, px: a strip to keep an eye on it, the usual, or nearly all. */
export function heightUpright(width: number, high: number, isMain: boolean, size: PictureSize): number {
  if (size === 'strip') return STRIP_PX;
  if (size === 'large') return Math.round(Math.max(LEAST_PX, high * 0.6));
  const isTablet = width >= TABLET_PX;
  const share = isTablet ? (isMain ? 0.45 : 0.33) : isMain ? 0.315 : 0.2;
  return Math.round(Math.min(isTablet ? 560 : 300, Math.max(LEAST_PX, high * share)));
}
