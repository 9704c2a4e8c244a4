import type { Look } from '../document/schema';
import { SURFACE } from '../figure/surfaces';
import { findSeen, seenKey, type Seen } from './seen';
import { mostBlurPx, TILE } from './focus';
import { meshStride } from './soft-mesh';
import { sizeOf, type Picture, type PictureRequest, type Rows } from './request';
import { kept } from '../kept';

/** A picture drawn in bands of rows, each by itself: on as many threads as there are bands, and the same as drawn whole. */

/** Rows round a band that decide what it shows: meshes end on them, and what is out of focus spreads from them. */
function reachOf(width: number, height: number): number {
  return Math.ceil(Math.max(meshStride(width) + 1, mostBlurPx(height) + TILE + 2));
}

/** Meshes and tiles begin together after so many rows: meshes by steps of a half tile. */
function periodOf(width: number): number {
  const stride = meshStride(width);
  return stride % TILE === 0 ? stride : 2 * stride;
}

/** A band with what is needed round it, beginning where meshes of the whole picture do. */
export function withReach([from, to]: Rows, width: number, height: number): Rows {
  const reach = reachOf(width, height);
  const period = periodOf(width);
  return [Math.max(0, Math.floor((from - reach) / period) * period), Math.min(height, to + reach)];
}

/** Smaller pictures are drawn as quickly in one. */
const LEAST_PIXELS = 60_000;

/** Whether bands are worth it, and can be drawn by themselves: not where light of all of the picture comes to every place of it. */
export function isWorthSplitting({ look: { camera, motion }, width, height }: PictureRequest): boolean {
  return width * height >= LEAST_PIXELS && camera.diffusion === 0 && motion.of !== 'zoom';
}

/**
 * What skin and strands in a pixel cost on top, in what a pixel of a wall or of cloth does: fitted to the times of 32 bands of four looks. Skin costs more
 * than cloth by its finer mesh.
 */
const [OF_SKIN, OF_STRANDS] = [1.2, 2.5];
/** The figure is looked at in a picture of so many columns. */
const ROUGH_WIDTH = 48;

/** Work of each row of a picture, in that of a pixel of a bare wall. */
function workOfRows({ width, height, fragments, strands }: Seen): Float64Array {
  const work = new Float64Array(height).fill(width);
  for (let i = 0; i < fragments.count; i++)
    if (fragments.surface[i] === SURFACE.skin) work[Math.floor(fragments.pixel[i]! / width)]! += OF_SKIN * fragments.share[i]!;
  if (strands) for (let p = 0; p < strands.left.length; p++) work[Math.floor(p / width)]! += OF_STRANDS * (1 - strands.left[p]!);
  return work;
}

/** A picture's size, and the row at which its lower band begins. */
export interface Split {
  readonly width: number;
  readonly height: number;
  readonly row: number;
}

const known = kept<{ readonly row: number }>(16);

/** Where the picture of a request falls into two bands of about the same work. */
export function splitOf(request: PictureRequest): Split {
  const { width, height } = sizeOf(request);
  const key = seenKey(request.look, width, height);
  return { width, height, ...known(key, () => ({ row: findSplit(request.look, width, height) })) };
}

function findSplit(look: Look, width: number, height: number): number {
  const rough = findSeen(look, ROUGH_WIDTH, Math.max(2, Math.round((ROUGH_WIDTH * height) / width)), 'quick');
  const work = workOfRows(rough);
  const half = work.reduce((sum, row) => sum + row, 0) / 2;
  let row = 0;
  for (let sum = 0; row < work.length - 1 && sum + work[row]! / 2 < half; row++) sum += work[row]!;
  const ideal = (row / work.length) * height;
  // The lower band begins where a mesh does, so that little is drawn twice.
  const reach = reachOf(width, height);
  const period = periodOf(width);
  const split = Math.round((ideal - reach) / period) * period + reach;
  return Math.min(height - 1, Math.max(1, split));
}

/** Two bands as one picture, in `rgba`, in which the upper one has been drawn already. */
export function joinBands(rgba: Picture['rgba'], upper: Picture, lower: Picture): Picture {
  rgba.set(lower.rgba, 4 * upper.width * upper.height);
  const later = (of: keyof Picture['ms']) => Math.max(upper.ms[of], lower.ms[of]);
  const parts = upper.burnt && lower.burnt && [...upper.burnt, ...lower.burnt];
  const burnt =
    parts &&
    [...new Set(parts.map(({ part }) => part))].map((part) => {
      const [one, other] = parts.filter((of) => of.part === part);
      const pixels = one!.pixels + (other?.pixels ?? 0);
      const lost = one!.share * one!.pixels + (other ? other.share * other.pixels : 0);
      return { ...one!, pixels, share: lost / pixels };
    });
  return {
    width: upper.width,
    height: upper.height + lower.height,
    rgba,
    burnt,
    newTerms: upper.newTerms + lower.newTerms,
    ms: { surfaces: later('surfaces'), lights: later('lights'), relight: later('relight'), total: later('total') },
  };
}
