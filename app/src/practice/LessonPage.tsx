import type { Look } from '@fulgent/core/document';
import { LESSONS, SKILL_WORDS, type Lesson } from '@fulgent/words';
import { useRouter } from 'expo-router';
import { useMemo, useState } from 'react';
import { View } from 'react-native';
import { SPACE } from '../theme/theme';
import { Button, IconButton } from '../ui/Button';
import { SectionFrame } from '../ui/SectionFrame';
import { Stepper } from '../ui/Stepper';
import { Text } from '../ui/Text';
import { Waiting } from '../ui/Waiting';
import { compute } from '../workers/compute';
import { useStudy } from '../workers/useStudy';
import { Round } from './ExercisePage';
import { OnePicture } from './Pictures';
import { touchedLook } from './touched';

/** What the pictures of lessons show. */
const CHOICES = {
  title: 'Lesson',
  person: 'cropped',
  skin: 'tan',
  backdrop: 'paper-slate',
  camera: 'stills',
  lights: 'two-rims',
  colours: 'azure-amber',
  mood: 'neutral',
} as const;
const WIDEST = 480;

const upright = (look: Look): Look => ({
  ...look,
  camera: { ...look.camera, sensorWidthMm: 28.8, sensorHeightMm: 36, distanceM: 1.9 },
});

/** A lesson: a page with a live picture to touch, then its exercises one by one. */
export function LessonPage({ id }: { readonly id: string }) {
  const router = useRouter();
  const lesson = LESSONS.find((one) => one.id === id);
  const [step, setStep] = useState(0);
  const toPractice = () => router.navigate('/practice');
  if (!lesson)
    return (
      <SectionFrame>
        <Text role="alert">There is no such lesson.</Text>
        <Button label="Back to practice" onPress={toPractice} />
      </SectionFrame>
    );
  const skill = lesson.skills[step - 1];
  return (
    <SectionFrame>
      <View style={{ flexDirection: 'row', alignItems: 'center' }}>
        <IconButton icon="chevron-left" label="Back to practice" onPress={toPractice} />
        <Text size="title" weight="strong" role="heading" aria-level={1}>
          {lesson.title}
        </Text>
      </View>
      <Text size="label" quiet testID="lesson-step">
        {step === 0 ? 'To touch' : skill ? `Exercise ${step} of ${lesson.skills.length}: ${SKILL_WORDS[skill].name}` : 'Done'}
      </Text>
      {step === 0 ? <LiveLesson lesson={lesson} onDone={() => setStep(1)} /> : null}
      {skill ? <Round key={step} skill={skill} onDone={() => setStep(step + 1)} /> : null}
      {step > lesson.skills.length ? <LessonDone lesson={lesson} /> : null}
    </SectionFrame>
  );
}

function LiveLesson({ lesson, onDone }: { readonly lesson: Lesson; readonly onDone: () => void }) {
  const { value } = useStudy(
    () => compute().newLook(lesson.touch === 'shutter' ? { ...CHOICES, lamps: 'flash' } : CHOICES, null),
    lesson.id,
  );
  const [width, setWidth] = useState(0);
  const touched = useMemo(() => (value ? touchedLook(lesson.touch, upright(value.look)) : null), [value, lesson]);
  const [at, setAt] = useState<number | null>(null);
  const now = touched ? (at ?? touched.first) : 0;
  return (
    <View
      style={{ gap: SPACE.m, maxWidth: WIDEST }}
      onLayout={({ nativeEvent }) => setWidth(Math.min(WIDEST, nativeEvent.layout.width))}
    >
      <Text>{lesson.text}</Text>
      {touched && width > 0 ? (
        <>
          <OnePicture look={touched.steps[now]!.look} width={width} label={`${touched.label}: ${touched.steps[now]!.name}`} />
          <Stepper
            label={touched.label}
            value={touched.steps[now]!.name}
            onStep={(by) => setAt(Math.min(touched.steps.length - 1, Math.max(0, now + by)))}
          />
        </>
      ) : (
        <Waiting height={320} />
      )}
      <Text weight="strong">{lesson.see}</Text>
      <Button label="On to the exercises" filled onPress={onDone} />
    </View>
  );
}

function LessonDone({ lesson }: { readonly lesson: Lesson }) {
  const router = useRouter();
  const next = LESSONS[(LESSONS.indexOf(lesson) + 1) % LESSONS.length]!;
  return (
    <View style={{ gap: SPACE.s, alignItems: 'flex-start' }}>
      <Text>That was it. What you answered counts into what comes again, and when.</Text>
      <Button label={`Next: ${next.title}`} filled onPress={() => router.replace(`/practice/lessons/${next.id}`)} />
      <Button label="Your eye" onPress={() => router.navigate('/practice/eye')} />
    </View>
  );
}
