import type { LookCamera } from '@fulgent/core/document';
import { formatShutter } from '@fulgent/core/exposure';

/** A camera's settings in one line: `f/8 · 1/200 · ISO 100 · 5600 K`. */
export function exposureText({ aperture, tStop, shutterS, iso, whiteK, ndStops }: LookCamera): string {
  const stop = tStop === null ? `f/${aperture}` : `T${tStop}`;
  return [stop, formatShutter(shutterS), `ISO ${iso}`, `${whiteK} K`, ...(ndStops > 0 ? [`ND ${ndStops} stops`] : [])].join(
    ' · ',
  );
}
