import { judge, UNIT_OF, type Exercise, type Guess, type Judged } from '@fulgent/core/practice';
import { exerciseQuestion, exerciseWhy, hueWord, inFigures, judgedWords } from '@fulgent/words';
import { useState } from 'react';
import { View } from 'react-native';
import { readingText } from '../look/words';
import { SPACE, themed, useIsWide } from '../theme/theme';
import { Button } from '../ui/Button';
import { Text } from '../ui/Text';
import { keepAnswer } from './answers';
import { usePracticeKeys } from './keys';
import { MakesPart } from './MakesPart';
import { MatchPart } from './MatchPart';
import { ChangePart, CostPart, EdgePart, StopsPart, WhosePart, WhitePart, WrongPart } from './parts';

const useStyles = themed((t) => ({
  /** What belongs to an exercise, in columns where there is room. */
  beside: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'flex-start', gap: SPACE.l },
  below: { gap: SPACE.m },
  verdict: { borderWidth: 1, borderColor: t.edge, borderRadius: 3, padding: SPACE.m, gap: SPACE.s },
}));

/** An exercise with its answer: asked, answered, judged, and kept. */
export function Answering({
  exercise,
  width,
  onJudged,
}: {
  readonly exercise: Exercise;
  readonly width: number;
  readonly onJudged: (judged: Judged) => void;
}) {
  const styles = useStyles();
  const isWide = useIsWide();
  const [guess, setGuess] = useState<Guess | null>(() => firstGuess(exercise));
  const [judged, setJudged] = useState<Judged | null>(null);
  const answer = () => {
    if (!guess) return;
    const result = judge(exercise, guess);
    setJudged(result);
    const { skill, code } = exercise;
    keepAnswer({ skill, code, error: result.error, signed: result.signed, grade: result.grade, about: aboutOf(exercise) });
    onJudged(result);
  };
  const props = { width, guess, onGuess: setGuess, isAnswered: judged !== null };
  usePracticeKeys((key) => {
    if (judged) return false;
    const option = optionsOf(exercise)[Number(key) - 1];
    if (option !== undefined) setGuess({ kind: 'choice', id: option });
    else if (key === 'Enter' && isWhole(exercise, guess)) answer();
    else return false;
    return true;
  });
  return (
    <View style={{ gap: SPACE.m }}>
      <Text size="strong" weight="strong" role="heading" aria-level={2} testID="question">
        {exerciseQuestion(exercise)}
      </Text>
      <View style={isWide ? styles.beside : styles.below}>
        <Part exercise={exercise} {...props} />
      </View>
      {judged ? (
        <View style={styles.verdict} role="status" testID="judged">
          <Text size="strong" weight="strong">
            {judgedWords(judged, UNIT_OF[exercise.skill])}
          </Text>
          <Text>{exerciseWhy(exercise)}</Text>
        </View>
      ) : (
        <Button label="Answer" filled disabled={!isWhole(exercise, guess)} onPress={answer} />
      )}
      <Figures exercise={exercise} />
    </View>
  );
}

/** What an exercise starts from; null where nothing is answered yet. */
function firstGuess(exercise: Exercise): Guess | null {
  switch (exercise.skill) {
    case 'white':
      return { kind: 'number', value: 5600 };
    case 'cost':
      return exercise.ask === 'how-many' ? { kind: 'number', value: 1 } : null;
    case 'makes':
      return exercise.ask === 'dial' ? { kind: 'number', value: 0 } : null;
    case 'match':
      return { kind: 'powers', powers: {}, shots: 0 };
    default:
      return null;
  }
}

/** What is chosen from, in the order in which it is shown. */
function optionsOf(exercise: Exercise): readonly string[] {
  switch (exercise.skill) {
    case 'whose':
      return exercise.look.lights.flatMap(({ id }) => (exercise.options.includes(id) ? [id] : []));
    case 'wrong':
      return exercise.options;
    case 'makes':
      return exercise.ask === 'which' ? exercise.options.map(({ id }) => id) : [];
    case 'change':
      return exercise.options.map(({ id }) => id);
    case 'cost':
      return exercise.ask === 'which-most' ? exercise.patches.map(({ id }) => id) : [];
    default:
      return [];
  }
}

