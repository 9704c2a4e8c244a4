import type { KitEntry, KitGel } from '@fulgent/core/catalogue';
import { LIMITS } from '@fulgent/core/document';
import { formatStops } from '@fulgent/core/exposure';
import type { CorrectedGel } from '@fulgent/core/files';
import { WAVELENGTHS_NM } from '@fulgent/core/spectrum';
import { useState } from 'react';
import { View } from 'react-native';
import { api } from '../api/client';
import { SPACE } from '../theme/theme';
import { Button } from '../ui/Button';
import { chooseFile } from '../ui/files';
import { problemLines } from '../ui/problems';
import { Section } from '../ui/Section';
import { Text } from '../ui/Text';
import { say } from '../ui/Toasts';
import { study } from '../workers/study';
import { transmittanceOf } from './gel-facts';

const JUDGED_K = 5600;
/** Less than this is what two exposures differ by, stops. */
const WORTH_SAYING = 0.1;

interface Photos {
  readonly without?: File;
  readonly through?: File;
}

/** A sheet against its figures: two frames of the same white at the same power, without and through it. */
export function MeasureGel({
  gel,
  standIn,
  save,
  onMade,
}: {
  readonly gel: KitGel;
  readonly standIn: boolean;
  readonly save: (change: Partial<KitEntry>) => void;
  readonly onMade: (id: string) => void;
}) {
  const { photos, found, problem, setProblem, take, clear } = useMeasured(gel);
  const keep = async () => {
    if (!found) return;
    const values = Array.from(found.transmittance, (value) => Number(value.toPrecision(6)));
    const spectrum = { wavelengthsNm: [...WAVELENGTHS_NM], values };
    if (!standIn) {
      save({ spectrum, provenance: 'measured' });
      clear();
      say('Its figures are the measured ones now.');
      return;
    }
    try {
      const name = `${gel.name}, measured`.slice(0, LIMITS.nameLength);
      const { entry } = await api.createEntry({ ...gel, name, spectrum, provenance: 'measured' });
      onMade(entry.id);
      say(`${entry.name} is in the kit as your own.`);
    } catch (error) {
      setProblem(problemLines(error)[0]!);
    }
  };
  return (
    <Section flush title="Measure this sheet" aside="a pair of frames">
      <Text size="label" quiet>
        The same white in daylight or flash, same power and exposure, once without it and once through it, nothing clipped. The
        middle third of each is read.
      </Text>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
        <Button
          label={photos.without ? `Without: ${photos.without.name}` : 'Without it'}
          icon="image"
          onPress={() => void take('without')}
        />
        <Button
          label={photos.through ? `Through: ${photos.through.name}` : 'Through it'}
          icon="image"
          onPress={() => void take('through')}
        />
      </View>
      {found ? (
        <>
          <Text weight="strong" testID="measured-gel">
            {wordsOf(found)}
          </Text>
          <View style={{ flexDirection: 'row' }}>
            <Button label={standIn ? 'Keep as my own' : 'Take these figures'} filled onPress={() => void keep()} />
          </View>
        </>
      ) : null}
      {problem ? (
        <Text weight="strong" role="alert">
          {problem}
        </Text>
      ) : null}
    </Section>
  );
}

/** A pair of frames, and what it says of the film. */
function useMeasured(gel: KitGel) {
  const [photos, setPhotos] = useState<Photos>({});
  const [found, setFound] = useState<CorrectedGel | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const take = async (which: keyof Photos) => {
    const file = await chooseFile('image/*');
    if (!file) return;
    const both = { ...photos, [which]: file };
    setPhotos(both);
    setFound(null);
    setProblem(null);
    if (!both.without || !both.through) return;
    try {
      setFound(await study().measuredGel(transmittanceOf(gel), both.without, both.through, JUDGED_K));
    } catch (error) {
      setProblem(problemLines(error)[0]!);
    }
  };
  const clear = () => {
    setFound(null);
    setPhotos({});
  };
  return { photos, found, problem, setProblem, take, clear };
}

function wordsOf({ moreStops }: CorrectedGel): string {
  if (moreStops.every((stops) => Math.abs(stops) < WORTH_SAYING)) return 'It does what its figures say.';
  const [r, g, b] = moreStops.map((stops) => formatStops(stops));
  return `Against its figures it loses, in stops: red ${r}, green ${g}, blue ${b}.`;
}
