import type { FramePoint, SkinFound } from '@fulgent/core/day';
import type { Look, SourceRef } from '@fulgent/core/document';
import { LARGEST_SPECTRUM_FILE } from '@fulgent/core/files';
import { reflectanceHex, skinReflectance } from '@fulgent/core/surface';
import { useCallback, useState } from 'react';
import { View } from 'react-native';
import { readPictures, type Picture } from '../api/pictures';
import { SourceChoice } from '../camera/SourceChoice';
import { SPACE } from '../theme/theme';
import { Button, Choice } from '../ui/Button';
import { Dial } from '../ui/Dial';
import { Field } from '../ui/Field';
import { chooseFile, PICTURE_FILES, textOf } from '../ui/files';
import { PointsOnPicture } from '../ui/PointsOnPicture';
import { problemLines } from '../ui/problems';
import { Sheet } from '../ui/Sheet';
import { StepperGrid } from '../ui/Stepper';
import { Text } from '../ui/Text';
import { study } from '../workers/study';
import { changeSubject } from './edits';
import { readNumber } from './numbers';

const WAYS = [
  { id: 'picture', name: 'A picture with a grey patch' },
  { id: 'meter', name: 'A meter on the skin' },
] as const;
type Way = (typeof WAYS)[number]['id'];

/** Takes a reading, and shows what came of it. */
type Found = (work: () => Promise<SkinFound | null>) => Promise<void>;

/** Somebody's skin from a sample: depth, undertone and how olive it is. */
export function SkinSampleSheet({ look, onClose }: { readonly look: Look; readonly onClose: () => void }) {
  const [way, setWay] = useState<Way>('picture');
  const [skin, setSkin] = useState<SkinFound | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const found: Found = async (work) => {
    setProblem(null);
    setSkin(null);
    try {
      setSkin(await work());
    } catch (error) {
      setProblem(problemLines(error)[0]!);
    }
  };
  return (
    <Sheet title="Skin from a sample" onClose={onClose}>
      <View style={{ gap: SPACE.m }}>
        <Choice label="From" options={WAYS} value={way} onChange={setWay} />
        {way === 'picture' ? <FromPicture look={look} found={found} /> : <FromMeter found={found} />}
        {problem ? (
          <Text weight="strong" role="alert">
            {problem}
          </Text>
        ) : null}
        {skin ? <Outcome skin={skin} isMeter={way === 'meter'} onClose={onClose} /> : null}
      </View>
    </Sheet>
  );
}

function Outcome({
  skin: { skinDepth, undertone, olive, misses },
  isMeter,
  onClose,
}: {
  readonly skin: SkinFound;
  readonly isMeter: boolean;
  readonly onClose: () => void;
}) {
  return (
    <>
      <View style={{ flexDirection: 'row', gap: SPACE.m, alignItems: 'center' }}>
        <View
          testID="light-colour"
          style={{
            width: 44,
            height: 44,
            borderRadius: 2,
            backgroundColor: reflectanceHex(skinReflectance(skinDepth, undertone, olive)),
          }}
        />
        <View style={{ flex: 1 }} testID="skin-found">
          <Text weight="strong">
            Depth {Math.round(100 * skinDepth)}, undertone {signed(100 * undertone)}, olive {Math.round(100 * olive)}
          </Text>
          <Text size="label" quiet>
            {isMeter ? `${misses.toFixed(1)} from the reading (CIELAB)` : `within ${misses.toFixed(2)} stop in every channel`}
          </Text>
        </View>
      </View>
      <Button
        label="Use it for this person"
        filled
        onPress={() => {
          changeSubject('skin', { skinDepth, undertone, olive });
          onClose();
        }}
      />
    </>
  );
}

const signed = (value: number) => `${value < -0.5 ? '−' : value > 0.5 ? '+' : ''}${Math.abs(Math.round(value))}`;

type Marks = readonly [skin: FramePoint, grey: FramePoint];

function FromPicture({ look, found }: { readonly look: Look; readonly found: Found }) {
  const [picture, setPicture] = useState<Picture | null>(null);
  const [marks, setMarks] = useState<Marks>([
    [0.4, 0.5],
    [0.6, 0.5],
  ]);
  const [percent, setPercent] = useState(18);
  const [source, setSource] = useState<SourceRef>({ kind: 'daylight', cctK: 5600 });
  const move = useCallback((change: (now: Marks) => Marks) => setMarks(change), []);
  const choose = () =>
    found(async () => {
      const file = await chooseFile(PICTURE_FILES);
      if (file) setPicture((await readPictures([file]))[0]!);
      return null;
    });
  const read = (png: Blob) =>
    found(() => study().skinFromPicture(look, { png, skin: marks[0], grey: marks[1], greyReflectance: percent / 100, source }));
  return (
    <>
      <Text size="label" quiet>
        The person holds a grey card beside the cheek, both facing one plain light alike. Taken with this look’s camera at its
        white, ungraded; skin without make-up or shine where it is read.
      </Text>
      <Button label={picture ? `${picture.name}; another` : 'Choose the picture'} icon="image" onPress={() => void choose()} />
      {picture ? (
        <>
          <PointsOnPicture label="Mark" picture={picture} names={['Skin', 'Grey patch']} points={marks} onPoints={move} />
          <StepperGrid>
            <Dial
              label="The grey patch reflects"
              value={percent}
              onChange={setPercent}
              low={2}
              high={95}
              series={[9, 18, 36, 50, 90]}
              unit="%"
            />
          </StepperGrid>
          <SourceChoice label="Light" source={source} onChange={setSource} />
          <Button label="Read the skin" onPress={() => void read(picture.png)} />
        </>
      ) : null}
    </>
  );
}

const LAB = [
  { name: 'L', low: 0, high: 100 },
  { name: 'a', low: -60, high: 60 },
  { name: 'b', low: -60, high: 60 },
] as const;

function FromMeter({ found }: { readonly found: Found }) {
  const [texts, setTexts] = useState(['', '', '']);
  const figures = LAB.map((limits, i) => readNumber(texts[i]!, { ...limits }));
  const read = () =>
    found(() => {
      const [L, a, b] = figures.map((figure) => {
        if (typeof figure === 'string') throw new Error(figure);
        return figure;
      });
      return study().skinFromLab({ L: L!, a: a!, b: b! });
    });
  const file = () =>
    found(async () => {
      const chosen = await chooseFile('.csv,.txt,.tsv,text/csv,.xml');
      return chosen ? study().skinFromTable(await textOf(chosen, LARGEST_SPECTRUM_FILE)) : null;
    });
  return (
    <>
      <Text size="label" quiet>
        L, a and b (CIELAB) under D65, specular excluded, or a table of its reflectance against wavelength.
      </Text>
      <View style={{ flexDirection: 'row', gap: SPACE.s }}>
        {LAB.map(({ name }, i) => (
          <View key={name} style={{ flex: 1 }}>
            <Field label={name} value={texts[i]!} onChange={(text) => setTexts(texts.map((one, k) => (k === i ? text : one)))} />
          </View>
        ))}
      </View>
      <Button label="Read the skin" onPress={() => void read()} />
      <Button label="A table of its reflectance" icon="file-text" onPress={() => void file()} />
    </>
  );
}
