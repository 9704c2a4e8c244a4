import {
  FIXTURES,
  fixtureOf,
  formatPercent,
  formatPower,
  formatStops,
  HEAT_CAUTION,
  lookupIn,
  MODIFIERS,
  modifierOf,
  nearestPower,
  resolveFilter,
  steppedPower,
  throwM,
  type Light,
  type LightReading,
  type Look,
} from '@fulgent/core';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { ScrollView, View } from 'react-native';
import { TransmissionCurve } from '../charts/TransmissionCurve';
import { VividnessCurve } from '../charts/VividnessCurve';
import { axisOf } from '../ladder/axis';
import { LadderAxis } from '../ladder/LadderAxis';
import { LadderStrip, standsAt } from '../ladder/LadderStrip';
import { SPACE, themed, useIsWide } from '../theme/theme';
import { Button, Choice, IconButton } from '../ui/Button';
import { Pick } from '../ui/Pick';
import { Section } from '../ui/Section';
import { Cell, Stepper, StepperGrid } from '../ui/Stepper';
import { Text } from '../ui/Text';
import { say } from '../ui/Toasts';
import { changeLight, moveLight, removeLight, setPower, setThrow } from './edits';
import { GelPicker } from './GelPicker';
import { readNumber, taken } from './numbers';
import { undo, useOpenLook } from './store';
import { gelName, percent } from './words';

const AIMS = [
  { id: 'mood', name: 'As the mood', place: null },
  { id: 'deep', name: 'Deep', place: 0.2 },
  { id: 'middle', name: 'Middle', place: 0.5 },
  { id: 'brilliant', name: 'Brilliant', place: 0.85 },
] as const;

/** Below this share of the light two gels in one holder have eaten each other. */
const NEARLY_BLACK_STOPS = 5.6;
/** A dimmer step coarser than this is worth a word. */
const COARSE_STEP_STOPS = 0.34;

const useStyles = themed((t) => ({
  head: { flexDirection: 'row', alignItems: 'center', paddingLeft: SPACE.m, paddingRight: SPACE.xs, minHeight: 52 },
  gel: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: SPACE.s,
    borderBottomWidth: 1,
    borderBottomColor: t.line,
    paddingBottom: SPACE.s,
  },
  gelText: { flex: 1 },
}));

/** Everything about one light: gels, power, place, and the two curves that explain it. */
export function LightPage({ lookId, lightId }: { readonly lookId: string; readonly lightId: string }) {
  const styles = useStyles();
  const wide = useIsWide();
  const router = useRouter();
  const look = useOpenLook((state) => state.look);
  const readings = useOpenLook((state) => state.readings);
  const [width, setWidth] = useState(0);
  if (!look || !readings) return null;
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
    <ScrollView onLayout={({ nativeEvent }) => setWidth(nativeEvent.layout.width)}>
      <View style={styles.head}>
        {wide ? <IconButton icon="chevron-left" label="Back to the ladder" onPress={toLadder} /> : null}
        <Text size="title" weight="strong" style={{ flex: 1 }} role="heading" aria-level={2} numberOfLines={1}>
          {light.name} <Text quiet>· {look.probes.find(({ id }) => id === light.zone)?.name}</Text>
        </Text>
        <Text size="big" weight="strong" narrow style={{ paddingRight: SPACE.m }}>
          {formatPower(light.fixture, light.powerStops)}
        </Text>
      </View>
      {inner > 0 ? (
        <View style={{ paddingHorizontal: SPACE.m }}>
          <LadderAxis axis={axis} width={inner} left={0} />
          <LadderStrip light={light} reading={reading} axis={axis} width={inner} thickness={30} />
        </View>
      ) : null}
      <Text style={{ paddingHorizontal: SPACE.m, paddingBottom: SPACE.s }} testID="light-verdict">
        {reading.verdict.text}
      </Text>
      <GelSection look={look} light={light} reading={reading} width={inner} />
      <Section title="Power and place" aside={powerWords(light)}>
        <StepperGrid>
          <Cell>
            <Stepper
              label="Power"
              value={formatPower(light.fixture, light.powerStops)}
              onStep={(by) => setPower(light.id, steppedPower(light.fixture, light.powerStops, by))}
              note={coarseNote(light)}
            />
          </Cell>
          <Cell>
            <Stepper
              label="Distance to its aim"
              value={`${throwM(light).toFixed(2)} m`}
              onStep={(by) => setThrow(light.id, throwM(light) + by * 0.1)}
              onType={(text) =>
                taken(readNumber(text, { name: 'Distance', low: 0.2, high: 30, unit: 'm' }), (metres) =>
                  setThrow(light.id, metres),
                )
              }
              note="Twice as far is 2 stops less"
            />
          </Cell>
        </StepperGrid>
        <Pick
          label="Fixture"
          options={FIXTURES.map(({ id, item }) => ({ id, name: item.name }))}
          current={light.fixture.name}
          onPick={(id) =>
            changeLight(light.id, 'fixture', (one) => ({
              ...one,
              fixture: fixtureOf(id),
              powerStops: nearestPower(fixtureOf(id), one.powerStops),
            }))
          }
        />
        <Pick
          label="Modifier"
          options={MODIFIERS.map(({ id, item }) => ({ id, name: item.name }))}
          current={light.modifier.name}
          onPick={(id) => changeLight(light.id, 'modifier', (one) => ({ ...one, modifier: modifierOf(id) }))}
        />
      </Section>
      <Section title="Vividness against exposure" aside="100 % is the light by itself">
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
      </Section>
      <Section title="Wanted place in the window">
        <Choice
          label="Wanted place in the window"
          options={AIMS}
          value={AIMS.find(({ place }) => place === light.aimPlace)?.id ?? null}
          onChange={(id) =>
            changeLight(light.id, 'aim', (one) => ({ ...one, aimPlace: AIMS.find((aim) => aim.id === id)!.place }))
          }
        />
        <Pick
          label="Works on"
          options={look.probes}
          current={look.probes.find(({ id }) => id === light.zone)?.name ?? light.zone}
          onPick={(zone) => changeLight(light.id, 'zone', (one) => ({ ...one, zone }))}
        />
      </Section>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s, padding: SPACE.m, paddingBottom: SPACE.xl }}>
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
          label="Remove light"
          icon="trash-2"
          onPress={() => {
            toLadder();
            removeLight(light.id);
            say(`${light.name} removed.`, { label: 'Undo', run: undo });
          }}
        />
      </View>
    </ScrollView>
  );
}

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

