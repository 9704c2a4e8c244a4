import type { Look } from '@fulgent/core/document';
import { COLOUR_SETS, newLookSeen, USUAL_CHOICES } from '@fulgent/core/planning';
import { Pressable, ScrollView, View } from 'react-native';
import { FrameCanvas } from '../frame/FrameCanvas';
import { Poster } from '../frame/Poster';
import { SPACE, themed } from '../theme/theme';
import { Text } from '../ui/Text';
import { useStudy } from '../workers/useStudy';
import type { Make, Seen } from './choices';
import type { First } from './first-pictures';

const [TILE_W, TILE_H] = [92, 104];

const useStyles = themed((t) => ({
  tiles: { gap: SPACE.s, paddingVertical: SPACE.xs },
  tile: { width: TILE_W + 6, borderWidth: 3, borderColor: 'transparent', borderRadius: 3, backgroundColor: t.raised },
  tileOn: { borderColor: t.text },
  tileName: { paddingHorizontal: 6, paddingVertical: 4, minHeight: 40 },
}));

/** Pairs of colours, each as a small picture of what is chosen else. */
export function ColourChoice({
  seen,
  make,
  first,
  isFree,
  value,
  onChange,
}: {
  readonly seen: Seen;
  readonly make: Make;
  readonly first: First;
  /** The large picture has its look: small ones come after it. */
  readonly isFree: boolean;
  readonly value: string;
  readonly onChange: (id: string) => void;
}) {
  const styles = useStyles();
  const ready = COLOUR_SETS.map(({ id }) => first.whole({ ...seen, colours: id }));
  // Its colours on somebody else stand there until it is drawn.
  const before = COLOUR_SETS.map(({ id }) => first.whole({ ...USUAL_CHOICES, colours: id, mood: seen.mood }));
  const isDrawn = isFree && ready.includes(null);
  const { value: looks } = useStudy(
    async () => {
      const all: Look[] = [];
      if (isDrawn) for (const { id } of COLOUR_SETS) all.push((await make({ title: 'New look', ...seen, colours: id })).look);
      return all;
    },
    JSON.stringify({ ...seen, colours: '', isDrawn }),
  );
  return (
    <ScrollView
      horizontal
      showsHorizontalScrollIndicator={false}
      contentContainerStyle={styles.tiles}
      role="radiogroup"
      aria-label="Colours"
    >
      {COLOUR_SETS.map(({ id, name }, i) => (
        <Pressable
          key={id}
          style={[styles.tile, id === value && styles.tileOn]}
          onPress={() => onChange(id)}
          accessibilityRole="radio"
          aria-checked={id === value}
          accessibilityLabel={name}
        >
          <View style={{ width: TILE_W, height: TILE_H, backgroundColor: '#000000' }} testID="light-colour">
            <FirstTile url={ready[i] ?? before[i] ?? null} seen={ready[i] ? seen : USUAL_CHOICES} onLost={first.lost} />
            {!ready[i] && looks?.[i] ? (
              <FrameCanvas small over finest={1} look={looks[i]} width={TILE_W} height={TILE_H} label={name} />
            ) : null}
          </View>
          <View style={styles.tileName}>
            <Text size="label" narrow numberOfLines={2} weight={id === value ? 'strong' : 'medium'}>
              {name}
            </Text>
          </View>
        </Pressable>
      ))}
    </ScrollView>
  );
}

function FirstTile({ url, seen, onLost }: { readonly url: string | null; readonly seen: Seen; readonly onLost: () => void }) {
  return url ? <Poster look={newLookSeen(seen)} width={TILE_W} height={TILE_H} url={url} onLost={onLost} /> : null;
}
