import type { FrameRecord } from '@fulgent/core/day';
import type { Look } from '@fulgent/core/document';
import { Link, type Href } from 'expo-router';
import { useState } from 'react';
import { Image, Pressable, StyleSheet, View } from 'react-native';
import { api } from '../api/client';
import { useOpenLook } from '../look/store';
import { SPACE, themed } from '../theme/theme';
import { Button, IconButton } from '../ui/Button';
import { LinkRow } from '../ui/LinkRow';
import { Section } from '../ui/Section';
import { Text } from '../ui/Text';
import { say } from '../ui/Toasts';
import { when } from '../ui/when';
import { exposureWords, KIND_NAMES } from './frame-words';
import { AddFrame, ASKED_AT_FIRST, type Asked } from './AddFrame';
import { Checklist, useNextFrame } from './Checklist';
import { readingLine, useFrames } from './useReading';
import { WatchSection } from './WatchSection';

const FILLERS = [1, 2, 3, 4];

const useStyles = themed((t) => ({
  grid: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s },
  card: { width: 164, flexGrow: 1, maxWidth: 260, backgroundColor: t.raised, borderRadius: 3, overflow: 'hidden' },
  picture: { width: '100%', height: 150, backgroundColor: t.ground },
  filler: { width: 164, flexGrow: 1, maxWidth: 260 },
  text: { padding: SPACE.s, gap: 2 },
  foot: { flexDirection: 'row', justifyContent: 'flex-end' },
}));

/** Frames that were taken of this look, and the way to add one. */
export function FramesPage({ look }: { readonly look: Look }) {
  const id = useOpenLook((state) => state.id)!;
  const { data: frames, error, mutate } = useFrames(api.framesOf(id));
  // What was pressed last; until then, what the checklist wants next.
  const [chosen, setAsked] = useState<Asked | null>(null);
  const next = useNextFrame(look, frames ?? []);
  const asked = chosen ?? next ?? ASKED_AT_FIRST;
  const alone = frames?.filter((frame) => frame.kind === 'alone').length ?? 0;
  return (
    <View>
      <AddFrame look={look} id={id} asked={asked} onAsked={setAsked} onAdded={mutate} />
      <Checklist look={look} frames={frames ?? []} asked={asked} onAsked={setAsked} />
      <LinkRow
        inset
        href={`/looks/${id}/sheet/live` as Href}
        name="Live"
        text="the phone’s camera or a video input against the plan"
      />
      <LinkRow
        inset
        href={`/looks/${id}/sheet/meter` as Href}
        name="Meter readings"
        text={
          look.day.meter.length
            ? `${look.day.meter.length} kept: which light is off, and what to dial`
            : 'a light or colour meter at a place, held against the plan'
        }
      />
      <WatchSection lookId={id} onTaken={() => void mutate()} />
      {error && !frames ? (
        <View style={{ padding: SPACE.m, gap: SPACE.m, alignItems: 'flex-start' }}>
          <Text>{error.message}</Text>
          <Button label="Try again" onPress={() => void mutate()} />
        </View>
      ) : null}
      {look.lights
        .map(({ id: lightId, name }) => ({
          lightId,
          name,
          count: frames?.filter((frame) => frame.kind === 'bracket' && frame.lightId === lightId).length ?? 0,
        }))
        .filter(({ count }) => count > 1)
        .map(({ lightId, name, count }) => (
          <LinkRow
            key={lightId}
            inset
            href={`/looks/${id}/sheet/bracket?light=${lightId}` as Href}
            name={`Bracket of ${name}`}
            text={`${count} frames side by side: what clips, where the colour is strongest`}
          />
        ))}
      {alone > 1 ? (
        <LinkRow
          inset
          href={`/looks/${id}/sheet/reweigh` as Href}
          name="Remix light-alone frames"
          text={`${alone} frames, at other powers, without shooting again`}
        />
      ) : null}
      {frames?.length ? (
        <Section title="Frames" aside={`${frames.length}`}>
          <Cards frames={frames} lookId={id} look={look} onChanged={() => void mutate()} />
        </Section>
      ) : null}
      {frames?.length === 0 ? (
        <Section title="Frames" aside="none yet">
          <Text>Each frame is held against the plan here: which light is off, and what to dial.</Text>
        </Section>
      ) : null}
    </View>
  );
}

function Cards({
  frames,
  lookId,
  look,
  onChanged,
}: {
  readonly frames: readonly FrameRecord[];
  readonly lookId: string;
  readonly look: Look;
  readonly onChanged: () => void;
}) {
  const styles = useStyles();
  const remove = async (frame: FrameRecord) => {
    await api.deleteFrame(frame.id);
    onChanged();
    say(`${frame.name} deleted.`, { label: 'Undo', run: () => void api.restoreFrame(frame.id).then(onChanged) });
  };
  return (
    <View style={styles.grid}>
      {[...frames].reverse().map((frame) => {
        const light = look.lights.find(({ id }) => id === frame.lightId)?.name;
        const said = [
          frame.notes.chosen ? 'chosen' : null,
          frame.notes.verdict || null,
          frame.kind === 'bracket' ? `${frame.stops > 0 ? '+' : ''}${frame.stops} stops` : null,
        ].filter(Boolean);
        return (
          <View key={frame.id} style={styles.card} testID={`frame-card-${frame.id}`}>
            <Link href={`/looks/${lookId}/sheet/frame?frame=${frame.id}` as Href} asChild>
              <Pressable
                style={StyleSheet.flatten([])}
                accessibilityRole="link"
                accessibilityLabel={`${frame.name}: compare it with the plan`}
              >
                <Image
                  testID="light-colour"
                  style={styles.picture}
                  source={{ uri: api.framePicture(frame.id) }}
                  resizeMode="contain"
                  accessibilityLabel={frame.name}
                />
                <View style={styles.text}>
                  <Text weight="strong" numberOfLines={1}>
                    {frame.name}
                  </Text>
                  <Text size="small" quiet numberOfLines={2}>
                    {[
                      light && frame.kind !== 'full'
                        ? `${light}, ${KIND_NAMES[frame.kind].toLowerCase()}`
                        : KIND_NAMES[frame.kind],
                      ...said,
                    ].join(' · ')}
                  </Text>
                  {readingLine(frame) ? (
                    <Text size="small" numberOfLines={3}>
                      {readingLine(frame)}
                    </Text>
                  ) : null}
                  <Text size="small" quiet numberOfLines={2}>
                    {exposureWords(frame)}
                  </Text>
                  <Text size="small" quiet>
                    {when(new Date(frame.createdAt).toISOString())}
                  </Text>
                </View>
              </Pressable>
            </Link>
            <View style={styles.foot}>
              <IconButton icon="x" label={`Delete ${frame.name}`} onPress={() => void remove(frame)} />
            </View>
          </View>
        );
      })}
      {/* The last row's cards are as wide as those above. */}
      {FILLERS.map((n) => (
        <View key={n} style={styles.filler} />
      ))}
    </View>
  );
}
