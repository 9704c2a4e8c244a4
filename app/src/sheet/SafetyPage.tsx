import { batteryHours, cautionsOf, circuitLoads, drawOf, waysOut, type Caution, type CautionLevel } from '@fulgent/core/day';
import type { Proposal } from '@fulgent/core/planning';
import { cautionWords, proposalWords, SAFETY_DEFERS } from '@fulgent/words';
import { LIMITS, HOLDS, type Hold, type Light, type Look, type Rig } from '@fulgent/core/document';
import { useMemo, useState } from 'react';
import { View } from 'react-native';
import { acknowledge } from '../look/edits';
import { edit, undo } from '../look/store';
import { SPACE, themed } from '../theme/theme';
import { Button, IconButton } from '../ui/Button';
import { Dial } from '../ui/Dial';
import { Field } from '../ui/Field';
import { Pick } from '../ui/Pick';
import { Section } from '../ui/Section';
import { StepperGrid } from '../ui/Stepper';
import { Text } from '../ui/Text';
import { say } from '../ui/Toasts';
import { when } from '../ui/when';
import { addCircuit, changeCircuit, changeDay, changeRig, removeCircuit } from './edits';

const useStyles = themed((t) => ({
  caution: { gap: SPACE.xs, padding: SPACE.m, borderRadius: 3, backgroundColor: t.raised },
  stop: { borderWidth: 2, borderColor: t.text },
  taken: { opacity: 0.62 },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s, alignItems: 'center' },
  bar: { height: 10, backgroundColor: t.raised, borderWidth: 1, borderColor: t.edge, borderRadius: 2, overflow: 'hidden' },
  fill: { height: '100%', backgroundColor: t.quiet },
  circuit: { gap: SPACE.s, paddingBottom: SPACE.s, borderBottomWidth: 1, borderBottomColor: t.line },
}));

const LEVEL_WORDS: Readonly<Record<CautionLevel, string>> = { stop: 'Stop', act: 'Do', note: 'Caution' };

const HOLD_NAMES: Readonly<Record<Hold, string>> = {
  stand: 'On a stand',
  boom: 'On a boom',
  overhead: 'Hung from above',
  floor: 'On the floor',
  surface: 'On furniture',
  magnet: 'By a magnet',
  tape: 'By tape',
  hand: 'Held by hand',
};

const AMPS = [6, 10, 13, 15, 16, 20, 25, 32, 63, 125];
const VOLTS = [100, 110, 115, 120, 127, 220, 230, 240];

/** Cautions of the set-up, what each circuit carries, and how each light is held and fed. */
export function SafetyPage({ look }: { readonly look: Look }) {
  const styles = useStyles();
  const cautions = useMemo(() => cautionsOf(look), [look]);
  const known = new Map(look.acknowledged.map(({ key, at }) => [key, at]));
  const open = cautions.filter(({ key }) => !known.has(key));
  const taken = cautions.filter(({ key }) => known.has(key));
  const [light, setLight] = useState(look.lights[0]?.id ?? '');
  const chosen = look.lights.find(({ id }) => id === light) ?? look.lights[0];
  return (
    <View>
      <Section title="Before anybody steps in" aside={open.length ? `${open.length} open` : 'all read'}>
        <Text size="label" quiet>
          {SAFETY_DEFERS}
        </Text>
        {open.map((caution) => (
          <CautionCard key={caution.key} look={look} caution={caution} takenAt={null} />
        ))}
      </Section>
      <CircuitsSection look={look} />
      {chosen ? <RigSection look={look} light={chosen} onChoose={setLight} /> : null}
      {taken.length ? (
        <Section title="Acknowledged" aside={`${taken.length}`}>
          {taken.map((caution) => (
            <CautionCard key={caution.key} look={look} caution={caution} takenAt={known.get(caution.key) ?? null} />
          ))}
        </Section>
      ) : null}
      <View style={[styles.row, { padding: SPACE.m }]}>
        <Button
          label={look.day.wet ? 'Water on the set' : 'No water on the set'}
          accessibilityLabel="Rain, a hose or wet ground"
          on={look.day.wet}
          onPress={() => changeDay('wet', { wet: !look.day.wet })}
        />
      </View>
    </View>
  );
}

