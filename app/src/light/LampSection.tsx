import type { Light, Look, Practical } from '@fulgent/core/document';
import { formatStops } from '@fulgent/core/exposure';
import { lampCautionKey, readLamp } from '@fulgent/core/planning';
import { lampCautions } from '@fulgent/words';
import { View } from 'react-native';
import { acknowledge, changeLight } from '../look/edits';
import { SPACE, themed } from '../theme/theme';
import { Button } from '../ui/Button';
import { Dial } from '../ui/Dial';
import { Section, Topic } from '../ui/Section';
import { StepperGrid } from '../ui/Stepper';
import { Text } from '../ui/Text';
import { when } from '../ui/when';

const WATTS = [15, 25, 40, 60, 75, 100, 150, 200, 250, 300, 500, 650, 1000];
const USUAL = { kind: 'lamp', ratedW: 60, fittedW: 60, figureW: 60, diffusionStops: 0 } as const;

const useStyles = themed((t) => ({
  stop: { borderWidth: 2, borderColor: t.text, padding: SPACE.m, gap: SPACE.s, borderRadius: 3 },
}));

/** A lamp that is seen in the picture: what is fitted against what its holder may take, dimming, and what is round it. */
export function LampSection({ look, light }: { readonly look: Look; readonly light: Light }) {
  const styles = useStyles();
  const { lamp, fixture } = light;
  if (fixture.kind !== 'continuous') return null;
  const put = (key: string, change: Partial<NonNullable<Light['lamp']>> | null) =>
    changeLight(light.id, `lamp.${key}`, (one) => ({ ...one, lamp: change && { ...(one.lamp ?? USUAL), ...change } }));
  if (!lamp) {
    if (light.role !== 'practical') return null;
    return (
      <Section title="Practical in the picture">
        <Text size="label" quiet>
          Enter the fitted lamp: it is checked against its holder’s rating.
        </Text>
        <Button label="Enter its watts" onPress={() => put('on', {})} />
      </Section>
    );
  }
  const answer = readLamp(light)!;
  const key = lampCautionKey(light);
  const known = look.acknowledged.find((one) => one.key === key);
  return (
    <Topic
      id="light.lamp"
      title="Practical in the picture"
      now={`${lamp.fittedW} W fitted, ${Math.round(answer.cctK)} K as dimmed${answer.refused ? ' · over the rating of its holder' : ''}`}
    >
      <LampDials lamp={lamp} put={put} light={light} />
      <Text testID="lamp-answer">
        {formatStops(answer.netStops)} against the {lamp.figureW} W lamp at full: {formatStops(answer.gainedStops)} by watts,{' '}
        {formatStops(answer.dimmedStops)} dimmed{lamp.diffusionStops ? `, ${formatStops(-lamp.diffusionStops)} diffused` : ''}.
        Dimming makes it {Math.round(answer.warmerMired)} mired warmer.
      </Text>
      {answer.refused ? (
        <View style={styles.stop} role="alert" testID="lamp-stop">
          <Text weight="strong">Stop: over the rating of its holder</Text>
          {lampCautions(answer).map((caution) => (
            <Text key={caution} size="label">
              {caution}
            </Text>
          ))}
          {known ? (
            <Text size="label" quiet>
              Taken on at {when(known.at)}.
            </Text>
          ) : (
            <Button label="I have read this and accept the risk" onPress={() => acknowledge(key)} />
          )}
        </View>
      ) : (
        lampCautions(answer).map((caution) => (
          <Text key={caution} size="label" quiet>
            {caution}
          </Text>
        ))
      )}
      <Button label="Not a practical" onPress={() => put('off', null)} />
    </Topic>
  );
}

function LampDials({
  lamp,
  put,
  light,
}: {
  readonly lamp: Practical;
  readonly put: (
    key: string,
    change: Partial<{ kind: 'lamp'; ratedW: number; fittedW: number; figureW: number; diffusionStops: number }> | null,
  ) => void;
  readonly light: Light;
}) {
  return (
    <StepperGrid>
      <Dial
        label="Lamp fitted"
        value={lamp.fittedW}
        onChange={(fittedW) => put('fitted', { fittedW })}
        low={1}
        high={20_000}
        series={WATTS}
        unit="W"
      />
      <Dial
        label="Holder rating"
        value={lamp.ratedW}
        onChange={(ratedW) => put('rated', { ratedW })}
        low={1}
        high={20_000}
        series={WATTS}
        unit="W"
      />
      <Dial
        label="Its figure in lx is of"
        value={lamp.figureW}
        onChange={(figureW) => put('figure', { figureW })}
        low={1}
        high={20_000}
        series={WATTS}
        unit="W"
        note={`${light.fixture.name} in the kit`}
      />
      <Dial
        label="Diffusion or shade round it"
        value={lamp.diffusionStops}
        onChange={(diffusionStops) => put('diffusion', { diffusionStops })}
        low={0}
        high={10}
        step={0.5}
        unit="stops"
      />
    </StepperGrid>
  );
}
