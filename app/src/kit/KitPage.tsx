import {
  KIT_FORMAT,
  KIT_KINDS,
  KIT_VERSION,
  LARGEST_KIT_FILE,
  readKitFile,
  type KitEntry,
  type KitFile,
  type KitKind,
} from '@fulgent/core/catalogue';
import { Link, useLocalSearchParams, useRouter } from 'expo-router';
import { useMemo, useState } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import type { StoredEntry } from '@fulgent/core/contracts';
import { api } from '../api/client';
import { SPACE, themed } from '../theme/theme';
import { Button, Choice } from '../ui/Button';
import { Field } from '../ui/Field';
import { chooseFile, textOf } from '../ui/files';
import { problemLines } from '../ui/problems';
import { ProblemSheet } from '../ui/ProblemSheet';
import { SectionFrame } from '../ui/SectionFrame';
import { Sheet } from '../ui/Sheet';
import { Text } from '../ui/Text';
import { Waiting } from '../ui/Waiting';
import { say } from '../ui/Toasts';
import { LinkRow } from '../ui/LinkRow';
import { study } from '../workers/study';
import { AddEntry } from './AddEntry';
import { entryFacts, entrySwatch } from './entry-words';
import { useKit, useOwnOnly } from './useKit';

export const KIND_NAMES: Record<KitKind, string> = {
  gel: 'Gels',
  fixture: 'Fixtures',
  modifier: 'Modifiers',
  camera: 'Cameras',
  surface: 'Surfaces',
};

const useStyles = themed((t) => ({
  row: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: SPACE.m,
    minHeight: 56,
    borderBottomWidth: 1,
    borderBottomColor: t.line,
  },
  swatch: { width: 40, height: 40, borderRadius: 2 },
  tools: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s },
}));

/** Stock to work with: the made-up stand-ins and one's own, by kind. */
export function KitPage() {
  const styles = useStyles();
  const router = useRouter();
  const { kind: wanted } = useLocalSearchParams<{ kind?: string }>();
  const kind: KitKind = KIT_KINDS.find((one) => one === wanted) ?? 'gel';
  const { stored, loaded, error, refresh } = useKit();
  const { ownOnly, setOwnOnly } = useOwnOnly();
  const [words, setWords] = useState('');
  const [archived, setArchived] = useState(false);
  const [adding, setAdding] = useState(false);
  const [files, setFiles] = useState(false);
  const [problems, setProblems] = useState<readonly string[] | null>(null);
  const shown = useMemo(() => {
    const sought = words.trim().toLowerCase();
    return stored.filter(
      ({ entry }) => entry.kind === kind && entry.archived === archived && (!sought || entry.name.toLowerCase().includes(sought)),
    );
  }, [stored, kind, words, archived]);
  const hasArchived = stored.some(({ entry }) => entry.kind === kind && entry.archived);

  const importKit = () =>
    void chooseFile('.json,.csv,application/json,text/csv').then(async (file) => {
      if (!file) return;
      try {
        const { added, replaced } = await api.importKit(await kitOf(file));
        refresh();
        say(`${added} added, ${replaced} replaced.`);
      } catch (failure) {
        setProblems(problemLines(failure));
      }
    });

  return (
    <SectionFrame>
      <Text size="huge" weight="strong" role="heading" aria-level={1}>
        Kit
      </Text>
      <Choice
        label="Kind"
        options={KIT_KINDS.map((id) => ({ id, name: KIND_NAMES[id] }))}
        value={kind}
        onChange={(id) => router.setParams({ kind: id })}
        scroll
      />
      <View style={styles.tools}>
        <Button label="Add" icon="plus" filled onPress={() => setAdding(true)} />
        <Button label="Files" icon="folder" onPress={() => setFiles(true)} />
        <Button label="Only mine" on={ownOnly} onPress={() => void setOwnOnly(!ownOnly)} />
        {hasArchived || archived ? (
          <Button label={archived ? 'Back to what is in use' : 'Archived'} on={archived} onPress={() => setArchived(!archived)} />
        ) : null}
      </View>
      <Text size="label" quiet>
        {ownOnly
          ? 'Only your own gels, fixtures and modifiers are offered, proposed and placed.'
          : 'Stand-ins are offered beside your own things, everywhere.'}
      </Text>
      <LinkRow href="/kit/bookings" name="Bookings" text="What is taken on which day, and what two shoots both want" />
      <Field label={`Find in ${KIND_NAMES[kind].toLowerCase()}`} value={words} onChange={setWords} />
      {error ? <Text role="alert">{error.message}</Text> : null}
      {!loaded && !error ? <Waiting height={320} label="Loading the kit" /> : null}
      <View testID="kit-list" style={{ gap: SPACE.m }}>
        <KitList title={shown.some(({ standIn }) => standIn) ? 'Mine' : ''} list={shown.filter(({ standIn }) => !standIn)} />
        <KitList title="Stand-ins" list={shown.filter(({ standIn }) => standIn)} isAside={ownOnly && !archived} />
        {loaded && shown.length === 0 ? (
          <Text quiet>{archived ? 'Nothing is archived here.' : words ? 'Nothing of that name.' : 'Nothing here yet.'}</Text>
        ) : null}
      </View>
      {files ? <KitFiles setFiles={setFiles} importKit={importKit} /> : null}
      {adding ? <AddEntry kind={kind} onClose={() => setAdding(false)} onAdded={refresh} /> : null}
      {problems ? <ProblemSheet problems={problems} onClose={() => setProblems(null)} /> : null}
    </SectionFrame>
  );
}

