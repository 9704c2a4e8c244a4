import { createContext, use, useEffect, useMemo, useRef, useState, type ReactNode } from 'react';
import { TextInput, View, type ViewStyle } from 'react-native';
import { Gesture, GestureDetector } from 'react-native-gesture-handler';
import { FONTS, SPACE, themed, TOUCH, useTheme, useTextScale } from '../theme/theme';
import { Button } from './Button';
import { Text } from './Text';

const useStyles = themed((t) => ({
  block: { gap: 3 },
  // The web has more cursors than the platform's types know.
  label: { cursor: 'ew-resize' as 'pointer', paddingVertical: 2 },
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
    borderRadius: 3,
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
  /** Given for figures, which a phone then has a keyboard for: what is typed for this value and that keyboard lacks, offered while it is typed. */
  readonly pad?: readonly string[];
}

/** Its ring lies inside of it, see index.html: its buttons would cover it. React Native’s own types know no data. */
const INSIDE = { dataSet: { ring: 'inside' } };

/** A drag of so many px sideways is a step. */
const STEP_PX = 14;

/** A drag sideways along a value's name steps it. */
function stepGesture(step: { readonly current: (by: 1 | -1) => void }) {
  let done = 0;
  return Gesture.Pan()
    .runOnJS(true)
    .activeOffsetX([-10, 10])
    .failOffsetY([-10, 10])
    .onStart(() => {
      done = 0;
    })
    .onUpdate(({ translationX }) => {
      const wanted = Math.trunc(translationX / STEP_PX);
      if (wanted === done) return;
      // One step at a time: the next comes with the next move, from the value that this one makes.
      step.current(wanted > done ? 1 : -1);
      done += wanted > done ? 1 : -1;
    });
}

/** A value with a step down, a step up and a field to type into. A wrong entry stays as typed and says what is wrong. */
export function Stepper({ label, value, onStep, onType, note, pad }: Props) {
  const styles = useStyles();
  const scale = useTextScale();
  const theme = useTheme();
  // What is typed belongs to the value it was typed over: a new value from elsewhere puts it aside.
  const [entry, setEntry] = useState<{ over: string; text: string; error: string | null } | null>(null);
  const mine = entry?.over === value ? entry : null;
  const error = mine?.error ?? null;
  const [typing, setTyping] = useState(false);
  const step = useRef(onStep);
  useEffect(() => {
    step.current = onStep;
  });
  // eslint-disable-next-line react-hooks/refs -- it is read while somebody drags, never while it is drawn
  const gesture = useMemo(() => stepGesture(step), []);
  const commit = () => {
    if (!mine || !onType) return;
    const problem = onType(mine.text.trim());
    setEntry(problem === null ? null : { ...mine, error: problem });
  };
  return (
    <View style={styles.block}>
      <GestureDetector gesture={gesture} touchAction="pan-y" userSelect="none">
        <View style={styles.label} testID={`drag-${label}`}>
          <Text size="small" quiet>
            {label}
          </Text>
        </View>
      </GestureDetector>
      <View style={[styles.line, error !== null && styles.wrong]}>
        <Button label="−" accessibilityLabel={`${label}: less`} onPress={() => onStep(-1)} />
        <TextInput
          style={[styles.input, { fontSize: 21 * scale }]}
          value={mine?.text ?? value}
          readOnly={!onType}
          onChangeText={(text) => setEntry({ over: value, text, error: null })}
          inputMode={pad ? 'decimal' : undefined}
          onFocus={() => setTyping(true)}
          onBlur={() => {
            setTyping(false);
            commit();
          }}
          onSubmitEditing={commit}
          accessibilityLabel={label}
          {...INSIDE}
          aria-invalid={error !== null}
          selectTextOnFocus
          placeholderTextColor={theme.quiet}
        />
        <Button label="+" accessibilityLabel={`${label}: more`} onPress={() => onStep(1)} />
      </View>

      {typing && pad?.length ? (
        <Pad keys={pad} onKey={(key) => setEntry({ over: value, text: `${mine?.text ?? ''}${key}`, error: null })} />
      ) : null}
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

/** Keys for what is being typed; touching one leaves the field as it is. */
function Pad({ keys, onKey }: { readonly keys: readonly string[]; readonly onKey: (key: string) => void }) {
  const stay = { onMouseDown: (event: { preventDefault: () => void }) => event.preventDefault() };
  const shown = useRef<View>(null);
  // On a low screen they would stand under what is always in reach.
  useEffect(() => {
    (shown.current as unknown as Partial<Element> | null)?.scrollIntoView?.({ block: 'nearest' });
  }, []);
  return (
    <View
      ref={shown}
      style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.xs }}
      role="group"
      aria-label="Keys for this value"
      {...stay}
    >
      {keys.map((key) => (
        <Button key={key} label={key} tight onPress={() => onKey(key)} tabIndex={-1} />
      ))}
    </View>
  );
}

/** Columns of one width, as many as there is room for: dials of several rows stand under one another. React Native’s own types know no grid. */
const GRID = {
  display: 'grid',
  gridTemplateColumns: 'repeat(auto-fill, minmax(168px, 1fr))',
  gap: SPACE.m,
} as unknown as ViewStyle;
const InGrid = createContext(false);

/** Steppers side by side where there is room. */
export function StepperGrid({ children }: { readonly children: ReactNode }) {
  return (
    <InGrid value>
      <View style={GRID}>{children}</View>
    </InGrid>
  );
}

/** A place for one dial: a column of a grid; elsewhere it has a width and not a basis, which under one another would be its height. */
export function Cell({ children }: { readonly children: ReactNode }) {
  return <View style={use(InGrid) ? null : { flexGrow: 1, width: 168, maxWidth: 300 }}>{children}</View>;
}
