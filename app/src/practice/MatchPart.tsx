import type { Look } from '@fulgent/core/document';
import { formatStops } from '@fulgent/core/exposure';
import { formatPower, steppedPower } from '@fulgent/core/scene';
import { useState } from 'react';
import { View } from 'react-native';
import { SPACE } from '../theme/theme';
import { Button } from '../ui/Button';
import { Stepper } from '../ui/Stepper';
import { Text } from '../ui/Text';
import type { PartProps } from './guesses';
import { OnePicture } from './Pictures';

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
