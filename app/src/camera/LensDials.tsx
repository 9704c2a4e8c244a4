import type { Look } from '@fulgent/core/document';
import { Dial, DISTANCES_M } from '../ui/Dial';
import { changeCamera } from '../look/edits';

/** Focal lengths that lenses are marked with, mm. */
export const FOCALS = [14, 18, 24, 28, 35, 50, 65, 85, 105, 135, 200, 300];

/** The lens and where it stands. */
export function LensDials({ camera }: { readonly camera: Look['camera'] }) {
  return (
    <>
      <Dial
        label="Focal length"
        value={camera.focalMm}
        onChange={(focalMm) => changeCamera('focal', { focalMm })}
        low={4}
        high={2000}
        series={FOCALS}
        unit="mm"
      />
      <Dial
        label="Camera to subject"
        value={camera.distanceM}
        onChange={(distanceM) => changeCamera('distance', { distanceM })}
        low={0.1}
        high={500}
        series={DISTANCES_M}
        unit="m"
      />
    </>
  );
}
