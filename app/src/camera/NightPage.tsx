import type { Ambient, Look } from '@fulgent/core/document';
import { formatStops } from '@fulgent/core/exposure';
import type { DayForNight, NightLight, NightReading } from '@fulgent/core/planning';
import { nightWords } from '@fulgent/words';
import { useMemo, useState } from 'react';
import { View } from 'react-native';
import { WHITES_K } from '../look/numbers';
import { SPACE, themed } from '../theme/theme';
import { Button } from '../ui/Button';
import { Dial } from '../ui/Dial';
import { Section } from '../ui/Section';
import { StepperGrid } from '../ui/Stepper';
import { Text } from '../ui/Text';
import { Waiting } from '../ui/Waiting';
import { useComputed } from '../workers/useComputed';
import { changeAmbientLight, makeNight } from './edits';
import { SourceChoice } from './SourceChoice';

const useStyles = themed((t) => ({
  light: { flexDirection: 'row', gap: SPACE.m, paddingVertical: SPACE.s, borderBottomWidth: 1, borderBottomColor: t.line },
  swatches: { flexDirection: 'row', marginTop: 3 },
  swatch: { width: 22, height: 34 },
}));

const WINDOW: NonNullable<Ambient['window']> = { kind: 'window', ev100: 12, source: { kind: 'daylight', cctK: 6500 } };

/** The day made a night, step by step: white, density, what turns blue, what falls short, what would do. */
export function NightPage({ look }: { readonly look: Look }) {
  const styles = useStyles();
  const [whiteK, setWhiteK] = useState(3200);
  const [ndStops, setNdStops] = useState(4);
  const { tintDuv } = look.camera;
  const wish = useMemo((): DayForNight => ({ whiteK, tintDuv, ndStops }), [whiteK, tintDuv, ndStops]);
  const night = useComputed('dayForNight', look, wish);
  const done = look.camera.whiteK === whiteK && look.camera.ndStops === ndStops;
  return (
    <>
      <WindowSection look={look} />
      <Section title="White and density">
        <StepperGrid>
          <Dial
            label="White for the night"
            value={whiteK}
            onChange={setWhiteK}
            low={1600}
            high={25_000}
            series={WHITES_K}
            unit="K"
          />
          <Dial
            label="ND on the lens"
            value={ndStops}
            onChange={setNdStops}
            low={0}
            high={20}
            unit="stops"
            {...(night
              ? { note: `1/${Number(night.nd.factor.toPrecision(3))} of the light, density ${night.nd.density.toFixed(1)}` }
              : {})}
          />
        </StepperGrid>
        {night ? <NightAnswer night={night} /> : <Waiting height={96} />}
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
          <Button label="Set white and ND" filled disabled={done} onPress={() => makeNight(wish, null)} />
          <Button label="And raise the lights" disabled={done || !night} onPress={() => makeNight(wish, night?.lights ?? null)} />
        </View>
      </Section>
      <Section title="Every light then" aside="left now, right as night">
        {night?.lights.map((light) => (
          <View key={light.lightId} style={styles.light} testID={`night-${light.lightId}`}>
            <View style={styles.swatches}>
              <View style={[styles.swatch, { backgroundColor: light.before.hex }]} testID="light-colour" />
              <View style={[styles.swatch, { backgroundColor: light.after.hex }]} testID="light-colour" />
            </View>
            <View style={{ flex: 1 }}>
              <Text weight="medium">
                {light.name}: {reads(light)}
              </Text>
              <Text size="label" quiet>
                {formatStops(light.stopsBefore)} to {formatStops(light.stopsAfter)} from mid-grey as it is set.{' '}
                {nightWords(light.remedy)}
              </Text>
            </View>
          </View>
        ))}
        {night?.lights.length === 0 ? <Text>There is no light in this look yet.</Text> : null}
        <Text size="label" quiet>
          A lamp must fit its holder’s rating. Local codes and licensed practice decide.
        </Text>
      </Section>
    </>
  );
}

function NightAnswer({ night }: { readonly night: NightReading }) {
  return (
    <View testID="night-answer" aria-live="polite" style={{ gap: SPACE.xs }}>
      <Text size="big" weight="strong" narrow>
        Ambient {formatStops(night.ambientBefore)} to {formatStops(night.ambientAfter)}
        {night.windowBefore && night.windowAfter
          ? `, window ${formatStops(night.windowBefore.stops)} to ${formatStops(night.windowAfter.stops)}`
          : ''}
      </Text>
      {night.windowAfter ? (
        <Text>
          {night.windowAfter.headroomStops < 0
            ? `The window still burns out by ${(-night.windowAfter.headroomStops).toFixed(1)} stops: more density, a gel on the glass, or a stand-in for it.`
            : `The window keeps ${night.windowAfter.headroomStops.toFixed(1)} stops under its clip.`}
        </Text>
      ) : null}
      <Text>{night.turnBlue.length ? `Turns blue: ${night.turnBlue.join(', ')}.` : 'No light turns blue that was not.'}</Text>
      <Text>
        {night.fallShort.length
          ? `Falls short even at full: ${night.fallShort.join(', ')}.`
          : 'Every light can be raised to where it was.'}
      </Text>
    </View>
  );
}

function reads({ before, after }: NightLight): string {
  return before.reads === after.reads ? `${after.reads}, as before` : `${before.reads} to ${after.reads}`;
}

function WindowSection({ look }: { readonly look: Look }) {
  const { window } = look.ambient;
  const change = (next: Ambient['window']) => changeAmbientLight('window', { window: next });
  return (
    <Section title="Window in the picture" {...(window ? { aside: `spot reading EV ${window.ev100}` } : {})}>
      {window ? (
        <>
          <StepperGrid>
            <Dial
              label="Spot reading, EV at ISO 100"
              value={window.ev100}
              onChange={(ev100) => change({ ...window, ev100 })}
              low={-8}
              high={20}
              step={0.5}
            />
          </StepperGrid>
          <SourceChoice
            label="Its light"
            source={window.source}
            spectra={look.spectra}
            onChange={(source) => change({ ...window, source })}
          />
          <Button label="No window" onPress={() => change(null)} />
        </>
      ) : (
        <>
          <Text size="label" quiet>
            Meter it with a spot meter, or expose a frame for it.
          </Text>
          <Button label="There is a window in the picture" onPress={() => change(WINDOW)} />
        </>
      )}
    </Section>
  );
}
