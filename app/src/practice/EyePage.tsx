import { biases, progressOf, SKILLS, UNIT_OF, type ErrorUnit, type PracticeAnswer, type Progress } from '@fulgent/core/practice';
import { biasWords, errorWords, SKILL_WORDS } from '@fulgent/words';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import Svg, { Circle, Line, Path } from 'react-native-svg';
import { mutate } from 'swr';
import { api } from '../api/client';
import { SPACE, themed, useTheme } from '../theme/theme';
import { Button, IconButton } from '../ui/Button';
import { SectionFrame } from '../ui/SectionFrame';
import { Section } from '../ui/Section';
import { Text } from '../ui/Text';
import { say } from '../ui/Toasts';
import { Waiting } from '../ui/Waiting';
import { restoreAnswers, useAnswers } from './answers';

const HIGH = 84;

const useStyles = themed((t) => ({
  skill: { gap: SPACE.xs, paddingVertical: SPACE.m, borderBottomWidth: 1, borderBottomColor: t.line },
  row: { flexDirection: 'row', alignItems: 'baseline', justifyContent: 'space-between', gap: SPACE.m },
}));

/** How well somebody judges light: error by skill over time, and leanings. Compared with nobody but themselves. */
export function EyePage() {
  const router = useRouter();
  const answers = useAnswers();
  const [width, setWidth] = useState(0);
  const leanings = answers ? biases(answers) : [];
  const shown = ([...SKILLS, 'frame'] as const).flatMap((skill) => {
    const progress = answers ? progressOf(answers, skill) : null;
    return progress ? [{ skill, progress }] : [];
  });
  return (
    <SectionFrame>
      <View style={{ flexDirection: 'row', alignItems: 'center' }}>
        <IconButton icon="chevron-left" label="Back to practice" onPress={() => router.navigate('/practice')} />
        <Text size="title" weight="strong" role="heading" aria-level={1}>
          Your eye
        </Text>
      </View>
      {answers ? null : <Waiting height={240} />}
      {answers && shown.length === 0 ? <Text>Nothing is answered yet. Begin an exercise; each answer is kept here.</Text> : null}
      {leanings.length ? (
        <Section title="Leanings" aside="what you judge too high or too low" flush>
          {leanings.slice(0, 5).map((bias) => (
            <Text key={`${bias.skill} ${bias.about}`} testID="leaning">
              {biasWords(bias)}{' '}
              <Text size="label" quiet>
                {bias.count} answers
              </Text>
            </Text>
          ))}
        </Section>
      ) : null}
      <View onLayout={({ nativeEvent }) => setWidth(Math.min(640, nativeEvent.layout.width))}>
        {width > 0
          ? shown.map(({ skill, progress }) => <SkillChart key={skill} skill={skill} progress={progress} width={width} />)
          : null}
      </View>
      {answers?.length ? <OwnData answers={answers} /> : null}
    </SectionFrame>
  );
}

/** The top of a chart is at least so much, in its unit. */
const LEAST_TOP: Readonly<Record<ErrorUnit, number>> = { stops: 1, mired: 30, degrees: 30, wrong: 1 };

const unitOf = (skill: PracticeAnswer['skill']): ErrorUnit => (skill === 'frame' ? 'stops' : UNIT_OF[skill]);
const nameOf = (skill: PracticeAnswer['skill']): string => (skill === 'frame' ? 'Test frames' : SKILL_WORDS[skill].name);

/** The error of a skill, answer by answer: lower is better. */
function SkillChart({
  skill,
  progress,
  width,
}: {
  readonly skill: PracticeAnswer['skill'];
  readonly progress: Progress;
  readonly width: number;
}) {
  const styles = useStyles();
  const theme = useTheme();
  const { points, first, last, count } = progress;
  const unit = unitOf(skill);
  const most = Math.max(...points.map(({ error }) => error), LEAST_TOP[unit]);
  const x = (i: number) => 4 + (points.length < 2 ? 0.5 : i / (points.length - 1)) * (width - 8);
  const y = (error: number) => HIGH - 6 - (error / most) * (HIGH - 14);
  const said = count > 10 ? `first ten ${errorWords(first, unit)}, last ten ${errorWords(last, unit)}` : errorWords(last, unit);
  return (
    <View style={styles.skill} testID={`progress-${skill}`}>
      <View style={styles.row}>
        <Text weight="strong" style={{ flexShrink: 0 }}>
          {nameOf(skill)}
        </Text>
        <Text size="label" quiet align="right" style={{ flex: 1 }}>
          {said}, {count} {count === 1 ? 'answer' : 'answers'}
        </Text>
      </View>
      <Svg width={width} height={HIGH} role="img" aria-label={`${nameOf(skill)}, error over time: ${said}`}>
        <Line x1={0} x2={width} y1={y(0)} y2={y(0)} stroke={theme.edge} strokeWidth={1} />
        <Path
          d={points.map(({ error }, i) => `${i ? 'L' : 'M'}${x(i).toFixed(1)} ${y(error).toFixed(1)}`).join('')}
          fill="none"
          stroke={theme.text}
          strokeWidth={2}
        />
        {points.length < 40
          ? points.map(({ error }, i) => <Circle key={i} cx={x(i)} cy={y(error)} r={2.5} fill={theme.text} />)
          : null}
      </Svg>
    </View>
  );
}

/** Taken along, or forgotten. */
function OwnData({ answers }: { readonly answers: readonly PracticeAnswer[] }) {
  const forget = async () => {
    try {
      await api.clearPractice();
      await mutate(api.practice, [], { revalidate: false });
      say('All answers are forgotten.', { label: 'Undo', run: () => restoreAnswers(answers) });
    } catch (error) {
      say(error instanceof Error ? error.message : String(error));
    }
  };
  return (
    <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
      <Button label="Save as CSV" onPress={() => window.location.assign(api.practiceCsv)} />
      <Button label="Forget all answers" icon="trash-2" onPress={() => void forget()} />
    </View>
  );
}
