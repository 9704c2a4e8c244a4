import type { Light, Look } from '@fulgent/core/document';
import { formatPercent, formatStops } from '@fulgent/core/exposure';
import { usualMostToKey } from '@fulgent/core/planning';
import { flashFacts, formatPower, nearestPower, steppedPower, type LightReading } from '@fulgent/core/scene';
import { throwM } from '@fulgent/core/transport';
import { flashWords, verdictWords, whatIsVividness, whatIsWindow } from '@fulgent/words';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { ScrollView, View } from 'react-native';
import { VividnessCurve } from '../charts/VividnessCurve';
import { axisOf } from '../ladder/axis';
import { LadderAxis } from '../ladder/LadderAxis';
import { LadderStrip, standsAt } from '../ladder/LadderStrip';
import { SPACE, themed, useIsWide } from '../theme/theme';
import { Button, Choice, IconButton } from '../ui/Button';
import { Pick } from '../ui/Pick';
import { Foot } from '../ui/Foot';
import { Section, Topic, TopicsSwitch } from '../ui/Section';
import { Cell, Stepper, StepperGrid } from '../ui/Stepper';
import { Text } from '../ui/Text';
import { WaitingRows } from '../ui/Waiting';
import { WhatIs } from '../ui/WhatIs';
import { say } from '../ui/Toasts';
import { addBeside, changeLight, moveLight, removeLight, setPower, setThrow } from '../look/edits';
import { FixtureSection } from './FixtureSection';
import { LampSection } from './LampSection';
import { GelSection } from './GelSection';
import { ShapeSection } from './ShapeSection';
import { SettingSection } from './SettingSection';
import { readLength, readNumber, readPower, taken } from '../look/numbers';
import { formatMetres, LENGTH_PAD, useLengthUnit } from '../ui/lengths';
import { undo, useOpenLook } from '../look/store';
import { percent } from '../look/words';

const AIMS = [
  { id: 'mood', name: 'From the mood', place: null },
  { id: 'deep', name: 'Deep', place: 0.2 },
  { id: 'middle', name: 'Middle', place: 0.5 },
  { id: 'brilliant', name: 'Brilliant', place: 0.85 },
] as const;

const POWER_BY = [
  { id: 'manual', name: 'Manual' },
  { id: 'ttl', name: 'TTL' },
] as const;

/** A dimmer step coarser than this is worth a word. */
const COARSE_STEP_STOPS = 0.34;

const useStyles = themed(() => ({
  head: { flexDirection: 'row', alignItems: 'center', paddingLeft: SPACE.m, paddingRight: SPACE.xs, minHeight: 52 },
}));

/** How sure the ends of a window and the clip are. */
function edgeText(edgeStops: number, { sensor, learned }: Look['camera']): string {
  const why = learned
    ? 'by what was learned of this camera'
    : sensor.kind === 'spectrum'
      ? 'by the measured sensor of this camera'
      : 'until this camera is learned from its pictures: bodies differ';
  return `Window and clip ±${edgeStops.toFixed(2)} stop ${why}.`;
}

