import type { Light } from '@fulgent/core/document';
import { formatStops } from '@fulgent/core/exposure';
import { formatPower, steppedPower, type LightReading } from '@fulgent/core/scene';
import { againstKeyWords, capital, verdictWords } from '@fulgent/words';
import { memo } from 'react';
import { Pressable, View } from 'react-native';
import { changeLight, setPower } from '../look/edits';
import { gelText } from '../look/words';
import { SPACE, themed, useTheme } from '../theme/theme';
import { Button } from '../ui/Button';
import { Icon } from '../ui/Icon';
import { Text } from '../ui/Text';
import type { Axis } from './axis';
import { LadderStrip, standsAt } from './LadderStrip';

const useStyles = themed((t) => ({
  row: { borderBottomWidth: 1, borderBottomColor: t.line, paddingHorizontal: SPACE.m },
  selected: { backgroundColor: t.raised },
  line: { flexDirection: 'row', alignItems: 'center' },
  name: { justifyContent: 'center', minHeight: 44, paddingRight: SPACE.s },
  roomy: { paddingVertical: 7 },
  tools: { flexDirection: 'row', gap: SPACE.xs, paddingBottom: SPACE.s },
  marks: { flexDirection: 'row', gap: 5, alignItems: 'center' },
}));

export interface RowLayout {
  readonly nameWidth: number;
  readonly stripWidth: number;
  readonly figureWidth: number;
}

interface Props {
  readonly light: Light;
  readonly reading: LightReading;
  readonly axis: Axis;
  readonly layout: RowLayout;
  readonly selected: boolean;
  readonly onSelect: () => void;
  readonly onOpen: () => void;
}

/** What is done with a row is the same whatever is drawn in it. */
const isSameRow = (a: Props, b: Props) =>
  a.light === b.light &&
  a.reading === b.reading &&
  a.selected === b.selected &&
  a.axis.low === b.axis.low &&
  a.axis.high === b.axis.high &&
  a.layout.nameWidth === b.layout.nameWidth &&
  a.layout.figureWidth === b.layout.figureWidth &&
  a.layout.stripWidth === b.layout.stripWidth;

/** One light of the ladder: role and what to dial in, the strip, and, when chosen, its verdict and its switches. */
export const LadderRow = memo(function LadderRow({ light, reading, axis, layout, selected, onSelect, onOpen }: Props) {
  const styles = useStyles();
  const theme = useTheme();
  const wide = layout.figureWidth > 0;
  const { id } = light;
  const step = (by: 1 | -1) => setPower(id, steppedPower(light.fixture, light.powerStops, by));
  return (
    <View style={[styles.row, selected && styles.selected]} testID={`row-${id}`}>
      <View style={[styles.line, wide && styles.roomy]}>
        <Pressable
          style={[styles.name, { width: layout.nameWidth }]}
          onPress={onSelect}
          accessibilityRole="button"
          aria-expanded={selected}
          accessibilityLabel={`${light.name}, ${formatPower(light.fixture, light.powerStops)}. ${verdictWords(reading.verdict)}`}
        >
          <View style={styles.marks}>
            <Text size="strong" weight="strong" narrow numberOfLines={1}>
              {light.name}
            </Text>
            {light.locked ? <Icon name="lock" size={12} color={theme.quiet} /> : null}
            {light.muted || !light.on ? <Icon name="eye-off" size={12} color={theme.quiet} /> : null}
            {light.solo ? <Icon name="disc" size={12} color={theme.text} /> : null}
          </View>
          <Text size="label" weight="medium" narrow numberOfLines={1} testID={`dial-${id}`}>
            {formatPower(light.fixture, light.powerStops)}
          </Text>
          {wide ? (
            <Text size="small" narrow quiet numberOfLines={1}>
              {gelText(light)}
            </Text>
          ) : null}
        </Pressable>
        <LadderStrip light={light} reading={reading} axis={axis} width={layout.stripWidth} thickness={wide ? 30 : 28} />
        {wide ? (
          <Text size="big" weight="strong" narrow align="right" style={{ width: layout.figureWidth }}>
            {Number.isFinite(reading.stops) ? formatStops(standsAt(light, reading)) : 'none'}
          </Text>
        ) : null}
      </View>
      {selected ? (
        <>
          <Text size="label" style={{ paddingBottom: SPACE.s }} testID={`verdict-${id}`}>
            {verdictWords(reading.verdict)}
            {reading.toKeyStops === null ? null : <Text quiet> {capital(againstKeyWords(reading.toKeyStops))}.</Text>}
          </Text>
          <View style={styles.tools}>
            <Button label="−" tight accessibilityLabel={`${light.name}: one step down`} onPress={() => step(-1)} />
            <Button label="+" tight accessibilityLabel={`${light.name}: one step up`} onPress={() => step(1)} />
            <Button
              label="Solo"
              tight
              grow
              on={light.solo}
              onPress={() => changeLight(id, 'solo', (one) => ({ ...one, solo: !one.solo }))}
            />
            <Button
              label="Mute"
              tight
              grow
              on={light.muted}
              onPress={() => changeLight(id, 'mute', (one) => ({ ...one, muted: !one.muted }))}
            />
            <Button
              label="Lock"
              tight
              grow
              on={light.locked}
              onPress={() => changeLight(id, 'lock', (one) => ({ ...one, locked: !one.locked }))}
            />
            <Button label="Edit" tight grow onPress={onOpen} accessibilityLabel={`${light.name}: gels, fixture and place`} />
          </View>
        </>
      ) : null}
    </View>
  );
}, isSameRow);
