import { LensDials } from './LensDials';
import type { KitCamera } from '@fulgent/core/catalogue';
import { kelvinToMired } from '@fulgent/core/colour';
import { meteredIndex, type Look, type Probe } from '@fulgent/core/document';
import { formatShutter, formatStops } from '@fulgent/core/exposure';
import {
  ambientWord,
  type AmbientReading,
  type DragReading,
  type KindsAt,
  lookWithCamera,
  proofIsCurrent,
} from '@fulgent/core/planning';
import { edgeStopsOf, type Readings } from '@fulgent/core/scene';
import { capital } from '@fulgent/words';
import { ScrollView, View } from 'react-native';
import { learnedText } from '../kit/learn/words';
import { kitOf, useKit } from '../kit/useKit';
import { changeCamera } from '../look/edits';
import { readShutter, SHUTTERS, nextInSeries, taken } from '../look/numbers';
import { edit, useOpenLook } from '../look/store';
import { CURVE_NAMES, frontWord, GAMUT_NAMES, percent } from '../look/words';
import { SPACE } from '../theme/theme';
import { Button, Choice } from '../ui/Button';
import { Dial, ShutterDial } from '../ui/Dial';
import { LinkRow } from '../ui/LinkRow';
import { Section } from '../ui/Section';
import { Cell, Stepper, StepperGrid } from '../ui/Stepper';
import { Text } from '../ui/Text';
import { WaitingRows } from '../ui/Waiting';
import { useComputed } from '../workers/useComputed';
import { ExposureDials } from './ExposureDials';
import { changeMode } from './edits';

const MODES = [
  { id: 'stills', name: 'Stills' },
  { id: 'cinema', name: 'Cinema' },
] as const;
const MAINS = [
  { id: '50', name: '50 Hz mains' },
  { id: '60', name: '60 Hz mains' },
] as const;

/** What the camera is set to, and what that does to ambient, flash and continuous light. */
export function CameraStep() {
  const look = useOpenLook((state) => state.look);
  const readings = useOpenLook((state) => state.readings);
  const id = useOpenLook((state) => state.id);
  if (!look || !readings || !id) return <WaitingRows count={6} />;
  const { camera } = look;
  return (
    <ScrollView>
      <Section title="Exposure" aside={`face meters ${formatStops(readings.keyStops)}`}>
        <Choice label="Sensor and curve" options={MODES} value={camera.mode} onChange={changeMode} />
        <ExposureDials look={look} />
        {readings.notes.map(({ message }) => (
          <Text key={message} weight="strong" role="status">
            {message}
          </Text>
        ))}
      </Section>
      <Pages id={id} look={look} readings={readings} />
      <LensSection look={look} />
      <RecordingSection look={look} readings={readings} />
      <View style={{ height: SPACE.xl }} />
    </ScrollView>
  );
}

/** What follows from the settings, one row a question; each leads to the page that answers it in full. */
function Pages({ id, look, readings }: { readonly id: string; readonly look: Look; readonly readings: Readings }) {
  const metered = look.probes[meteredIndex(look.probes)]!;
  const facts = {
    ...ambientFacts(look, useComputed('readAmbient', look)),
    ...motionFacts(look, metered, useComputed('readDrag', look)),
    mixed: mixedFact(metered, useComputed('kindsOfLight', look)),
  };
  const to = (page: string) => `/looks/${id}/camera/${page}` as const;
  const mired = Math.round(kelvinToMired(look.camera.whiteK));
  return (
    <View>
      <LinkRow inset href={to('black-frame')} name="Ambient and black frame" text={facts.ambient} aside={facts.ambientStops} />
      <LinkRow
        inset
        href={to('white')}
        name="White balance"
        text={
          readings.exposure.whiteBalanceCostStops < -0.005
            ? `${mired} mired; it costs ${Math.abs(readings.exposure.whiteBalanceCostStops).toFixed(2)} stop of headroom`
            : `${mired} mired, part of the look`
        }
        aside={`${look.camera.whiteK} K`}
      />
      <LinkRow inset href={to('mixed')} name="Flash with continuous light" text={facts.mixed} />
      <LinkRow inset href={to('trade-off')} name="What a stop costs" text="Depth, motion, power and ambient, side by side" />
      <LinkRow inset href={to('motion')} name="Moving subject" text={facts.motion} aside={facts.trail} />
      <LinkRow inset href={to('night')} name="Day for night, ND" text="White, density, and which lights can follow" />
    </View>
  );
}

function ambientFacts(look: Look, reading: AmbientReading | null) {
  if (!reading) return { ambient: '', ambientStops: '' };
  if (reading.highestStops === -Infinity) return { ambient: 'No ambient light', ambientStops: '' };
  const { proof } = look.ambient;
  const proved = proof === null ? 'not proved yet' : proofIsCurrent(look) ? 'proved by a frame' : 'changed since it was proved';
  return {
    ambient: `${capital(ambientWord(reading.highestStops))}, ${proved}`,
    ambientStops: formatStops(reading.highestStops),
  };
}

function mixedFact({ id, surface }: Probe, places: readonly KindsAt[] | null): string {
  if (!places) return '';
  const face = places.find(({ probe }) => probe === id);
  const onFace = (['flash', 'continuous', 'ambient'] as const)
    .map((kind) => ({ kind, share: face?.shares[kind] ?? 0 }))
    .filter(({ share }) => share >= 0.005)
    .sort((a, b) => b.share - a.share)
    .map(({ kind, share }) => `${kind} ${percent(share)}`);
  const over = face?.flashOverRest;
  const ratio = typeof over === 'number' ? `; flash ${formatStops(over)} over the rest` : '';
  return onFace.length ? `On the ${frontWord(surface)}: ${onFace.join(', ')}${ratio}` : `No light on the ${frontWord(surface)}`;
}

