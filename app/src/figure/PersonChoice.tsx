import { PERSON_IDS, type Look, type PersonId } from '@fulgent/core/document';
import { portraitOf } from '@fulgent/core/planning';
import { useMemo } from 'react';
import { Pressable, ScrollView, View } from 'react-native';
import { FrameCanvas } from '../frame/FrameCanvas';
import { SPACE, themed } from '../theme/theme';
import { Text } from '../ui/Text';
import { PERSON_NAMES } from './words';

const WIDTH = 92;
const HEIGHT = 116;
const STRIP = { position: 'absolute', top: 0, width: PERSON_IDS.length * WIDTH, height: HEIGHT } as const;

const useStyles = themed((t) => ({
  row: { gap: SPACE.s, paddingVertical: SPACE.xs },
  one: { width: WIDTH + 6, borderWidth: 3, borderColor: 'transparent', borderRadius: 3, backgroundColor: t.raised },
  on: { borderColor: t.text },
  picture: { width: WIDTH, height: HEIGHT, overflow: 'hidden' },
  name: { paddingHorizontal: 6, paddingVertical: 4 },
}));

interface Props {
  /** The look that each person is shown in; null while it is made. */
  readonly look: Look | null;
  /** Address of all of them side by side, where they were drawn beforehand. */
  readonly strip?: string | null;
  /** It cannot be had. */
  readonly onLost?: () => void;
  readonly value: PersonId;
  readonly onChange: (person: PersonId) => void;
}

/** The people of the program, each as a picture in the light of this look. */
export function PersonChoice({ look, strip = null, onLost, value, onChange }: Props) {
  const styles = useStyles();
  const looks = useMemo(() => look && PERSON_IDS.map((person) => portraitOf(look, person)), [look]);
  return (
    <ScrollView
      horizontal
      showsHorizontalScrollIndicator={false}
      contentContainerStyle={styles.row}
      role="radiogroup"
      aria-label="Person"
    >
      {PERSON_IDS.map((person, i) => (
        <Pressable
          key={person}
          style={[styles.one, person === value && styles.on]}
          onPress={() => onChange(person)}
          accessibilityRole="radio"
          accessibilityState={{ checked: person === value }}
          aria-checked={person === value}
          accessibilityLabel={PERSON_NAMES[person]}
        >
          <View style={styles.picture} testID="light-colour">
            {strip ? (
              <img src={strip} alt={PERSON_NAMES[person]} onError={onLost} style={{ ...STRIP, left: -i * WIDTH }} />
            ) : looks ? (
              <FrameCanvas small finest={1} look={looks[i]!} width={WIDTH} height={HEIGHT} label={PERSON_NAMES[person]} />
            ) : null}
          </View>
          <View style={styles.name}>
            <Text size="label" weight={person === value ? 'strong' : 'medium'} numberOfLines={1} narrow>
              {PERSON_NAMES[person]}
            </Text>
          </View>
        </Pressable>
      ))}
    </ScrollView>
  );
}
