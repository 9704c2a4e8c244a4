import type { FrameKind, FrameRecord } from '@fulgent/core/day';
import type { Look } from '@fulgent/core/document';
import { Link, type Href } from 'expo-router';
import { useState } from 'react';
import { Image, Pressable, StyleSheet, View } from 'react-native';
import useSWR from 'swr';
import { api } from '../api/client';
import { useOpenLook } from '../look/store';
import { SPACE, themed } from '../theme/theme';
import { Button, IconButton } from '../ui/Button';
import { Dial } from '../ui/Dial';
import { chooseFile, PICTURE_FILES } from '../ui/files';
import { LinkRow } from '../ui/LinkRow';
import { Pick } from '../ui/Pick';
import { Section } from '../ui/Section';
import { StepperGrid } from '../ui/Stepper';
import { Text } from '../ui/Text';
import { say } from '../ui/Toasts';
import { when } from '../ui/when';
import { exposureWords, frameName, KIND_NAMES } from './frame-words';
import { readingLine, useFrames } from './useReading';
import { WatchSection } from './WatchSection';

const KINDS = Object.entries(KIND_NAMES).map(([id, name]) => ({ id, name }));

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
  const alone = frames?.filter((frame) => frame.kind === 'alone').length ?? 0;
  return (
    <View>
      <AddSection look={look} id={id} onAdded={mutate} />
      <LinkRow
        inset
        href={`/looks/${id}/sheet/live` as Href}
        name="Live"
        text="the phone’s camera or a video input against the plan"
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
          <Text>
            Build up one light at a time: a black frame first, then each light alone, then all. Each is compared with the plan
            here.
          </Text>
        </Section>
      ) : null}
    </View>
  );
}

function AddSection({
  look,
  id,
  onAdded,
}: {
  readonly look: Look;
  readonly id: string;
  readonly onAdded: () => Promise<unknown>;
}) {
  const { data: devices } = useSWR<{ on: boolean }>(api.devices);
  const [kind, setKind] = useState<FrameKind>('full');
  const [lightId, setLight] = useState(look.lights[0]?.id ?? '');
  const [stops, setStops] = useState(0);
  const [busy, setBusy] = useState(false);
  const light = look.lights.find((one) => one.id === lightId);
  const ofLight = kind === 'alone' || kind === 'bracket';

  const work = async (make: () => Promise<FrameRecord>) => {
    setBusy(true);
    try {
      const frame = await make();
      await onAdded();
      say(`${frame.name} is here.`);
    } catch (failure) {
      say(failure instanceof Error ? failure.message : String(failure));
    } finally {
      setBusy(false);
    }
  };
  const load = () =>
    void chooseFile(PICTURE_FILES).then((file) => {
      if (!file) return undefined;
      const name = frameName(file, 'Frame');
      return work(() =>
        api.addFrame(id, file, {
          name,
          kind,
          light: ofLight ? lightId : '',
          stops: kind === 'bracket' ? stops : 0,
          video: false,
        }),
      );
    });
  const shoot = () =>
    void work(() =>
      api.shoot(
        id,
        kind === 'bracket' ? { light: lightId, stops } : { alone: kind === 'black' ? 'none' : kind === 'alone' ? lightId : '' },
      ),
    );
  return (
    <Section title="Add a frame" aside="JPEG, PNG or TIFF">
      <Pick label="Shows" current={KIND_NAMES[kind]} options={KINDS} onPick={(one) => setKind(one as FrameKind)} />
      {ofLight && light ? (
        <Pick
          label="Light"
          current={light.name}
          options={look.lights.map(({ id: one, name }) => ({ id: one, name }))}
          onPick={setLight}
        />
      ) : null}
      {kind === 'bracket' ? (
        <StepperGrid>
          <Dial label="From the plan" value={stops} onChange={setStops} low={-6} high={6} step={1} unit="stops" />
        </StepperGrid>
      ) : null}
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
        <Button label={busy ? 'Reading…' : 'Load a file'} icon="download" filled disabled={busy} onPress={load} />
        {devices?.on ? <Button label="Simulated camera" disabled={busy} onPress={shoot} /> : null}
      </View>
      <Text size="label" quiet>
        Straight from the camera, with the curve as plain as it goes: what was graded is no evidence. Lock the power first where
        the camera meters the flash.
      </Text>
    </Section>
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
