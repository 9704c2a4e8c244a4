import { openCautions, type SheetLine, type Caution } from '@fulgent/core/day';
import type { KitEntry } from '@fulgent/core/catalogue';
import { sheetDocument, type SheetBlock, type SheetList } from '@fulgent/words';
import type { Look } from '@fulgent/core/document';
import type { Href } from 'expo-router';
import { useEffect, useMemo, useState } from 'react';
import { ScrollView, View } from 'react-native';
import { saveNow, useOpenLook } from '../look/store';
import { api } from '../api/client';
import { useKitEntries } from '../kit/useKit';
import { SPACE, themed } from '../theme/theme';
import { Button } from '../ui/Button';
import { download, fileName } from '../ui/download';
import { LinkRow } from '../ui/LinkRow';
import { Section } from '../ui/Section';
import { Table } from '../ui/Table';
import { Text } from '../ui/Text';
import { say } from '../ui/Toasts';
import { study } from '../workers/study';
import { toggleChecked } from './edits';
import { sheetHtml } from './print';

const useStyles = themed((t) => ({
  card: { borderWidth: 1, borderColor: t.line, borderRadius: 3, padding: SPACE.m, gap: SPACE.s },
  done: { opacity: 0.55 },
  head: { flexDirection: 'row', alignItems: 'center', gap: SPACE.s },
  pair: { flexDirection: 'row', alignItems: 'baseline', gap: SPACE.m },
  name: { width: 128 },
  bar: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s },
}));

/** The run sheet: what to dial in at each light, in the order in which the look is built up. */
export function SheetStep() {
  const look = useOpenLook((state) => state.look);
  const id = useOpenLook((state) => state.id);
  const [far, setFar] = useState(false);
  const [awake, setAwake] = useState(false);
  useScreenAwake(awake);
  const kit = useKitEntries();
  const sheet = useMemo(() => (look ? sheetDocument(look, kit) : null), [look, kit]);
  if (!look || !sheet) return null;
  const { blocks, lists, camera, defers } = sheet;
  const open = openCautions(look);
  const stops = open.filter(({ level }) => level === 'stop').length;
  const done = blocks.filter(({ lightId }) => look.build.checked.includes(lightId)).length;
  return (
    <ScrollView tabIndex={0}>
      <RunSection
        blocks={blocks}
        done={done}
        far={far}
        setFar={setFar}
        awake={awake}
        setAwake={setAwake}
        look={look}
        id={id}
        camera={camera}
      />
      <SafetyLink id={id} stops={stops} open={open} />
      <View style={{ padding: SPACE.m, gap: SPACE.m }}>
        {blocks.map((block) => (
          <Card key={block.lightId} block={block} far={far} done={look.build.checked.includes(block.lightId)} />
        ))}
      </View>
      <LinkRow
        inset
        href={`/looks/${id}/sheet/frames` as Href}
        name="Test frames"
        text="compared with the plan: what to change on which light"
      />
      <LinkRow
        inset
        href={`/looks/${id}/sheet/cutting` as Href}
        name="Gels to cut"
        text="each sheet drawn with its pieces, and what is short"
      />
      <LinkRow inset href={`/looks/${id}/sheet/roles` as Href} name="Who does what" text="a list for each helper" />
      <PosesLink id={id} look={look} />
      <LinkRow
        inset
        href={`/looks/${id}/sheet/addresses` as Href}
        name="Addresses"
        text="universe and slots of each light on a network"
      />
      <LinkRow
        inset
        href={`/looks/${id}/sheet/schedule` as Href}
        name="Set-ups of the day"
        text="the order with the fewest changes"
      />
      <LinkRow
        inset
        href={`/looks/${id}/sheet/devices` as Href}
        name="Stand-in devices"
        text="a camera, a meter and network fixtures to try it with"
      />
      {lists
        .filter(({ kind }) => ON_SCREEN.includes(kind))
        .map((list) => (
          <ListSection key={list.kind} list={list} />
        ))}
      <View style={{ padding: SPACE.m }}>
        <Text size="label" quiet>
          {defers}
        </Text>
      </View>
      <View style={{ height: SPACE.xl }} />
    </ScrollView>
  );
}

function PosesLink({ id, look }: { readonly id: string | null; readonly look: Look }) {
  return (
    <LinkRow
      inset
      href={`/looks/${id}/sheet/poses` as Href}
      name="Poses"
      text={
        look.day.poses.length
          ? `${look.day.poses.filter((pose) => pose.done).length} of ${look.day.poses.length} taken`
          : 'how far the person may turn, and what is left to take'
      }
    />
  );
}

function SafetyLink({
  id,
  stops,
  open,
}: {
  readonly id: string | null;
  readonly stops: number;
  readonly open: readonly Caution[];
}) {
  return (
    <LinkRow
      inset
      href={`/looks/${id}/sheet/safety` as Href}
      name="Safety"
      text={
        stops
          ? `${stops} ${stops === 1 ? 'thing stops' : 'things stop'} the work until dealt with`
          : open.length
            ? 'heat, overhead rigging, cables and load'
            : 'all acknowledged'
      }
      aside={open.length ? `${open.length} open` : 'read'}
    />
  );
}

