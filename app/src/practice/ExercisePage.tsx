import { readCode, schedule, SKILLS, type Exercise, type Judged, type Skill } from '@fulgent/core/practice';
import { SKILL_WORDS } from '@fulgent/words';
import { useRouter } from 'expo-router';
import { useEffect, useRef, useState } from 'react';
import { useWindowDimensions, View } from 'react-native';
import { SPACE, useIsWide } from '../theme/theme';
import { Button, IconButton } from '../ui/Button';
import { SectionFrame } from '../ui/SectionFrame';
import { Text } from '../ui/Text';
import { Waiting } from '../ui/Waiting';
import { Answering } from './Answering';
import { useAnswers } from './answers';
import { usePracticeKeys } from './keys';
import { makeAhead, nextExercise } from './next';

const WIDEST = 560;
/** Two beside each other on a wide page. */
const COLUMN = 440;

/** What an address asks for: a skill, and the seed of a code where one is given. */
function asked(skill: string, code: string | null): { readonly skill: Skill; readonly seed: number | null } | string {
  const found = SKILLS.find((one) => one === skill);
  if (!found) return 'There is no such exercise.';
  if (code === null) return { skill: found, seed: null };
  try {
    return readCode(code);
  } catch (error) {
    return (error as Error).message;
  }
}

/** One exercise after another of a skill. */
export function ExercisePage({ skill, code }: { readonly skill: string; readonly code: string | null }) {
  const router = useRouter();
  const wish = asked(skill, code);
  const toPractice = () => router.navigate('/practice');
  if (typeof wish === 'string')
    return (
      <SectionFrame>
        <Text role="alert">{wish}</Text>
        <Button label="Back to practice" onPress={toPractice} />
      </SectionFrame>
    );
  return (
    <SectionFrame>
      <View style={{ flexDirection: 'row', alignItems: 'center' }}>
        <IconButton icon="chevron-left" label="Back to practice" onPress={toPractice} />
        <Text size="title" weight="strong" role="heading" aria-level={1}>
          {SKILL_WORDS[wish.skill].name}
        </Text>
      </View>
      <Round skill={wish.skill} seed={wish.seed} />
    </SectionFrame>
  );
}

/** A round: an exercise, its answer, and the way on. */
export function Round({
  skill,
  seed = null,
  onDone,
}: {
  readonly skill: Skill;
  readonly seed?: number | null;
  /** Where a path goes on by itself, instead of by the schedule. */
  readonly onDone?: () => void;
}) {
  const router = useRouter();
  const window = useWindowDimensions();
  const isWide = useIsWide();
  const answers = useAnswers();
  const [count, setCount] = useState(0);
  const { exercise, error } = useExercise(skill, count === 0 ? seed : null, count);
  const [judged, setJudged] = useState<{ readonly of: Exercise; readonly result: Judged } | null>(null);
  const [width, setWidth] = useState(0);
  const isJudged = judged !== null && judged.of === exercise;
  const [began] = useState(() => Date.now());
  usePracticeKeys((key) => {
    if (key !== 'Enter' || !isJudged) return false;
    if (onDone) onDone();
    else setCount(count + 1);
    return true;
  });
  const planned = schedule(answers ?? [], began)[0]!.skill;
  return (
    <View
      style={{ gap: SPACE.m, maxWidth: isWide ? 2 * COLUMN + SPACE.l : WIDEST }}
      onLayout={({ nativeEvent }) =>
        setWidth(Math.min(isWide ? COLUMN : WIDEST, nativeEvent.layout.width, window.width - 2 * SPACE.m))
      }
    >
      {error ? <Text role="alert">{error}</Text> : null}
      {exercise && width > 0 ? (
        <Answering
          key={`${exercise.code} ${count}`}
          exercise={exercise}
          width={width}
          onJudged={(result) => setJudged({ of: exercise, result })}
        />
      ) : error ? null : (
        <Waiting height={320} />
      )}
      {exercise && isJudged ? (
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
          {onDone ? (
            <Button label="Go on" filled onPress={onDone} />
          ) : (
            <>
              <Button label="Again like this" filled onPress={() => setCount(count + 1)} />
              {planned === skill ? null : (
                <Button label={`Next: ${SKILL_WORDS[planned].name}`} onPress={() => router.replace(`/practice/${planned}`)} />
              )}
            </>
          )}
        </View>
      ) : null}
      {exercise ? (
        <Text size="small" quiet testID="code">
          Code of this one, to share: {exercise.code}
        </Text>
      ) : null}
    </View>
  );
}

/** The exercise of a round; the next one is made while this one is answered. */
function useExercise(skill: Skill, seed: number | null, round: number) {
  const [made, setMade] = useState<{ readonly round: number; readonly exercise: Exercise } | null>(null);
  const [error, setError] = useState<string | null>(null);
  const asked = useRef(-1);
  useEffect(() => {
    if (asked.current === round) return;
    asked.current = round;
    nextExercise(skill, seed).then(
      (exercise) => {
        setMade({ round, exercise });
        setError(null);
        makeAhead(skill);
      },
      (failure: unknown) => setError(failure instanceof Error ? failure.message : String(failure)),
    );
  }, [skill, seed, round]);
  return { exercise: made?.round === round ? made.exercise : null, error };
}
