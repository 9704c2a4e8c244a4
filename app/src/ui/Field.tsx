import { TextInput, View } from 'react-native';
import { FONTS, SPACE, themed, TOUCH, useTextScale } from '../theme/theme';
import { Text } from './Text';

const useStyles = themed((t) => ({
  input: {
    minHeight: TOUCH + 2,
    paddingHorizontal: SPACE.m,
    color: t.text,
    backgroundColor: t.raised,
    borderRadius: 3,
    fontFamily: FONTS.textMedium,
  },
  wrong: { borderBottomWidth: 2, borderBottomColor: t.text },
}));

interface Props {
  readonly label: string;
  readonly value: string;
  readonly onChange: (text: string) => void;
  readonly onBlur?: () => void;
  readonly onSubmit?: () => void;
  readonly error?: string | null | undefined;
  readonly autoFocus?: boolean;
  readonly multiline?: boolean;
  /** Most characters that it takes, as the schema has it; said when they are reached. */
  readonly most?: number;
  /** Typed characters are not shown. */
  readonly secret?: boolean;
}

/** A text field with its label above and what is wrong below. */
export function Field({ label, value, onChange, onBlur, onSubmit, error, autoFocus, multiline, most, secret }: Props) {
  const styles = useStyles();
  const scale = useTextScale();
  return (
    <View style={{ gap: 4 }}>
      <Text size="small" quiet>
        {label}
      </Text>
      <TextInput
        style={[
          styles.input,
          { fontSize: 16 * scale },
          error ? styles.wrong : null,
          multiline ? { minHeight: 88, paddingVertical: SPACE.s } : null,
        ]}
        value={value}
        onChangeText={onChange}
        onBlur={onBlur}
        onSubmitEditing={onSubmit}
        accessibilityLabel={label}
        aria-invalid={Boolean(error)}
        autoFocus={autoFocus}
        multiline={multiline}
        maxLength={most}
        secureTextEntry={secret}
      />
      {most !== undefined && value.length >= most ? (
        <Text size="small" quiet aria-live="polite">
          It takes {most} characters; that is as many as it holds.
        </Text>
      ) : null}
      {error ? (
        <Text size="small" weight="strong" role="alert">
          {error}
        </Text>
      ) : null}
    </View>
  );
}
