import type { KitCamera, KitEntry, KitFixture, KitGel } from '@fulgent/core/catalogue';
import { HEAT_CAUTION, whatIsTransmission } from '@fulgent/words';
import { LIMITS } from '@fulgent/core/document';
import { fixtureFile } from '@fulgent/core/files';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import { api } from '../api/client';
import { TransmissionCurve } from '../charts/TransmissionCurve';
import { readNumber, taken } from '../look/numbers';
import { SPACE, themed } from '../theme/theme';
import { Button, Choice, IconButton } from '../ui/Button';
import { download, fileName } from '../ui/download';
import { Dial } from '../ui/Dial';
import { Field } from '../ui/Field';
import { LinkRow } from '../ui/LinkRow';
import { Section } from '../ui/Section';
import { SectionFrame } from '../ui/SectionFrame';
import { Cell, Stepper, StepperGrid } from '../ui/Stepper';
import { Text } from '../ui/Text';
import { say } from '../ui/Toasts';
import { entryFacts, entrySwatch } from './entry-words';
import { learnedText } from './learn/words';
import { FixtureFacts } from './FixtureFacts';
import { MeasureGel } from './MeasureGel';
import { OwnFigures } from './OwnFigures';
import { atStrength, gelFacts, JUDGED_ON, STRENGTHS, transmittanceOf } from './gel-facts';
import { useEntry, useKit } from './useKit';

const useStyles = themed((t) => ({
  head: { flexDirection: 'row', alignItems: 'center', gap: SPACE.s },
  tableRow: {
    flexDirection: 'row',
    alignItems: 'center',
    minHeight: 44,
    gap: SPACE.s,
    borderBottomWidth: 1,
    borderBottomColor: t.line,
  },
  swatch: { width: 30, height: 30, borderRadius: 2 },
}));

const CONDITIONS = [
  { id: 'new', name: 'New' },
  { id: 'used', name: 'Used' },
  { id: 'worn', name: 'Worn' },
] as const;

/** One entry of the kit: what it is, what there is of it, and what to do with it. */
export function EntryPage({ id }: { readonly id: string }) {
  const router = useRouter();
  const { refresh } = useKit();
  const { stored, error, problem, failed, save, sent, kept } = useEntry(id);
  const [width, setWidth] = useState(0);
  const back = (kind?: string) => router.navigate(kind ? `/kit?kind=${kind}` : '/kit');
  if (error && !stored)
    return (
      <SectionFrame>
        <Text>{error.message}</Text>
        <Button label="Back to the kit" onPress={() => back()} />
      </SectionFrame>
    );
  if (!stored)
    return (
      <SectionFrame>
        <Text quiet>Loading</Text>
      </SectionFrame>
    );
  const { entry, revision, standIn } = stored;
  const duplicate = async () => {
    const made = await api.createEntry({
      ...entry,
      name: `${entry.name}, own`.slice(0, LIMITS.nameLength),
      provenance: 'guessed',
    });
    refresh();
    router.push(`/kit/${made.entry.id}`);
  };
  const remove = async () => {
    // What was typed last comes back with it.
    await sent();
    await api.deleteEntry(id);
    refresh();
    back(entry.kind);
    say(`${entry.name} deleted.`, { label: 'Undo', run: () => void api.restoreEntry(id).then(refresh) });
  };
  const swatch = entrySwatch(entry);
  return (
    <SectionFrame>
      <Head setWidth={setWidth} back={back} entry={entry} swatch={swatch} standIn={standIn} kept={kept} />
      {problem ? (
        <Text weight="strong" role="alert">
          {problem}
        </Text>
      ) : null}
      {entry.kind === 'gel' && width > 0 ? <GelFactsSections gel={entry} width={width} /> : <Text>{entryFacts(entry)}</Text>}
      {entry.kind === 'fixture' && width > 0 ? (
        <FixtureFacts entry={entry} width={width} save={standIn ? null : save} failed={failed} />
      ) : null}
      {entry.kind === 'camera' ? <LearnLink camera={entry} /> : null}
      {entry.kind === 'gel' ? (
        <MeasureGel
          gel={entry}
          standIn={standIn}
          save={save}
          onMade={(made) => {
            refresh();
            router.push(`/kit/${made}`);
          }}
        />
      ) : null}
      <Stock entry={entry} standIn={standIn} save={save} revision={revision} />
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
        <Button label="Duplicate" icon="copy" onPress={() => void duplicate().catch(failed)} />
        <Button
          label={entry.archived ? 'Use again' : 'Archive'}
          icon="archive"
          onPress={() => save({ archived: !entry.archived })}
        />
        {entry.kind === 'fixture' ? <Button label="Fixture file" icon="upload" onPress={() => saveFile(entry)} /> : null}
        {standIn ? null : <Button label="Delete" icon="trash-2" onPress={() => void remove().catch(failed)} />}
      </View>
    </SectionFrame>
  );
}

