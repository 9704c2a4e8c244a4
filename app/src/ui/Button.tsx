import { Pressable, ScrollView, View, type PressableProps } from 'react-native';
import { SPACE, themed, TOUCH, useTheme } from '../theme/theme';
import { Icon, type IconName } from './Icon';
import { Text } from './Text';

const useStyles = themed((t) => ({
  base: {
    minHeight: TOUCH,
    minWidth: TOUCH,
    paddingHorizontal: SPACE.m,
    alignItems: 'center',
    justifyContent: 'center',
    flexDirection: 'row',
    gap: SPACE.s,
    borderRadius: 3,
    backgroundColor: t.raised,
  },
  plain: { backgroundColor: 'transparent', paddingHorizontal: 0 },
  filled: { backgroundColor: t.fill },
  /** Several in a row on a raised ground. */
  tight: { paddingHorizontal: 10, backgroundColor: t.pressed },
  /** Those that share the width need none. */
  grow: { flex: 1, paddingHorizontal: 5 },

  pressed: { opacity: 0.75 },
  disabled: { opacity: 0.35 },
}));

interface ButtonProps extends Omit<PressableProps, 'style' | 'children'> {
  readonly label: string;
  readonly icon?: IconName;
  /** `filled` for the one main action, or for a state that is on. */
  readonly filled?: boolean;
  /** Marks a toggle: pressed or not. */
  readonly on?: boolean;
  readonly grow?: boolean;
  /** For rows of several on a raised ground. */
  readonly tight?: boolean;
}

/** A button with words. */
export function Button({ label, icon, filled, on, grow, tight, disabled, ...props }: ButtonProps) {
  const styles = useStyles();
  const theme = useTheme();
  const strong = filled === true || on === true;
  return (
    <Pressable
      accessibilityRole="button"
      aria-pressed={on}
      disabled={disabled}
      {...props}
      style={({ pressed }) => [
        styles.base,
        tight && styles.tight,
        strong && styles.filled,
        grow && (tight ? styles.grow : { flex: 1 }),
        pressed && styles.pressed,
        disabled && styles.disabled,
      ]}
    >
      {icon ? <Icon name={icon} size={17} color={strong ? theme.onFill : theme.text} /> : null}
      <Text size="label" weight={strong ? 'strong' : 'medium'} onFill={strong} numberOfLines={1}>
        {label}
      </Text>
    </Pressable>
  );
}

interface IconButtonProps extends Omit<PressableProps, 'style' | 'children'> {
  readonly icon: IconName;
  /** Said by screen readers and shown as the tip. */
  readonly label: string;
  readonly on?: boolean;
}

/** A button with a sign only. */
export function IconButton({ icon, label, on, disabled, ...props }: IconButtonProps) {
  const styles = useStyles();
  const theme = useTheme();
  return (
    <Pressable
      accessibilityRole="button"
      accessibilityLabel={label}
      aria-pressed={on}
      disabled={disabled}
      {...props}
      style={({ pressed }) => [
        styles.base,
        styles.plain,
        on && styles.filled,
        pressed && styles.pressed,
        disabled && styles.disabled,
      ]}
    >
      <Icon name={icon} size={19} color={on ? theme.onFill : theme.text} />
    </Pressable>
  );
}

/** One of several: a row of words, the chosen one filled. */
export function Choice<T extends string>({
  label,
  options,
  value,
  onChange,
  scroll = false,
}: {
  readonly label: string;
  readonly options: readonly { readonly id: T; readonly name: string }[];
  readonly value: T | null;
  readonly onChange: (id: T) => void;
  /** One line that scrolls sideways, for more than fit. */
  readonly scroll?: boolean;
}) {
  const styles = useStyles();
  const row = (
    <View
      accessibilityRole="radiogroup"
      accessibilityLabel={label}
      style={{ flexDirection: 'row', flexWrap: scroll ? 'nowrap' : 'wrap', gap: SPACE.s }}
    >
      {options.map(({ id, name }) => (
        <Pressable
          key={id}
          accessibilityRole="radio"
          aria-checked={id === value}
          onPress={() => onChange(id)}
          style={({ pressed }) => [styles.base, id === value && styles.filled, pressed && styles.pressed]}
        >
          <Text size="label" weight={id === value ? 'strong' : 'medium'} onFill={id === value}>
            {name}
          </Text>
        </Pressable>
      ))}
    </View>
  );
  return scroll ? (
    <ScrollView horizontal showsHorizontalScrollIndicator={false}>
      {row}
    </ScrollView>
  ) : (
    row
  );
}
