import type { KitCamera } from '@fulgent/core/catalogue';
import { LARGEST_SPECTRUM_FILE } from '@fulgent/core/files';
import { LIMITS } from '@fulgent/core/document';
import { MOST_BRACKET_FRAMES, type CameraLearned, type ChartCorners } from '@fulgent/core/day';
import { STAND_IN_CHART } from '@fulgent/core/surface';
import { useRouter } from 'expo-router';
import { useCallback, useState } from 'react';
import { View } from 'react-native';
import { api } from '../../api/client';
import { readPictures } from '../../api/pictures';
import { SourceChoice } from '../../camera/SourceChoice';
import { WHITES_K } from '../../look/numbers';
import { SPACE } from '../../theme/theme';
import { Button, IconButton } from '../../ui/Button';
import { Dial } from '../../ui/Dial';
import { chooseFile, chooseFiles, PICTURE_FILES, textOf } from '../../ui/files';
import { Pick } from '../../ui/Pick';
import { problemLines } from '../../ui/problems';
import { Section } from '../../ui/Section';
import { SectionFrame } from '../../ui/SectionFrame';
import { StepperGrid } from '../../ui/Stepper';
import { Text } from '../../ui/Text';
import { say } from '../../ui/Toasts';
import { study } from '../../workers/study';
import { useEntry, useKit } from '../useKit';
import { ChartPicture } from './ChartPicture';
import { Found } from './Found';
import { asBracket, EMPTY_LESSON, exposureText, type Lesson } from './lesson';

/** Learns a camera of the kit from its own pictures: curve, white and colours. */
export function LearnCameraPage({ id }: { readonly id: string }) {
  const router = useRouter();
  const { refresh } = useKit();
  const { stored, error, problem, failed, save } = useEntry(id);
  const back = () => router.navigate(`/kit/${id}`);
  if (!stored || stored.entry.kind !== 'camera')
    return (
      <SectionFrame>
        <Text quiet={!error}>{error ? error.message : stored ? 'Only a camera is learned from its pictures.' : 'Loading'}</Text>
        {error || stored ? <Button label="Back to the kit" onPress={() => router.navigate('/kit')} /> : null}
      </SectionFrame>
    );
  const entry = stored.entry;
  const { standIn } = stored;
  const keep = async ({ learned, headroomStops }: CameraLearned) => {
    const { camera, provenance } = entry;
    const change = {
      camera: { ...camera, learned: learned as KitCamera['camera']['learned'], headroomStops },
      provenance: 'measured',
    } as const;
    if (!standIn) {
      if (!(await save(change))) return;
      back();
      say(`${entry.name} was learned.`, { label: 'Undo', run: () => void save({ camera, provenance }) });
      return;
    }
    try {
      // What ships with the application stays as it is: the body that was learned is another.
      const made = await api.createEntry({ ...entry, ...change, name: `${entry.name}, own`.slice(0, LIMITS.nameLength) });
      refresh();
      router.navigate(`/kit/${made.entry.id}`);
    } catch (failure) {
      failed(failure);
    }
  };
  return (
    <SectionFrame>
      <View style={{ flexDirection: 'row', alignItems: 'center', gap: SPACE.s }}>
        <IconButton icon="chevron-left" label={`Back to ${entry.name}`} onPress={back} />
        <View style={{ flex: 1 }}>
          <Text size="title" weight="strong" role="heading" aria-level={1}>
            Learn from its pictures
          </Text>
          <Text size="label" quiet>
            {entry.name}
          </Text>
        </View>
      </View>
      <Teaching entry={entry} standIn={standIn} onKeep={(found) => void keep(found)} />
      {problem ? (
        <Text weight="strong" role="alert">
          {problem}
        </Text>
      ) : null}
    </SectionFrame>
  );
}

