import { gelAt, type FixtureState, type MeterReading } from '@fulgent/core/control';
import type { Look, Light } from '@fulgent/core/document';
import { formatStops } from '@fulgent/core/exposure';
import { useState } from 'react';
import { View } from 'react-native';
import useSWR from 'swr';
import { DEVIATION_LIMITS, type DevicesState } from '@fulgent/core/contracts';
import { api } from '../api/client';
import { saveNow, useOpenLook } from '../look/store';
import { SPACE, themed } from '../theme/theme';
import { Button } from '../ui/Button';
import { Dial } from '../ui/Dial';
import { Pick } from '../ui/Pick';
import { Section } from '../ui/Section';
import { StepperGrid } from '../ui/Stepper';
import { Text } from '../ui/Text';
import { Waiting } from '../ui/Waiting';
import { say } from '../ui/Toasts';

const { outputStops: OUTPUT, miredShift: MIRED, leak: LEAK } = DEVIATION_LIMITS;

const useStyles = themed((t) => ({
  fixture: { gap: 2, paddingVertical: SPACE.s, borderBottomWidth: 1, borderBottomColor: t.line },
  bar: { height: 8, backgroundColor: t.raised, borderRadius: 2, overflow: 'hidden' },
  fill: { height: '100%', backgroundColor: t.text },
}));

function stateWords({ level, mode, dials }: FixtureState): string {
  const percent = `${(100 * level).toFixed(level < 0.1 ? 2 : 1)} %`;
  if (mode === 'level') return percent;
  const parts = dials.map(({ name, value, unit }) =>
    name === 'Gel'
      ? gelAt(value)
      : `${name.toLowerCase()} ${unit === 'Duv' || name === 'x' || name === 'y' ? value.toFixed(4) : Math.round(value)}${unit && unit !== 'Duv' ? ` ${unit}` : ''}`,
  );
  return `${percent}, ${parts.join(', ')}`;
}

/** Pretended devices for trying the day out: fixtures on the lighting network of this machine, a camera, a meter. */
export function DevicesPage({ look }: { readonly look: Look }) {
  const id = useOpenLook((state) => state.id)!;
  const { data: devices, error, mutate } = useSWR<DevicesState, Error>(api.devices);
  const [probe, setProbe] = useState(look.probes[0]!.id);
  const [reading, setReading] = useState<MeterReading | null>(null);
  const [planting, setPlanting] = useState(look.lights[0]?.id ?? '');
  const work = async <T,>(make: () => Promise<T>): Promise<T | null> => {
    try {
      return await make();
    } catch (failure) {
      say(failure instanceof Error ? failure.message : String(failure));
      return null;
    }
  };
  const change = (make: () => Promise<DevicesState>) =>
    void work(async () => {
      // What is dialled here has to be there before it is sent on.
      await saveNow();
      await mutate(make(), { revalidate: false });
    });
  if (error && !devices) return <Text style={{ padding: SPACE.m }}>{error.message}</Text>;
  if (!devices) return <Waiting height={200} label="Asking the devices" />;
  const light = look.lights.find((one) => one.id === planting);
  const planted = devices.deviations[id] ?? {};
  const off = planted[planting] ?? {};
  // Shown at once: the next press counts from it.
  const plant = (next: typeof off) => {
    const mine = { ...planted, [planting]: next };
    const deviations = { ...devices.deviations, [id]: mine };
    void work(() => mutate(api.plant(id, mine), { optimisticData: { ...devices, deviations }, revalidate: false }));
  };
  return (
    <View>
      <Section title="Simulated, on this machine only" aside={devices.on ? `listening on UDP ${devices.port}` : 'off'}>
        <Text size="label" quiet>
          For trying the day out without a set: network fixtures that listen to ANSI E1.31 on loopback, a tethered camera and a
          light and colour meter. Nothing goes out to the network.
        </Text>
        <View style={{ flexDirection: 'row' }}>
          <Button
            label={devices.on ? 'Turn off' : 'Turn on'}
            filled={!devices.on}
            onPress={() => change(() => api.switchDevices(!devices.on))}
          />
        </View>
      </Section>
      {devices.on ? (
        <>
          <FixturesSection devices={devices} change={change} id={id} />
          <MeterSection
            look={look}
            probe={probe}
            setProbe={setProbe}
            work={work}
            setReading={setReading}
            id={id}
            reading={reading}
          />
          <ErrorsSection light={light} look={look} setPlanting={setPlanting} off={off} plant={plant} />
        </>
      ) : null}
    </View>
  );
}

