import { CHANNELS, type Channel } from '@fulgent/core/camera';
import { turnedDeg } from '@fulgent/core/colour';
import type { Look } from '@fulgent/core/document';
import { formatStops } from '@fulgent/core/exposure';
import { dialStepAt, type Exercise, type Guess, type Patch, type Skill } from '@fulgent/core/practice';
import { formatPower, steppedPower } from '@fulgent/core/scene';
import { FAULT_NAMES_PRACTICE, patchWords } from '@fulgent/words';
import { useCallback, useState } from 'react';
import { Pressable, View } from 'react-native';
import { axisOf } from '../ladder/axis';
import { LadderAxis } from '../ladder/LadderAxis';
import { StripDrawing } from '../ladder/LadderStrip';
import { readNumber, taken, WHITES_K } from '../look/numbers';
import { Plan } from '../set/Plan';
import { SPACE, themed } from '../theme/theme';
import { Button, Choice } from '../ui/Button';
import { Dial } from '../ui/Dial';
import { Cell, Stepper } from '../ui/Stepper';
import { Text } from '../ui/Text';
import { GuessAxis } from './GuessAxis';
import { OnePicture, PictureOptions, TwoPictures } from './Pictures';

/** What one kind of exercise shows and is answered by. */
export interface PartProps<K extends Skill> {
  readonly exercise: Extract<Exercise, { skill: K }>;
  readonly width: number;
  readonly guess: Guess | null;
  readonly onGuess: (guess: Guess) => void;
  /** The truth is shown. */
  readonly isAnswered: boolean;
}

const useStyles = themed((t) => ({
  patches: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s },
  patch: { borderWidth: 3, borderColor: 'transparent', borderRadius: 3, padding: 2, gap: 3 },
  on: { borderColor: t.text },
  right: { borderColor: t.text, borderStyle: 'dashed' },
  colour: { height: 64, borderRadius: 2 },
  sample: { height: 120, borderRadius: 3 },
}));

const idOf = (guess: Guess | null) => (guess?.kind === 'choice' ? guess.id : null);
const STOPS_AXIS = { low: -3, high: 3 };
const EDGE_AXIS = { low: 0, high: 5 };
const COST_AXIS = { low: 0, high: 7 };
const THIRD = 1 / 3;

function useNumber(guess: Guess | null, first: number) {
  return guess?.kind === 'number' ? guess.value : first;
}

export function StopsPart({ exercise, width, guess, onGuess, isAnswered }: PartProps<'stops'>) {
  const value = useNumber(guess, 0);
  const put = useCallback((stops: number) => onGuess({ kind: 'number', value: stops }), [onGuess]);
  return (
    <>
      <TwoPictures before={exercise.before} after={exercise.after} width={width} />
      <GuessAxis
        label="Stops that the light was changed by"
        axis={STOPS_AXIS}
        step={THIRD}
        width={width}
        value={value}
        onChange={put}
        truth={isAnswered ? exercise.truth : null}
      />
    </>
  );
}

export function EdgePart({ exercise, width, guess, onGuess, isAnswered }: PartProps<'edge'>) {
  const value = useNumber(guess, 1);
  const channel = guess?.kind === 'number' ? guess.channel : undefined;
  const put = useCallback(
    (stops: number) => onGuess({ kind: 'number', value: stops, ...(channel ? { channel } : {}) }),
    [onGuess, channel],
  );
  const { readings, lightId } = exercise;
  const reading = readings.lights.find(({ id }) => id === lightId)!;
  const axis = axisOf(readings.lights);
  return (
    <>
      <OnePicture look={exercise.look} width={width} label="The picture" />
      <GuessAxis
        label="Stops to the first clip"
        axis={EDGE_AXIS}
        step={0.1}
        width={width}
        value={value}
        onChange={put}
        truth={isAnswered ? exercise.truth : null}
      />
      {isAnswered ? (
        <View testID="uncovered">
          <LadderAxis axis={axis} width={width} left={0} />
          <StripDrawing
            reading={reading}
            axis={axis}
            width={width}
            thickness={30}
            height={54}
            window={reading.window}
            wall={reading.firstClip.stops}
            stands={reading.stops}
          />
        </View>
      ) : (
        <Choice
          label="Channel that clips first"
          options={CHANNELS.map((id) => ({ id, name: id.toUpperCase() }))}
          value={channel ?? null}
          onChange={(next: Channel) => onGuess({ kind: 'number', value, channel: next })}
        />
      )}
    </>
  );
}