function CautionCard({
  look,
  caution,
  takenAt,
}: {
  readonly look: Look;
  readonly caution: Caution;
  readonly takenAt: string | null;
}) {
  const styles = useStyles();
  const { level, key, kind } = caution;
  const { title, reasons } = cautionWords(caution);
  return (
    <View
      style={[styles.caution, level === 'stop' && styles.stop, takenAt !== null && styles.taken]}
      testID={`caution-${kind}-${level}`}
    >
      <Text weight="strong">
        {LEVEL_WORDS[level]}: {title}
      </Text>
      {reasons.map((reason) => (
        <Text key={reason} size="label">
          {reason}
        </Text>
      ))}
      {takenAt === null ? (
        <View style={styles.row}>
          {waysOut(look, caution).map((way) => (
            <WayOut key={`${way.change.kind} ${way.lightId}`} way={way} />
          ))}
          <Button label="Acknowledge" accessibilityLabel={`Acknowledge: ${title}`} tight onPress={() => acknowledge(key)} />
        </View>
      ) : (
        <Text size="small" quiet>
          Taken on {when(takenAt)}
        </Text>
      )}
    </View>
  );
}

/** What is done on the set about a caution, written into the plan with one press. */
function WayOut({ way }: { readonly way: Proposal }) {
  const { text } = proposalWords(way.change);
  const take = () => {
    edit('safety', () => way.look);
    say(`In the plan: ${text}`, { label: 'Undo', run: undo });
  };
  return <Button label={text.replace(/\.$/, '')} tight onPress={take} />;
}

function CircuitsSection({ look }: { readonly look: Look }) {
  const styles = useStyles();
  const { volts, circuits, leadM } = look.day;
  const loads = circuitLoads(look);
  return (
    <Section title="Circuits" aside="all lights at full">
      <StepperGrid>
        <Dial
          label="Mains"
          value={volts}
          onChange={(v) => changeDay('volts', { volts: v })}
          low={90}
          high={260}
          series={VOLTS}
          unit="V"
        />
        <Dial
          label="Lead of each light"
          value={leadM}
          onChange={(m) => changeDay('lead', { leadM: m })}
          low={0}
          high={200}
          step={1}
          unit="m"
        />
      </StepperGrid>
      {loads.map((load) => (
        <View key={load.id} style={styles.circuit} testID={`load-${load.id}`}>
          <View style={styles.row}>
            <View style={{ flex: 1 }}>
              <Field
                most={LIMITS.nameLength}
                label="Name"
                value={load.name}
                onChange={(text) => changeCircuit(load.id, { name: text || load.name })}
              />
            </View>
            {circuits.length > 1 ? (
              <IconButton icon="x" label={`Remove ${load.name}`} onPress={() => removeCircuit(load.id)} />
            ) : null}
          </View>
          <Dial
            label={`Breaker of ${load.name}`}
            value={load.ratedA}
            onChange={(amps) => changeCircuit(load.id, { amps })}
            low={1}
            high={400}
            series={AMPS}
            unit="A"
          />
          <View
            style={styles.bar}
            role="img"
            accessibilityLabel={`${load.name} carries ${Math.round((100 * load.amps) / load.ratedA)} % of its rating`}
          >
            <View style={[styles.fill, { width: `${Math.min(100, (100 * load.amps) / load.ratedA)}%` }]} />
          </View>
          <Text weight="medium">
            {Math.round(load.watts)} W, {load.amps.toFixed(1)} A of {load.ratedA} A
            {load.amps > load.ratedA ? ': too much' : load.share > 1 ? ': too much for hours' : ''}
          </Text>
          <Text size="small" quiet>
            {load.lightIds.map((id) => look.lights.find((light) => light.id === id)?.name).join(', ') || 'nothing on it'}
            {load.estimated ? ' · partly estimated from their light: read the plates' : ''}
          </Text>
        </View>
      ))}
      <Button label="Another circuit" icon="plus" onPress={addCircuit} disabled={circuits.length >= 12} />
    </Section>
  );
}

