import type { Look } from '@fulgent/core/document';
import { formatStops } from '@fulgent/core/exposure';
import { attributeChange, flashesAtFloor, floorRemedies, solveLookRatio, type HoldBy } from '@fulgent/core/planning';
import { changeWords, controlWord, ratioStepWords } from '@fulgent/words';
import { useMemo, useState } from 'react';
import { View } from 'react-native';
import { ProposalRow } from '../look/ProposalRow';
import { SPACE, themed } from '../theme/theme';
import { Button, Choice } from '../ui/Button';
import { Dial } from '../ui/Dial';
import { Section } from '../ui/Section';
import { StepperGrid } from '../ui/Stepper';
import { Table } from '../ui/Table';
import { Text } from '../ui/Text';
import { when } from '../ui/when';
import { useComputed } from '../workers/useComputed';
import { ControlTable } from './ControlTable';
import { applyRatio, backToBaseline, keepBaseline } from './edits';

const HOLDS = [
  { id: 'iso', name: 'Hold flash by ISO' },
  { id: 'aperture', name: 'By aperture' },
  { id: 'nothing', name: 'Let it fall' },
] as const;

/** How far a coloured light should stand over what drowned it, stops. */
const RESCUE_OVER_STOPS = 1;

const useStyles = themed((t) => ({
  drowned: { paddingVertical: SPACE.s, gap: SPACE.xs, borderBottomWidth: 1, borderBottomColor: t.line },
}));

/** Flash beside continuous light: who lights what, what each control does, and how to move one against the other. */
export function MixedPage({ look }: { readonly look: Look }) {
  const [wish, setWish] = useState(-2);
  return (
    <>
      <SharesSection look={look} />
      <DrownedSection look={look} onWish={setWish} />
      <RatioSection look={look} wish={wish} onWish={setWish} />
      <ChangeSection look={look} />
      <FloorSection look={look} />
      <Section title="What each control moves">
        <ControlTable />
      </Section>
    </>
  );
}

function SharesSection({ look }: { readonly look: Look }) {
  const places = useComputed('kindsOfLight', look) ?? [];
  return (
    <Section title="Who lights what" aside="incident, stops over the meter">
      <Table
        label="Flash, continuous light and ambient at each place"
        columns={['Place', 'Flash', 'Cont.', 'Amb.', 'Flash over rest']}
        first={1.5}
        rows={places.map(({ probe, name, stops, flashOverRest }) => ({
          id: probe,
          cells: [
            name,
            formatStops(stops.flash),
            formatStops(stops.continuous),
            formatStops(stops.ambient),
            flashOverRest === null ? '' : formatStops(flashOverRest),
          ],
        }))}
      />
      <Text size="label" quiet>
        A face that meters right says nothing of its colour: correct exposure is not a verdict on colour.
      </Text>
    </Section>
  );
}

function DrownedSection({ look, onWish }: { readonly look: Look; readonly onWish: (stops: number) => void }) {
  const styles = useStyles();
  const drowned = useComputed('drownedLights', look);
  const kinds = new Set(look.lights.filter(({ on }) => on).map(({ fixture }) => fixture.kind === 'flash'));
  if (kinds.size < 2) {
    return (
      <Section title="Washed-out colour">
        <Text size="label" quiet>
          {kinds.has(true) ? 'There is only flash here' : 'There is no flash here'}: nothing to weigh against each other but
          ambient.
        </Text>
      </Section>
    );
  }
  return (
    <Section title="Washed-out colour">
      {drowned?.length === 0 ? <Text>No continuous light has flash over it where it works.</Text> : null}
      {drowned?.map(({ lightId, name, flashOver }) => (
        <View key={lightId} style={styles.drowned} testID={`drowned-${lightId}`}>
          <Text>
            <Text weight="strong">{name}</Text>: flash is {flashOver.toFixed(1)} stops over it. The ratio drowns it, not the kind
            of lamp.
          </Text>
          <Button
            label={`Ask for ${formatStops(-(flashOver + RESCUE_OVER_STOPS))}: it then stands a stop over`}
            accessibilityLabel={`Bring ${name} up`}
            onPress={() => onWish(-Number((flashOver + RESCUE_OVER_STOPS).toFixed(1)))}
          />
        </View>
      ))}
    </Section>
  );
}

