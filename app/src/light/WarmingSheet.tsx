import type { Light, Look } from '@fulgent/core/document';
import { useMemo } from 'react';
import { View } from 'react-native';
import { useKit, useKitEntries } from '../kit/useKit';
import { putGels } from '../palette/edits';
import { themed } from '../theme/theme';
import { OfferRow } from '../ui/OfferRow';
import { Sheet } from '../ui/Sheet';
import { Text } from '../ui/Text';
import { study } from '../workers/study';
import { useStudy } from '../workers/useStudy';
import { formatMired } from './CorrectionSheet';
import { skinWord } from './skin-word';

const useStyles = themed(() => ({
  swatches: { flexDirection: 'row', width: 48, height: 40, borderRadius: 2, overflow: 'hidden' },
}));

/** Warming gels for one light, by what they make of this person's skin. */
export function WarmingSheet({
  look,
  light,
  onClose,
}: {
  readonly look: Look;
  readonly light: Light;
  readonly onClose: () => void;
}) {
  const styles = useStyles();
  const { loaded } = useKit();
  const kit = useKitEntries();
  const { subject, camera, brief } = look;
  const key = useMemo(() => ({ light, kit, camera, subject, mood: brief.mood }), [light, kit, camera, subject, brief.mood]);
  const { value, error } = useStudy(async () => (loaded ? study().warmingGels(look, light, kit) : null), key);
  return (
    <Sheet title="Warm the skin" onClose={onClose}>
      <Text size="label" quiet>
        By how little each turns this person’s skin from its own hue, at {camera.whiteK} K, with this lamp alone. Skin on the
        left, the white of the eye on the right.
      </Text>
      {error ? <Text role="alert">{error}</Text> : null}
      {value?.map(({ id, name, mired, stopsLost, skinHex, eyeHex, offDeg, believable }) => (
        <OfferRow
          key={id}
          testID="warming"
          swatch={
            <View style={styles.swatches}>
              <View testID="light-colour" style={{ flex: 2, backgroundColor: skinHex }} />
              <View testID="light-colour" style={{ flex: 1, backgroundColor: eyeHex }} />
            </View>
          }
          title={name}
          text={`${formatMired(mired)} · skin ${skinWord(offDeg)}${believable ? '' : `, more than a ${brief.mood} mood believes`}`}
          figure={`${stopsLost.toFixed(1)} lost`}
          take={{
            label: 'Take',
            spoken: `Take ${name}`,
            onPress: () => {
              putGels(light.id, [id], kit);
              onClose();
            },
          }}
        />
      ))}
      {value?.length === 0 ? <Text>No gel of the kit warms this lamp without making it a colour.</Text> : null}
      {value || error ? null : <Text quiet>Searching</Text>}
    </Sheet>
  );
}
