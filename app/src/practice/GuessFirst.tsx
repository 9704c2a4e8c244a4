import type { Look } from '@fulgent/core/document';
import { judgeFrame, type Judged, type Measured } from '@fulgent/core/practice';
import { judgedWords } from '@fulgent/words';
import { useState, type ReactNode } from 'react';
import { View } from 'react-native';
import { create } from 'zustand';
import { Button, Choice } from '../ui/Button';
import { Section } from '../ui/Section';
import { Text } from '../ui/Text';
import { keepAnswer } from './answers';
import { GuessAxis } from './GuessAxis';

const STORED_AS = 'fulgent:guess-first';
const AXIS = { low: -3, high: 3 };
const NONE = { id: '', name: 'All as planned' };

/** Whether frames are guessed at before they are shown measured: on this device; and which ones were. */
const useGuessing = create<{ readonly on: boolean; readonly judged: Readonly<Record<string, Judged>> }>(() => ({
  on: localStorage.getItem(STORED_AS) === 'yes',
  judged: {},
}));

function setOn(on: boolean): void {
  localStorage.setItem(STORED_AS, on ? 'yes' : 'no');
  useGuessing.setState({ on });
}

/** What was measured in a frame, after a guess where somebody wants to guess first. */
export function GuessFirst({
  frameId,
  look,
  lights,
  children,
}: {
  readonly frameId: string;
  readonly look: Look;
  /** What was measured; null while it is not. */
  readonly lights: readonly Measured[] | null;
  readonly children: ReactNode;
}) {
  const { on, judged } = useGuessing();
  const result = judged[frameId];
  if (!lights) return <>{children}</>;
  return (
    <>
      <View style={{ flexDirection: 'row', padding: 14 }}>
        <Button label="Guess before it is shown" on={on} onPress={() => setOn(!on)} />
      </View>
      {on && !result ? <Asking frameId={frameId} look={look} lights={lights} /> : null}
      {on && result ? (
        <Section title="Your guess">
          <Text testID="frame-guess">{judgedWords(result, 'stops')} It counts in Practice, under your eye.</Text>
        </Section>
      ) : null}
      {on && !result ? null : children}
    </>
  );
}

function Asking({
  frameId,
  look,
  lights,
}: {
  readonly frameId: string;
  readonly look: Look;
  readonly lights: readonly Measured[];
}) {
  const [light, setLight] = useState<string | null>(null);
  const [stops, setStops] = useState(0);
  const [width, setWidth] = useState(0);
  const answer = () => {
    const result = judgeFrame(lights, light ? { lightId: light, stops } : null);
    useGuessing.setState(({ judged }) => ({ judged: { ...judged, [frameId]: result } }));
    const { error, signed, grade } = result;
    keepAnswer({ skill: 'frame', code: '', error, signed, grade, about: '' });
  };
  return (
    <Section title="Which light is off, and by how much?" aside="against the plan">
      <Choice label="Light that is off" options={[NONE, ...look.lights]} value={light} onChange={setLight} />
      <View onLayout={({ nativeEvent }) => setWidth(nativeEvent.layout.width)}>
        {light && width > 0 ? (
          <GuessAxis
            label="Stops that it is off"
            axis={AXIS}
            step={0.1}
            width={width}
            value={stops}
            onChange={setStops}
            truth={null}
          />
        ) : null}
      </View>
      <Button label="Show what was measured" filled disabled={light === null} onPress={answer} />
    </Section>
  );
}
