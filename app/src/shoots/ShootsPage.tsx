import { LIMITS } from '@fulgent/core/document';
import { readLookFile, LARGEST_LOOK_FILE } from '@fulgent/core/scene';
import { Link, useRouter } from 'expo-router';
import { useState } from 'react';
import { Pressable, useWindowDimensions, View } from 'react-native';
import useSWR from 'swr';
import type { LookSummary, Shoot } from '@fulgent/core/contracts';
import { api } from '../api/client';
import { useDrafts } from '../look/drafts';
import { Thumbnail } from '../frame/Thumbnail';
import { SPACE, themed, useIsWide } from '../theme/theme';
import { Button, IconButton } from '../ui/Button';
import { Field } from '../ui/Field';
import { chooseFile, textOf } from '../ui/files';
import { problemLines } from '../ui/problems';
import { ProblemSheet } from '../ui/ProblemSheet';
import { DisplaySheet } from './DisplaySheet';
import { RAIL_WIDTH, SectionFrame } from '../ui/SectionFrame';
import { Sheet } from '../ui/Sheet';
import { Text } from '../ui/Text';
import { say } from '../ui/Toasts';

const WIDEST = 1000;

const useStyles = themed((t) => ({
  inner: { gap: SPACE.l },
  head: { flexDirection: 'row', alignItems: 'center', gap: SPACE.s },
  grid: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.m },
  card: { backgroundColor: t.raised, borderRadius: 3, overflow: 'hidden' },
  cardText: { padding: 10, paddingRight: 4, flexDirection: 'row', alignItems: 'flex-start' },
  shootHead: { flexDirection: 'row', alignItems: 'center', borderTopWidth: 1, borderTopColor: t.line, paddingTop: SPACE.m },
  waiting: { height: 210, flexGrow: 1, flexBasis: 160, backgroundColor: t.raised, borderRadius: 3 },
}));

/** All shoots with their looks as cards. */
export function ShootsPage() {
  const styles = useStyles();
  const [display, setDisplay] = useState(false);
  const router = useRouter();
  const { data: shoots, error, mutate } = useSWR<Shoot[], Error>(api.shoots);
  const [problems, setProblems] = useState<readonly string[] | null>(null);

  const importFile = () =>
    void chooseFile('.json,application/json').then(async (file) => {
      if (!file) return;
      try {
        const stored = await api.createLook(readLookFile(await textOf(file, LARGEST_LOOK_FILE)));
        await mutate();
        say(`${stored.look.title} imported.`, { label: 'Open', run: () => router.push(`/looks/${stored.id}/balance`) });
      } catch (failure) {
        setProblems(problemLines(failure));
      }
    });

  return (
    <SectionFrame>
      <View style={styles.inner}>
        <View style={styles.head}>
          <Text size="huge" weight="strong" role="heading" aria-level={1} style={{ flex: 1 }}>
            Fulgent
          </Text>
          <IconButton icon="sliders" label="Display" onPress={() => setDisplay(true)} />
        </View>
        <View style={{ flexDirection: 'row', gap: SPACE.s, flexWrap: 'wrap' }}>
          <Button label="New look" icon="plus" filled onPress={() => router.push('/new')} />
          <Button label="Import look file" icon="download" onPress={importFile} />
        </View>
        {error && !shoots ? (
          <View style={{ gap: SPACE.m, alignItems: 'flex-start' }}>
            <Text>{error.message}</Text>
            <Button label="Try again" onPress={() => void mutate()} />
          </View>
        ) : null}
        {!shoots && !error ? (
          <View style={styles.grid} role="status" aria-busy accessibilityLabel="Loading shoots">
            {[0, 1, 2].map((i) => (
              <View key={i} style={styles.waiting} />
            ))}
          </View>
        ) : null}
        {shoots?.length === 0 ? (
          <View style={{ gap: SPACE.m, alignItems: 'flex-start' }}>
            <Text>Nothing here yet. Start a look in four short steps, or have the demo shoot to play with.</Text>
            <Button label="Add the demo shoot" onPress={() => void api.addDemo().then(() => mutate())} />
          </View>
        ) : null}
        {shoots?.map((shoot) => (
          <ShootBlock key={shoot.id} shoot={shoot} onChanged={() => void mutate()} />
        ))}
      </View>
      {display ? <DisplaySheet onClose={() => setDisplay(false)} /> : null}
      {problems ? <ProblemSheet problems={problems} onClose={() => setProblems(null)} /> : null}
    </SectionFrame>
  );
}

