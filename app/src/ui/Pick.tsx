import { useState } from 'react';
import { Pressable, View } from 'react-native';
import { SPACE, themed, TOUCH, useTheme } from '../theme/theme';
import { Button } from './Button';
import { Sheet } from './Sheet';
import { Icon } from './Icon';
import { Text } from './Text';

const useStyles = themed((t) => ({
  row: {
    flexDirection: 'row',
    alignItems: 'center',
    minHeight: TOUCH + 4,
    paddingHorizontal: SPACE.m,
    backgroundColor: t.raised,
    borderRadius: 3,
    gap: SPACE.m,
  },
}));

interface Props {
  readonly label: string;
  readonly current: string;
  readonly options: readonly { readonly id: string; readonly name: string }[];
  readonly onPick: (id: string) => void;
}

/** One of many: a row with what is chosen now, and a sheet with the rest. */
export function Pick({ label, current, options, onPick }: Props) {
  const styles = useStyles();
  const theme = useTheme();
  const [open, setOpen] = useState(false);
  return (
    <>
      <Pressable
        style={styles.row}
        onPress={() => setOpen(true)}
        accessibilityRole="button"
        accessibilityLabel={`${label}: ${current}. Change`}
      >
        <Text size="label" quiet style={{ width: 76 }}>
          {label}
        </Text>
        <Text weight="medium" style={{ flex: 1 }} numberOfLines={1}>
          {current}
        </Text>
        <Icon name="chevron-down" size={17} color={theme.quiet} />
      </Pressable>
      {open ? (
        <Sheet title={label} onClose={() => setOpen(false)}>
          <View style={{ gap: SPACE.s }}>
            {options.map(({ id, name }) => (
              <Button
                key={id}
                label={name}
                filled={name === current}
                onPress={() => {
                  onPick(id);
                  setOpen(false);
                }}
              />
            ))}
          </View>
        </Sheet>
      ) : null}
    </>
  );
}
