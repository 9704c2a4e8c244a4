import { CHANNELS, type Channel } from '@fulgent/core/camera';
import { FAULT_NAMES_PRACTICE } from '@fulgent/words';
import { useCallback } from 'react';
import { View } from 'react-native';
import { axisOf } from '../ladder/axis';
import { LadderAxis } from '../ladder/LadderAxis';
import { StripDrawing } from '../ladder/LadderStrip';
import { WHITES_K } from '../look/numbers';
import { Plan } from '../set/Plan';
import { Choice } from '../ui/Button';
import { Dial } from '../ui/Dial';
import { GuessAxis } from './GuessAxis';
import { idOf, useNumber, type PartProps } from './guesses';
import { Patches } from './Patches';
import { OnePicture, PictureOptions, TwoPictures } from './Pictures';

const STOPS_AXIS = { low: -3, high: 3 };
const EDGE_AXIS = { low: 0, high: 5 };
const COST_AXIS = { low: 0, high: 7 };
const THIRD = 1 / 3;

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
