import {
  measuredOf,
  meterDifference,
  withLessons,
  type Lesson,
  type Lessons,
  type LessonKind,
  type LogEntry,
  type TaughtFrame,
} from '@fulgent/core/day';
import { formatStops } from '@fulgent/core/exposure';
import { useState } from 'react';
import { View } from 'react-native';
import useSWR from 'swr';
import { api } from '../api/client';
import { SPACE } from '../theme/theme';
import { Button } from '../ui/Button';
import { Section } from '../ui/Section';
import { Table } from '../ui/Table';
import { Text } from '../ui/Text';
import { Waiting } from '../ui/Waiting';
import { say } from '../ui/Toasts';
import { useFrames } from '../sheet/useReading';
import { study } from '../workers/study';
import { LookPick } from './LookPick';

const KIND_WORDS: Readonly<Record<LessonKind, string>> = {
  output: 'Output',
  mired: 'Colour',
  green: 'Green or magenta',
  modifier: 'Loss',
  headroom: 'Headroom',
};

function valueWords({ kind, value, deviation }: Lesson): string {
  switch (kind) {
    case 'output':
    case 'modifier':
    case 'headroom':
      return `${formatStops(value, 2)} ± ${deviation.toFixed(2)}`;
    case 'mired':
      return `${Math.abs(value).toFixed(0)} mired ${value >= 0 ? 'warmer' : 'cooler'} ± ${deviation.toFixed(0)}`;
    case 'green':
      return `${Math.abs(value).toFixed(3)} ${value >= 0 ? 'green' : 'magenta'} ± ${deviation.toFixed(3)}`;
  }
}

const countWords = (count: number, what: string) => `${count} ${what}${count === 1 ? '' : 's'}`;

/** A lesson that is smaller than its own uncertainty teaches nothing yet. */
const isClear = ({ value, deviation }: Lesson) => Math.abs(value) > 2 * deviation;

/** What all measured frames say of the kit, and the way to write it into a look. */
export function LearnedPage() {
  const { data: frames } = useFrames(api.frames);
  const { data: log } = useSWR<LogEntry[], Error>(api.log);
  const evidence = frames?.filter(({ kind, notes }) => kind !== 'black' && !notes.graded && notes.verdict !== 'rejected') ?? [];
  // What does not fit its plan teaches nothing of the kit.
  const usable = evidence.filter(
    (frame) => frame.reading !== null && frame.reading.patches.length > 0 && measuredOf(frame)!.fits,
  );
  const metered = log?.filter(({ meter }) => meter.length > 0) ?? [];
  const unread = evidence.filter(({ reading }) => reading === null).length;
  const key = [
    ...usable.map(({ id, revision }) => `${id}.${revision}`),
    ...metered.flatMap(({ lookId: id, meter }) => meter.map((one) => `${id}.${one.id}`)),
  ].join();
  const { data: taught, error } = useSWR<Lessons, Error>(key && log ? ['lessons', key] : null, async () => {
    const taken = await Promise.all(
      usable.map(async ({ id, kind, lightId, reading }): Promise<TaughtFrame> => {
        const { patches, parts } = reading!;
        return { look: await api.frameLook(id), patches, parts, aloneId: kind === 'alone' ? lightId : null };
      }),
    );
    const looks = await Promise.all(metered.map(({ lookId: id }) => api.readLook(id)));
    const meters = looks.flatMap(({ look }) => look.day.meter.map((entry) => ({ look, entry })));
    return study().learn(
      taken,
      meters.filter(({ entry }) => !meterDifference(entry).isDoubtful),
    );
  });
  const [lookId, setLook] = useState<string | null>(null);
  if (!frames || !log) return <Waiting height={200} label="Loading frames" />;
  if (!key) {
    return (
      <Text>
        {unread
          ? 'Your frames are being measured. What they say of your kit gathers here.'
          : 'No measured frame yet. Add test frames or meter readings on the Sheet step of a look; what they say of your kit gathers here.'}
      </Text>
    );
  }
  if (error) return <Text role="alert">{error.message}</Text>;
  if (!taught) return <Waiting height={200} label="Fitting corrections" />;
  const clear = taught.lessons.filter(isClear);
  const apply = async () => {
    if (!lookId) return;
    try {
      const { look, revision } = await api.readLook(lookId);
      await api.updateLook(lookId, revision, withLessons(look, clear));
      say(`Written into ${look.title}.`, { label: 'Undo', run: () => void api.updateLook(lookId, revision + 1, look) });
    } catch (failure) {
      say(failure instanceof Error ? failure.message : String(failure));
    }
  };
  const percent = (share: number) => `${(100 * share).toFixed(1)} %`;
  return (
    <View style={{ gap: SPACE.m }} testID="lessons">
      <Text>
        From {countWords(usable.length, 'frame')} and {countWords(taught.readings, 'reading')}.{' '}
        {usable.length
          ? `By the models’ figures plan and frames lie ${percent(taught.before)} of full scale apart; with these corrections ${percent(taught.after)}.`
          : ''}
        {unread ? ` ${unread} more ${unread === 1 ? 'is' : 'are'} being measured.` : ''}
      </Text>
      <ClearSection clear={clear} />
      <Section flush title="Use it" aside="as you like">
        <LookPick label="In" value={lookId} onPick={setLook} />
        <Button label="Write these into the look" disabled={!lookId || clear.length === 0} onPress={() => void apply()} />
        <Text size="label" quiet>
          They go into the look’s units, modifiers and camera, where they can be changed again. More frames, and frames of one
          light alone, make them surer.
        </Text>
      </Section>
      <OpenSection taught={taught} />
    </View>
  );
}

function OpenSection({ taught }: { readonly taught: Lessons }) {
  return (
    <Section flush title="Not sure yet">
      <Table
        label="What is not sure"
        columns={['Of', 'So far']}
        first={1.2}
        rows={taught.lessons
          .filter((lesson) => !isClear(lesson))
          .map((lesson) => ({
            id: `${lesson.kind} ${lesson.about}`,
            cells: [lesson.about, valueWords(lesson)],
            note: KIND_WORDS[lesson.kind],
          }))}
      />
    </Section>
  );
}

function ClearSection({ clear }: { readonly clear: readonly Lesson[] }) {
  return (
    <Section flush title="Clear" aside={`${clear.length}`}>
      {clear.length ? (
        <Table
          label="What is clear"
          columns={['Of', 'Correction']}
          first={1.2}
          rows={clear.map((lesson) => ({
            id: `${lesson.kind} ${lesson.about}`,
            cells: [lesson.about, valueWords(lesson)],
            note: `${KIND_WORDS[lesson.kind]}, from ${countWords(lesson.frames, 'measurement')}`,
          }))}
        />
      ) : (
        <Text>Nothing differs from its figures by more than the frames can tell.</Text>
      )}
    </Section>
  );
}
