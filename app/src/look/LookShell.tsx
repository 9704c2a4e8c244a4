import { stepWords } from '@fulgent/words';
import { Link, Slot, usePathname, useRouter } from 'expo-router';
import { useEffect, useMemo, useState } from 'react';
import { Pressable, ScrollView, StyleSheet, View } from 'react-native';
import { endComparison } from '../frame/comparison';
import { SPACE, themed, TOUCH, useIsOnItsSide, useIsWide } from '../theme/theme';
import { Button, IconButton } from '../ui/Button';
import { useLate } from '../ui/held';
import { RAIL_WIDTH, SectionLinks } from '../ui/SectionFrame';
import { Text } from '../ui/Text';
import { say } from '../ui/Toasts';
import { WaitingRows } from '../ui/Waiting';
import { ConflictSheet } from './ConflictSheet';
import { useKeys } from './keys';
import { STEPS } from './steps';
import { OpenPicture } from './OpenPicture';
import { RenameSheet } from './RenameSheet';
import { closeLook, leaveOthers, openLook, redo, undo, useOpenLook, useOthers, watchOthers, type SaveState } from './store';

const SAVE_WORDS: Record<SaveState, string> = {
  kept: 'Saved',
  keeping: 'Saving',
  unsent: 'Not synced',
  conflict: 'changed elsewhere',
  refused: 'not accepted',
};

const BACK_TO: Readonly<Record<string, string>> = {
  lights: 'Back to the ladder',
  palette: 'Back to the palette',
  camera: 'Back to the camera',
  build: 'Back to the build-up',
  sheet: 'Back to the run sheet',
};

const useStyles = themed((t) => ({
  page: { flex: 1, backgroundColor: t.ground },
  wide: { flex: 1, flexDirection: 'row', backgroundColor: t.ground },
  rail: { width: RAIL_WIDTH, borderRightWidth: 1, borderRightColor: t.line, paddingVertical: SPACE.m },
  railStep: { minHeight: 52, flexDirection: 'row', alignItems: 'center', gap: SPACE.m, paddingLeft: SPACE.l },
  railOn: { backgroundColor: t.raised },
  beside: { width: '42%', borderRightWidth: 1, borderRightColor: t.line },
  middle: { flex: 1, padding: SPACE.m, gap: SPACE.m },
  right: { width: '47%', minWidth: 460, borderLeftWidth: 1, borderLeftColor: t.line },
  head: { flexDirection: 'row', alignItems: 'center', minHeight: 50, paddingRight: SPACE.xs },
  title: { flex: 1, minHeight: TOUCH, justifyContent: 'center' },
  tabs: {
    minWidth: '100%',
    flexDirection: 'row',
    paddingHorizontal: SPACE.m,
    gap: SPACE.s,
    borderBottomWidth: 1,
    borderBottomColor: t.line,
  },
  tab: {
    minHeight: TOUCH,
    justifyContent: 'center',
    borderBottomWidth: 2,
    borderBottomColor: 'transparent',
    paddingHorizontal: 2,
  },
  tabOn: { borderBottomColor: t.text },
  failure: {
    flex: 1,
    padding: SPACE.l,
    gap: SPACE.m,
    backgroundColor: t.ground,
    justifyContent: 'center',
    alignItems: 'flex-start',
  },
}));

/** The frame round every step of a look: its title, what is kept, the steps, the picture, and the step itself. */
export function LookShell({ id }: { readonly id: string }) {
  const styles = useStyles();
  const wide = useIsWide();
  const onItsSide = useIsOnItsSide();
  const router = useRouter();
  const lost = useOpenLook((state) => (state.id === id ? state.failure : null));
  const ready = useOpenLook((state) => state.id === id && state.look !== null);
  const step = useStep();
  // The pages of the day need the screen for themselves: frames, cautions, lists.
  const inside = usePathname().split('/').length > 4;
  useEffect(() => {
    void openLook(id);
    watchOthers(id);
    return () => leaveOthers(id);
  }, [id]);
  useEffect(
    () => () => {
      closeLook();
      endComparison();
    },
    [],
  );
  const keys = useKeys(id);

  if (lost) {
    return (
      <View style={styles.failure}>
        <Text size="title" weight="strong">
          This look cannot be shown
        </Text>
        <Text>{lost}</Text>
        <Button label="Back to shoots" onPress={() => router.replace('/')} />
      </View>
    );
  }
  if (wide) {
    return (
      <View style={styles.wide}>
        <Rail id={id} />
        <View style={styles.middle} role="region" aria-label="Picture">
          <Head />
          <OpenPicture step={step} wide />
        </View>
        <View style={styles.right} role="main">
          {ready ? <Slot /> : <WaitingRows count={8} />}
        </View>
        <ConflictSheet />
        {keys}
      </View>
    );
  }
  const hasPicture = !(step === 'palette' || (step === 'sheet' && inside));
  if (onItsSide) {
    return (
      <View style={styles.wide}>
        {hasPicture ? (
          <View style={styles.beside} role="region" aria-label="Picture">
            <OpenPicture step={step} onItsSide />
          </View>
        ) : null}
        <View style={{ flex: 1 }} role="main">
          <Head />
          <Tabs id={id} />
          <View style={{ flex: 1 }}>{ready ? <Slot /> : <WaitingRows count={6} />}</View>
        </View>
        <ConflictSheet />
        {keys}
      </View>
    );
  }
  return (
    <View style={styles.page} role="main">
      <Head />
      <Tabs id={id} />
      {hasPicture ? <OpenPicture step={step} /> : null}
      <View style={{ flex: 1 }}>{ready ? <Slot /> : <WaitingRows count={6} />}</View>
      <SectionLinks />
      <ConflictSheet />
      {keys}
    </View>
  );
}

