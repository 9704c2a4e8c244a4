import {
  backdropEvenness,
  formatPower,
  formatStops,
  reachTable,
  spillRemedies,
  throwM,
  type Light,
  type LightReach,
  type Look,
  type Point,
} from '@fulgent/core';
import { useGlobalSearchParams, useRouter } from 'expo-router';
import { useMemo, useState } from 'react';
import { ScrollView, View } from 'react-native';
import { changeSubject, setThrow } from '../look/edits';
import { useOpenLook } from '../look/store';
import { chooseLight, useChosen } from '../look/ui-state';
import { SPACE, themed } from '../theme/theme';
import { Button, Choice } from '../ui/Button';
import { Dial } from '../ui/Dial';
import { Pick } from '../ui/Pick';
import { Section } from '../ui/Section';
import { StepperGrid } from '../ui/Stepper';
import { Text } from '../ui/Text';
import { acceptSpill, aimLight, placeBackdrop, placeCamera, placeLight, takeRemedy } from './edits';
import { BoardsSection } from './BoardsSection';
import { EvennessChart } from './EvennessChart';
import { carriedTo, roundOf, snap, type PlanSide } from './layout';
import { Plan } from './Plan';

const SIDES = [
  { id: 'top', name: 'Top' },
  { id: 'side', name: 'Side' },
] as const;

const ZOOMS = [0.6, 0.8, 1, 1.4, 2, 2.8] as const;

const useStyles = themed((t) => ({
  bar: { flexDirection: 'row', gap: SPACE.xs, paddingHorizontal: SPACE.m, paddingTop: SPACE.s },
  plan: { borderBottomWidth: 1, borderBottomColor: t.line },
  row: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: SPACE.s,
    minHeight: 44,
    borderBottomWidth: 1,
    borderBottomColor: t.line,
  },
}));

/** The set as a plan to work on, and what the chosen light does to every part of the picture. */
export function SetStep() {
  const styles = useStyles();
  const look = useOpenLook((state) => state.look);
  const readings = useOpenLook((state) => state.readings);
  const selected = useChosen((state) => state.light);
  const [side, setSide] = useState<PlanSide>('top');
  const [zoom, setZoom] = useState(2);
  const [width, setWidth] = useState(0);
  if (!look || !readings) return null;
  const light = look.lights.find(({ id }) => id === selected) ?? look.lights[0];
  const height = Math.round(Math.min(420, Math.max(300, width * 0.86)));
  return (
    <ScrollView onLayout={({ nativeEvent }) => setWidth(nativeEvent.layout.width)}>
      {width > 0 ? (
        <View style={styles.plan}>
          <View style={styles.bar}>
            <Choice label="Plan seen from" options={SIDES} value={side} onChange={setSide} />
            <View style={{ flex: 1 }} />
            <Button label="−" accessibilityLabel="Plan smaller" disabled={zoom === 0} onPress={() => setZoom(zoom - 1)} />
            <Button
              label="+"
              accessibilityLabel="Plan larger"
              disabled={zoom === ZOOMS.length - 1}
              onPress={() => setZoom(zoom + 1)}
            />
          </View>
          <Plan
            look={look}
            readings={readings}
            side={side}
            width={width}
            height={height}
            zoom={ZOOMS[zoom]!}
            selected={light?.id ?? null}
          />
        </View>
      ) : null}
      {look.lights.length ? (
        <View style={{ padding: SPACE.m, paddingBottom: 0 }}>
          <Choice scroll label="Light to place" options={look.lights} value={light?.id ?? null} onChange={chooseLight} />
        </View>
      ) : null}
      {light ? <LightFields look={look} light={light} /> : null}
      {light ? <ReachSection look={look} light={light} /> : null}
      <EvennessSection look={look} width={width - 2 * SPACE.m} />
      <BoardsSection look={look} />
      <SetFields look={look} />
      <View style={{ height: SPACE.xl }} />
    </ScrollView>
  );
}

/** The same as dragging, in figures. */
function LightFields({ look, light }: { readonly look: Look; readonly light: Light }) {
  const router = useRouter();
  const { id } = useGlobalSearchParams<{ id: string }>();
  const { deg, side } = roundOf(light);
  const carry = (next: number) =>
    placeLight(light.id, carriedTo(light.position, light.aim, ((((next + 180) % 360) + 360) % 360) - 180));
  const parts = look.probes.map((probe) => ({ id: probe.id, name: probe.name }));
  const aimed = look.probes.find(({ position }) => near(position, light.aim));
  return (
    <Section title={light.name} aside={`${light.modifier.name} · ${formatPower(light.fixture, light.powerStops)}`}>
      <StepperGrid>
        <Dial
          label="Distance to its aim"
          value={Number(throwM(light).toFixed(2))}
          onChange={(metres) => setThrow(light.id, metres)}
          low={0.2}
          high={30}
          step={0.1}
          unit="m"
        />
        <Dial
          label="Height"
          value={Number(light.position[1].toFixed(2))}
          onChange={(y) => placeLight(light.id, [light.position[0], y, light.position[2]])}
          low={0.05}
          high={20}
          step={0.1}
          unit="m"
        />
        <Dial
          label="Round the aim, minus is left"
          value={Math.round(deg)}
          onChange={carry}
          low={-180}
          high={180}
          step={5}
          show={(value) => `${Math.abs(value)}°${side ? ` ${side}` : ''}`}
        />
      </StepperGrid>
      <Pick
        label="Aim"
        current={aimed?.name ?? 'A place of its own'}
        options={parts}
        onPick={(probe) => aimLight(light.id, look.probes.find((one) => one.id === probe)!.position)}
      />
      <Button
        label="Gels, fixture and power"
        accessibilityLabel={`${light.name}: gels, fixture and power`}
        onPress={() => router.push(`/looks/${id}/lights/${light.id}`)}
      />
    </Section>
  );
}

