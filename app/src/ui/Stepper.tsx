import { useState } from 'react';
import { TextInput, View } from 'react-native';
import { FONTS, SPACE, themed, TOUCH, useTheme, useTextScale } from '../theme/theme';
import { Button } from './Button';
import { Text } from './Text';

const useStyles = themed((t) => ({
  block: { gap: 3 },
  line: { flexDirection: 'row', alignItems: 'stretch', backgroundColor: t.raised, borderRadius: 3 },
  input: {
    flex: 1,
    minWidth: 60,
    minHeight: TOUCH + 2,
    textAlign: 'center',
    color: t.text,
    fontFamily: FONTS.narrowStrong,
    fontVariant: ['tabular-nums'],
    backgroundColor: 'transparent',
  },
  wrong: { borderBottomWidth: 2, borderBottomColor: t.text },
}));

interface Props {
  readonly label: string;
  /** What stands between the buttons, as dialled in. */
  readonly value: string;
  readonly onStep: (by: 1 | -1) => void;
  /** Takes typed text; gives null when taken, or what is wrong and what would be right. Without it the value cannot be typed. */
  readonly onType?: (text: string) => string | null;
  readonly note?: string;
}

/** A value with a step down, a step up and a field to type into. A wrong entry stays as typed and says what is wrong. */
export function Stepper({ label, value, onStep, onType, note }: Props) {
  const styles = useStyles();
  const scale = useTextScale();
  const theme = useTheme();
  // What is typed belongs to the value it was typed over: a new value from elsewhere puts it aside.
  const [entry, setEntry] = useState<{ over: string; text: string; error: string | null } | null>(null);
  const mine = entry?.over === value ? entry : null;
  const error = mine?.error ?? null;
  const commit = () => {
    if (!mine || !onType) return;
    const problem = onType(mine.text.trim());
    setEntry(problem === null ? null : { ...mine, error: problem });
  };
  return (
    <View style={styles.block}>
      <Text size="small" quiet>
        {label}
      </Text>
      <View style={[styles.line, error !== null && styles.wrong]}>
        <Button label="−" accessibilityLabel={`${label}: less`} onPress={() => onStep(-1)} />
        <TextInput
          style={[styles.input, { fontSize: 21 * scale }]}
          value={mine?.text ?? value}
          readOnly={!onType}
          onChangeText={(text) => setEntry({ over: value, text, error: null })}
          onBlur={commit}
          onSubmitEditing={commit}
          accessibilityLabel={label}
          aria-invalid={error !== null}
          selectTextOnFocus
          placeholderTextColor={theme.quiet}
        />
        <Button label="+" accessibilityLabel={`${label}: more`} onPress={() => onStep(1)} />
      </View>
      {error ? (
        <Text size="small" weight="strong" role="alert">
          {error}
        </Text>
      ) : note ? (
        <Text size="small" quiet>
          {note}
        </Text>
      ) : null}
    </View>
  );
}

/** Steppers side by side where there is room. */
export function StepperGrid({ children }: { readonly children: React.ReactNode }) {
  return <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.m }}>{children}</View>;
}

/** A place for one dial. Its width and not its basis: under one another, a basis would be its height. */
export function Cell({ children, width = 168 }: { readonly children: React.ReactNode; readonly width?: number }) {
  return <View style={{ flexGrow: 1, width, maxWidth: 300 }}>{children}</View>;
}
