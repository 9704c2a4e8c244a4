import type { KitEntry, KitGel } from '@fulgent/core/catalogue';
import { LIMITS } from '@fulgent/core/document';
import { formatStops } from '@fulgent/core/exposure';
import type { CorrectedGel } from '@fulgent/core/files';
import { WAVELENGTHS_NM } from '@fulgent/core/spectrum';
import { View } from 'react-native';
import { api } from '../api/client';
import { Button } from '../ui/Button';
import { Alert, FramePairButtons, useFramePair } from '../ui/FramePair';
import { problemLines } from '../ui/problems';
import { Section } from '../ui/Section';
import { Text } from '../ui/Text';
import { say } from '../ui/Toasts';
import { study } from '../workers/study';
import { transmittanceOf } from './gel-facts';

const JUDGED_K = 5600;
/** Less than this is what two exposures differ by, stops. */
const WORTH_SAYING = 0.1;

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
  const { frames, found, problem, setProblem, take, clear } = useFramePair<CorrectedGel>((without, through) =>
    study().measuredGel(transmittanceOf(gel), without, through, JUDGED_K),
  );
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
      <FramePairButtons
        frames={frames}
        take={take}
        names={{ without: ['Without it', 'Without'], through: ['Through it', 'Through'] }}
      />
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
      <Alert text={problem} />
    </Section>
  );
}

function wordsOf({ moreStops }: CorrectedGel): string {
  if (moreStops.every((stops) => Math.abs(stops) < WORTH_SAYING)) return 'It does what its figures say.';
  const [r, g, b] = moreStops.map((stops) => formatStops(stops));
  return `Against its figures it loses, in stops: red ${r}, green ${g}, blue ${b}.`;
}