/** Hands a fixture on as an open file. */
function saveFile(entry: KitFixture): void {
  const text = JSON.stringify(fixtureFile(entry), null, 1);
  download(new Blob([text], { type: 'application/json' }), `${fileName(entry.name)}.fixture.json`);
}

function LearnLink({ camera: { id, camera } }: { readonly camera: KitCamera }) {
  return (
    <LinkRow
      href={`/kit/${id}/learn`}
      name="Learn from its pictures"
      text={
        camera.learned
          ? `Learned: ${learnedText(camera.learned)}`
          : 'Its curve from a bracket, its white from a grey card, its colours from a chart'
      }
    />
  );
}

function Head({
  setWidth,
  back,
  entry,
  swatch,
  standIn,
  kept,
}: {
  readonly setWidth: (next: number) => void;
  readonly back: (kind?: string | undefined) => void;
  readonly entry: KitEntry;
  readonly swatch: string | null;
  readonly standIn: boolean;
  readonly kept: boolean;
}) {
  const styles = useStyles();
  return (
    <View style={styles.head} onLayout={({ nativeEvent }) => setWidth(nativeEvent.layout.width)}>
      <IconButton icon="chevron-left" label="Back to the kit" onPress={() => back(entry.kind)} />
      {swatch ? <View testID="light-colour" style={[styles.swatch, { width: 44, height: 44, backgroundColor: swatch }]} /> : null}
      <View style={{ flex: 1 }}>
        <Text size="title" weight="strong" role="heading" aria-level={1} numberOfLines={2}>
          {entry.name}
        </Text>
        <Text size="label" quiet>
          {standIn ? 'stand-in, made up' : entry.provenance}
        </Text>
      </View>
      <Text size="label" quiet testID="save-state" aria-live="polite">
        {kept ? 'Saved' : 'Saving'}
      </Text>
    </View>
  );
}

function Stock({
  entry,
  standIn,
  save,
  revision,
}: {
  readonly entry: KitEntry;
  readonly standIn: boolean;
  readonly save: (change: Partial<KitEntry>) => void;
  readonly revision: number;
}) {
  return (
    <Section flush title="Stock" aside={entry.archived ? 'archived' : ''}>
      {standIn ? null : <NameField key={entry.name} name={entry.name} onSave={(called) => save({ name: called })} />}
      <StepperGrid>
        <Cell>
          <Stepper
            label={entry.kind === 'gel' ? 'Sheets' : 'Count'}
            value={`${entry.count}`}
            onStep={(by) => save({ count: Math.max(0, entry.count + by) })}
            onType={(text) =>
              taken(readNumber(text, { name: 'Count', low: 0, high: 10_000 }), (count) => save({ count: Math.round(count) }))
            }
          />
        </Cell>
        {entry.kind === 'gel'
          ? (['widthCm', 'heightCm'] as const).map((side) => (
              <Cell key={side}>
                <Stepper
                  label={side === 'widthCm' ? 'Width of a sheet' : 'Height of a sheet'}
                  value={`${entry[side]} cm`}
                  onStep={(by) => save({ [side]: Math.max(1, entry[side] + by * 5) })}
                  onType={(text) =>
                    taken(readNumber(text, { name: 'Size', low: 1, high: 2000, unit: 'cm' }), (size) => save({ [side]: size }))
                  }
                />
              </Cell>
            ))
          : null}
      </StepperGrid>
      {entry.kind === 'gel' ? (
        <Dial
          label="Hours before a light"
          value={entry.hours}
          onChange={(hours) => save({ hours })}
          low={0}
          high={100_000}
          step={1}
          unit="h"
        />
      ) : null}
      {entry.kind === 'gel' ? (
        <Choice label="Condition" options={CONDITIONS} value={entry.condition} onChange={(condition) => save({ condition })} />
      ) : null}
      <NoteField key={`note-${revision}`} note={entry.note} onSave={(note) => save({ note })} />
      {standIn ? null : <OwnFigures entry={entry} save={save} />}
    </Section>
  );
}

