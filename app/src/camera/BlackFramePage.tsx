import type { FrameRecord } from '@fulgent/core/day';
import type { Look, Ambient } from '@fulgent/core/document';
import { AMBIENT_TARGETS, evOfLux, formatStops, luxOfEv, luxOfSettings, ISOS, nearestMarked } from '@fulgent/core/exposure';
import {
  AMBIENT_PRESETS,
  ambientWord,
  gelRise,
  judgeFrame,
  proofIsCurrent,
  type AmbientReading,
  type FrameVerdict,
} from '@fulgent/core/planning';
import { useState } from 'react';
import { View } from 'react-native';
import useSWR from 'swr';
import { api } from '../api/client';
import { useOpenLook } from '../look/store';
import { blackFrameWords } from '@fulgent/words';
import { frameName } from '../sheet/frame-words';
import { SPACE, themed } from '../theme/theme';
import { Button, Choice } from '../ui/Button';
import { ApertureDial, Dial, IsoDial, ShutterDial } from '../ui/Dial';
import { chooseFile } from '../ui/files';
import { Pick } from '../ui/Pick';
import { problemLines } from '../ui/problems';
import { Section } from '../ui/Section';
import { StepperGrid } from '../ui/Stepper';
import { Table } from '../ui/Table';
import { Text } from '../ui/Text';
import { Waiting } from '../ui/Waiting';
import { when } from '../ui/when';
import { useComputed } from '../workers/useComputed';
import { changeAmbientLight, takeWay } from './edits';
import { OpeningsSection } from './OpeningsSection';
import { PlacesSection } from './PlacesSection';
import { SourceChoice } from './SourceChoice';
import { CONTROL_NAMES, underText, wayText } from './words';

const useStyles = themed((t) => ({
  row: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: SPACE.m,
    minHeight: 52,
    paddingVertical: SPACE.xs,
    borderBottomWidth: 1,
    borderBottomColor: t.line,
  },
  swatch: { width: 26, height: 26, borderRadius: 3 },
}));

/** Is the ambient really gone, or how much of it is left, and is that wanted? */
export function BlackFramePage({ look }: { readonly look: Look }) {
  const reading = useComputed('readAmbient', look);
  // Whole or not at all: what came above the controls later would move them from under the finger.
  if (!reading) return <Waiting height={320} />;
  return (
    <>
      <LevelSection look={look} reading={reading} />
      <AmbientSection look={look} />
      <OpeningsSection look={look} />
      <ProofSection look={look} />
      <PlacesSection look={look} />
    </>
  );
}

function LevelSection({ look, reading }: { readonly look: Look; readonly reading: AmbientReading }) {
  const styles = useStyles();
  const { ambient } = look;
  const rise = gelRise(look, reading);
  const target = AMBIENT_TARGETS.find(({ stops }) => stops === ambient.targetStops);
  const dark = reading.highestStops === -Infinity;
  return (
    <Section title="Against working white" aside="a white surface as the meter asks">
      <View style={{ flexDirection: 'row', alignItems: 'center', gap: SPACE.m }}>
        <View style={[styles.swatch, { backgroundColor: dark ? '#000000' : reading.hex }]} testID="light-colour" />
        <View style={{ flex: 1 }} testID="ambient-level" aria-live="polite">
          <Text size="huge" weight="strong" narrow>
            {dark ? 'No ambient' : underText(reading.highestStops)}
          </Text>
          <Text>{dark ? 'Nothing but your own light.' : verdictText(look, reading)}</Text>
        </View>
      </View>
      {dark ? null : (
        <Table
          label="Ambient by channel, stops over working white"
          columns={['Channel', 'Red', 'Green', 'Blue']}
          rows={[{ id: 'stops', cells: ['Stops', ...reading.channelStops.map((stops) => formatStops(stops))] }]}
        />
      )}
      <Choice
        label="Ambient target"
        options={AMBIENT_TARGETS}
        value={target?.id ?? null}
        onChange={(id) =>
          changeAmbientLight('target', { targetStops: AMBIENT_TARGETS.find((one) => one.id === id)!.stops, proof: ambient.proof })
        }
      />
      <TargetDials ambient={ambient} />
      {dark || reading.reached ? null : <Ways reading={reading} />}
      {rise && !dark ? (
        <Text size="label" testID="gel-rise">
          The gels on {rise.name} take {rise.lossStops.toFixed(1)} stops. Giving that back by ISO ({nearestMarked(ISOS, rise.iso)}
          ) lifts ambient as much: {underText(rise.ambientStops)} working white, or {rise.blackoutStops.toFixed(1)} stops more to
          shut out.
        </Text>
      ) : null}
      {ambient.blackoutStops > 0 ? (
        <Text size="label" quiet>
          Keep exits, vents and alarms clear of cloth; cloth near lamps must be made for heat.
        </Text>
      ) : null}
    </Section>
  );
}