function Teaching({
  entry,
  standIn,
  onKeep,
}: {
  readonly entry: KitCamera;
  readonly standIn: boolean;
  readonly onKeep: (found: CameraLearned) => void;
}) {
  const [lesson, setLesson] = useState<Lesson>(EMPTY_LESSON);
  const [found, setFound] = useState<CameraLearned | null>(null);
  const [busy, setBusy] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const change: Change = useCallback((part) => {
    setLesson((now) => ({ ...now, ...(typeof part === 'function' ? part(now) : part) }));
    setFound(null);
  }, []);
  const during = async (what: string, work: () => Promise<void>) => {
    setBusy(what);
    setProblem(null);
    try {
      await work();
    } catch (error) {
      setProblem(problemLines(error)[0]!);
    }
    setBusy(null);
  };
  const learn = () =>
    during('Fitting', async () => {
      const { bracket, greyFrame, card, chart, corners, patches, source, whiteK, tintDuv } = lesson;
      setFound(
        await study().learnCamera(entry, {
          bracket: bracket.map(({ png, stops }) => ({ png, stops })),
          greyFrame,
          card: card?.png ?? null,
          chart: chart && { png: chart.png, corners, patches },
          source,
          whiteK,
          tintDuv,
        }),
      );
    });
  const isEmpty = lesson.bracket.length === 0 && !lesson.card && !lesson.chart;
  return (
    <>
      <BracketSection lesson={lesson} change={change} during={during} />
      <CardSection lesson={lesson} change={change} during={during} />
      <ChartSection lesson={lesson} change={change} during={during} />
      {lesson.card || lesson.chart ? <LightSection lesson={lesson} change={change} /> : null}
      {problem ? (
        <Text weight="strong" role="alert">
          {problem}
        </Text>
      ) : null}
      {busy ? (
        <Text role="status" aria-busy quiet>
          {busy} …
        </Text>
      ) : null}
      <Button label="Learn" filled={found === null} disabled={isEmpty || busy !== null} onPress={() => void learn()} />
      {found ? <Found found={found} standIn={standIn} onKeep={() => onKeep(found)} /> : null}
    </>
  );
}

type Change = (part: Partial<Lesson> | ((now: Lesson) => Partial<Lesson>)) => void;

interface PartProps {
  readonly lesson: Lesson;
  readonly change: Change;
  readonly during: (what: string, work: () => Promise<void>) => Promise<void>;
}

function BracketSection({ lesson, change, during }: PartProps) {
  const { bracket, greyFrame } = lesson;
  const choose = () =>
    during('Reading the frames', async () => {
      const files = await chooseFiles(PICTURE_FILES);
      if (files.length > MOST_BRACKET_FRAMES)
        throw new Error(`${files.length} frames were chosen; ${MOST_BRACKET_FRAMES} are enough.`);
      if (files.length) change({ bracket: asBracket(await readPictures(files)), greyFrame: null });
    });
  const none = { id: 'none', name: 'None; mid-grey at its usual value' };
  const options = [none, ...bracket.map(({ name }, i) => ({ id: String(i), name }))];
  return (
    <Section flush title="Its curve, from a bracket" aside={bracket.length ? `${bracket.length} frames` : ''}>
      <Text size="label" quiet>
        Any scene that stands still, camera on a stand, manual all through: 5 to 9 frames a stop apart, from nearly black to
        partly white. Even surfaces in it, of every brightness. As the camera makes them, ungraded.
      </Text>
      <Button label={bracket.length ? 'Other frames' : 'Choose the frames'} icon="image" onPress={() => void choose()} />
      {bracket.map((frame, i) => (
        <View key={frame.url} style={{ gap: SPACE.xs }}>
          <Text size="label">
            {frame.name}, {exposureText(frame)}
          </Text>
          <StepperGrid>
            <Dial
              label={`Frame ${i + 1}: stops more than the first`}
              value={Number(frame.stops.toFixed(3))}
              onChange={(stops) => change({ bracket: bracket.map((one, k) => (k === i ? { ...one, stops } : one)) })}
              low={-20}
              high={20}
              step={1 / 3}
              show={(stops) => stops.toFixed(2)}
              {...(frame.isTold ? { note: 'From its file' } : {})}
            />
          </StepperGrid>
        </View>
      ))}
      {bracket.length ? (
        <Pick
          label="Grey card"
          current={options.find(({ id }) => id === String(greyFrame ?? 'none'))!.name}
          options={options}
          onPick={(id) => change({ greyFrame: id === 'none' ? null : Number(id) })}
        />
      ) : null}
      {bracket.length ? (
        <Text size="label" quiet>
          If the middle of the frames is a grey card, the one that was exposed as the card was metered.
        </Text>
      ) : null}
    </Section>
  );
}

