import { View } from 'react-native';
import { Text } from '../ui/Text';
import { ticksOf, toX, type Axis } from './axis';

/** The figures over the ladder: whole stops from mid-grey. */
export function LadderAxis({ axis, width, left }: { readonly axis: Axis; readonly width: number; readonly left: number }) {
  const ticks = ticksOf(axis);
  return (
    <View style={{ height: 18, marginLeft: left, width }} aria-hidden>
      {ticks.map((stops) => (
        <View key={stops} style={{ position: 'absolute', left: toX(axis, width, stops) - 16, width: 32, alignItems: 'center' }}>
          <Text size="small" narrow quiet>
            {stops > 0 ? `+${stops}` : `${stops}`}
          </Text>
        </View>
      ))}
    </View>
  );
}