function NameField({ name, onSave }: { readonly name: string; readonly onSave: (name: string) => void }) {
  const [text, setText] = useState(name);
  const error = text.trim() ? null : 'Name is empty; give it one.';
  const save = () => {
    if (!error && text.trim() !== name) onSave(text.trim().slice(0, LIMITS.nameLength));
  };
  return <Field label="Name" value={text} onChange={setText} onBlur={save} onSubmit={save} error={error} />;
}

function NoteField({ note, onSave }: { readonly note: string; readonly onSave: (note: string) => void }) {
  const [text, setText] = useState(note);
  const save = () => {
    if (text !== note) onSave(text.slice(0, LIMITS.noteLength));
  };
  return <Field label="Note" value={text} onChange={setText} onBlur={save} multiline />;
}

function GelFactsSections({ gel, width }: { readonly gel: KitGel; readonly width: number }) {
  const styles = useStyles();
  const filter = transmittanceOf(gel);
  const daylight = gelFacts(filter, JUDGED_ON[0]);
  return (
    <>
      <Section
        flush
        title="Transmission"
        aside="filled with its own colour"
        what={whatIsTransmission(daylight.stopsLost, daylight.channels)}
      >
        <TransmissionCurve transmittance={filter} colour={daylight.hex} width={width} height={150} />
      </Section>
      <Section flush title="Light loss" aside="stops: luminance · R G B">
        {JUDGED_ON.map((lamp) => {
          const { hex, stopsLost, channels, shiftMired } = gelFacts(filter, lamp);
          return (
            <View key={lamp.id} style={styles.tableRow}>
              <View testID="light-colour" style={[styles.swatch, { backgroundColor: hex }]} />
              <Text style={{ flex: 1 }}>{lamp.name}</Text>
              <Text narrow quiet size="label" align="right">
                {shiftMired === null ? '' : `${shiftMired > 0 ? '+' : ''}${Math.round(shiftMired)} mired`}
              </Text>
              <Text weight="strong" narrow style={{ width: 34 }} align="right">
                {stopsLost.toFixed(1)}
              </Text>
              <Text narrow quiet style={{ width: 92 }} align="right">
                {channels.map((value) => value.toFixed(1)).join('  ')}
              </Text>
            </View>
          );
        })}
      </Section>
      <Section flush title="Fractions and doubles" aside="of the same dye, in daylight">
        {STRENGTHS.map(({ strength, name }) => {
          const { hex, stopsLost, channels } = gelFacts(atStrength(filter, strength), JUDGED_ON[0]);
          return (
            <View key={strength} style={styles.tableRow}>
              <View testID="light-colour" style={[styles.swatch, { backgroundColor: hex }]} />
              <Text style={{ flex: 1 }}>{name}</Text>
              <Text weight="strong" narrow style={{ width: 34 }} align="right">
                {stopsLost.toFixed(1)}
              </Text>
              <Text narrow quiet style={{ width: 92 }} align="right">
                {channels.map((value) => value.toFixed(1)).join('  ')}
              </Text>
            </View>
          );
        })}
        <Text size="label" quiet>
          {HEAT_CAUTION}
        </Text>
      </Section>
    </>
  );
}