function RatioSection({
  look,
  wish,
  onWish,
}: {
  readonly look: Look;
  readonly wish: number;
  readonly onWish: (stops: number) => void;
}) {
  const [hold, setHold] = useState<HoldBy>('iso');
  const hasFlash = look.lights.some(({ on, fixture }) => on && fixture.kind === 'flash');
  const solved = useMemo(() => solveLookRatio(look, wish, hold), [look, wish, hold]);
  const { answer, reachedStops, steps } = solved;
  return (
    <Section title="Move the ratio" aside="minus: continuous light comes up">
      <StepperGrid>
        <Dial
          label="Flash against the rest"
          value={wish}
          onChange={onWish}
          low={-20}
          high={20}
          step={0.5}
          show={(v) => formatStops(v)}
          unit="stops"
        />
      </StepperGrid>
      <Choice label="How the level of flash is held" options={HOLDS} value={hold} onChange={setHold} />
      <View testID="ratio-answer" aria-live="polite" style={{ gap: SPACE.xs }}>
        <Text size="big" weight="strong" narrow>
          {formatStops(answer.byShutterStops)} by the shutter, {formatStops(answer.byPowerStops)} by power
        </Text>
        {steps.map((step) => (
          <Text key={`${step.dial} ${step.light}`}>{ratioStepWords(step)}</Text>
        ))}
        {Math.abs(answer.lacking) > 0.05 ? (
          <Text weight="strong">
            {Math.abs(answer.lacking).toFixed(1)} stops are out of reach inside sync, the longest that can be held, and the range
            of {hasFlash ? 'the flash' : 'a flash that is not there'}: see the remedies below, or raise the other light.
          </Text>
        ) : null}
        <Text size="label" quiet>
          On marked values the ratio moves {formatStops(reachedStops)}.
        </Text>
      </View>
      <Button label="Set these" filled disabled={steps.length === 0} onPress={() => applyRatio(wish, hold)} />
    </Section>
  );
}

function ChangeSection({ look }: { readonly look: Look }) {
  const { baseline } = look;
  const live = look.lights.filter(({ on, ttl }) => on && ttl);
  const report = useMemo(() => (baseline ? attributeChange(baseline, look) : null), [baseline, look]);
  if (live.length) {
    return (
      <Section title="What a change did">
        <Text weight="strong" role="status">
          {live.map(({ name }) => name).join(', ')}: in TTL, so its power moves by itself and no two frames can be compared. Set
          it to manual power first.
        </Text>
      </Section>
    );
  }
  if (!baseline || !report) {
    return (
      <Section title="What a change did">
        <Text size="label" quiet>
          Keep the present settings and powers; later changes are put down to the control that made them.
        </Text>
        <Button label="Set as baseline" onPress={() => keepBaseline(true)} />
      </Section>
    );
  }
  const rows = [
    ...report.controls.map(({ control, from, to, flash, continuous, ambient }) => ({
      id: control,
      cells: [`${controlWord(control)} ${from} to ${to}`, formatStops(flash), formatStops(continuous), formatStops(ambient)],
    })),
    {
      id: 'sum',
      present: true,
      cells: ['Together', formatStops(report.flash), formatStops(report.continuous), formatStops(report.ambient)],
    },
  ];
  const moved = report.lights.filter(({ byPower }) => Math.abs(byPower) > 0.01);
  return (
    <Section title="What a change did" aside={`since ${when(baseline.at)}`}>
      <View testID="change-report" style={{ gap: SPACE.s }}>
        <Text weight="medium">{changeWords(report)}</Text>
        <Table
          label="What each control did since then, stops"
          columns={['Control', 'Flash', 'Cont.', 'Amb.']}
          rows={rows}
          first={2.4}
        />
        {moved.map(({ lightId, name, byCamera, byPower, net }) => (
          <Text key={lightId} size="label">
            {name}: {formatStops(byPower)} by its power, {formatStops(byCamera)} by the camera, {formatStops(net)} in all.
          </Text>
        ))}
      </View>
      <View style={{ flexDirection: 'row', gap: SPACE.s, flexWrap: 'wrap' }}>
        <Button label="Set a new baseline" onPress={() => keepBaseline(true)} />
        <Button label="Restore the baseline" onPress={backToBaseline} />
        <Button label="Clear the baseline" onPress={() => keepBaseline(false)} />
      </View>
    </Section>
  );
}

function FloorSection({ look }: { readonly look: Look }) {
  const [over, setOver] = useState(1);
  const floors = flashesAtFloor(look);
  const light = floors[0];
  if (!light) return null;
  return (
    <Section title="A flash at its lowest power" aside={floors.map(({ name }) => name).join(', ')}>
      <Dial label="Still too bright by" value={over} onChange={setOver} low={0.1} high={10} step={0.5} unit="stops" />
      {floors.map((one) => (
        <View key={one.id} style={{ gap: SPACE.s }}>
          <Text weight="strong">{one.name}</Text>
          {floorRemedies(look, one, over).map((remedy) => (
            <ProposalRow key={remedy.change.kind} look={look} proposal={remedy} figures="" />
          ))}
        </View>
      ))}
    </Section>
  );
}