function motionFacts({ motion }: Look, { id, surface }: Probe, drag: DragReading | null) {
  if (motion.of === 'zoom' ? motion.zoomToMm === null : motion.speedMS <= 0)
    return { motion: 'Nothing moves; a dragged shutter paints what does', trail: '' };
  const frozen = drag?.zones.find(({ probe }) => probe === id);
  if (!drag || !frozen) return { motion: '', trail: '' };
  return {
    motion: `${percent(frozen.freezeShare)} of the light on the ${frontWord(surface)} is frozen`,
    trail: `${Math.round(drag.trailPx)} px`,
  };
}

function LensSection({ look }: { readonly look: Look }) {
  const { camera } = look;
  return (
    <Section title="Lens and limits">
      <StepperGrid>
        <LensDials camera={camera} />
        <Cell>
          <Stepper
            label="Flash sync limit"
            value={formatShutter(camera.syncS)}
            onStep={(by) => setSync(nextInSeries(SHUTTERS, camera.syncS, by))}
            onType={(text) => taken(readShutter(text), setSync)}
          />
        </Cell>
        <ShutterDial
          label="Longest that can be held"
          value={camera.longestS}
          onChange={(longestS) => changeCamera('longest', { longestS })}
        />
      </StepperGrid>
      <Choice
        label="Mains"
        options={MAINS}
        value={camera.mainsHz === 50 ? '50' : '60'}
        onChange={(hz) => changeCamera('mains', { mainsHz: hz === '50' ? 50 : 60 })}
      />
      <Choice
        label="Lens is marked in"
        options={[
          { id: 'f', name: 'f-numbers' },
          { id: 'T', name: 'T-stops' },
        ]}
        value={camera.tStop === null ? 'f' : 'T'}
        onChange={(mark) =>
          changeCamera('mark', { tStop: mark === 'T' ? Number((camera.aperture * T_OVER_F).toFixed(2)) : null })
        }
      />
    </Section>
  );
}

/** A usual lens passes about 85 % of its light. */
const T_OVER_F = 1.08;

const setSync = (syncS: number) => changeCamera('sync', { syncS: Math.min(1, Math.max(1 / 2000, syncS)) });

/** What is known of this camera from its own pictures, and what the kit has learned since. */
function LearnedPart({ camera, body }: { readonly camera: Look['camera']; readonly body: KitCamera | undefined }) {
  const news = body?.camera.learned && JSON.stringify(body.camera.learned) !== JSON.stringify(camera.learned) ? body : null;
  return (
    <>
      <Text size="label" quiet testID="learned">
        {camera.learned
          ? `Learned from its pictures: ${learnedText(camera.learned)}.`
          : `Its own curve and colours are not known: windows and first clips carry ± ${edgeStopsOf({ camera }).toFixed(2)} stop. In the kit it is learned from its pictures.`}
      </Text>
      {news ? (
        <Button
          label="Use what the kit has learned of it"
          onPress={() => edit('camera.body', (now) => lookWithCamera(now, news))}
        />
      ) : null}
      {camera.learned ? <Button label="Do without it" onPress={() => changeCamera('learned', { learned: null })} /> : null}
    </>
  );
}

function RecordingSection({ look, readings }: { readonly look: Look; readonly readings: Readings }) {
  const { stored } = useKit();
  const { camera } = look;
  const bodies = kitOf(stored, 'camera');
  const body = bodies.find(({ name }) => name === camera.name);
  return (
    <Section title="Recording">
      <Choice
        label="Camera"
        options={bodies.map(({ id, name }) => ({ id, name }))}
        value={body?.id ?? null}
        onChange={(id) => {
          const entry = bodies.find((one) => one.id === id);
          if (entry) edit('camera.body', (now) => lookWithCamera(now, entry));
        }}
      />
      <LearnedPart camera={camera} body={body} />
      {camera.learned?.tone ? null : (
        <Choice label="Curve" options={CURVE_NAMES} value={camera.curve} onChange={(curve) => changeCamera('curve', { curve })} />
      )}
      <Choice
        label="Out-of-gamut colours"
        options={GAMUT_NAMES}
        value={camera.gamut}
        onChange={(gamut) => changeCamera('gamut', { gamut })}
      />
      <StepperGrid>
        <Dial
          label="Sensor headroom over mid-grey"
          value={camera.headroomStops}
          onChange={(headroomStops) => changeCamera('headroom', { headroomStops })}
          low={1}
          high={10}
          step={0.25}
          unit="stops"
        />
        <Dial
          label="Width of the sensor"
          value={camera.sensorWidthMm}
          onChange={(sensorWidthMm) =>
            changeCamera('sensor', {
              sensorWidthMm,
              sensorHeightMm: Number(((sensorWidthMm * camera.sensorHeightMm) / camera.sensorWidthMm).toFixed(2)),
            })
          }
          low={3}
          high={120}
          series={[13.2, 17.3, 23.6, 28, 36, 44]}
          unit="mm"
        />
        <Dial
          label="Veiling glare of the lens"
          value={Number((100 * camera.glare).toFixed(2))}
          onChange={(share) => changeCamera('glare', { glare: Number((share / 100).toFixed(4)) })}
          low={0}
          high={10}
          series={[0, 0.25, 0.5, 1, 1.5, 2, 3, 5]}
          unit="%"
        />
      </StepperGrid>
      <Text size="label" quiet>
        White clips {formatStops(readings.exposure.whiteClipStops)} from mid-grey in the sensor. Glare: about 0.5 % for a clean
        modern lens, 1 % for an older one, more with filters.
      </Text>
    </Section>
  );
}
