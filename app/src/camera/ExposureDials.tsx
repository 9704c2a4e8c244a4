import type { Look } from '@fulgent/core/document';
import { angleOfShutter, formatShutter, isFlickerSafe, shutterOfAngle } from '@fulgent/core/exposure';
import { changeCamera } from '../look/edits';
import { APERTURES } from '../look/numbers';
import { Dial, formatAperture, IsoDial, ShutterDial } from '../ui/Dial';
import { StepperGrid } from '../ui/Stepper';
import { Text } from '../ui/Text';

export const FPS = [12, 23.976, 24, 25, 29.97, 30, 48, 50, 60, 100, 120];
export const ANGLES = [11.25, 22.5, 45, 86.4, 90, 144, 172.8, 180, 216, 270, 345.6, 360];

/** The dials that decide exposure, in the terms of stills or of cinema. */
export function ExposureDials({ look }: { readonly look: Look }) {
  const { camera } = look;
  const cinema = camera.mode === 'cinema';
  const angle = 360 * camera.fps * camera.shutterS;
  const setStop = (aperture: number) => {
    // A lens loses what it loses: its T-stop moves with the f-number.
    const tStop = camera.tStop === null ? null : Number((camera.tStop * (aperture / camera.aperture)).toFixed(2));
    changeCamera('aperture', { aperture, tStop });
  };
  return (
    <>
      <StepperGrid>
        {camera.tStop === null ? (
          <Dial
            label="Aperture"
            value={camera.aperture}
            onChange={setStop}
            low={0.7}
            high={64}
            series={APERTURES}
            show={formatAperture}
          />
        ) : (
          <Dial
            label="T-stop"
            value={camera.tStop}
            onChange={(tStop) =>
              changeCamera('aperture', { tStop, aperture: Number((camera.aperture * (tStop / camera.tStop!)).toFixed(3)) })
            }
            low={0.7}
            high={64}
            series={APERTURES}
            show={(v) => `T${Number(v.toPrecision(2))}`}
          />
        )}
        {cinema ? (
          <Dial
            label="Shutter angle"
            value={Number(angle.toFixed(2))}
            onChange={(deg) => changeCamera('shutter', { shutterS: shutterOfAngle(deg, camera.fps) })}
            low={1}
            high={360}
            series={ANGLES}
            unit="°"
            note={`${formatShutter(camera.shutterS)} at ${camera.fps} frames a second`}
          />
        ) : (
          <ShutterDial label="Shutter" value={camera.shutterS} onChange={(shutterS) => changeCamera('shutter', { shutterS })} />
        )}
        <IsoDial value={camera.iso} onChange={(iso) => changeCamera('iso', { iso })} />
        <Dial
          label="ND on the lens"
          value={camera.ndStops}
          onChange={(ndStops) => changeCamera('nd', { ndStops })}
          low={0}
          high={20}
          unit="stops"
        />
        {cinema ? (
          <Dial
            label="Frames a second"
            value={camera.fps}
            onChange={(fps) => setFps(look, fps)}
            low={1}
            high={1000}
            series={FPS}
          />
        ) : null}
      </StepperGrid>
      {cinema ? <Flicker look={look} /> : null}
    </>
  );
}

/** Keeps the shutter's angle when the frame rate changes: that is what is held on a set. */
function setFps({ camera }: Look, fps: number): void {
  const angle = Math.min(360, 360 * camera.fps * camera.shutterS);
  changeCamera('fps', { fps, shutterS: shutterOfAngle(angle, fps) });
}

function Flicker({ look }: { readonly look: Look }) {
  const { camera } = look;
  const safe = isFlickerSafe(camera.shutterS, camera.mainsHz);
  const near = safe ? null : nearestSafe(look);
  return (
    <Text size="label" weight={safe ? 'regular' : 'strong'} role="status">
      {safe
        ? `Whole pulses of ${camera.mainsHz} Hz mains light: lamps on it do not flicker.`
        : `Lamps on ${camera.mainsHz} Hz mains may flicker or band.${near ? ` Nearest angle that is safe: ${near}°.` : ''}`}
    </Text>
  );
}

function nearestSafe({ camera }: Look): string | null {
  const pulse = 1 / (2 * camera.mainsHz);
  const most = Math.floor(1 / camera.fps / pulse + 1e-9);
  if (most < 1) return null;
  const count = Math.min(most, Math.max(1, Math.round(camera.shutterS / pulse)));
  return angleOfShutter(count * pulse, camera.fps).toFixed(1);
}