/** Whether all that is asked is answered. */
function isWhole({ skill }: Exercise, guess: Guess | null): boolean {
  if (guess === null) return false;
  if (skill === 'edge') return guess.kind === 'number' && guess.channel !== undefined;
  return skill !== 'match' || (guess.kind === 'powers' && guess.shots > 0);
}

/** What a leaning is looked for by: the hue of the light. */
function aboutOf(exercise: Exercise): string {
  if (exercise.skill === 'makes' && exercise.ask === 'dial') return hueWord(exercise.hueDeg);
  if (exercise.skill !== 'stops' && exercise.skill !== 'edge') return '';
  return exercise.hueDeg === null ? 'white' : hueWord(exercise.hueDeg);
}

type PartOf = { readonly exercise: Exercise } & {
  readonly width: number;
  readonly guess: Guess | null;
  readonly onGuess: (guess: Guess) => void;
  readonly isAnswered: boolean;
};

function Part({ exercise, ...props }: PartOf) {
  switch (exercise.skill) {
    case 'stops':
      return <StopsPart exercise={exercise} {...props} />;
    case 'edge':
      return <EdgePart exercise={exercise} {...props} />;
    case 'whose':
      return <WhosePart exercise={exercise} {...props} />;
    case 'wrong':
      return <WrongPart exercise={exercise} {...props} />;
    case 'cost':
      return <CostPart exercise={exercise} {...props} />;
    case 'match':
      return <MatchPart exercise={exercise} {...props} />;
    case 'white':
      return <WhitePart exercise={exercise} {...props} />;
    case 'makes':
      return <MakesPart exercise={exercise} {...props} />;
    case 'change':
      return <ChangePart exercise={exercise} {...props} />;
  }
}

/** What the picture records, place by place, as an exercise has it. */
function levelsOf(exercise: Exercise): readonly string[] | null {
  switch (exercise.skill) {
    case 'stops':
      return [
        ...exercise.readings.before.probes.map((probe) => `Before, ${readingText(probe)}`),
        ...exercise.readings.after.probes.map((probe) => `After, ${readingText(probe)}`),
      ];
    case 'edge':
      return exercise.readings.probes.map(
        ({ name, channelStops: [r, g, b] }) =>
          `${name}: R ${r.toFixed(1)}, G ${g.toFixed(1)}, B ${b.toFixed(1)} stops from mid-grey`,
      );
    case 'whose':
      return exercise.look.lights.map(
        ({ name, position: [x, y, z] }) =>
          `${name} stands ${Math.abs(x).toFixed(1)} m to the ${x < 0 ? 'left' : 'right'}, ${Math.abs(z).toFixed(1)} m ${z < 0 ? 'behind' : 'before'} the subject, ${y.toFixed(1)} m high`,
      );
    case 'wrong':
      return exercise.readings.probes.map(readingText);
    case 'change':
      return [
        ...exercise.readings.probes.map((probe) => `Before, ${readingText(probe)}`),
        ...exercise.options.flatMap(({ readings }, i) =>
          readings.probes.map((probe) => `Picture ${i + 1}, ${readingText(probe)}`),
        ),
      ];
    default:
      return null;
  }
}

/** The same in figures, or that it is for the eye alone. */
function Figures({ exercise }: { readonly exercise: Exercise }) {
  const [open, setOpen] = useState(false);
  const lines = inFigures(exercise, levelsOf(exercise));
  if (!lines)
    return (
      <Text size="small" quiet>
        This one is for the eye: it has no equivalent in words.
      </Text>
    );
  return (
    <View style={{ gap: SPACE.xs, alignItems: 'flex-start' }}>
      <Button label="In figures" on={open} onPress={() => setOpen(!open)} />
      {open ? (
        <View role="list" testID="figures">
          {lines.map((line) => (
            <Text key={line} size="label" role="listitem">
              {line}
            </Text>
          ))}
        </View>
      ) : null}
    </View>
  );
}