/** Everything about one light: gels, power, place, and the two curves that explain it. */
export function LightPage({ lookId, lightId }: { readonly lookId: string; readonly lightId: string }) {
  const router = useRouter();
  const look = useOpenLook((state) => state.look);
  const readings = useOpenLook((state) => state.readings);
  const [width, setWidth] = useState(0);
  if (!look || !readings) return <WaitingRows count={6} />;
  const light = look.lights.find(({ id }) => id === lightId);
  const reading = readings.lights.find(({ id }) => id === lightId);
  const toLadder = () => router.navigate(`/looks/${lookId}/balance`);
  if (!light) {
    return (
      <View style={{ padding: SPACE.l, gap: SPACE.m, alignItems: 'flex-start' }}>
        <Text>This light is no longer in the look.</Text>
        <Button label="Back to the ladder" onPress={toLadder} />
      </View>
    );
  }
  if (!reading) return null;
  const inner = width - 2 * SPACE.m;
  const axis = axisOf(readings.lights);
  const index = look.lights.indexOf(light);
  return (
    <View style={{ flex: 1 }}>
      <ScrollView onLayout={({ nativeEvent }) => setWidth(nativeEvent.layout.width)}>
        <Head toLadder={toLadder} light={light} look={look} lookId={lookId} />
        {inner > 0 ? (
          <View style={{ paddingHorizontal: SPACE.m }}>
            <LadderAxis axis={axis} width={inner} left={0} />
            <LadderStrip light={light} reading={reading} axis={axis} width={inner} thickness={30} />
          </View>
        ) : null}

        <View style={{ flexDirection: 'row', alignItems: 'center', paddingLeft: SPACE.m }}>
          <Text style={{ flex: 1 }} testID="light-verdict">
            {verdictWords(reading.verdict)}
          </Text>
          <WhatIs words={whatIsWindow(reading)} />
        </View>
        <Text size="label" quiet style={{ paddingHorizontal: SPACE.m, paddingBottom: SPACE.s }} testID="light-edge">
          {edgeText(reading.edgeStops, look.camera)}
        </Text>
        <PowerSection light={light} />
        {light.fixture.kind === 'colour' ? <SettingSection look={look} light={light} reading={reading} /> : null}
        <GelSection look={look} light={light} reading={reading} width={inner} />
        <FixtureSection look={look} light={light} />
        <ShapeSection light={light} />
        <LampSection look={look} light={light} />
        <VividnessSection inner={inner} reading={reading} light={light} />
        <AimSection light={light} look={look} />
        <Topic id="light.more" title="Order, off, remove" now={light.on ? 'on' : 'switched off'}>
          <LightActions light={light} index={index} look={look} toLadder={toLadder} />
        </Topic>
        <TopicsSwitch />
      </ScrollView>
      <PowerFoot light={light} />
    </View>
  );
}

function LightActions({
  light,
  index,
  look,
  toLadder,
}: {
  readonly light: Light;
  readonly index: number;
  readonly look: Look;
  readonly toLadder: () => void;
}) {
  return (
    <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
      <Button
        label={light.on ? 'Switch off' : 'Switch on'}
        on={!light.on}
        onPress={() => changeLight(light.id, 'on', (one) => ({ ...one, on: !one.on }))}
      />
      <Button label="Earlier" icon="arrow-up" disabled={index === 0} onPress={() => moveLight(light.id, -1)} />
      <Button
        label="Later"
        icon="arrow-down"
        disabled={index === look.lights.length - 1}
        onPress={() => moveLight(light.id, 1)}
      />
      <Button
        label="Another beside it"
        icon="plus"
        onPress={() => {
          const id = addBeside(look, light);
          say(id ? `One more stands beside ${light.name}, aimed alike.` : 'This look holds no more lights.', {
            label: 'Undo',
            run: undo,
          });
        }}
      />
      <Button
        label="Remove light"
        icon="trash-2"
        onPress={() => {
          toLadder();
          removeLight(light.id);
          say(`${light.name} removed.`, { label: 'Undo', run: undo });
        }}
      />
    </View>
  );
}

/** Power within reach wherever the page stands. */
function PowerFoot({ light }: { readonly light: Light }) {
  const step = (by: 1 | -1) => setPower(light.id, steppedPower(light.fixture, light.powerStops, by));
  return (
    <Foot>
      <Button label="−" accessibilityLabel={`${light.name}: a step less`} onPress={() => step(-1)} />
      <Text size="big" weight="strong" narrow align="center" style={{ flex: 1 }} testID="foot-power">
        {formatPower(light.fixture, light.powerStops)}
      </Text>
      <Button label="+" accessibilityLabel={`${light.name}: a step more`} onPress={() => step(1)} />
    </Foot>
  );
}

