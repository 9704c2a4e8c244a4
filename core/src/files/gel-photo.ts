import { solveLinear } from '../linear';
import type { Camera } from '../camera/camera';
import { InputError } from '../errors';
import { balancedFromLinear } from '../fixture/unit';
import { CLEAR_FILM } from '../gel/gel';
import { dot, product, sampled, type Spectrum } from '../spectrum/grid';

/** Mean recorded linear sRGB of the same white, with and without the gel. */
export interface GelPhotos {
  readonly without: readonly [number, number, number];
  readonly through: readonly [number, number, number];
  /** 1 lx of the light that both were taken in. */
  readonly source: Spectrum;
  readonly camera: Camera;
}

/** Middles of three dye bands, nm; between them density runs in straight lines, beyond them it holds. */
const BANDS_NM = [452, 540, 612] as const;
const MOST_DENSITY = 4;

const BASIS: readonly Spectrum[] = BANDS_NM.map((peak, k) =>
  sampled((nm) => {
    if (nm <= peak) {
      const below = BANDS_NM[k - 1];
      return below === undefined ? 1 : Math.max(0, (nm - below) / (peak - below));
    }
    const above = BANDS_NM[k + 1];
    return above === undefined ? 1 : Math.max(0, (above - nm) / (above - peak));
  }),
);

/**
 * A rough gel from two photographs of a white: the transmittance of three smooth dye bands that explains the ratio of the three
 * camera channels exactly. Three numbers say little about a spectrum, so such a gel is marked as measured roughly: right for this
 * camera and light, uncertain for others.
 * @throws InputError where a channel clips or is too dark, or the gel seems to add light.
 */
export function gelFromPhotos(photos: GelPhotos): Spectrum {
  const floor = 10 ** -(MOST_DENSITY - 1);
  const wanted = ratioOf(photos).map((value) => Math.min(CLEAR_FILM, Math.max(floor, value)));
  return filmOf(
    photos,
    wanted,
    sampled(() => CLEAR_FILM),
    [0, MOST_DENSITY],
  );
}

/** How a film that was measured differs from what was known of it. */
export interface CorrectedGel {
  readonly transmittance: Spectrum;
  /** Measured less known, stops of each channel: positive loses more. */
  readonly moreStops: readonly [number, number, number];
}

/** A film that is known already, its dyes made denser or thinner until it does what two photographs show. Its own shape stays between the bands. @throws InputError as `gelFromPhotos`. */
export function correctedByPhotos(film: Spectrum, photos: GelPhotos): CorrectedGel {
  const { source, camera } = photos;
  if (photos.through.some((value) => value < HELD_FROM))
    throw new InputError(
      'through',
      'A channel is black through the gel: its colour is deeper than a picture file holds. Photograph a paler piece, or take its spectrum.',
    );
  const ratio = ratioOf(photos);
  const [before, bare] = [product(source, film), source].map((spectrum) => camera.sensor.map((s) => dot(spectrum, s)));
  const known = before!.map((value, c) => value / bare![c]!);
  const corrected = filmOf(photos, ratio, film, [-MOST_THINNER, MOST_DENSITY]);
  const more = ratio.map((value, c) => Math.log2(known[c]! / Math.max(value, 1e-4)));
  return {
    transmittance: corrected.map((t) => Math.min(CLEAR_FILM, t)),
    moreStops: more as unknown as CorrectedGel['moreStops'],
  };
}

/** Under this a channel was cut off by the file's own colours. */
const HELD_FROM = 0.004;
/** A dye may turn out thinner by so much, density. */
const MOST_THINNER = 1;

/** What is left of each channel through the gel. */
function ratioOf({ without, through, camera }: GelPhotos): number[] {
  if (without.some((value) => value > 0.985))
    throw new InputError('without', 'The white without the gel clips; expose it less and take both again.');
  if (without.some((value) => value < 0.02))
    throw new InputError('without', 'The white without the gel is too dark; expose it more and take both again.');
  const white = balancedFromLinear(camera, without);
  const seen = balancedFromLinear(camera, through);
  const ratio = white.map((value, c) => seen[c]! / value);
  if (ratio.some((value) => value > 1.04))
    throw new InputError('through', 'A channel is brighter through the gel than without it. Were the exposures the same?');
  return ratio;
}

/** A film with so much more of three dyes that each channel keeps what is wanted: Newton in the logarithm of the ratios. */
function filmOf(
  { source, camera }: GelPhotos,
  wanted: readonly number[],
  film: Spectrum,
  [thinnest, densest]: readonly [number, number],
): Spectrum {
  const bare = camera.sensor.map((s) => dot(source, s));
  const weights = camera.sensor.map((s) => product(source, s));
  const filterOf = (density: readonly number[]) =>
    film.map((t, i) => t * 10 ** -density.reduce((sum, d, k) => sum + d * BASIS[k]![i]!, 0));
  const reading = (density: readonly number[]) => {
    const filter = filterOf(density);
    return weights.map((w, c) => dot(w, filter) / bare[c]!);
  };
  // Channels see mostly their own band: start there.
  const at = reading([0, 0, 0]);
  let density = [2, 1, 0].map((c) => Math.min(densest, Math.max(thinnest, -Math.log10(wanted[c]! / at[c]!))));
  for (let round = 0; round < 60; round++) {
    const now = reading(density);
    const error = wanted.map((value, c) => Math.log10(value / now[c]!));
    if (Math.max(...error.map(Math.abs)) < 1e-7) break;
    const columns = [0, 1, 2].map((k) => {
      const moved = reading(density.map((d, j) => (j === k ? d + 1e-4 : d)));
      return moved.map((value, c) => Math.log10(value / now[c]!) / 1e-4);
    });
    const step = solveLinear([0, 1, 2].map((c) => [columns[0]![c]!, columns[1]![c]!, columns[2]![c]!, error[c]!]));
    if (!step) break;
    density = density.map((d, k) => Math.min(densest, Math.max(thinnest, d + Math.min(0.5, Math.max(-0.5, step[k]!)))));
  }
  return filterOf(density);
}
