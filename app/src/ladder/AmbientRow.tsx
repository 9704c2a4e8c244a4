import type { Look } from '@fulgent/core/document';
import { formatStops } from '@fulgent/core/exposure';
import { ambientWord } from '@fulgent/core/planning';
import type { Readings } from '@fulgent/core/scene';
import { Pressable, View } from 'react-native';
import { SPACE, themed, useTheme } from '../theme/theme';
import { Icon } from '../ui/Icon';
import { Text } from '../ui/Text';
import { useComputed } from '../workers/useComputed';
import type { Axis } from './axis';
import type { RowLayout } from './LadderRow';
import { PlainStrip } from './LadderStrip';

const useStyles = themed((t) => ({
  row: {
    flexDirection: 'row',
    alignItems: 'center',
    borderBottomWidth: 1,
    borderBottomColor: t.line,
    paddingHorizontal: SPACE.m,
    minHeight: 44,
  },
  name: { justifyContent: 'center', minHeight: 44, paddingRight: SPACE.s },
  roomy: { paddingVertical: 7 },
}));

interface Props {
  readonly look: Look;
  readonly readings: Readings;
  readonly axis: Axis;
  readonly layout: RowLayout;
  readonly onOpen: () => void;
}

/** Ambient light as the last row of the ladder: it has no dial of its own, the camera and black cloth move it. */
export function AmbientRow({ look, readings, axis, layout, onOpen }: Props) {
  const styles = useStyles();
  const theme = useTheme();
  const wide = layout.figureWidth > 0;
  const { ambient } = readings;
  const reading = useComputed('readAmbient', look);
  const word = reading ? ambientWord(reading.highestStops) : '';
  const leads = readings.probes.find(({ id }) => id === ambient.leadsAt);
  const level = reading ? `${formatStops(reading.highestStops)} over working white, ${word}` : 'being measured';
  const text = `${level}${leads ? `; it leads on the ${leads.name.toLowerCase()}` : ''}`;
  return (
    <Pressable
      style={[styles.row, wide && styles.roomy]}
      onPress={onOpen}
      accessibilityRole="button"
      accessibilityLabel={`Ambient, ${text}. Open`}
      testID="row-ambient"
    >
      <View style={[styles.name, { width: layout.nameWidth }]}>
        <View style={{ flexDirection: 'row', alignItems: 'center', gap: 4 }}>
          <Text size="strong" weight="strong" narrow>
            Ambient
          </Text>
          <View style={{ paddingTop: 4 }}>
            <Icon name="chevron-right" size={13} color={theme.quiet} />
          </View>
        </View>
        <Text size="label" weight="medium" narrow numberOfLines={1}>
          {word}
        </Text>
      </View>
      <PlainStrip
        strip={ambient.strip}
        stops={Number.isFinite(ambient.stops) ? ambient.stops : null}
        axis={axis}
        width={layout.stripWidth}
        thickness={wide ? 22 : 18}
      />
      {wide ? (
        <Text size="big" weight="strong" narrow align="right" style={{ width: layout.figureWidth }}>
          {Number.isFinite(ambient.stops) ? formatStops(ambient.stops) : 'none'}
        </Text>
      ) : null}
    </Pressable>
  );
}