export function WhosePart({ exercise, width, guess, onGuess, isAnswered }: PartProps<'whose'>) {
  const { look, readings, options } = exercise;
  const chosen = isAnswered ? exercise.truth : idOf(guess);
  const touch = (id: string) => {
    if (!isAnswered && options.includes(id)) onGuess({ kind: 'choice', id });
  };
  return (
    <>
      <OnePicture look={look} width={width} label="The picture" />
      <Plan
        look={look}
        readings={readings}
        side="top"
        width={width}
        height={Math.round(width * 0.8)}
        selected={chosen}
        measured={chosen ? [chosen] : []}
        onMeasure={touch}
      />
      <Choice
        label="Light"
        options={look.lights.filter(({ id }) => options.includes(id))}
        value={chosen}
        onChange={(id) => touch(id)}
      />
    </>
  );
}

export function WrongPart({ exercise, width, guess, onGuess, isAnswered }: PartProps<'wrong'>) {
  return (
    <>
      {isAnswered ? (
        <TwoPictures before={exercise.look} after={exercise.cured} width={width} />
      ) : (
        <OnePicture look={exercise.look} width={width} label="The picture" />
      )}
      <Choice
        label="What was done to it"
        options={exercise.options.map((id) => ({ id, name: FAULT_NAMES_PRACTICE[id] }))}
        value={isAnswered ? exercise.truth : (idOf(guess) as (typeof exercise.options)[number] | null)}
        onChange={(id) => (isAnswered ? undefined : onGuess({ kind: 'choice', id }))}
      />
    </>
  );
}

/** Patches of colour of which one is chosen; under their own names where these are no part of the question. */
function Patches({
  patches,
  value,
  truth,
  onChange,
  named,
  coloured,
}: {
  readonly patches: readonly Patch[];
  readonly value: string | null;
  readonly truth: string | null;
  readonly onChange?: (id: string) => void;
  readonly named: boolean;
  readonly coloured: boolean;
}) {
  const styles = useStyles();
  return (
    <View style={styles.patches} role="radiogroup" aria-label="Which">
      {patches.map((patch, i) => (
        <Pressable
          key={patch.id}
          role="radio"
          aria-checked={patch.id === value}
          aria-label={named ? patchWords(patch) : `Patch ${i + 1}`}
          disabled={!onChange || truth !== null}
          onPress={() => onChange?.(patch.id)}
          style={[
            styles.patch,
            { width: coloured ? 108 : '100%' },
            patch.id === value && styles.on,
            patch.id === truth && styles.right,
          ]}
        >
          {coloured ? <View testID="light-colour" style={[styles.colour, { backgroundColor: patch.hex }]} /> : null}
          {named ? (
            <Text size={coloured ? 'small' : 'body'} numberOfLines={3}>
              {patchWords(patch)}
            </Text>
          ) : null}
          {truth === null ? null : (
            <Text size="small" quiet>
              takes {patch.stopsLost.toFixed(1)} stops
            </Text>
          )}
        </Pressable>
      ))}
    </View>
  );
}