function TargetDials({ ambient }: { readonly ambient: Ambient }) {
  return (
    <StepperGrid>
      <Dial
        label="Target, from working white"
        value={ambient.targetStops}
        onChange={(targetStops) => changeAmbientLight('target', { targetStops })}
        low={-14}
        high={4}
        step={0.5}
        show={(v) => formatStops(v)}
      />
      <Dial
        label="Blacked out by cloth and flags"
        value={ambient.blackoutStops}
        onChange={(blackoutStops) => changeAmbientLight('blackout', { blackoutStops })}
        low={0}
        high={20}
        step={0.5}
        unit="stops"
      />
    </StepperGrid>
  );
}

/** What would bring the ambient there. */
function Ways({ reading }: { readonly reading: AmbientReading }) {
  const styles = useStyles();
  return (
    <View testID="ambient-ways">
      <Text size="label" quiet>
        Any one of these gets there alone:
      </Text>
      {reading.ways.map((way) => (
        <View key={way.control} style={styles.row}>
          <View style={{ flex: 1 }}>
            <Text weight="medium">{CONTROL_NAMES[way.control]}</Text>
            <Text size="label" quiet>
              {way.movesFlash ? 'flash moves with it' : 'flash stays'}
            </Text>
          </View>
          <Text weight="strong" narrow quiet={!way.reaches}>
            {wayText(way)}
            {way.reaches ? '' : ', out of range'}
          </Text>
          <Button
            label="Set"
            accessibilityLabel={`Set ${CONTROL_NAMES[way.control].toLowerCase()} for it`}
            disabled={!way.reaches}
            onPress={() => takeWay(way)}
          />
        </View>
      ))}
    </View>
  );
}

function verdictText({ ambient }: Look, { highestStops, overTargetStops, reached }: AmbientReading): string {
  const word = ambientWord(highestStops);
  const lead = `working white: ${word}.`;
  if (reached) return `${lead} That is as wanted.`;
  const off = Math.abs(overTargetStops).toFixed(1);
  return `${lead} ${off} stops ${overTargetStops > 0 ? 'more' : 'less'} than wanted (${formatStops(ambient.targetStops)}).`;
}

const OWN = 'As metered';

function AmbientSection({ look }: { readonly look: Look }) {
  const { ambient, camera } = look;
  const [settings, setSettings] = useState({ aperture: camera.aperture, shutterS: camera.shutterS, iso: camera.iso });
  const [fromSettings, setFromSettings] = useState(false);
  const metered = ambient.lux > 0 ? evOfLux(Math.max(1e-3, ambient.lux)) : -10;
  const preset = AMBIENT_PRESETS.find(
    ({ lux, source }) => lux === ambient.lux && JSON.stringify(source) === JSON.stringify(ambient.source),
  );
  return (
    <Section title="Ambient light" aside="on the subject, lamps off">
      <Pick
        label="Start from"
        current={preset?.name ?? OWN}
        options={AMBIENT_PRESETS.map(({ id, name, lux }) => ({ id, name: `${name}, about ${lux} lx` }))}
        onPick={(id) => {
          const { lux, source } = AMBIENT_PRESETS.find((one) => one.id === id)!;
          changeAmbientLight('preset', { lux, source });
        }}
      />
      <StepperGrid>
        <Dial
          label="Metered, EV at ISO 100"
          value={Number(metered.toFixed(2))}
          onChange={(ev) => changeAmbientLight('lux', { lux: Number(luxOfEv(ev).toPrecision(4)) })}
          low={-10}
          high={16}
          step={0.5}
        />
        <Dial
          label="The same in lux"
          value={Number(ambient.lux.toPrecision(3))}
          onChange={(lux) => changeAmbientLight('lux', { lux })}
          low={0}
          high={200_000}
          step={10}
          unit="lx"
        />
      </StepperGrid>
      <SourceChoice
        label="Its light"
        source={ambient.source}
        spectra={look.spectra}
        onChange={(source) => changeAmbientLight('source', { source })}
      />
      <Button
        label="From a correctly exposed frame"
        on={fromSettings}
        aria-expanded={fromSettings}
        onPress={() => setFromSettings(!fromSettings)}
      />
      {fromSettings ? (
        <>
          <StepperGrid>
            <ApertureDial
              label="Its aperture"
              value={settings.aperture}
              onChange={(aperture) => setSettings({ ...settings, aperture })}
            />
            <ShutterDial
              label="Its shutter"
              value={settings.shutterS}
              onChange={(shutterS) => setSettings({ ...settings, shutterS })}
            />
            <IsoDial label="Its ISO" value={settings.iso} onChange={(iso) => setSettings({ ...settings, iso })} />
          </StepperGrid>
          <Button
            label={`Take ${Number(luxOfSettings(settings).toPrecision(3))} lx`}
            onPress={() => changeAmbientLight('lux', { lux: Number(luxOfSettings(settings).toPrecision(4)) })}
          />
        </>
      ) : null}
    </Section>
  );
}

