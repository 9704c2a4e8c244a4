import { readCode, schedule, type Planned } from '@fulgent/core/practice';
import { LESSONS, percentWords, SKILL_WORDS } from '@fulgent/words';
import { useRouter } from 'expo-router';
import { useEffect, useState } from 'react';
import { View } from 'react-native';
import { SPACE } from '../theme/theme';
import { Button, Choice } from '../ui/Button';
import { Field } from '../ui/Field';
import { FootLink } from '../ui/Foot';
import { LinkRow } from '../ui/LinkRow';
import { SectionFrame } from '../ui/SectionFrame';
import { Section, Topic } from '../ui/Section';
import { Text } from '../ui/Text';
import { Waiting } from '../ui/Waiting';
import { useAnswers } from './answers';
import { keepFigures, setOwn, useSource } from './next';

const SOURCES = [
  { id: 'made', name: 'Made-up looks' },
  { id: 'own', name: 'My own looks' },
] as const;

const DAY_MS = 86_400_000;

/** When a skill comes again, in words. */
function dueText({ due, recall }: Planned, now: number): string {
  if (due === null) return 'new';
  if (due <= now) return 'due';
  const days = Math.ceil((due - now) / DAY_MS);
  return `${percentWords(recall)} at hand, again in ${days} ${days === 1 ? 'day' : 'days'}`;
}

/** Short exercises for the eye, what to train next, and how it goes. */
export function PracticePage() {
  const answers = useAnswers();
  const { own } = useSource();
  const [now] = useState(() => Date.now());
  useEffect(keepFigures, []);
  const planned = answers ? schedule(answers, now) : null;
  const today = answers?.filter(({ at }) => at > now - DAY_MS).length ?? 0;
  return (
    <SectionFrame>
      <Text size="huge" weight="strong" role="heading" aria-level={1}>
        Practice
      </Text>
      <Text quiet>
        Predict, then see. Exercises of under a minute, made by the same model that plans your light; never the same twice. With a
        keyboard: arrows move, 1 to 4 choose, Enter answers and goes on.
      </Text>
      {planned ? (
        <>
          <View style={{ flexDirection: 'row', maxWidth: 560 }}>
            <FootLink href={`/practice/${planned[0]!.skill}`} label={`Begin: ${SKILL_WORDS[planned[0]!.skill].name}`} />
          </View>
          <Choice label="Practise on" options={SOURCES} value={own ? 'own' : 'made'} onChange={(id) => setOwn(id === 'own')} />
          <View>
            {planned.map((one) => (
              <LinkRow
                key={one.skill}
                href={`/practice/${one.skill}`}
                name={SKILL_WORDS[one.skill].name}
                text={SKILL_WORDS[one.skill].text}
                aside={dueText(one, now)}
              />
            ))}
          </View>
        </>
      ) : (
        <Waiting height={320} />
      )}
      <LinkRow
        href="/practice/eye"
        name="Your eye"
        text={
          answers?.length ? `${answers.length} answers, ${today} today: error, leaning, what to train` : 'Nothing answered yet'
        }
      />
      <Section title="Lessons" aside="a page to touch, then three exercises" flush>
        <View>
          {LESSONS.map(({ id, title, see }) => (
            <LinkRow key={id} href={`/practice/lessons/${id}`} name={title} text={see} />
          ))}
        </View>
      </Section>
      <CodeTopic />
    </SectionFrame>
  );
}

/** An exercise that somebody shared. */
function CodeTopic() {
  const router = useRouter();
  const [text, setText] = useState('');
  const [error, setError] = useState<string | null>(null);
  const open = () => {
    try {
      const { skill } = readCode(text);
      router.push(`/practice/${skill}?code=${encodeURIComponent(text.trim())}`);
    } catch (failure) {
      setError((failure as Error).message);
    }
  };
  return (
    <Topic id="practice.code" title="By its code" now="an exercise that somebody shared">
      <Field
        label="Code"
        value={text}
        onChange={(next) => {
          setText(next);
          setError(null);
        }}
        onSubmit={open}
        error={error}
      />
      <View style={{ flexDirection: 'row', gap: SPACE.s }}>
        <Button label="Open it" disabled={text.trim() === ''} onPress={open} />
      </View>
    </Topic>
  );
}
