import { LIMITS, EFFECTS, type Effect, type Light, type Look } from '@fulgent/core/document';
import { formatStops } from '@fulgent/core/exposure';
import { EFFECT_NAMES, effectStops } from '@fulgent/core/planning';
import { effectWords, whatIsCourse } from '@fulgent/words';
import { useState } from 'react';
import { View } from 'react-native';
import Svg, { Line, Path } from 'react-native-svg';
import { changeLight } from '../look/edits';
import { percent } from '../look/words';
import { SPACE, themed, useTheme } from '../theme/theme';
import { Choice } from '../ui/Button';
import { Dial } from '../ui/Dial';
import { Field } from '../ui/Field';
import { Section } from '../ui/Section';
import { StepperGrid } from '../ui/Stepper';
import { Text } from '../ui/Text';
import { study } from '../workers/study';
import { useStudy } from '../workers/useStudy';
import { changeEffect, putEffect } from './edits';

const TYPES = [{ id: 'steady', name: 'Steady' }, ...EFFECTS.map((id) => ({ id, name: EFFECT_NAMES[id] }))] as const;
const RATES = [0.05, 0.1, 0.15, 0.25, 0.5, 1, 1.5, 2, 3, 5, 8, 12, 20, 30, 60];

const useStyles = themed((t) => ({
  stop: { borderWidth: 2, borderColor: t.text, padding: SPACE.m, gap: SPACE.xs, borderRadius: 3 },
}));

/** Lights that do not burn steadily: how fast, how far, when; what a shutter makes of it; whom it can harm. */
export function EffectsPage({ look }: { readonly look: Look }) {
  const [chosen, setChosen] = useState<string | null>(null);
  const { value: readings } = useStudy(() => study().effects(look), look);
  const light = look.lights.find(({ id }) => id === chosen) ?? look.lights.find(({ effect }) => effect) ?? look.lights[0];
  if (!light)
    return (
      <Section title="Effects">
        <Text>There is no light in this look yet.</Text>
      </Section>
    );
  const reading = readings?.find(({ lightId }) => lightId === light.id);
  return (
    <Section
      title={light.name}
      aside={light.effect?.cue ? `cue: ${light.effect.cue}` : 'no cue'}
      what={light.effect && whatIsCourse(light.effect)}
    >
      <Choice scroll label="Light" options={look.lights} value={light.id} onChange={setChosen} />
      <Choice
        label="Effect"
        options={TYPES}
        value={light.effect?.type ?? 'steady'}
        onChange={(type) => putEffect(light, type === 'steady' ? null : type)}
      />
      {light.effect ? <Course light={light} effect={light.effect} /> : <Text quiet>It is steady. Choose an effect.</Text>}
      {light.effect && reading ? <Reading look={look} reading={reading} /> : null}
    </Section>
  );
}

function Course({ light, effect }: { readonly light: Light; readonly effect: Effect }) {
  return (
    <>
      <Curve effect={effect} />
      <StepperGrid>
        <Dial
          label="Times a second"
          value={effect.rateHz}
          onChange={(rateHz) => changeEffect(light, 'rate', { rateHz })}
          low={0.01}
          high={200}
          series={RATES}
          unit="Hz"
        />
        <Dial
          label="Falls by"
          value={effect.rangeStops}
          onChange={(rangeStops) => changeEffect(light, 'range', { rangeStops })}
          low={0.1}
          high={10}
          step={0.5}
          unit="stops"
          note="from its power, which is the peak"
        />
      </StepperGrid>
      <Field
        most={LIMITS.nameLength}
        label="Cue"
        value={effect.cue}
        onChange={(cue) =>
          changeLight(light.id, 'effect.cue', (one) => ({
            ...one,
            effect: one.effect && { ...one.effect, cue },
          }))
        }
      />
    </>
  );
}

const [WIDTH, HEIGHT, SECONDS_OF_TURNS] = [340, 92, 4];

function Curve({ effect }: { readonly effect: Effect }) {
  const theme = useTheme();
  const seconds = SECONDS_OF_TURNS / effect.rateHz;
  const points = Array.from({ length: 240 }, (_, i) => {
    const stops = effectStops(effect, (i / 239) * seconds);
    return `${((i / 239) * WIDTH).toFixed(1)} ${(6 + (-stops / effect.rangeStops) * (HEIGHT - 12)).toFixed(1)}`;
  });
  return (
    <View
      role="img"
      aria-label={`Its course over ${seconds.toFixed(1)} seconds, from its power to ${effect.rangeStops} stops under it`}
    >
      <Svg width="100%" height={HEIGHT} viewBox={`0 0 ${WIDTH} ${HEIGHT}`} preserveAspectRatio="none">
        <Line x1={0} y1={6} x2={WIDTH} y2={6} stroke={theme.line} />
        <Line x1={0} y1={HEIGHT - 6} x2={WIDTH} y2={HEIGHT - 6} stroke={theme.line} />
        <Path d={`M${points.join('L')}`} fill="none" stroke={theme.text} strokeWidth={2} />
      </Svg>
      <View style={{ flexDirection: 'row', justifyContent: 'space-between' }}>
        <Text size="small" quiet narrow>
          peak to {formatStops(-effect.rangeStops)}
        </Text>
        <Text size="small" quiet narrow>
          {seconds.toFixed(1)} s
        </Text>
      </View>
    </View>
  );
}

function Reading({
  look,
  reading,
}: {
  readonly look: Look;
  readonly reading: NonNullable<Awaited<ReturnType<ReturnType<typeof study>['effects']>>>[number];
}) {
  const styles = useStyles();
  const { clippedAtPeak, vividAtPeak, vividAtLow, frameSpanStops, meanStops, notes, harmful } = reading;
  return (
    <View style={{ gap: SPACE.s }} testID="effect-reading" aria-live="polite">
      {harmful ? (
        <View style={styles.stop} role="alert">
          <Text weight="strong">Flashing from 3 to 30 times a second can bring on seizures.</Text>
          <Text size="label">
            Tell everybody on set before, and viewers of the film; keep it short, away from the eyes, and let people leave. Local
            rules and medical advice decide.
          </Text>
        </View>
      ) : null}
      <Text>
        Frames differ by {frameSpanStops.toFixed(1)} stops at{' '}
        {look.camera.mode === 'cinema' ? `${look.camera.fps} a second` : 'four a second'}; on average {formatStops(meanStops)}{' '}
        under the peak.
      </Text>
      <Text>
        {percent(vividAtPeak)} vivid at its peak, {percent(vividAtLow)} at its lowest.{' '}
        {clippedAtPeak.length ? `At the peak clips: ${clippedAtPeak.join(', ')}.` : 'Nothing clips at the peak.'}
      </Text>
      {notes.map(effectWords).map((note) => (
        <Text key={note} size="label" quiet>
          {note}
        </Text>
      ))}
    </View>
  );
}