/** A black frame is a test frame like any other: added here or under Test frames, measured by the server, and kept. */
function ProofSection({ look }: { readonly look: Look }) {
  const { ambient, camera } = look;
  const lookId = useOpenLook((state) => state.id)!;
  const { data: frames, mutate } = useSWR<FrameRecord[], Error>(api.framesOf(lookId));
  const [problem, setProblem] = useState<string | null>(null);
  const [reading, setReading] = useState(false);
  const { proof } = ambient;
  const judged = proof ? judgeFrame(proof, ambient.targetStops) : null;
  const current = proofIsCurrent(look);
  const there = frames?.filter(({ kind }) => kind === 'black').reverse() ?? [];
  const prove = async (find: () => Promise<FrameRecord | null>) => {
    setProblem(null);
    try {
      const frame = await find();
      if (!frame) return;
      setReading(true);
      const { black } = await api.readFrameReading(frame.id);
      const { aperture, iso, shutterS, ndStops } = camera;
      const { lux, blackoutStops } = ambient;
      const at = new Date().toISOString();
      changeAmbientLight('proof', {
        proof: { kind: 'frame', at, ...black!, aperture, iso, shutterS, ndStops, lux, blackoutStops },
      });
    } catch (error) {
      setProblem(problemLines(error)[0]!);
    } finally {
      setReading(false);
    }
  };
  const choose = () =>
    prove(async () => {
      const file = await chooseFile('image/jpeg,image/png,image/tiff,.tif,.tiff');
      if (!file) return null;
      setReading(true);
      const frame = await api.addFrame(lookId, file, {
        name: frameName(file, 'Black frame'),
        kind: 'black',
        light: '',
        stops: 0,
        video: false,
      });
      void mutate();
      return frame;
    });
  const channel = (values: readonly number[], c: number) => `${Math.round(values[c]! * 255)}`;
  return (
    <Section
      title="Proof: a black frame"
      aside={judged ? (current ? (judged.passed ? 'passed' : 'not passed') : 'out of date') : 'none yet'}
    >
      <Text size="label" quiet>
        Every lamp off, these settings, rendered without brightening. It is kept with the test frames.
      </Text>
      {proof && judged ? <Proof current={current} judged={judged} proof={proof} channel={channel} /> : null}
      {problem ? (
        <Text weight="strong" role="alert">
          {problem}
        </Text>
      ) : null}
      <Button
        label={reading ? 'Measuring' : proof ? 'Choose another frame' : 'Choose the black frame'}
        icon="image"
        disabled={reading}
        onPress={() => void choose()}
      />
      {there.length > 0 ? (
        <Pick
          label="Or one that is here"
          current="Choose"
          options={there.map(({ id, name, createdAt }) => ({ id, name: `${name}, ${when(new Date(createdAt).toISOString())}` }))}
          onPick={(id) => void prove(() => Promise.resolve(there.find((frame) => frame.id === id)!))}
        />
      ) : null}
    </Section>
  );
}

function Proof({
  current,
  judged,
  proof,
  channel,
}: {
  readonly current: boolean;
  readonly judged: FrameVerdict;
  readonly proof: NonNullable<Look['ambient']['proof']>;
  readonly channel: (values: readonly number[], c: number) => string;
}) {
  return (
    <View testID="proof" aria-live="polite" style={{ gap: SPACE.s }}>
      <Text weight="strong">
        {current ? '' : 'Shot at other settings or light: shoot it again. Then it was: '}
        {blackFrameWords(judged)}
      </Text>
      <Table
        label="Black frame by channel, of 255"
        columns={[when(proof.at), 'Red', 'Green', 'Blue']}
        rows={[
          { id: 'mean', cells: ['Mean', ...[0, 1, 2].map((c) => channel(proof.mean, c))] },
          { id: 'high', cells: ['Brightest thousandth', ...[0, 1, 2].map((c) => channel(proof.high, c))] },
        ]}
      />
    </View>
  );
}