function RunSection({
  blocks,
  done,
  far,
  setFar,
  awake,
  setAwake,
  look,
  id,
  camera,
}: {
  readonly blocks: readonly SheetBlock[];
  readonly done: number;
  readonly far: boolean;
  readonly setFar: (next: boolean) => void;
  readonly awake: boolean;
  readonly setAwake: (next: boolean) => void;
  readonly look: Look;
  readonly id: string | null;
  readonly camera: readonly SheetLine[];
}) {
  const kit = useKitEntries();
  const styles = useStyles();
  return (
    <Section title="Run sheet" aside={blocks.length ? `${done} of ${blocks.length} set` : 'no lights'}>
      <View style={styles.bar}>
        <Button
          label="Large type"
          accessibilityLabel="Large type, to read at arm’s length"
          on={far}
          onPress={() => setFar(!far)}
        />
        <Button label="Stay awake" accessibilityLabel="Keep the screen awake" on={awake} onPress={() => setAwake(!awake)} />
        <Button label="Print" onPress={() => printSheet(look, kit)} />
        <Button label="PDF" accessibilityLabel="Save as PDF, A4" onPress={() => void savePdf(look, id!, 'a4')} />
        <Button label="Letter" accessibilityLabel="Save as PDF, Letter" onPress={() => void savePdf(look, id!, 'letter')} />
        <Button
          label="Look file"
          accessibilityLabel="Save the look file"
          onPress={() => void saveNow().then(() => window.location.assign(`/api/looks/${id}/export`))}
        />
        <Button
          label="CSV"
          accessibilityLabel="Save as CSV"
          onPress={() =>
            void study()
              .sheetCsv(look)
              .then((text) => download(new Blob([text], { type: 'text/csv' }), `${fileName(look.title)}, sheet.csv`))
              .catch((error: unknown) => say(error instanceof Error ? error.message : String(error)))
          }
        />
      </View>
      <View style={{ gap: 2 }} testID="camera-card">
        {camera.map(({ name: dial, value }) => (
          <Pair key={dial} name={dial} value={value} far={far} />
        ))}
      </View>
      {blocks.length === 0 ? <Text>Add a light on the Balance step; its card stands here then.</Text> : null}
    </Section>
  );
}

function Pair({ name, value, far }: { readonly name: string; readonly value: string; readonly far: boolean }) {
  const styles = useStyles();
  return (
    <View style={styles.pair}>
      <Text size={far ? 'strong' : 'label'} quiet style={styles.name}>
        {name}
      </Text>
      <Text size={far ? 'title' : 'body'} weight="medium" style={{ flex: 1 }}>
        {value}
      </Text>
    </View>
  );
}

function Card({ block, far, done }: { readonly block: SheetBlock; readonly far: boolean; readonly done: boolean }) {
  const styles = useStyles();
  const { lightId, name, heading, fixture, power, rounding, lines } = block;
  return (
    <View style={[styles.card, done && styles.done]} testID={`card-${lightId}`}>
      <View style={styles.head}>
        <View style={{ flex: 1 }}>
          <Text size={far ? 'title' : 'strong'} weight="strong">
            {heading}
          </Text>
          <Text size="label" quiet>
            {fixture}
          </Text>
        </View>
        <Button
          label={done ? 'Set' : 'Check off'}
          accessibilityLabel={done ? `${name} is set; take it back` : `Check off ${name}`}
          on={done}
          onPress={() => toggleChecked(lightId)}
        />
      </View>
      <Text size="huge" weight="strong" narrow>
        {power}
      </Text>
      {rounding ? <Text size="label">{rounding}</Text> : null}
      {lines.map(({ name: dial, value }) => (
        <Pair key={dial} name={dial} value={value} far={far} />
      ))}
    </View>
  );
}

/** Lists that have no page of their own. */
const ON_SCREEN: readonly SheetList['kind'][] = ['close', 'pack'];

function ListSection({ list: { title, items } }: { readonly list: SheetList }) {
  return (
    <Section title={title}>
      <Table
        label={title}
        columns={['What', 'Count']}
        rows={items.map(({ key, name, count, text }) => ({ id: key, cells: [name, `${count ?? ''}`], note: text }))}
      />
    </Section>
  );
}

/** Fetches the sheet as PDF; what is not sent yet is sent first, so that the paper says what the screen says. */
async function savePdf(look: Look, id: string, size: 'a4' | 'letter'): Promise<void> {
  say('The PDF is being drawn …');
  try {
    await saveNow();
    const answer = await fetch(api.sheetPdf(id, size));
    if (!answer.ok) throw new Error(`The server answered ${answer.status}.`);
    download(await answer.blob(), `${fileName(look.title)}, sheet.pdf`);
  } catch (error) {
    say(error instanceof Error ? error.message : String(error));
  }
}

/** Opens the sheet as a page of its own, which prints itself. */
function printSheet(look: Look, kit: readonly KitEntry[]): void {
  const canvas = document.querySelector('canvas');
  let picture: string | null;
  try {
    picture = canvas?.toDataURL('image/jpeg', 0.9) ?? null;
  } catch {
    picture = null;
  }
  const url = URL.createObjectURL(new Blob([sheetHtml(look, kit, picture)], { type: 'text/html' }));
  const page = window.open(url, '_blank');
  if (!page) {
    say('The browser kept the page from opening. Allow pop-ups for this address, then print again.');
    URL.revokeObjectURL(url);
    return;
  }
  page.addEventListener('load', () => {
    page.print();
    URL.revokeObjectURL(url);
  });
}

/** Keeps the screen on while the sheet is open, where the browser can. */
function useScreenAwake(on: boolean): void {
  useEffect(() => {
    if (!on) return undefined;
    let lock: { release: () => Promise<void> } | null = null;
    let left = false;
    const ask = navigator.wakeLock?.request('screen');
    if (!ask) {
      say('This browser cannot keep the screen awake: change it in the settings of the phone.');
      return undefined;
    }
    ask.then(
      (got) => {
        if (left) void got.release();
        else lock = got;
      },
      () => say('The screen could not be kept awake: the battery may be low.'),
    );
    return () => {
      left = true;
      void lock?.release();
    };
  }, [on]);
}