function CardSection({ lesson, change, during }: PartProps) {
  const choose = () =>
    during('Reading the picture', async () => {
      const file = await chooseFile(PICTURE_FILES);
      if (file) change({ card: (await readPictures([file]))[0]! });
    });
  return (
    <Section flush title="Its white, from a grey card">
      <Text size="label" quiet>
        A grey or white card that fills the middle of the frame, in one light that you know, exposed well under white.
      </Text>
      <Button
        label={lesson.card ? `${lesson.card.name}; another` : 'Choose the picture of the card'}
        icon="image"
        onPress={() => void choose()}
      />
      {lesson.card ? <Button label="Without a card" icon="x" onPress={() => change({ card: null })} /> : null}
    </Section>
  );
}

function ChartSection({ lesson, change, during }: PartProps) {
  const { chart, corners, patchesFrom } = lesson;
  const moveCorners = useCallback(
    (move: (corners: ChartCorners) => ChartCorners) => change((now) => ({ corners: move(now.corners) })),
    [change],
  );
  const choose = () =>
    during('Reading the picture', async () => {
      const file = await chooseFile(PICTURE_FILES);
      if (file) change({ chart: (await readPictures([file]))[0]! });
    });
  const figures = () =>
    during('Reading the figures', async () => {
      const file = await chooseFile('.csv,.txt,.tsv,text/csv');
      if (file) change({ patches: await study().readChart(await textOf(file, LARGEST_SPECTRUM_FILE)), patchesFrom: file.name });
    });
  return (
    <Section flush title="Its colours, from a chart" aside={chart ? '24 patches' : ''}>
      <Text size="label" quiet>
        A colour chart of four rows of six, evenly lit by one light that you know, its white under white.
      </Text>
      <Button
        label={chart ? `${chart.name}; another` : 'Choose the picture of the chart'}
        icon="image"
        onPress={() => void choose()}
      />
      {chart ? (
        <>
          <Text size="label" quiet>
            Draw the four corners to those of the chart: each outline lies within its patch.
          </Text>
          <ChartPicture picture={chart} corners={corners} onCorners={moveCorners} />
          <Text size="label">
            {patchesFrom ? `Figures of the patches: ${patchesFrom}` : 'Figures of the patches: the stand-in chart, made up'}
          </Text>
          <Button label="Figures of your chart, from a file" icon="file-text" onPress={() => void figures()} />
          <Text size="label" quiet>
            A table of 24 rows from the upper left: L, a and b under D50, or a column for each wavelength.
          </Text>
          {patchesFrom ? (
            <Button label="The stand-in chart" onPress={() => change({ patches: STAND_IN_CHART, patchesFrom: null })} />
          ) : null}
          <Button label="Without a chart" icon="x" onPress={() => change({ chart: null })} />
        </>
      ) : null}
    </Section>
  );
}

function LightSection({ lesson, change }: Omit<PartProps, 'during'>) {
  return (
    <Section flush title="The light of card and chart">
      <SourceChoice label="Light" source={lesson.source} onChange={(source) => change({ source })} />
      <StepperGrid>
        <Dial
          label="White that the camera was set to"
          value={lesson.whiteK}
          onChange={(whiteK) => change({ whiteK })}
          low={1600}
          high={25_000}
          series={WHITES_K}
          unit="K"
        />
      </StepperGrid>
      <Text size="label" quiet>
        Flash and daylight are daylight of their colour temperature. A light that is not what it says makes the camera seem off.
      </Text>
    </Section>
  );
}