function RigSection({
  look,
  light,
  onChoose,
}: {
  readonly look: Look;
  readonly light: Light;
  readonly onChoose: (id: string) => void;
}) {
  const styles = useStyles();
  const { id, rig } = light;
  const draw = drawOf(look, light);
  const circuit = look.day.circuits.find((one) => one.id === rig.circuit) ?? look.day.circuits[0];
  const hours = batteryHours(look, light);
  const flag = (key: 'secondHold' | 'weighted' | 'battery' | 'wetRated' | 'noisy', label: string) => (
    <Button key={key} label={label} on={rig[key]} onPress={() => changeRig(id, key, { [key]: !rig[key] })} />
  );
  return (
    <Section title="How it is held and fed" aside={light.fixture.name}>
      <Pick
        label="Light"
        current={light.name}
        options={look.lights.map(({ id: one, name }) => ({ id: one, name }))}
        onPick={onChoose}
      />
      <Pick
        label="Held"
        current={HOLD_NAMES[rig.hold]}
        options={HOLDS.map((hold) => ({ id: hold, name: HOLD_NAMES[hold] }))}
        onPick={(hold) => changeRig(id, 'hold', { hold: hold as Hold })}
      />
      <View style={styles.row}>
        {flag('weighted', 'Weighed down')}
        {flag('secondHold', 'Second hold')}
        {flag('battery', 'On a battery')}
        {flag('wetRated', 'Rated for wet')}
        {flag('noisy', 'Its fan is heard')}
      </View>
      {rig.noisy ? (
        <Text size="label">
          For takes with sound: farther off, its fan at low, or off while sound is taken, as far as its maker allows.
        </Text>
      ) : null}
      {hours === null ? null : (
        <Text testID="battery-hours">
          Its battery lasts about {hours < 1 ? `${Math.round(60 * hours)} min` : `${hours.toFixed(1)} h`} at this power
          {light.fixture.kind === 'flash' ? ', a frame every 4 s' : ''}.
        </Text>
      )}
      <RigDials rig={rig} id={id} draw={draw} />
      {circuit ? (
        <Pick
          label="Circuit"
          current={circuit.name}
          options={look.day.circuits.map(({ id: one, name }) => ({ id: one, name }))}
          onPick={(one) => changeRig(id, 'circuit', { circuit: one })}
        />
      ) : null}
      <Field
        most={LIMITS.nameLength}
        label="Who helps with it"
        value={rig.holder}
        onChange={(holder) => changeRig(id, 'holder', { holder })}
      />
      <Field
        most={LIMITS.nameLength}
        label="Which of several alike"
        value={rig.unit}
        onChange={(unit) => changeRig(id, 'unit', { unit })}
      />
    </Section>
  );
}

function RigDials({ rig, id, draw }: { readonly rig: Rig; readonly id: string; readonly draw: ReturnType<typeof drawOf> }) {
  return (
    <StepperGrid>
      <Dial
        label="Weight with its modifier"
        value={rig.weightKg ?? 0}
        onChange={(kg) => changeRig(id, 'weight', { weightKg: kg > 0 ? kg : null })}
        low={0}
        high={500}
        step={0.5}
        unit="kg"
        note={rig.weightKg === null ? 'not weighed' : ''}
      />
      <Dial
        label="Rated power (from the nameplate)"
        value={rig.drawW ?? 0}
        onChange={(watts) => changeRig(id, 'draw', { drawW: watts > 0 ? watts : null })}
        low={0}
        high={50_000}
        step={10}
        unit="W"
        note={draw.estimated ? `not read; about ${Math.round(draw.watts)} W by its light` : ''}
      />
      {rig.battery ? (
        <Dial
          label="Its battery holds"
          value={rig.batteryWh ?? 0}
          onChange={(wh) => changeRig(id, 'battery-wh', { batteryWh: wh > 0 ? Math.max(0.1, wh) : null })}
          low={0}
          high={10_000}
          step={10}
          unit="Wh"
        />
      ) : null}
      <Dial
        label="Power factor"
        value={rig.powerFactor}
        onChange={(powerFactor) => changeRig(id, 'pf', { powerFactor })}
        low={0.2}
        high={1}
        step={0.05}
      />
    </StepperGrid>
  );
}
