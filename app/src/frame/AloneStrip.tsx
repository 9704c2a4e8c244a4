import type { Readings } from '@fulgent/core';
import { View } from 'react-native';
import { chooseLight } from '../look/ui-state';
import { Pressable } from 'react-native';
import { Text } from '../ui/Text';

const GAP = 8;

/** Each light alone, as it would be recorded where it stands. */
export function AloneStrip({ readings, width }: { readonly readings: Readings; readonly width: number }) {
  const each = Math.min(110, (width - GAP * (readings.lights.length - 1)) / Math.max(1, readings.lights.length));
  return (
    <View style={{ flexDirection: 'row', gap: GAP }}>
      {readings.lights.map(({ id, name, strip, stops }) => {
        const i = Math.round(((Number.isFinite(stops) ? stops : -20) - strip.fromStops) / strip.stepStops);
        const colour = strip.colours[Math.min(strip.colours.length - 1, Math.max(0, i))]!;
        return (
          <Pressable
            key={id}
            onPress={() => chooseLight(id)}
            accessibilityRole="button"
            accessibilityLabel={`${name} alone: ${colour}`}
            style={{ width: each, gap: 3 }}
          >
            <View testID="light-colour" style={{ height: 44, backgroundColor: colour, borderRadius: 2 }} />
            <Text size="small" narrow quiet numberOfLines={1}>
              {name}
            </Text>
          </Pressable>
        );
      })}
    </View>
  );
}
