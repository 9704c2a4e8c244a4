import { readBracket } from '@fulgent/core/day';
import type { Look } from '@fulgent/core/document';
import { formatStops } from '@fulgent/core/exposure';
import { bracketWords } from '@fulgent/words';
import { useLocalSearchParams } from 'expo-router';
import { Image, View } from 'react-native';
import useSWR from 'swr';
import { api } from '../api/client';
import { useOpenLook } from '../look/store';
import { SPACE, themed, useIsWide } from '../theme/theme';
import { Section } from '../ui/Section';
import { Table } from '../ui/Table';
import { Text } from '../ui/Text';
import { Waiting } from '../ui/Waiting';
import { areaWords } from './frame-words';
import { useFrames } from './useReading';

const useStyles = themed((t) => ({
  sheet: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s },
  step: { width: '31.6%', gap: 3 },
  stepWide: { width: '18.8%' },
  picture: { width: '100%', aspectRatio: 0.8, backgroundColor: t.raised },
  best: { borderWidth: 2, borderColor: t.text },
}));

const area = (share: number | null) => (share === null ? 'not read' : areaWords(share));
const figure = (value: number | null) => (value === null ? 'not read' : value.toFixed(2));

/** One light at several levels, side by side: what clips, how strong the colour is, how the edge stands off. */
export function BracketPage({ look }: { readonly look: Look }) {
  const styles = useStyles();
  const wide = useIsWide();
  const lookId = useOpenLook((state) => state.id)!;
  const { light: lightId = '' } = useLocalSearchParams<{ light: string }>();
  const { data: all } = useFrames(api.framesOf(lookId));
  const frames = (all ?? [])
    .filter(({ kind, lightId: own }) => kind === 'bracket' && own === lightId)
    .sort((a, b) => a.stops - b.stops);
  const { data: read, error } = useSWR(
    frames.length ? ['bracket', ...frames.map(({ id, revision }) => `${id}.${revision}`)] : null,
    async () => {
      const out = await Promise.all(
        frames.map(async ({ id, stops, reading }) => ({ stops, ...(reading ?? (await api.readFrameReading(id))) })),
      );
      return readBracket(look, lightId, out);
    },
  );
  const name = look.lights.find(({ id }) => id === lightId)?.name ?? 'This light';
  if (all && frames.length === 0)
    return <Text style={{ padding: SPACE.m }}>There is no bracket of this light. Add frames of it under Test frames.</Text>;
  return (
    <View>
      <Section title={name} aside={`${frames.length} frames`}>
        <View style={styles.sheet}>
          {frames.map((frame) => (
            <View key={frame.id} style={[styles.step, wide && styles.stepWide]}>
              <Image
                testID="light-colour"
                style={[styles.picture, read?.bestStops === frame.stops && styles.best]}
                source={{ uri: api.framePicture(frame.id) }}
                resizeMode="contain"
                accessibilityLabel={`${name} at ${formatStops(frame.stops)}`}
              />
              <Text size="small" narrow weight={read?.bestStops === frame.stops ? 'strong' : 'medium'}>
                {formatStops(frame.stops)}
              </Text>
            </View>
          ))}
        </View>
        {error ? <Text role="alert">{error instanceof Error ? error.message : String(error)}</Text> : null}
        {read ? (
          <>
            <Text weight="strong" testID="bracket-text">
              {bracketWords(name, read.finding)}
            </Text>
            <Table
              label="Bracket"
              columns={['Stops', 'Frame clips', 'Place clips', 'Chroma', 'Edge off']}
              first={0.8}
              rows={read.steps.map(({ stops, clipped, placeClipped, chroma, separation }, i) => ({
                id: `${i} ${stops}`,
                cells: [formatStops(stops), area(clipped), area(placeClipped), figure(chroma), figure(separation)],
                present: stops === read.bestStops,
              }))}
            />
          </>
        ) : (
          <Waiting height={120} label="Measuring the bracket" />
        )}
        <Text size="label" quiet>
          Chroma at the place where the light works; the edge is the least difference of the subject’s edge from the backdrop.
          Change nothing else between the frames.
        </Text>
      </Section>
    </View>
  );
}
