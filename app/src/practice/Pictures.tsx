import type { Look } from '@fulgent/core/document';
import { useState } from 'react';
import { Pressable, View } from 'react-native';
import { FrameCanvas } from '../frame/FrameCanvas';
import { SPACE, themed } from '../theme/theme';
import { Text } from '../ui/Text';

const useStyles = themed((t) => ({
  pair: { flexDirection: 'row', gap: SPACE.xs },
  option: { borderWidth: 3, borderColor: 'transparent', borderRadius: 3 },
  on: { borderColor: t.text },
  right: { borderStyle: 'dashed', borderColor: t.text },
}));

const heightFor = ({ camera }: Look, width: number) => Math.round((width * camera.sensorHeightMm) / camera.sensorWidthMm);
/** Taller than this of the width a picture is cut: the face stays in it. */
const TALLEST = 1.05;

/** One picture over the whole width. */
export function OnePicture({ look, width, label }: { readonly look: Look; readonly width: number; readonly label: string }) {
  return (
    <FrameCanvas look={look} width={width} height={Math.min(heightFor(look, width), Math.round(TALLEST * width))} label={label} />
  );
}

/** Two beside each other, or one over the other while it is held: the eye sees a change best in one place. */
export function TwoPictures({ before, after, width }: { readonly before: Look; readonly after: Look; readonly width: number }) {
  const styles = useStyles();
  const [isHeld, setHeld] = useState(false);
  const half = Math.floor((width - SPACE.xs) / 2);
  const high = heightFor(before, half);
  return (
    <View style={{ gap: SPACE.xs }}>
      <View style={styles.pair}>
        <View>
          <FrameCanvas look={before} width={half} height={high} label="Before" />
          <Text size="small" quiet>
            Before
          </Text>
        </View>
        <Pressable
          accessibilityRole="button"
          accessibilityLabel="After. Hold to see it as it was before, in the same place"
          aria-pressed={isHeld}
          onPressIn={() => setHeld(true)}
          onPressOut={() => setHeld(false)}
        >
          <FrameCanvas look={isHeld ? before : after} width={half} height={high} label={isHeld ? 'Before' : 'After'} />
          <Text size="small" quiet>
            {isHeld ? 'Before' : 'After. Hold to see it as before.'}
          </Text>
        </Pressable>
      </View>
    </View>
  );
}

/** Several pictures of which one is chosen. */
export function PictureOptions({
  options,
  width,
  value,
  truth,
  onChange,
}: {
  readonly options: readonly { readonly id: string; readonly look: Look }[];
  readonly width: number;
  readonly value: string | null;
  readonly truth: string | null;
  readonly onChange: (id: string) => void;
}) {
  const styles = useStyles();
  const half = Math.floor((width - SPACE.s) / 2) - 6;
  return (
    <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }} role="radiogroup" aria-label="Which picture">
      {options.map(({ id, look }, i) => (
        <Pressable
          key={id}
          role="radio"
          aria-checked={id === value}
          aria-label={`Picture ${i + 1}${truth === id ? ', the right one' : ''}`}
          disabled={truth !== null}
          onPress={() => onChange(id)}
          style={[styles.option, id === value && styles.on, truth === id && styles.right]}
        >
          <FrameCanvas look={look} width={half} height={heightFor(look, half)} label={`Picture ${i + 1}`} />
          <Text size="small" quiet>
            {i + 1}
            {truth === id ? ', this one' : ''}
          </Text>
        </Pressable>
      ))}
    </View>
  );
}