function ShootBlock({ shoot, onChanged }: { readonly shoot: Shoot; readonly onChanged: () => void }) {
  const styles = useStyles();
  const router = useRouter();
  const { width } = useWindowDimensions();
  const [open, setOpen] = useState(false);
  const wide = useIsWide();
  const inner = Math.min(WIDEST, width - (wide ? RAIL_WIDTH + 2 * SPACE.l : 0)) - 2 * SPACE.m;
  const columns = Math.max(1, Math.min(4, Math.floor((inner + SPACE.m) / 172)));
  const cardWidth = Math.floor((inner - SPACE.m * (columns - 1)) / columns);
  return (
    <View style={{ gap: SPACE.m }} role="region" aria-label={shoot.title}>
      <View style={styles.shootHead}>
        <View style={{ flex: 1 }}>
          <Text size="title" weight="strong" role="heading" aria-level={2}>
            {shoot.title}
          </Text>
          {shoot.note ? (
            <Text size="label" quiet>
              {shoot.note}
            </Text>
          ) : null}
        </View>
        <IconButton icon="plus" label={`New look in ${shoot.title}`} onPress={() => router.push(`/new?shoot=${shoot.id}`)} />
        <IconButton icon="more-horizontal" label={`More on ${shoot.title}`} onPress={() => setOpen(true)} />
      </View>
      {shoot.looks.length === 0 ? <Text quiet>No looks in this shoot yet.</Text> : null}
      <View style={styles.grid}>
        {shoot.looks.map((look) => (
          <Card key={look.id} look={look} shootId={shoot.id} width={cardWidth} onChanged={onChanged} />
        ))}
      </View>
      {open ? <ShootSheet shoot={shoot} onClose={() => setOpen(false)} onChanged={onChanged} /> : null}
    </View>
  );
}

function ShootSheet({
  shoot,
  onClose,
  onChanged,
}: {
  readonly shoot: Shoot;
  readonly onClose: () => void;
  readonly onChanged: () => void;
}) {
  const [title, setTitle] = useState(shoot.title);
  const error = title.trim() ? null : 'Title is empty; give the shoot a name.';
  const remove = async () => {
    await api.deleteShoot(shoot.id);
    onClose();
    onChanged();
    say(`${shoot.title} deleted.`, { label: 'Undo', run: () => void api.restoreShoot(shoot.id).then(onChanged) });
  };
  return (
    <Sheet title={shoot.title} onClose={onClose}>
      <Field label="Title" value={title} onChange={setTitle} error={error} />
      <Button
        label="Rename"
        filled
        disabled={error !== null}
        onPress={() =>
          void api.renameShoot(shoot.id, title.trim()).then(() => {
            onClose();
            onChanged();
          })
        }
      />
      <Button label="Delete shoot" icon="trash-2" onPress={() => void remove()} />
    </Sheet>
  );
}

interface CardProps {
  readonly look: LookSummary;
  readonly shootId: string;
  readonly width: number;
  readonly onChanged: () => void;
}

function Card({ look, shootId, width, onChanged }: CardProps) {
  const styles = useStyles();
  const [open, setOpen] = useState(false);
  const { lights, trouble, patches } = look.card;
  const unsent = useDrafts((ids) => ids.includes(look.id));
  return (
    <View style={[styles.card, { width }]}>
      <Link href={`/looks/${look.id}/balance`} asChild>
        <Pressable accessibilityRole="link" accessibilityLabel={`${look.title}. ${trouble ?? 'Every light sits in its window.'}`}>
          <Thumbnail id={look.id} revision={look.revision} patches={patches} title={look.title} width={width} />
        </Pressable>
      </Link>
      <View style={styles.cardText}>
        <View style={{ flex: 1, gap: 2 }}>
          <Text weight="strong" numberOfLines={2}>
            {look.title}
          </Text>
          <Text size="small" quiet numberOfLines={3}>
            {trouble ?? `${lights} lights, all in their windows`}
          </Text>
          {unsent ? (
            <Text size="small" weight="strong">
              Changes on this device, not synced
            </Text>
          ) : null}
        </View>
        <IconButton icon="more-vertical" label={`More on ${look.title}`} onPress={() => setOpen(true)} />
      </View>
      {open ? <CardSheet look={look} shootId={shootId} onClose={() => setOpen(false)} onChanged={onChanged} /> : null}
    </View>
  );
}

function CardSheet({ look, shootId, onClose, onChanged }: Omit<CardProps, 'width'> & { readonly onClose: () => void }) {
  const duplicate = async () => {
    const { look: original } = await api.readLook(look.id);
    await api.createLook({ ...original, title: `${original.title}, copy`.slice(0, LIMITS.nameLength) }, shootId);
    onClose();
    onChanged();
  };
  const remove = async () => {
    await api.deleteLook(look.id);
    onClose();
    onChanged();
    say(`${look.title} deleted.`, { label: 'Undo', run: () => void api.restoreLook(look.id).then(onChanged) });
  };
  const failed = (error: unknown) => say(error instanceof Error ? error.message : String(error));
  return (
    <Sheet title={look.title} onClose={onClose}>
      <Button label="Export look file" icon="upload" onPress={() => window.location.assign(`/api/looks/${look.id}/export`)} />
      <Button label="Duplicate" icon="copy" onPress={() => void duplicate().catch(failed)} />
      <Button label="Delete look" icon="trash-2" onPress={() => void remove().catch(failed)} />
    </Sheet>
  );
}