interface GelProps {
  readonly look: Look;
  readonly light: Light;
  readonly reading: LightReading;
  readonly width: number;
}

function GelSection({ look, light, reading, width }: GelProps) {
  const styles = useStyles();
  const [picking, setPicking] = useState(false);
  const { id, gels, leak } = light;
  const change = (key: string, next: Light['gels']) => changeLight(id, key, (one) => ({ ...one, gels: next }));
  const swap = (from: number, by: 1 | -1) => {
    const next = [...gels];
    next.splice(from + by, 0, ...next.splice(from, 1));
    change('gel-order', next);
  };
  const [r, g, b] = reading.channelStopsLost;
  return (
    <Section
      title="Gels"
      aside={
        gels.length
          ? `${reading.stopsLost.toFixed(1)} stops lost · R ${r.toFixed(1)} G ${g.toFixed(1)} B ${b.toFixed(1)}`
          : 'none'
      }
    >
      {gels.map(({ gel, strength }, i) => (
        <View key={`${gel}-${i}`} style={styles.gel} testID={`gel-${i}`}>
          <View style={styles.gelText}>
            <Text weight="medium">{gelName(look, gel)}</Text>
            <Stepper
              label="Strength"
              value={`${strength}`}
              onStep={(by) =>
                change(
                  'strength',
                  gels.map((one, j) =>
                    j === i ? { ...one, strength: Math.min(4, Math.max(0.25, one.strength + by * 0.25)) } : one,
                  ),
                )
              }
              onType={(text) =>
                taken(readNumber(text, { name: 'Strength', low: 0.05, high: 4 }), (value) =>
                  change(
                    'strength',
                    gels.map((one, j) => (j === i ? { ...one, strength: value } : one)),
                  ),
                )
              }
            />
          </View>
          <IconButton
            icon="arrow-up"
            label={`${gelName(look, gel)} nearer to the lamp`}
            disabled={i === 0}
            onPress={() => swap(i, -1)}
          />
          <IconButton
            icon="arrow-down"
            label={`${gelName(look, gel)} farther from the lamp`}
            disabled={i === gels.length - 1}
            onPress={() => swap(i, 1)}
          />
          <IconButton
            icon="x"
            label={`Remove ${gelName(look, gel)}`}
            onPress={() =>
              change(
                'gel-remove',
                gels.filter((_, j) => j !== i),
              )
            }
          />
        </View>
      ))}
      <View style={{ flexDirection: 'row', gap: SPACE.s, alignItems: 'flex-end', flexWrap: 'wrap' }}>
        <Button label="Add a gel" icon="plus" disabled={gels.length >= 6} onPress={() => setPicking(true)} />
      </View>
      {gels.length > 0 ? (
        <>
          {width > 0 ? (
            <TransmissionCurve transmittance={resolveFilter(light, lookupIn(look.spectra))} colour={reading.hex} width={width} />
          ) : null}
          {gels.length > 1 && reading.stopsLost > NEARLY_BLACK_STOPS ? (
            <Text weight="strong">
              These gels together pass {(100 * 2 ** -reading.stopsLost).toFixed(1)} %: nearly black. Two colours that should mix
              belong on two lights, where they add.
            </Text>
          ) : null}
          <View style={{ maxWidth: 300 }}>
            <Stepper
              label="Leak round the gel"
              value={`${Math.round(leak * 100)} %`}
              onStep={(by) =>
                changeLight(id, 'leak', (one) => ({
                  ...one,
                  leak: Math.min(1, Math.max(0, Number((one.leak + by * 0.01).toFixed(2)))),
                }))
              }
              onType={(text) =>
                taken(readNumber(text, { name: 'Leak', low: 0, high: 100, unit: '%' }), (value) =>
                  changeLight(id, 'leak', (one) => ({ ...one, leak: value / 100 })),
                )
              }
              note="White light that passes beside the gel"
            />
          </View>
          <Text size="label" quiet>
            {HEAT_CAUTION}
          </Text>
        </>
      ) : null}
      {picking ? (
        <GelPicker
          look={look}
          fixture={light.fixture}
          powerStops={light.powerStops}
          onClose={() => setPicking(false)}
          onPick={(gel) => {
            change('gel-add', [...gels, { gel, strength: 1 }]);
            setPicking(false);
          }}
        />
      ) : null}
    </Section>
  );
}
