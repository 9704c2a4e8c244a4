import type { FrameMeta } from './record';

/** Marks on cameras are rounded; what is meant lies on sixths of a stop: thirds and halves. */
const inSixths = (stops: number) => Math.round(6 * stops) / 6;

/**
 * How many stops more a frame was exposed than another, by what their files say: time, aperture and sensitivity, each as it is meant rather than as
 * it is marked. Null where a file does not say.
 */
export function stopsMore(frame: FrameMeta, than: FrameMeta): number | null {
  const times = ratio(frame.shutterS, than.shutterS);
  const apertures = ratio(than.aperture, frame.aperture);
  const isos = ratio(frame.iso, than.iso);
  return times === null || apertures === null || isos === null
    ? null
    : inSixths(times) + inSixths(2 * apertures) + inSixths(isos);
}

const ratio = (a: number | null, b: number | null): number | null => (a === null || b === null ? null : Math.log2(a / b));
