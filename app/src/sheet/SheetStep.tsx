import { openCautions, type SheetLine, type Caution } from '@fulgent/core/day';
import { sheetDocument, type SheetBlock, type SheetList } from '@fulgent/words';
import type { Look } from '@fulgent/core/document';
import type { Href } from 'expo-router';
import { useMemo, useState } from 'react';
import { ScrollView, View } from 'react-native';
import { saveNow, useOpenLook } from '../look/store';
import { useKitEntries } from '../kit/useKit';
import { SPACE, themed } from '../theme/theme';
import { Button } from '../ui/Button';
import { download, fileName } from '../ui/download';
import { Foot, FootLink } from '../ui/Foot';
import { LinkRow } from '../ui/LinkRow';
import { Section, Topic, TopicsSwitch } from '../ui/Section';
import { Table } from '../ui/Table';
import { Text } from '../ui/Text';
import { say } from '../ui/Toasts';
import { study } from '../workers/study';
import { useScreenAwake } from './awake';
import { toggleChecked } from './edits';
import { printSheet, savePdf } from './leaving';
import { Pair, SheetCard } from './SheetCard';

const useStyles = themed(() => ({
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
    <View style={{ flex: 1 }}>
      <ScrollView tabIndex={0}>
        <RunSection blocks={blocks} done={done} far={far} setFar={setFar} awake={awake} setAwake={setAwake} look={look} id={id} />
        <SafetyLink id={id} stops={stops} open={open} />
        <View>
          {blocks.map((block) => (
            <SheetCard key={block.lightId} block={block} far={far} done={look.build.checked.includes(block.lightId)} />
          ))}
        </View>
        <CameraCard camera={camera} far={far} />
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
        {LATER_PAGES.map(({ page, name, text }) => (
          <LinkRow key={page} inset href={`/looks/${id}/sheet/${page}` as Href} name={name} text={text} />
        ))}
        {id ? <FilesTopic look={look} id={id} /> : null}
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
        <TopicsSwitch />
      </ScrollView>
      <NextFoot blocks={blocks} checked={look.build.checked} id={id} />
    </View>
  );
}

/** Pages of the day whose lines tell nothing of the look. */
const LATER_PAGES = [
  { page: 'addresses', name: 'Addresses', text: 'universe and slots of each light on a network' },
  { page: 'schedule', name: 'Set-ups of the day', text: 'the order with the fewest changes' },
  { page: 'devices', name: 'Stand-in devices', text: 'a camera, a meter and network fixtures to try it with' },
] as const;

/** What comes next at the set: the next light to dial, and then a test frame. */
function NextFoot({
  blocks,
  checked,
  id,
}: {
  readonly blocks: readonly SheetBlock[];
  readonly checked: readonly string[];
  readonly id: string | null;
}) {
  const next = blocks.find(({ lightId }) => !checked.includes(lightId));
  if (!next)
    return blocks.length ? (
      <Foot>
        <FootLink href={`/looks/${id}/sheet/frames` as Href} label="All set: take a test frame" />
      </Foot>
    ) : null;
  return (
    <Foot>
      <Text style={{ flex: 1 }} numberOfLines={1}>
        Next: <Text weight="strong">{next.heading}</Text>
      </Text>
      <Text size="title" weight="strong" narrow>
        {next.power}
      </Text>
      <Button
        label="It is set"
        accessibilityLabel={`${next.name} is set, the next one`}
        onPress={() => toggleChecked(next.lightId)}
      />
    </Foot>
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
}: {
  readonly blocks: readonly SheetBlock[];
  readonly done: number;
  readonly far: boolean;
  readonly setFar: (next: boolean) => void;
  readonly awake: boolean;
  readonly setAwake: (next: boolean) => void;
  readonly look: Look;
  readonly id: string | null;
}) {
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
        <Button label="PDF" accessibilityLabel="Save as PDF, A4" onPress={() => void savePdf(look, id!, 'a4')} />
      </View>
      {blocks.length === 0 ? <Text>Add a light on the Balance step; its card stands here then.</Text> : null}
    </Section>
  );
}

/** The camera's own settings: in a line, or each by its name. */
function CameraCard({ camera, far }: { readonly camera: readonly SheetLine[]; readonly far: boolean }) {
  return (
    <Topic
      id="sheet.camera"
      title="Camera"
      now={camera
        .slice(0, IN_A_LINE)
        .map(({ value }) => value)
        .join(' · ')}
    >
      <View style={{ gap: 2 }} testID="camera-card">
        {camera.map(({ name: dial, value }) => (
          <Pair key={dial} name={dial} value={value} far={far} />
        ))}
      </View>
    </Topic>
  );
}

const IN_A_LINE = 4;

/** Everything that leaves the program as paper or as a file. */
function FilesTopic({ look, id }: { readonly look: Look; readonly id: string }) {
  const kit = useKitEntries();
  const styles = useStyles();
  return (
    <Topic id="sheet.files" title="Print and files" now="paper, PDF in Letter, look file, CSV">
      <View style={styles.bar}>
        <Button label="Print" onPress={() => printSheet(look, kit)} />
        <Button label="PDF, Letter" accessibilityLabel="Save as PDF, Letter" onPress={() => void savePdf(look, id, 'letter')} />
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
    </Topic>
  );
}

/** Lists that have no page of their own. */
const ON_SCREEN: readonly SheetList['kind'][] = ['close', 'pack'];

function ListSection({ list: { kind, title, items } }: { readonly list: SheetList }) {
  return (
    <Topic id={`sheet.${kind}`} title={title} now={`${items.length} ${items.length === 1 ? 'thing' : 'things'}`}>
      <Table
        label={title}
        columns={['What', 'Count']}
        rows={items.map(({ key, name, count, text }) => ({ id: key, cells: [name, `${count ?? ''}`], note: text }))}
      />
    </Topic>
  );
}
