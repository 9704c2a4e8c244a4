import type { SheetBlock } from '@fulgent/words';
import { Pressable, View } from 'react-native';
import { useOpenLook } from '../look/store';
import { gelText } from '../look/words';
import { SPACE, themed, useTheme } from '../theme/theme';
import { Button } from '../ui/Button';
import { Icon } from '../ui/Icon';
import { Text } from '../ui/Text';
import { toggleTopic, useTopicOpen } from '../ui/topics';
import { toggleChecked } from './edits';

const useStyles = themed((t) => ({
  card: { borderBottomWidth: 1, borderBottomColor: t.line, paddingRight: SPACE.m },
  patch: { width: 6, alignSelf: 'stretch', marginRight: SPACE.s },
  fold: { flex: 1, flexDirection: 'row', alignItems: 'center', gap: SPACE.s, minHeight: 62 },
  lines: { gap: SPACE.s, paddingLeft: SPACE.m, paddingBottom: SPACE.m },
  done: { opacity: 0.55 },
  head: { flexDirection: 'row', alignItems: 'center', gap: SPACE.s },
  pair: { flexDirection: 'row', alignItems: 'baseline', gap: SPACE.m },
  name: { width: 128 },
}));

/** A dial and what it is set to. */
export function Pair({ name, value, far }: { readonly name: string; readonly value: string; readonly far: boolean }) {
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

/** One light of the sheet: a line, or all its settings. */
export function SheetCard({ block, far, done }: { readonly block: SheetBlock; readonly far: boolean; readonly done: boolean }) {
  const styles = useStyles();
  const theme = useTheme();
  const { lightId, name, heading, fixture, power, rounding, lines } = block;
  const colour = useOpenLook((state) => state.readings?.lights.find(({ id }) => id === lightId)?.hex);
  const look = useOpenLook((state) => state.look);
  const light = look?.lights.find(({ id }) => id === lightId);
  const isOpen = useTopicOpen(`card.${lightId}`) || far;
  return (
    <View style={[styles.card, done && styles.done]} testID={`card-${lightId}`}>
      <View style={styles.head}>
        <View testID="light-colour" style={[styles.patch, { backgroundColor: colour }]} />
        <Pressable
          style={styles.fold}
          onPress={() => toggleTopic(`card.${lightId}`)}
          disabled={far}
          accessibilityRole="button"
          accessibilityLabel={`${heading}, ${power}: all its settings`}
          aria-expanded={isOpen}
        >
          <View style={{ flex: 1 }}>
            <Text size={far ? 'title' : 'strong'} weight="strong" numberOfLines={far ? 2 : 1}>
              {heading}
            </Text>
            <Text size="label" quiet numberOfLines={far ? 2 : 1}>
              {isOpen || !light ? fixture : `${gelText(light, look)} · ${fixture}`}
            </Text>
          </View>
          {isOpen ? null : (
            <Text size="title" weight="strong" narrow>
              {power}
            </Text>
          )}
          {far ? null : <Icon name={isOpen ? 'chevron-up' : 'chevron-down'} size={18} color={theme.quiet} />}
        </Pressable>
        <Button
          label={done ? 'Set' : 'Check off'}
          accessibilityLabel={done ? `${name} is set; take it back` : `Check off ${name}`}
          on={done}
          tight
          onPress={() => toggleChecked(lightId)}
        />
      </View>
      {isOpen ? (
        <View style={styles.lines}>
          <Text size="huge" weight="strong" narrow>
            {power}
          </Text>
          {rounding ? <Text size="label">{rounding}</Text> : null}
          {lines.map(({ name: dial, value }) => (
            <Pair key={dial} name={dial} value={value} far={far} />
          ))}
        </View>
      ) : null}
    </View>
  );
}
