import { PERSON_IDS, type Look, type PersonId } from '@fulgent/core/document';
import { useMemo } from 'react';
import { Pressable, ScrollView, View } from 'react-native';
import { FrameCanvas } from '../frame/FrameCanvas';
import { SPACE, themed } from '../theme/theme';
import { Text } from '../ui/Text';
import { PERSON_NAMES } from './words';

const WIDTH = 92;
const HEIGHT = 116;

const useStyles = themed((t) => ({
  row: { gap: SPACE.s, paddingVertical: SPACE.xs },
  one: { width: WIDTH + 6, borderWidth: 3, borderColor: 'transparent', borderRadius: 3, backgroundColor: t.raised },
  on: { borderColor: t.text },
  name: { paddingHorizontal: 6, paddingVertical: 4 },
}));

interface Props {
  /** The look that each person is shown in. */
  readonly look: Look;
  readonly value: PersonId;
  readonly onChange: (person: PersonId) => void;
}

/** The people of the program, each as a picture in the light of this look. */
export function PersonChoice({ look, value, onChange }: Props) {
  const styles = useStyles();
  const looks = useMemo(() => PERSON_IDS.map((person) => portraitOf(look, person)), [look]);
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
          <FrameCanvas small finest={1} look={looks[i]!} width={WIDTH} height={HEIGHT} label={PERSON_NAMES[person]} />
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

/** A look drawn close on the face of a person: the lights stand where they stand. */
function portraitOf(look: Look, person: PersonId): Look {
  const { camera, subject } = look;
  // The face fills the picture whatever the lens: a longer one from the same place.
  const focalMm = Math.min(2000, (camera.sensorHeightMm * camera.distanceM) / 0.44);
  return { ...look, camera: { ...camera, focalMm, diffusion: 0 }, subject: { ...subject, form: 'person', person } };
}
