import { colourWord } from '@fulgent/words';
import { formatStops } from '@fulgent/core/exposure';
import type { ProbeReading, Readings } from '@fulgent/core/scene';
import { View } from 'react-native';
import { clipText, percent } from '../look/words';
import { SPACE, themed } from '../theme/theme';
import { Text } from '../ui/Text';

const useStyles = themed((t) => ({
  block: { gap: SPACE.s, padding: SPACE.m, borderTopWidth: 1, borderTopColor: t.line },
  grid: { flexDirection: 'row', flexWrap: 'wrap', columnGap: '8%' as const },
  pair: { flexDirection: 'row', justifyContent: 'space-between', width: '46%', minWidth: 170, paddingVertical: 3, gap: SPACE.s },
  bar: { flexDirection: 'row', height: 14, borderRadius: 2, overflow: 'hidden' },
}));

interface Props {
  readonly reading: ProbeReading;
  readonly readings: Readings;
}

/** All that is recorded at one place, and whose light it is. */
export function Reading({ reading, readings }: Props) {
  const styles = useStyles();
  const colours = new Map(readings.lights.map(({ id, hex }) => [id, hex]));
  const shares = reading.shares.filter(({ share }) => share >= 0.005);
  return (
    <View style={styles.block} testID="reading">
      <Text size="strong" weight="strong">
        {reading.name} <Text quiet>· {colourWord(reading)}</Text>
      </Text>
      <View style={styles.grid}>
        <Pair name="Luminance" value={formatStops(reading.stops)} />
        <Pair name="Vividness" value={percent(reading.vividness)} />
        <Pair name="R / G / B" value={reading.channelStops.map((stops) => formatStops(stops)).join(' / ')} />
        <Pair name="To clip" value={clipText(reading)} />
        <Pair name="Hue, chroma" value={`${Math.round(reading.hueDeg)}°, ${reading.chroma.toFixed(2)}`} />
        <Pair name="Recorded" value={reading.hex} />
      </View>
      <Text size="label" quiet>
        From: {shares.map(({ name, share }) => `${name} ${percent(share)}`).join(' · ')}
      </Text>
      <View style={styles.bar} aria-hidden>
        {shares.map(({ lightId, share }) => (
          <View key={lightId} testID="light-colour" style={{ flex: share, backgroundColor: colours.get(lightId) ?? '#8c8c8c' }} />
        ))}
      </View>
    </View>
  );
}

function Pair({ name, value }: { readonly name: string; readonly value: string }) {
  const styles = useStyles();
  return (
    <View style={styles.pair}>
      <Text size="label" quiet>
        {name}
      </Text>
      <Text size="label" weight="strong" narrow>
        {value}
      </Text>
    </View>
  );
}