function AimSection({ light, look }: { readonly light: Light; readonly look: Look }) {
  return (
    <Topic
      id="light.aim"
      title="Wanted place in the window"
      now={`${AIMS.find(({ place }) => place === light.aimPlace)?.name ?? `${Math.round(100 * (light.aimPlace ?? 0))} %`} · lights ${look.probes.find(({ id }) => id === light.zone)?.name.toLowerCase() ?? ''}`}
    >
      <Choice
        label="Wanted place in the window"
        options={AIMS}
        value={AIMS.find(({ place }) => place === light.aimPlace)?.id ?? null}
        onChange={(id) => changeLight(light.id, 'aim', (one) => ({ ...one, aimPlace: AIMS.find((aim) => aim.id === id)!.place }))}
      />
      {light.role === 'key' ? null : <AgainstKey light={light} look={look} />}
      <Pick
        label="Lights"
        options={look.probes}
        current={look.probes.find(({ id }) => id === light.zone)?.name ?? light.zone}
        onPick={(zone) => changeLight(light.id, 'zone', (one) => ({ ...one, zone }))}
      />
    </Topic>
  );
}

/** What mixing costs, in a line. */
function vividText({ vividness, aboveClip }: LightReading): string {
  if (!aboveClip) return 'White at this white balance';
  return `${percent(vividness)} of what it is alone; one stop over its clip ${percent(aboveClip.purityKept)}`;
}

function VividnessSection({
  inner,
  reading,
  light,
}: {
  readonly inner: number;
  readonly reading: LightReading;
  readonly light: Light;
}) {
  return (
    <Topic id="light.vivid" title="Vividness against exposure" now={vividText(reading)}>
      <View style={{ flexDirection: 'row', justifyContent: 'flex-end' }}>
        <WhatIs words={whatIsVividness(reading)} />
      </View>
      {inner > 0 ? (
        <VividnessCurve
          reading={reading}
          stands={Number.isFinite(reading.stops) ? standsAt(light, reading) : null}
          width={inner}
        />
      ) : null}
      {reading.aboveClip ? (
        <Text size="label">
          One stop over its clip it keeps {percent(reading.aboveClip.purityKept)} of its colour, and the hue has moved{' '}
          {Math.abs(Math.round(reading.aboveClip.hueDriftDeg))}°.
        </Text>
      ) : (
        <Text size="label">White at this white balance: it has no colour to lose.</Text>
      )}
      {reading.dilution
        .filter(({ share }) => share >= 0.01)
        .map(({ lightId: other, name, share, vividnessLost }) => (
          <Text key={other} size="label" quiet>
            {name} is {percent(share)} of the light there
            {vividnessLost >= 0.005 ? ` and costs ${percent(vividnessLost)} of the vividness` : ''}.
          </Text>
        ))}
    </Topic>
  );
}

/** What a keyboard of figures lacks for powers. */
const POWER_PAD = ['1/', '+0.3', '+0.7', '−', '%', 'J'];

function PowerSection({ light }: { readonly light: Light }) {
  const { unit } = useLengthUnit();
  return (
    <Section title="Power and place" aside={powerWords(light)}>
      <StepperGrid>
        <Cell>
          <Stepper
            label="Power"
            value={formatPower(light.fixture, light.powerStops)}
            onStep={(by) => setPower(light.id, steppedPower(light.fixture, light.powerStops, by))}
            onType={(text) => taken(readPower(text, light.fixture), (stops) => typedPower(light, stops))}
            pad={POWER_PAD}
            note={coarseNote(light)}
          />
        </Cell>
        <Cell>
          <Stepper
            label="Distance to its aim"
            value={formatMetres(throwM(light), unit)}
            onStep={(by) => setThrow(light.id, throwM(light) + by * 0.1)}
            onType={(text) =>
              taken(readLength(text, { name: 'Distance', low: 0.2, high: 30 }), (metres) => setThrow(light.id, metres))
            }
            pad={LENGTH_PAD}
            note="Twice as far is 2 stops less"
          />
        </Cell>
      </StepperGrid>
      {light.fixture.kind === 'flash' ? (
        <>
          {flashWords(flashFacts(light.fixture, light.powerStops)) ? (
            <Text size="label" quiet>
              {flashWords(flashFacts(light.fixture, light.powerStops))}
            </Text>
          ) : null}
          <Choice
            label="Power control"
            options={POWER_BY}
            value={light.ttl ? 'ttl' : 'manual'}
            onChange={(by) => changeLight(light.id, 'ttl', (one) => ({ ...one, ttl: by === 'ttl' }))}
          />
          {light.ttl ? (
            <Text size="label" weight="strong" role="status">
              The camera meters it anew for every frame: it moves when somebody steps in. Take its reading as a start, lock it as
              manual power, then compare frames.
            </Text>
          ) : null}
        </>
      ) : null}
    </Section>
  );
}