export function CostPart({ exercise, width, guess, onGuess, isAnswered }: PartProps<'cost'>) {
  const value = useNumber(guess, 1);
  const put = useCallback((stops: number) => onGuess({ kind: 'number', value: stops }), [onGuess]);
  const { ask, patches, truth } = exercise;
  if (ask === 'which-most')
    return (
      <Patches
        patches={patches}
        named
        coloured
        value={idOf(guess)}
        truth={isAnswered ? String(truth) : null}
        onChange={(id) => onGuess({ kind: 'choice', id })}
      />
    );
  return (
    <>
      <Patches patches={patches} named coloured value={null} truth={isAnswered ? '' : null} />
      <GuessAxis
        label="Stops that it takes"
        axis={COST_AXIS}
        step={0.1}
        width={width}
        value={value}
        onChange={put}
        truth={isAnswered ? Number(truth) : null}
      />
    </>
  );
}

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

export function WhitePart({ exercise, width, guess, onGuess, isAnswered }: PartProps<'white'>) {
  return (
    <>
      <OnePicture look={exercise.look} width={width} label="The picture" />
      <Dial
        label="White balance"
        value={useNumber(guess, 5600)}
        onChange={(kelvin) => (isAnswered ? undefined : onGuess({ kind: 'number', value: kelvin }))}
        low={2000}
        high={12_000}
        series={WHITES_K}
        unit="K"
        {...(isAnswered ? { note: `It is ${exercise.truth} K` } : {})}
      />
    </>
  );
}

export function ChangePart({ exercise, width, guess, onGuess, isAnswered }: PartProps<'change'>) {
  return (
    <>
      <OnePicture look={exercise.before} width={Math.round(width * 0.6)} label="Before" />
      <PictureOptions
        options={exercise.options}
        width={width}
        value={idOf(guess)}
        truth={isAnswered ? exercise.truth : null}
        onChange={(id) => onGuess({ kind: 'choice', id })}
      />
    </>
  );
}

/** Power of a light of a look, stops from full. */
const powerIn = (look: Look, id: string): number => look.lights.find((light) => light.id === id)!.powerStops;

/** The same dials as at the work; a picture for each shot, and as few of them as it takes. */
export function MatchPart({ exercise, width, guess, onGuess, isAnswered }: PartProps<'match'>) {
  const { target, start } = exercise;
  const given = guess?.kind === 'powers' ? guess : { kind: 'powers' as const, powers: {}, shots: 0 };
  const powerOf = (id: string) => given.powers[id] ?? powerIn(start, id);
  const dialled = { ...start, lights: start.lights.map((light) => ({ ...light, powerStops: powerOf(light.id) })) };
  const [shot, setShot] = useState(start);
  const put = (id: string, stops: number) =>
    isAnswered ? undefined : onGuess({ ...given, powers: { ...given.powers, [id]: stops } });
  const half = Math.floor((width - SPACE.xs) / 2);
  return (
    <>
      <View style={{ flexDirection: 'row', gap: SPACE.xs }}>
        <View>
          <OnePicture look={target} width={half} label="The picture to meet" />
          <Text size="small" quiet>
            To be met
          </Text>
        </View>
        <View>
          <OnePicture look={shot} width={half} label="Your last shot" />
          <Text size="small" quiet testID="shots">
            {given.shots === 0 ? 'As it begins' : `Shot ${given.shots}`}
          </Text>
        </View>
      </View>
      <View style={{ width, gap: SPACE.m }}>
        {start.lights.map(({ id, name, fixture }) => (
          <Stepper
            key={id}
            label={name}
            value={formatPower(fixture, powerOf(id))}
            onStep={(by) => put(id, steppedPower(fixture, powerOf(id), by))}
            {...(isAnswered
              ? {
                  note: `It is ${formatPower(fixture, powerIn(target, id))}, ${formatStops(powerIn(target, id) - powerOf(id))} from yours`,
                }
              : {})}
          />
        ))}
        {isAnswered ? null : (
          <Button
            label="Take a shot"
            icon="camera"
            onPress={() => {
              setShot(dialled);
              onGuess({ ...given, shots: given.shots + 1 });
            }}
          />
        )}
      </View>
    </>
  );
}