/** A kit from a kit file, or from its table. */
async function kitOf(file: File): Promise<KitFile> {
  const text = await textOf(file, LARGEST_KIT_FILE);
  if (!/\.csv$/i.test(file.name)) return readKitFile(text);
  return { format: KIT_FORMAT, version: KIT_VERSION, entries: await study().readKitTable(text) };
}

/** Rows of one's own, or of stand-ins; those that are left out everywhere stay folded. */
function KitList({
  title,
  list,
  isAside = false,
}: {
  readonly title: string;
  readonly list: readonly StoredEntry[];
  readonly isAside?: boolean;
}) {
  const [isOpen, setOpen] = useState(false);
  if (list.length === 0) return null;
  return (
    <View testID={title === 'Stand-ins' ? 'kit-stand-ins' : 'kit-own'} style={isAside ? { gap: SPACE.s } : undefined}>
      {title ? (
        <Text size="strong" weight="strong" role="heading" aria-level={2} style={{ paddingTop: SPACE.s }}>
          {title}, {list.length}
        </Text>
      ) : null}
      {isAside && !isOpen ? (
        <View style={{ flexDirection: 'row' }}>
          <Button label="Show them" tight onPress={() => setOpen(true)} />
        </View>
      ) : (
        list.map((one) => <Row key={one.entry.id} stored={one} />)
      )}
    </View>
  );
}

function KitFiles({ setFiles, importKit }: { readonly setFiles: (next: boolean) => void; readonly importKit: () => void }) {
  return (
    <Sheet title="Kit files" onClose={() => setFiles(false)}>
      <Text size="label" quiet>
        A kit file holds your own entries and what you changed about the stand-ins. The table opens in a spreadsheet: change
        counts, names, sizes or notes there and import it again; all else stays.
      </Text>
      <Button
        label="Import kit file or table"
        icon="download"
        onPress={() => {
          setFiles(false);
          importKit();
        }}
      />
      <Button label="Export kit file" icon="upload" onPress={() => window.location.assign(api.kitExport)} />
      <Button label="Export table, CSV" icon="grid" onPress={() => window.location.assign(api.kitTable)} />
    </Sheet>
  );
}

function Row({ stored: { entry, standIn } }: { readonly stored: StoredEntry }) {
  const styles = useStyles();
  const swatch = useMemo(() => entrySwatch(entry), [entry]);
  const facts = useMemo(() => entryFacts(entry), [entry]);
  return (
    <Link href={`/kit/${entry.id}`} asChild>
      <Pressable style={StyleSheet.flatten(styles.row)} accessibilityRole="link" accessibilityLabel={`${entry.name}, ${facts}`}>
        {swatch ? <View testID="light-colour" style={[styles.swatch, { backgroundColor: swatch }]} /> : null}
        <View style={{ flex: 1 }}>
          <Text weight="medium" numberOfLines={1}>
            {entry.name}
          </Text>
          <Text size="label" quiet narrow numberOfLines={1}>
            {facts}
            {standIn ? '' : ` · ${entry.provenance}`}
          </Text>
        </View>
        <Text weight="strong" narrow>
          {countText(entry)}
        </Text>
      </Pressable>
    </Link>
  );
}

function countText(entry: KitEntry): string {
  if (entry.kind === 'surface' || entry.kind === 'camera') return '';
  return entry.kind === 'gel' ? `${entry.count} ${entry.count === 1 ? 'sheet' : 'sheets'}` : `${entry.count}`;
}
