import type { Look } from '@fulgent/core/document';
import { formatStops } from '@fulgent/core/exposure';
import { pockets } from '@fulgent/core/planning';
import { whatIsDepth } from '@fulgent/words';
import { useMemo } from 'react';
import { View } from 'react-native';
import { useOpenLook } from '../look/store';
import { SPACE, themed } from '../theme/theme';
import { Section } from '../ui/Section';
import { Text } from '../ui/Text';

const [LOW, HIGH] = [-6, 3];

const useStyles = themed((t) => ({
  row: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: SPACE.s,
    minHeight: 44,
    borderBottomWidth: 1,
    borderBottomColor: t.line,
  },
  track: { flex: 1, height: 14, backgroundColor: t.raised },
  bar: { position: 'absolute', top: 0, bottom: 0, left: 0 },
}));

/** Brightness from front to back, as the eye walks into the picture. */
export function PocketsPage({ look }: { readonly look: Look }) {
  const styles = useStyles();
  const readings = useOpenLook((state) => state.readings);
  const rows = useMemo(() => (readings ? pockets(look, readings) : []), [look, readings]);
  const flat = rows.filter((row) => row.flat);
  return (
    <Section
      title="From front to back"
      aside="stops from mid-grey; step from the one before"
      what={whatIsDepth(flat.map(({ name }) => name))}
    >
      {rows.map(({ probe, name, depthM, stops, step, flat: isFlat }) => (
        <View key={probe} style={styles.row} testID={`pocket-${probe}`}>
          <View style={{ width: 128 }}>
            <Text size="label" weight={isFlat ? 'strong' : 'medium'} numberOfLines={1}>
              {name}
            </Text>
            <Text size="small" quiet narrow>
              {depthM.toFixed(2)} m
            </Text>
          </View>
          <View style={styles.track} testID="light-colour">
            <View
              style={[
                styles.bar,
                {
                  width: `${Math.round(100 * Math.min(1, Math.max(0.01, (stops - LOW) / (HIGH - LOW))))}%`,
                  backgroundColor: readings?.probes.find(({ id }) => id === probe)?.hex ?? '#888888',
                },
              ]}
            />
          </View>
          <Text narrow weight="strong" align="right" style={{ width: 44 }}>
            {formatStops(stops)}
          </Text>
          <Text narrow quiet={!isFlat} weight={isFlat ? 'strong' : 'regular'} align="right" style={{ width: 56 }}>
            {step === null ? '' : isFlat ? `${formatStops(step)} flat` : formatStops(step)}
          </Text>
        </View>
      ))}
      <Text testID="flat-neighbours">
        {flat.length
          ? `${flat.map(({ name }) => name).join(', ')} ${flat.length > 1 ? 'lie' : 'lies'} flat on what is before: under 0.7 stop apart. Lift one, flag the other, or let another hue part them.`
          : 'Every pocket stands off the one before it.'}
      </Text>
    </Section>
  );
}