function Head({
  toLadder,
  light,
  look,
  lookId,
}: {
  readonly toLadder: () => void;
  readonly light: Light;
  readonly look: Look;
  readonly lookId: string;
}) {
  const styles = useStyles();
  const wide = useIsWide();
  const router = useRouter();
  const { lights } = look;
  const at = lights.indexOf(light);
  const [before, after] = [lights[at - 1] ?? lights[lights.length - 1]!, lights[at + 1] ?? lights[0]!];
  const go = ({ id }: Light) => router.replace(`/looks/${lookId}/lights/${id}`);
  return (
    <View style={styles.head}>
      {wide ? <IconButton icon="chevron-left" label="Back to the ladder" onPress={toLadder} /> : null}
      <Text size="title" weight="strong" style={{ flex: 1 }} role="heading" aria-level={2} numberOfLines={1}>
        {light.name} <Text quiet>· {look.probes.find(({ id }) => id === light.zone)?.name}</Text>
      </Text>
      {lights.length > 1 ? (
        <>
          <IconButton icon="arrow-left" label={`Light before: ${before.name}`} onPress={() => go(before)} />
          <IconButton icon="arrow-right" label={`Next light: ${after.name}`} onPress={() => go(after)} />
        </>
      ) : null}
    </View>
  );
}

/** Puts the nearest power that its dial has, and says what that leaves of what was typed. */
function typedPower({ id, name, fixture }: Light, stops: number): void {
  const nearest = nearestPower(fixture, stops);
  setPower(id, nearest);
  const lost = nearest - stops;
  if (Math.abs(lost) >= LOST_WORTH_SAYING)
    say(`${name}: its dial has ${formatPower(fixture, nearest)}, ${formatStops(lost)} stop from what was typed.`);
}

/** Rounding of a dial is told from here, stops. */
const LOST_WORTH_SAYING = 0.05;

/** Power in the languages that people use for it. */
function powerWords({ fixture, powerStops }: Light): string {
  const percentText = formatPercent(powerStops);
  return `${fixture.kind === 'flash' ? `${percentText}, ` : ''}${formatStops(powerStops)} from full`;
}

function coarseNote({ fixture, powerStops }: Light): string | undefined {
  const step = steppedPower(fixture, powerStops, 1) - powerStops;
  if (fixture.step.unit !== 'percent' || step < COARSE_STEP_STOPS) return undefined;
  return `One step is ${step.toFixed(1)} stop here. Stop down, add ND or move it back to dial finer.`;
}

/** The most that it may give against the key: as its role has it, or as somebody wants it. */
function AgainstKey({ light, look }: { readonly light: Light; readonly look: Look }) {
  const usual = usualMostToKey(light.role, look.brief.mood);
  const now = light.mostToKey ?? usual;
  const set = (mostToKey: number | null) => changeLight(light.id, 'to-key', (one) => ({ ...one, mostToKey }));
  const step = (by: 1 | -1) => set(Math.min(10, Math.max(-10, Number(((now ?? 0) + by * 0.1).toFixed(1)))));
  return (
    <View style={{ maxWidth: 300, gap: SPACE.s }}>
      <Stepper
        label="Most against the key"
        value={now === null ? 'not bound' : `${formatStops(now)} stops`}
        onStep={step}
        onType={(text) => taken(readNumber(text, { name: 'Against the key', low: -10, high: 10, unit: 'stops' }), set)}
        note={
          light.mostToKey === null
            ? usual === null
              ? 'Balance leaves it to its colour'
              : `as a fill in a ${look.brief.mood} mood`
            : 'as you want it: white is brought to it, a colour kept under it'
        }
      />
      {light.mostToKey === null ? null : <Button label="As its role has it" onPress={() => set(null)} />}
    </View>
  );
}
