import type { SoftFilter as Found } from '@fulgent/core/day';
import { DIFFUSIONS, type Look } from '@fulgent/core/document';
import { SOFT_FILTER_WORDS, softFilterWords, threadWords, veilCostWords } from '@fulgent/words';
import { View } from 'react-native';
import { changeCamera } from '../look/edits';
import { Button, Choice } from '../ui/Button';
import { Dial } from '../ui/Dial';
import { Alert, FramePairButtons, useFramePair } from '../ui/FramePair';
import { Topic } from '../ui/Section';
import { StepperGrid } from '../ui/Stepper';
import { Text } from '../ui/Text';
import { study } from '../workers/study';
import { useStudy } from '../workers/useStudy';

const STRENGTHS = DIFFUSIONS.map((strength) => ({
  id: String(strength),
  name: strength === 0 ? 'None' : SOFT_FILTER_WORDS[strength],
}));
/** Threads of lenses and filters, mm. */
const THREADS = [0, 37, 40.5, 43, 46, 49, 52, 55, 58, 62, 67, 72, 77, 82, 86, 95, 105, 112];

/** The soft filter before the lens: its strength, what it costs, whether it fits, and what a pair of frames says of it. */
export function SoftFilter({ look }: { readonly look: Look }) {
  const { camera } = look;
  const fit = threadWords(camera);
  const thread = (label: string, key: 'lensThreadMm' | 'filterThreadMm') => (
    <Dial
      label={label}
      value={camera[key] ?? 0}
      onChange={(mm) => changeCamera(key, { [key]: mm < 10 ? null : mm })}
      low={0}
      high={200}
      series={THREADS}
      show={(mm) => (mm === 0 ? 'not told' : `${mm} mm`)}
    />
  );
  return (
    <Topic id="set.filter" title="Soft filter" now={camera.diffusion === 0 ? 'none' : SOFT_FILTER_WORDS[camera.diffusion]}>
      <Choice
        label="Strength of the soft filter"
        options={STRENGTHS}
        value={String(camera.diffusion)}
        onChange={(id) => changeCamera('diffusion', { diffusion: Number(id) as Look['camera']['diffusion'] })}
      />
      <Cost look={look} />
      <StepperGrid>
        {thread('Thread of the lens', 'lensThreadMm')}
        {thread('Thread of the filter', 'filterThreadMm')}
      </StepperGrid>
      {fit ? <Text testID="thread-fit">{fit}</Text> : null}
      <Pair look={look} />
    </Topic>
  );
}

/** What the soft filter costs: black that it lifts, colour that it veils. */
function Cost({ look }: { readonly look: Look }) {
  const { value: cost } = useStudy(() => study().filterCost(look), look);
  if (!cost || look.camera.diffusion === 0) return null;
  return <Text testID="filter-cost">{veilCostWords(cost)}</Text>;
}

/** A frame without and one with the filter, and the strength that they come to. */
function Pair({ look }: { readonly look: Look }) {
  const { frames, found, problem, take } = useFramePair<Found>((without, through) => study().softFilter(look, without, through));
  return (
    <>
      <Text size="label" quiet>
        Not sure which it is? Two frames from a tripod, one without and one with it, say.
      </Text>
      <FramePairButtons
        frames={frames}
        take={take}
        names={{ without: ['Frame without it', 'Without'], through: ['Frame with it', 'With'] }}
      />
      {found ? (
        <>
          <Text weight="strong" testID="filter-found">
            {softFilterWords(found)}
          </Text>
          {found.nearest === look.camera.diffusion ? null : (
            <View style={{ flexDirection: 'row' }}>
              <Button
                label={`Plan with ${SOFT_FILTER_WORDS[found.nearest]}`}
                filled
                onPress={() => changeCamera('diffusion', { diffusion: found.nearest })}
              />
            </View>
          )}
        </>
      ) : null}
      <Alert text={problem} />
    </>
  );
}
