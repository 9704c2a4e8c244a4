import { formatShutter, formatStops, kelvinToMired, lookWithCamera, WHITE_RANGE_K } from '@fulgent/core';
import { ScrollView, View } from 'react-native';
import { SPACE } from '../theme/theme';
import { Choice } from '../ui/Button';
import { Section } from '../ui/Section';
import { Cell, Stepper, StepperGrid } from '../ui/Stepper';
import { Text } from '../ui/Text';
import { changeCamera } from './edits';
import { APERTURES, ISOS, nextInSeries, readNumber, readShutter, SHUTTERS, taken, WHITES_K } from './numbers';
import { CURVE_NAMES } from './words';
import { kitOf, useKit } from '../kit/useKit';
import { edit, useOpenLook } from './store';

const TINT_STEP = 0.002;
const round = (value: number, digits: number) => Number(value.toFixed(digits));
const clamp = (value: number, low: number, high: number) => Math.min(high, Math.max(low, value));

/** What the camera is set to, and what that does to the light. */
export function CameraStep() {
  const look = useOpenLook((state) => state.look);
  const readings = useOpenLook((state) => state.readings);
  const { stored } = useKit();
  if (!look || !readings) return null;
  const { camera } = look;
  const bodies = kitOf(stored, 'camera');
  const ambient = readings.probes.find(({ id }) => id === 'face-key')?.shares.find(({ lightId }) => lightId === 'ambient');
  const mired = Math.round(kelvinToMired(camera.whiteK));
  return (
    <ScrollView>
      <Section title="Exposure" aside={`face meters ${formatStops(readings.keyStops)}`}>
        <StepperGrid>
          <Cell>
            <Stepper
              label="Aperture"
              value={`f/${camera.aperture}`}
              onStep={(by) => changeCamera('aperture', { aperture: nextInSeries(APERTURES, camera.aperture, by) })}
              onType={(text) =>
                taken(readNumber(text, { name: 'Aperture', low: 0.7, high: 64 }), (aperture) =>
                  changeCamera('aperture', { aperture }),
                )
              }
            />
          </Cell>
          <Cell>
            <Stepper
              label="Shutter"
              value={formatShutter(camera.shutterS)}
              onStep={(by) => changeCamera('shutter', { shutterS: nextInSeries(SHUTTERS, camera.shutterS, by) })}
              onType={(text) => taken(readShutter(text), (shutterS) => changeCamera('shutter', { shutterS }))}
            />
          </Cell>
          <Cell>
            <Stepper
              label="ISO"
              value={`${camera.iso}`}
              onStep={(by) => changeCamera('iso', { iso: nextInSeries(ISOS, camera.iso, by) })}
              onType={(text) =>
                taken(readNumber(text, { name: 'ISO', low: 25, high: 102_400 }), (iso) => changeCamera('iso', { iso }))
              }
            />
          </Cell>
          <Cell>
            <Stepper
              label="ND on the lens"
              value={`${camera.ndStops} stops`}
              onStep={(by) => changeCamera('nd', { ndStops: clamp(round(camera.ndStops + by, 2), 0, 20) })}
              onType={(text) =>
                taken(readNumber(text, { name: 'ND', low: 0, high: 20, unit: 'stops' }), (ndStops) =>
                  changeCamera('nd', { ndStops }),
                )
              }
            />
          </Cell>
          <Cell>
            <Stepper
              label="Flash sync limit"
              value={formatShutter(camera.syncS)}
              onStep={(by) => changeCamera('sync', { syncS: clamp(nextInSeries(SHUTTERS, camera.syncS, by), 1 / 2000, 1) })}
              onType={(text) => taken(readShutter(text), (syncS) => changeCamera('sync', { syncS: clamp(syncS, 1 / 2000, 1) }))}
            />
          </Cell>
        </StepperGrid>
        {readings.notes.map(({ message }) => (
          <Text key={message} weight="strong" role="status">
            {message}
          </Text>
        ))}
        <Text size="label" quiet>
          Aperture, ISO and ND move every light alike. The shutter moves ambient and continuous light only: flash stays, up to its
          sync limit.
        </Text>
        <Text size="label">
          {ambient && ambient.share > 0
            ? `Ambient is ${(-Math.log2(ambient.share)).toFixed(1)} stops under all light on the face${ambient.share > 0.05 ? ': enough to count.' : '.'}`
            : 'No ambient reaches the face.'}
        </Text>
      </Section>
      <Section title="White balance" aside={`${mired} mired`}>
        <StepperGrid>
          <Cell>
            <Stepper
              label="Colour temperature"
              value={`${camera.whiteK} K`}
              onStep={(by) => changeCamera('white', { whiteK: nextInSeries(WHITES_K, camera.whiteK, by) })}
              onType={(text) =>
                taken(
                  readNumber(text, { name: 'White balance', low: WHITE_RANGE_K[0], high: WHITE_RANGE_K[1], unit: 'K' }),
                  (whiteK) => changeCamera('white', { whiteK }),
                )
              }
            />
          </Cell>
          <Cell>
            <Stepper
              label="Tint, green to magenta"
              value={tintText(camera.tintDuv)}
              onStep={(by) => changeCamera('tint', { tintDuv: clamp(round(camera.tintDuv + by * TINT_STEP, 4), -0.03, 0.03) })}
              note="Light of this Duv is rendered neutral"
            />
          </Cell>
        </StepperGrid>
        <Text size="label" quiet>
          {readings.exposure.whiteBalanceCostStops < -0.005
            ? `This white balance costs ${Math.abs(readings.exposure.whiteBalanceCostStops).toFixed(2)} stop of headroom: white clips ${formatStops(readings.exposure.whiteClipStops)} from mid-grey.`
            : `White clips ${formatStops(readings.exposure.whiteClipStops)} from mid-grey in the sensor.`}
        </Text>
      </Section>
      <Section title="Recording">
        <Choice
          label="Camera"
          options={bodies.map(({ id, name }) => ({ id, name }))}
          value={bodies.find(({ name }) => name === camera.name)?.id ?? null}
          onChange={(id) => {
            const entry = bodies.find((one) => one.id === id);
            if (entry) edit('camera.body', (now) => lookWithCamera(now, entry));
          }}
        />
        <Choice label="Curve" options={CURVE_NAMES} value={camera.curve} onChange={(curve) => changeCamera('curve', { curve })} />
        <View style={{ maxWidth: 300 }}>
          <Stepper
            label="Sensor headroom over mid-grey"
            value={`${camera.headroomStops} stops`}
            onStep={(by) => changeCamera('headroom', { headroomStops: clamp(round(camera.headroomStops + by * 0.25, 2), 1, 10) })}
            onType={(text) =>
              taken(readNumber(text, { name: 'Headroom', low: 1, high: 10, unit: 'stops' }), (headroomStops) =>
                changeCamera('headroom', { headroomStops }),
              )
            }
          />
        </View>
      </Section>
      <View style={{ height: SPACE.xl }} />
    </ScrollView>
  );
}

function tintText(tintDuv: number): string {
  if (tintDuv === 0) return '0';
  return `${tintDuv > 0 ? 'green' : 'magenta'} ${Math.abs(tintDuv).toFixed(3)}`;
}
