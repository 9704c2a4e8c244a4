import { useState } from 'react';
import { View } from 'react-native';
import { SPACE, themed } from '../theme/theme';
import { Text } from '../ui/Text';

const useStyles = themed((t) => ({
  answer: { paddingVertical: SPACE.m, gap: SPACE.xs, borderTopWidth: 1, borderTopColor: t.line },
}));

/** The answer of a bench question: the figure big, what it means below. */
export function Answer({
  value,
  text,
  children,
}: {
  readonly value: string;
  readonly text?: string;
  readonly children?: React.ReactNode;
}) {
  const styles = useStyles();
  return (
    <View style={styles.answer} testID="answer" aria-live="polite">
      <Text size="huge" weight="strong" narrow>
        {value}
      </Text>
      {text ? <Text>{text}</Text> : null}
      {children}
    </View>
  );
}

/** State that a question keeps while the page is open, and over reloads of it. */
export function useKept<T>(key: string, first: T): [T, (value: T) => void] {
  const name = `fulgent:bench:${key}`;
  const [value, setValue] = useState<T>(() => {
    try {
      const text = sessionStorage.getItem(name);
      return text === null ? first : (JSON.parse(text) as T);
    } catch {
      return first;
    }
  });
  return [
    value,
    (next) => {
      setValue(next);
      try {
        sessionStorage.setItem(name, JSON.stringify(next));
      } catch {
        // Without storage the value lives as long as the page.
      }
    },
  ];
}
