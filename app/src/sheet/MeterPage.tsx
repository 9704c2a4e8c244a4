import { apertureOf, compareMeter, mixed, type MeterComparison, type PlannedShares } from '@fulgent/core/day';
import { cctDuv } from '@fulgent/core/colour';
import type { Look, MeterEntry } from '@fulgent/core/document';
import { apertureWords, luxWords, meterLightWords, meterWords } from '@fulgent/words';
import { useMemo, useState } from 'react';
import { View } from 'react-native';
import { SPACE, themed } from '../theme/theme';
import { IconButton } from '../ui/Button';
import { IsoDial, ShutterDial } from '../ui/Dial';
import { Pick } from '../ui/Pick';
import { Section } from '../ui/Section';
import { StepperGrid } from '../ui/Stepper';
import { Text } from '../ui/Text';
import { when } from '../ui/when';
import { study } from '../workers/study';
import { useStudy } from '../workers/useStudy';
import { removeReading } from './edits';
import { LightOff } from './LightOff';
import { MeterForm } from './MeterForm';

const ALL = { id: '', name: 'All that are lit' };

/** What a light or colour meter shows at a place, held against the plan: counted as test frames are. */
export function MeterPage({ look }: { readonly look: Look }) {
  const comparison = useMemo(() => compareMeter(look), [look]);
  return (
    <View>
      <ReadingSection look={look} />
      <ToChange look={look} comparison={comparison} />
      <Readings look={look} comparison={comparison} />
    </View>
  );
}

function ReadingSection({ look }: { readonly look: Look }) {
  const [probe, setProbe] = useState(look.probes[0]!.id);
  const [light, setLight] = useState('');
  const [iso, setIso] = useState(look.camera.iso);
  const [shutterS, setShutter] = useState(look.camera.shutterS);
  const lights = [ALL, ...look.lights.filter(({ on }) => on).map(({ id, name }) => ({ id, name }))];
  const key = useMemo(() => ({ look, probe, light, iso, shutterS }), [look, probe, light, iso, shutterS]);
  const { value: planned, error } = useStudy(() => study().plannedAt(look, probe, light, { iso, shutterS }), key);
  return (
    <Section title="Read the meter" aside="dome towards where the place faces">
      <Pick
        label="At"
        current={look.probes.find(({ id }) => id === probe)?.name ?? probe}
        options={look.probes.map(({ id, name }) => ({ id, name }))}
        onPick={setProbe}
      />
      <Pick label="Burning" current={lights.find(({ id }) => id === light)?.name ?? light} options={lights} onPick={setLight} />
      <StepperGrid>
        <IsoDial label="ISO of the meter" value={iso} onChange={setIso} />
        <ShutterDial label="Its shutter" value={shutterS} onChange={setShutter} />
      </StepperGrid>
      {error ? <Text role="alert">{error}</Text> : null}
      {planned && !error ? (
        <>
          <Text testID="meter-plan">The plan has {planWords(planned, iso, shutterS)} there.</Text>
          <MeterForm key={`${probe} ${light}`} look={look} asked={{ probe, light, iso, shutterS }} planned={planned} />
        </>
      ) : null}
    </Section>
  );
}

/** What a meter would show of the plan: f-number, illuminance, colour temperature where it is a white. */
function planWords(planned: PlannedShares, iso: number, shutterS: number): string {
  const { luxS, xy } = mixed({ planned: [...planned] }, () => 0);
  const { cctK, duv } = cctDuv(xy);
  const colour =
    cctK !== null && Math.abs(duv) < FARTHEST_DUV
      ? `${Math.round(cctK / 10) * 10} K, Duv ${duv.toFixed(3)}`
      : `x ${xy[0].toFixed(3)}, y ${xy[1].toFixed(3)}`;
  return `${apertureWords(apertureOf(luxS, iso))} or ${luxWords(luxS / shutterS)}, ${colour}`;
}

/** Farther from white than this a light has no colour temperature that says anything. */
const FARTHEST_DUV = 0.02;

function ToChange({ look, comparison: { lights, readings } }: { readonly look: Look; readonly comparison: MeterComparison }) {
  if (readings.length === 0) return null;
  const worst = [...lights].sort((a, b) => Math.abs(b.offStops) - Math.abs(a.offStops));
  return (
    <Section title="What to change">
      {worst.map((light) => (
        <LightOff key={light.lightId} look={look} light={light} words={meterLightWords(light)} by="a meter" />
      ))}
      {worst.length === 0 ? <Text>None of these readings can be believed; each says why.</Text> : null}
      <Text size="label" quiet>
        A meter sums all colours by brightness: the right exposure is no verdict on a colour. Clipping is seen in a test frame.
      </Text>
    </Section>
  );
}

const useStyles = themed((t) => ({
  row: { flexDirection: 'row', gap: SPACE.s, paddingVertical: SPACE.s, borderBottomWidth: 1, borderBottomColor: t.line },
}));

function Readings({ look, comparison: { readings } }: { readonly look: Look; readonly comparison: MeterComparison }) {
  const styles = useStyles();
  if (readings.length === 0)
    return (
      <Section title="Readings" aside="none yet">
        <Text>Read each light alone at the place that it lights, then all together. What is off is named with what to dial.</Text>
      </Section>
    );
  return (
    <Section title="Readings" aside={`${readings.length}`}>
      {[...readings].reverse().map((reading) => (
        <View key={reading.entry.id} style={styles.row} testID={`reading-${reading.entry.id}`}>
          <View style={{ flex: 1, gap: 2 }}>
            <Text weight="strong">
              {shownWords(reading.entry)}, {nameOf(look, reading.entry)}
            </Text>
            <Text size="label">{meterWords(reading)}</Text>
            <Text size="small" quiet>
              {when(reading.entry.at)}
            </Text>
          </View>
          <IconButton
            icon="x"
            label={`Delete the reading ${nameOf(look, reading.entry)}`}
            onPress={() => removeReading(reading.entry.id)}
          />
        </View>
      ))}
    </Section>
  );
}

const shownWords = ({ aperture, lux }: MeterEntry): string => (aperture === null ? luxWords(lux ?? 0) : apertureWords(aperture));

function nameOf({ probes, lights }: Look, { probe, light }: MeterEntry): string {
  const place = probes.find(({ id }) => id === probe)?.name ?? probe;
  const burning = light ? `${lights.find(({ id }) => id === light)?.name ?? light} alone` : 'all lit';
  return `${place}, ${burning}`;
}