const near = (a: Point, b: Point) => Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2]) < 0.06;

const WORDS: Record<LightReach['verdict'], string> = {
  wanted: 'wanted',
  accepted: 'accepted',
  none: 'hardly any',
  harmless: 'spill, harmless',
  spill: 'spill',
  strong: 'spill, strong',
};

/** Which part of the picture the light reaches, and what to do about what it should not. */
function ReachSection({ look, light }: { readonly look: Look; readonly light: Light }) {
  const styles = useStyles();
  const [open, setOpen] = useState<string | null>(null);
  const rows = useMemo(() => reachTable(look)[look.lights.findIndex(({ id }) => id === light.id)] ?? [], [look, light.id]);
  const remedies = useMemo(() => (open ? spillRemedies(look, light.id, open) : []), [look, light.id, open]);
  return (
    <Section title="Where its light goes" aside="alone, from mid-grey; share of the light there">
      {rows.map(({ probe, name, stops, share, verdict }) => {
        const unwanted = verdict === 'spill' || verdict === 'strong';
        return (
          <View key={probe} testID={`reach-${probe}`}>
            <View style={styles.row}>
              <Text weight={verdict === 'wanted' ? 'strong' : 'medium'} style={{ flex: 1.5 }}>
                {name}
              </Text>
              <Text weight="strong" narrow align="right" style={{ width: 48 }}>
                {formatStops(stops)}
              </Text>
              <Text narrow quiet align="right" style={{ width: 42 }}>
                {Math.round(100 * share)} %
              </Text>
              <Text size="label" quiet={!unwanted} weight={verdict === 'strong' ? 'strong' : 'regular'} style={{ flex: 1 }}>
                {WORDS[verdict]}
              </Text>
              {unwanted || verdict === 'accepted' ? (
                <Button
                  label={verdict === 'accepted' ? 'Not' : open === probe ? 'Close' : 'Cure'}
                  accessibilityLabel={
                    verdict === 'accepted' ? `Do not accept on ${name}` : `${open === probe ? 'Close' : 'Cure'} spill on ${name}`
                  }
                  tight
                  onPress={() =>
                    verdict === 'accepted' ? acceptSpill(light.id, probe, false) : setOpen(open === probe ? null : probe)
                  }
                />
              ) : null}
            </View>
            {open === probe && unwanted ? (
              <View style={{ gap: SPACE.s, paddingVertical: SPACE.s }} testID="remedies">
                {remedies.map((one) => (
                  <Button
                    key={one.name}
                    label={`Try ${one.name}: ${formatStops(one.there)} there, ${formatStops(one.atWork)} where it works`}
                    onPress={() => takeRemedy(one)}
                  />
                ))}
                {remedies.length === 0 ? (
                  <Text size="label">Nothing tried helps: move the subject off, or the light.</Text>
                ) : null}
                <Button label="It is as it should be" onPress={() => acceptSpill(light.id, probe, true)} />
              </View>
            ) : null}
          </View>
        );
      })}
    </Section>
  );
}

function EvennessSection({ look, width }: { readonly look: Look; readonly width: number }) {
  const evenness = useMemo(() => backdropEvenness(look), [look]);
  return (
    <Section title="Across the backdrop" aside={`${evenness.spanStops.toFixed(1)} stops from end to end`}>
      {width > 0 ? <EvennessChart evenness={evenness} width={width} /> : null}
    </Section>
  );
}

/** What stands still: subject, camera and backdrop. */
function SetFields({ look }: { readonly look: Look }) {
  return (
    <Section title="Subject, camera, backdrop">
      <StepperGrid>
        <Dial
          label="Turn of the subject"
          value={look.subject.turnDeg}
          onChange={(turnDeg) => changeSubject('turn', { turnDeg })}
          low={-180}
          high={180}
          step={5}
          unit="°"
          note="plus is to the picture’s right"
        />
        <Dial
          label="Camera to subject"
          value={look.camera.distanceM}
          onChange={(m) => placeCamera(snap(m))}
          low={0.4}
          high={50}
          step={0.1}
          unit="m"
        />
        <Dial
          label="Backdrop behind"
          value={look.backdrop.distanceM}
          onChange={(m) => placeBackdrop(snap(m))}
          low={0.4}
          high={12}
          step={0.1}
          unit="m"
        />
      </StepperGrid>
      <Text size="label" quiet>
        Weigh stands down, keep leads taped and ways clear, hold what hangs overhead twice: local codes and licensed practice
        decide.
      </Text>
    </Section>
  );
}
