import { useEffect } from 'react';
import { View } from 'react-native';
import { create } from 'zustand';
import { SPACE, themed } from '../theme/theme';
import { IconButton } from '../ui/Button';
import { Icon } from '../ui/Icon';
import { Text } from '../ui/Text';
import { useOpenLook } from './store';
import { useChosen } from './ui-state';

const STORED_AS = 'fulgent:first-steps';

/** What somebody new is asked to try on the ladder, gone once it was done. */
const useSteps = create<{ readonly done: readonly string[] }>(() => ({
  done: (localStorage.getItem(STORED_AS) ?? '').split(' ').filter(Boolean),
}));

function finish(ids: readonly string[]): void {
  const done = [...new Set([...useSteps.getState().done, ...ids])];
  localStorage.setItem(STORED_AS, done.join(' '));
  useSteps.setState({ done });
}

const ALL = ['drag', 'touch', 'balance'];

const useStyles = themed((t) => ({
  steps: {
    margin: SPACE.m,
    padding: SPACE.m,
    paddingTop: SPACE.xs,
    paddingRight: SPACE.xs,
    gap: SPACE.s,
    borderWidth: 1,
    borderColor: t.edge,
    borderRadius: 3,
  },
  row: { flexDirection: 'row', alignItems: 'center', gap: SPACE.s },
}));

/** Three hints on the first look, each ticked off by doing it. */
export function FirstSteps() {
  const styles = useStyles();
  const { done } = useSteps();
  const moved = useOpenLook(({ look, opened }) =>
    Boolean(
      look &&
      opened &&
      look.lights.some(({ id, powerStops }) => opened.lights.find((one) => one.id === id)?.powerStops !== powerStops),
    ),
  );
  const touched = useChosen(({ probe }) => probe !== null);
  const balanced = useOpenLook((state) => state.balanced !== null);
  const steps = [
    { id: 'drag', text: 'Drag the white marker of a light: its level changes, the picture follows.', isDone: moved },
    { id: 'touch', text: 'Touch the picture: what is recorded there, and by which light.', isDone: touched },
    { id: 'balance', text: 'Press Balance: every light goes into its window.', isDone: balanced },
  ].map((step) => ({ ...step, isDone: step.isDone || done.includes(step.id) }));
  // What was done stays so, even where Balance or Undo puts everything back.
  const now = steps.flatMap(({ id, isDone }) => (isDone ? [id] : [])).join(' ');
  useEffect(() => finish(now.split(' ').filter(Boolean)), [now]);
  const isAll = steps.every(({ isDone }) => isDone);
  if (isAll) return null;
  return (
    <View style={styles.steps} role="region" aria-label="First steps" testID="first-steps">
      <View style={styles.row}>
        <Text weight="strong" style={{ flex: 1 }}>
          Try it
        </Text>
        <IconButton icon="x" label="Close the first steps" onPress={() => finish(ALL)} />
      </View>
      {steps.map(({ id, text, isDone }) => (
        <View key={id} style={styles.row}>
          <Tick isDone={isDone} />
          <Text size="label" quiet={isDone} style={{ flex: 1 }}>
            {text}
          </Text>
        </View>
      ))}
    </View>
  );
}

function Tick({ isDone }: { readonly isDone: boolean }) {
  return <Icon name={isDone ? 'check-circle' : 'circle'} size={16} color="#8a8a8a" />;
}
