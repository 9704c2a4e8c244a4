import { turnedDeg } from '@fulgent/core/colour';
import { dialStepAt, type Exercise } from '@fulgent/core/practice';
import { View } from 'react-native';
import { readNumber, taken } from '../look/numbers';
import { SPACE, themed } from '../theme/theme';
import { Cell, Stepper } from '../ui/Stepper';
import { Text } from '../ui/Text';
import { idOf, useNumber, type PartProps } from './guesses';
import { Patches } from './Patches';

const useStyles = themed(() => ({ sample: { height: 120, borderRadius: 3 } }));

export function MakesPart({ exercise, ...props }: PartProps<'makes'>) {
  return exercise.ask === 'dial' ? <DialMakes exercise={exercise} {...props} /> : <WhichMakes exercise={exercise} {...props} />;
}

type MakesProps<A> = Omit<PartProps<'makes'>, 'exercise'> & { readonly exercise: Extract<Exercise, { skill: 'makes'; ask: A }> };

/** A colour, and where on a fixture's dial it is thought to be; what was dialled is seen afterwards. */
function DialMakes({ exercise, width, guess, onGuess, isAnswered }: MakesProps<'dial'>) {
  const styles = useStyles();
  const deg = useNumber(guess, 0);
  const put = (to: number) => (isAnswered ? undefined : onGuess({ kind: 'number', value: turnedDeg(to) }));
  const half = Math.floor((width - SPACE.xs) / 2);
  return (
    <>
      <View style={{ flexDirection: 'row', gap: SPACE.xs }}>
        <View>
          <View
            testID="light-colour"
            style={[styles.sample, { width: isAnswered ? half : width, backgroundColor: exercise.hex }]}
          />
          {isAnswered ? (
            <Text size="small" quiet>
              To be met, {exercise.truth}°
            </Text>
          ) : null}
        </View>
        {isAnswered ? (
          <View>
            <View
              testID="light-colour"
              style={[styles.sample, { width: half, backgroundColor: dialStepAt(exercise.steps, deg).hex }]}
            />
            <Text size="small" quiet>
              Yours, {Math.round(deg)}°
            </Text>
          </View>
        ) : null}
      </View>
      <Cell>
        <Stepper
          label="Hue on its own wheel"
          value={`${Math.round(deg)}°`}
          onStep={(by) => put(deg + by * 5)}
          onType={(text) => taken(readNumber(text, { name: 'Hue on its own wheel', low: 0, high: 360, unit: '°' }), put)}
          note="nominally 0 is red, 120 green, 240 blue"
        />
      </Cell>
    </>
  );
}

function WhichMakes({ exercise, width, guess, onGuess, isAnswered }: MakesProps<'which'>) {
  const styles = useStyles();
  return (
    <>
      <View testID="light-colour" style={[styles.sample, { width, backgroundColor: exercise.hex }]} />
      <Patches
        patches={exercise.options}
        named
        coloured={isAnswered}
        value={idOf(guess)}
        truth={isAnswered ? exercise.truth : null}
        onChange={(id) => onGuess({ kind: 'choice', id })}
      />
    </>
  );
}
