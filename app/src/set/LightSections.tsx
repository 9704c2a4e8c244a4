import { turnBetweenDeg } from '@fulgent/core/colour';
import type { Light, Look, Point } from '@fulgent/core/document';
import { formatStops } from '@fulgent/core/exposure';
import { formatPower, roundOf, type LightReach } from '@fulgent/core/scene';
import { stoodAt } from '@fulgent/core/planning';
import { throwM } from '@fulgent/core/transport';
import { useGlobalSearchParams, useRouter } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import { useKitEntries } from '../kit/useKit';
import { setThrow } from '../look/edits';
import { ProposalRow } from '../look/ProposalRow';
import { SPACE, themed } from '../theme/theme';
import { Button } from '../ui/Button';
import { Dial } from '../ui/Dial';
import { Pick } from '../ui/Pick';
import { Section, Topic } from '../ui/Section';
import { StepperGrid } from '../ui/Stepper';
import { Text } from '../ui/Text';
import { when } from '../ui/when';
import { useComputed } from '../workers/useComputed';
import { acceptSpill, aimLight, placeLight, putBack, rollLight } from './edits';
import { carriedTo } from './layout';

const useStyles = themed((t) => ({
  row: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: SPACE.s,
    minHeight: 44,
    borderBottomWidth: 1,
    borderBottomColor: t.line,
  },
}));

/** The same as dragging, in figures. */
export function LightFields({ look, light }: { readonly look: Look; readonly light: Light }) {
  const router = useRouter();
  const { id } = useGlobalSearchParams<{ id: string }>();
  const { deg, side } = roundOf(light);
  const carry = (next: number) => placeLight(light.id, carriedTo(light.position, light.aim, turnBetweenDeg(0, next)));
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
        <Dial
          label="Roll about its axis"
          value={light.rollDeg}
          onChange={(deg) => rollLight(light.id, deg)}
          low={-180}
          high={180}
          step={5}
          unit="°"
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

/** Where the light stood before, and the way back. */
export function StoodSection({ look, light }: { readonly look: Look; readonly light: Light }) {
  const styles = useStyles();
  const places = stoodAt(look, light).slice(0, MOST_STOOD);
  if (places.length === 0) return null;
  return (
    <Topic
      id="set.stood"
      title="Where it stood"
      now={`${places.length} ${places.length === 1 ? 'place' : 'places'} before this one`}
    >
      {places.map(({ id, at, position, aim }) => {
        const stood = { ...light, position, aim };
        const { deg, side } = roundOf(stood);
        const words = `${throwM(stood).toFixed(2)} m from its aim, ${position[1].toFixed(2)} m high, ${Math.round(Math.abs(deg))}° ${side}`;
        return (
          <View key={id} style={styles.row} testID={`stood-${id}`}>
            <View style={{ flex: 1 }}>
              <Text size="label">{words.trim()}</Text>
              <Text size="small" quiet>
                until {when(at)}
              </Text>
            </View>
            <Button
              label="Back there"
              accessibilityLabel={`Back to ${words}`}
              tight
              onPress={() => putBack(light.id, position, aim)}
            />
          </View>
        );
      })}
    </Topic>
  );
}

const MOST_STOOD = 6;

const near = (a: Point, b: Point) => Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2]) < 0.06;

const WORDS: Record<LightReach['verdict'], string> = {
  wanted: 'wanted',
  accepted: 'accepted',
  none: 'hardly any',
  harmless: 'spill, harmless',
  spill: 'spill',
  strong: 'spill, strong',
};

/** Where it goes that it should not, in a line. */
function reachText(rows: readonly LightReach[]): string {
  const spilled = rows.filter(({ verdict }) => verdict === 'spill' || verdict === 'strong');
  if (spilled.length) return `Spills on ${spilled.map(({ name }) => name.toLowerCase()).join(', ')}`;
  return rows.length ? 'Only where it is wanted' : '';
}

/** Which part of the picture the light reaches, and what to do about what it should not. */
export function ReachSection({ look, light }: { readonly look: Look; readonly light: Light }) {
  const styles = useStyles();
  const [open, setOpen] = useState<string | null>(null);
  const rows = useComputed('reachTable', look)?.[look.lights.findIndex(({ id }) => id === light.id)] ?? [];
  return (
    <Topic id="set.reach" title="Where its light goes" now={reachText(rows)}>
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
            {open === probe && unwanted ? <Remedies look={look} light={light} probe={probe} /> : null}
          </View>
        );
      })}
    </Topic>
  );
}

/** What would keep a light's spill off one place, each to be tried. */
function Remedies({ look, light, probe }: { readonly look: Look; readonly light: Light; readonly probe: string }) {
  const remedies = useComputed('spillCures', look, light.id, probe, useKitEntries());
  return (
    <View style={{ gap: SPACE.s, paddingVertical: SPACE.s }} testID="remedies">
      {remedies?.map((one) => (
        <ProposalRow
          key={JSON.stringify(one.change)}
          look={look}
          proposal={one}
          figures={`${formatStops(one.there)} there, ${formatStops(one.atWork)} where it works.`}
        />
      ))}
      {remedies?.length === 0 ? <Text size="label">Nothing tried helps: move the subject off, or the light.</Text> : null}
      <Button label="Intended" onPress={() => acceptSpill(light.id, probe, true)} />
    </View>
  );
}