function ErrorsSection({
  light,
  look,
  setPlanting,
  off,
  plant,
}: {
  readonly light: Light | undefined;
  readonly look: Look;
  readonly setPlanting: (next: string) => void;
  readonly off: { readonly outputStops?: number; readonly miredShift?: number; readonly leak?: number };
  readonly plant: (next: { readonly outputStops?: number; readonly miredShift?: number; readonly leak?: number }) => void;
}) {
  return (
    <Section title="Simulated errors" aside="how the simulated set differs">
      {light ? (
        <Pick
          label="Light"
          current={light.name}
          options={look.lights.map(({ id: one, name }) => ({ id: one, name }))}
          onPick={setPlanting}
        />
      ) : null}
      <StepperGrid>
        <Dial
          label="Output"
          value={off.outputStops ?? 0}
          onChange={(outputStops) => plant({ ...off, outputStops })}
          low={OUTPUT[0]}
          high={OUTPUT[1]}
          step={0.1}
          show={(v) => formatStops(v)}
        />
        <Dial
          label="Warmer"
          value={off.miredShift ?? 0}
          onChange={(miredShift) => plant({ ...off, miredShift })}
          low={MIRED[0]}
          high={MIRED[1]}
          step={5}
          unit="mired"
        />
        <Dial
          label="Leak beside its gel"
          value={Math.round(100 * (off.leak ?? 0))}
          onChange={(leak) => plant({ ...off, leak: leak / 100 })}
          low={100 * LEAK[0]}
          high={100 * LEAK[1]}
          unit="%"
        />
      </StepperGrid>
      <Text size="label" quiet>
        Camera and meter see this; the plan does not. Take simulated frames under Test frames, and find it again.
      </Text>
    </Section>
  );
}

function MeterSection({
  look,
  probe,
  setProbe,
  work,
  setReading,
  id,
  reading,
}: {
  readonly look: Look;
  readonly probe: string;
  readonly setProbe: (next: string) => void;
  readonly work: <T>(make: () => Promise<T>) => Promise<T | null>;
  readonly setReading: (next: MeterReading | null) => void;
  readonly id: string;
  readonly reading: MeterReading | null;
}) {
  return (
    <Section title="Meter">
      <Pick
        label="At"
        current={look.probes.find((one) => one.id === probe)?.name ?? probe}
        options={look.probes.map(({ id: one, name }) => ({ id: one, name }))}
        onPick={setProbe}
      />
      <View style={{ flexDirection: 'row' }}>
        <Button
          label="Read"
          accessibilityLabel="Read the meter"
          onPress={() =>
            void work(async () => {
              await saveNow();
              setReading(await api.meter(id, { probe }));
            })
          }
        />
      </View>
      {reading ? (
        <View testID="meter-reading">
          <Text size="title" weight="strong">
            {reading.aperture === null
              ? 'dark'
              : `f/${reading.aperture.toFixed(1)}, ${formatStops(reading.stopsOverMeter)} over the camera`}
          </Text>
          <Text>
            x {reading.x.toFixed(3)}, y {reading.y.toFixed(3)}
            {reading.cctK === null
              ? ', no colour temperature'
              : `, ${Math.round(reading.cctK)} K, ${reading.duv!.toFixed(4)} Duv`}
          </Text>
        </View>
      ) : null}
      <Text size="label" quiet>
        A meter sums all light; right exposure is no verdict on colour.
      </Text>
    </Section>
  );
}

function FixturesSection({
  devices,
  change,
  id,
}: {
  readonly devices: DevicesState;
  readonly change: (make: () => Promise<DevicesState>) => void;
  readonly id: string;
}) {
  const styles = useStyles();
  return (
    <Section title="Fixtures" aside={`${devices.packets} packets`}>
      <View style={{ flexDirection: 'row' }}>
        <Button label="Send settings" onPress={() => change(() => api.sendToDevices(id))} />
      </View>
      {devices.lookId === id && devices.fixtures.length === 0 ? (
        <Text>No light of this look hangs on a network: flashes are set by hand.</Text>
      ) : null}
      {devices.lookId === id
        ? devices.fixtures.map((fixture) => (
            <View key={fixture.lightId} style={styles.fixture} testID={`fixture-${fixture.lightId}`}>
              <Text weight="strong">{fixture.name}</Text>
              <Text size="small" quiet>
                universe {fixture.universe}, from {fixture.address}
              </Text>
              <View style={styles.bar}>
                <View style={[styles.fill, { width: `${Math.round(100 * (fixture.state?.level ?? 0))}%` }]} />
              </View>
              <Text>{fixture.state ? stateWords(fixture.state) : 'nothing received'}</Text>
            </View>
          ))
        : null}
    </Section>
  );
}
