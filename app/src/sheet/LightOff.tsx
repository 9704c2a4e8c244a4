import type { LightDifference } from '@fulgent/core/day';
import type { Look } from '@fulgent/core/document';
import { formatStops } from '@fulgent/core/exposure';
import { View } from 'react-native';
import { SPACE } from '../theme/theme';
import { Button } from '../ui/Button';
import { Text } from '../ui/Text';
import { correctDial } from './correct';

/** What one light does against the plan, and the press that dials it back where it is off. */
export function LightOff({
  look,
  light: { lightId, name, offStops, uncertainStops, isOff },
  words,
  by,
}: {
  readonly look: Look;
  readonly light: LightDifference;
  readonly words: string;
  readonly by: 'a test frame' | 'a meter';
}) {
  const isThere = look.lights.some(({ id }) => id === lightId);
  return (
    <View style={{ gap: SPACE.xs }} testID={`off-${lightId}`}>
      <Text weight={isOff ? 'strong' : 'regular'}>{words}</Text>
      {isOff && isThere ? (
        <View style={{ flexDirection: 'row' }}>
          <Button
            label={`Dial ${formatStops(-offStops)}`}
            accessibilityLabel={`Correct ${name} on the sheet by ${formatStops(-offStops)}`}
            tight
            onPress={() => correctDial(lightId, name, offStops, by)}
          />
        </View>
      ) : null}
      {isOff ? (
        <Text size="small" quiet>
          ±{uncertainStops.toFixed(1)} stop
        </Text>
      ) : null}
    </View>
  );
}
