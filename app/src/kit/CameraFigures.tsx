import type { KitCamera, KitEntry } from '@fulgent/core/catalogue';
import type { LookCamera } from '@fulgent/core/document';
import { Dial } from '../ui/Dial';
import { StepperGrid } from '../ui/Stepper';

/** What is of the body and its lens, and not of how it is set: sync differs from body to body. */
export function CameraFigures({
  entry,
  save,
}: {
  readonly entry: KitCamera;
  readonly save: (change: Partial<KitEntry>) => void;
}) {
  const { camera } = entry;
  const put = (change: Partial<LookCamera>) => save({ camera: { ...camera, ...change } });
  return (
    <StepperGrid>
      <Dial
        label="Stops over mid-grey to its clip"
        value={camera.headroomStops}
        onChange={(headroomStops) => put({ headroomStops })}
        low={0}
        high={10}
        step={0.25}
      />
      <Dial
        label="Flash sync, 1 over"
        value={Math.round(1 / camera.syncS)}
        onChange={(over) => put({ syncS: 1 / over })}
        low={1}
        high={10_000}
        series={[30, 48, 60, 80, 100, 125, 160, 180, 200, 250, 320, 400, 500, 1000]}
      />
      <Dial
        label="Sensor width"
        value={camera.sensorWidthMm}
        onChange={(sensorWidthMm) => put({ sensorWidthMm })}
        low={3}
        high={120}
        step={0.5}
        unit="mm"
      />
      <Dial
        label="Sensor height"
        value={camera.sensorHeightMm}
        onChange={(sensorHeightMm) => put({ sensorHeightMm })}
        low={2}
        high={120}
        step={0.5}
        unit="mm"
      />
      <Dial
        label="Pixels across"
        value={camera.imageWidthPx}
        onChange={(px) => put({ imageWidthPx: Math.round(px) })}
        low={100}
        high={40_000}
        step={100}
      />
      <Dial
        label="Thread of its lens"
        value={camera.lensThreadMm ?? 0}
        onChange={(mm) => put({ lensThreadMm: mm < 10 ? null : mm })}
        low={0}
        high={200}
        step={1}
        show={(mm) => (mm === 0 ? 'not told' : `${mm} mm`)}
      />
    </StepperGrid>
  );
}