/** The step that is open, from the address. */
function useStep(): string {
  return usePathname().split('/')[3] ?? 'balance';
}

function Head() {
  const styles = useStyles();
  const wide = useIsWide();
  const router = useRouter();
  const step = useStep();
  const title = useOpenLook((state) => state.look?.title ?? '');
  const save = useOpenLook((state) => state.save);
  const id = useOpenLook((state) => state.id);
  const [renaming, setRenaming] = useState(false);
  const inside = usePathname().split('/').length > 4;
  const home = step === 'lights' ? 'balance' : step;
  const back = () => (inside ? router.navigate(`/looks/${id}/${home}`) : router.navigate('/'));
  return (
    <View>
      <View style={styles.head}>
        {wide ? null : (
          <IconButton icon="chevron-left" label={inside ? (BACK_TO[step] ?? 'Back') : 'Back to shoots'} onPress={back} />
        )}
        <Pressable
          style={styles.title}
          onPress={() => setRenaming(true)}
          accessibilityRole="button"
          accessibilityLabel={`Rename ${title}`}
        >
          <Text size="title" weight="strong" numberOfLines={1} role="heading" aria-level={1}>
            {title}
          </Text>
        </Pressable>
        <Text size="label" quiet testID="save-state" aria-live="polite" style={{ paddingHorizontal: SPACE.s }}>
          {SAVE_WORDS[save]}
        </Text>
        <StepButtons />
      </View>
      <HeadLines />
      {renaming ? <RenameSheet onClose={() => setRenaming(false)} /> : null}
    </View>
  );
}

/** What was undone is said no longer than it takes to read. */
const BRIEFLY_MS = 2500;

/** Back and forth, by name. */
function StepButtons() {
  const look = useLate(useOpenLook((state) => state.look));
  const before = useOpenLook((state) => state.past.at(-1));
  const after = useOpenLook((state) => state.future[0]);
  const back = useMemo(() => (look && before ? stepWords(before, look) : ''), [look, before]);
  const forth = useMemo(() => (look && after ? stepWords(look, after) : ''), [look, after]);
  const take = (step: () => void, said: string) => {
    step();
    say(said, undefined, BRIEFLY_MS);
  };
  return (
    <>
      <IconButton
        icon="corner-up-left"
        label={back ? `Undo: ${back}` : 'Undo'}
        disabled={!before}
        onPress={() => take(undo, `Undone: ${back}.`)}
      />
      <IconButton
        icon="corner-up-right"
        label={forth ? `Redo: ${forth}` : 'Redo'}
        disabled={!after}
        onPress={() => take(redo, `Again: ${forth}.`)}
      />
    </>
  );
}

/** What is said under the title: about saving, who else is here, and what cannot be computed. */
function HeadLines() {
  const save = useOpenLook((state) => state.save);
  const message = useOpenLook((state) => state.saveMessage);
  const trouble = useOpenLook((state) => state.trouble);
  const { names, changed } = useOthers();
  // Under the title, which a wide page sets in as a whole.
  const line = { paddingHorizontal: useIsWide() ? 0 : SPACE.m, paddingBottom: SPACE.xs };
  return (
    <>
      {message && save !== 'kept' ? (
        <Text size="small" style={line} role="status">
          {message}
        </Text>
      ) : null}
      {changed || names.length > 0 ? (
        <Text size="small" quiet={!changed} style={line} numberOfLines={1} role="status" testID="others">
          {changed ?? `Also here: ${names.join(', ')}`}
        </Text>
      ) : null}
      {trouble ? (
        <Text size="small" weight="strong" style={line} role="alert">
          {trouble}
        </Text>
      ) : null}
    </>
  );
}

function Tabs({ id }: { readonly id: string }) {
  const styles = useStyles();
  const step = useStep();
  return (
    <ScrollView
      horizontal
      showsHorizontalScrollIndicator={false}
      style={{ flexGrow: 0 }}
      contentContainerStyle={styles.tabs}
      role="navigation"
      aria-label="Steps"
    >
      {STEPS.map(({ id: name, name: text }) => {
        const on = name === step || (name === 'balance' && step === 'lights');
        return (
          <Link key={name} href={`/looks/${id}/${name}`} asChild>
            <Pressable
              style={StyleSheet.flatten([styles.tab, on && styles.tabOn])}
              accessibilityRole="link"
              aria-current={on ? 'page' : undefined}
            >
              <Text weight={on ? 'strong' : 'medium'} quiet={!on}>
                {text}
              </Text>
            </Pressable>
          </Link>
        );
      })}
    </ScrollView>
  );
}

function Rail({ id }: { readonly id: string }) {
  const styles = useStyles();
  const step = useStep();
  return (
    <View style={styles.rail} role="navigation" aria-label="Steps">
      <Link href="/" asChild>
        <Pressable style={styles.railStep} accessibilityRole="link" accessibilityLabel="Fulgent, all shoots">
          <Text size="big" weight="strong">
            Fulgent
          </Text>
        </Pressable>
      </Link>
      <View style={{ height: SPACE.l }} />
      {STEPS.map(({ id: name, name: text }, i) => {
        const on = name === step || (name === 'balance' && step === 'lights');
        return (
          <Link key={name} href={`/looks/${id}/${name}`} asChild>
            <Pressable
              style={StyleSheet.flatten([styles.railStep, on && styles.railOn])}
              accessibilityRole="link"
              aria-current={on ? 'page' : undefined}
            >
              <Text size="label" quiet narrow>
                {i + 1}
              </Text>
              <Text size="strong" weight={on ? 'strong' : 'medium'} quiet={!on}>
                {text}
              </Text>
            </Pressable>
          </Link>
        );
      })}
      <View style={{ flex: 1 }} />
      <SectionLinks rail />
    </View>
  );
}
