import { targetWord } from '@fulgent/words';
import { baseCamera } from '@fulgent/core/camera';
import type { KitGel } from '@fulgent/core/catalogue';
import { formatStops } from '@fulgent/core/exposure';
import { gelAtStrength } from '@fulgent/core/gel';
import { mixOfTargets, stackOrOverlap } from '@fulgent/core/planning';
import type { Spectrum } from '@fulgent/core/spectrum';
import { hexAtLuminance, hexOfPoint, planeOfSpectrum, pointOf, targetOf } from '@fulgent/core/vivid';
import { useMemo } from 'react';
import { View } from 'react-native';
import { TransmissionCurve } from '../charts/TransmissionCurve';
import { gelFacts, JUDGED_ON, transmittanceOf } from '../kit/gel-facts';
import { kitOf, useKit, useKitEntries } from '../kit/useKit';
import { formatMired } from '../light/CorrectionSheet';
import { useStudy } from '../workers/useStudy';
import { SPACE, themed } from '../theme/theme';
import { Choice } from '../ui/Button';
import { Pick } from '../ui/Pick';
import { StepperGrid } from '../ui/Stepper';
import { Text } from '../ui/Text';
import { study } from '../workers/study';
import { Dial } from '../ui/Dial';
import { Answer, useKept } from './parts';

const useStyles = themed((t) => ({
  pair: { flexDirection: 'row', gap: SPACE.m },
  half: { flex: 1, gap: SPACE.xs },
  swatch: { height: 64, borderRadius: 2 },
  row: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: SPACE.m,
    minHeight: 48,
    borderBottomWidth: 1,
    borderBottomColor: t.line,
  },
}));

const NONE = { id: '', name: 'None' };

type Lamp = (typeof JUDGED_ON)[number];

/** One or two gels on a lamp: together in one holder, and on two lights. */
function judged(first: KitGel, second: KitGel | undefined, strength: number, lamp: Lamp) {
  const a = gelAtStrength(transmittanceOf(first), strength);
  const b = second ? transmittanceOf(second) : null;
  const filter: Spectrum = b ? a.map((value, i) => value * b[i]!) : a;
  return {
    filter,
    facts: gelFacts(filter, lamp),
    both: b ? stackOrOverlap(baseCamera({ whiteK: lamp.whiteK }), lamp.source, a, b) : null,
  };
}

/** Gels in one holder, and the same two on two lights. */
export function GelsTool({ width }: { readonly width: number }) {
  const styles = useStyles();
  const { stored } = useKit();
  const gels = kitOf(stored, 'gel');
  const [lampId, setLamp] = useKept('gels.lamp', 'daylight');
  const [firstId, setFirst] = useKept('gels.first', 'red-deep');
  const [secondId, setSecond] = useKept('gels.second', 'azure-deep');
  const [strength, setStrength] = useKept('gels.strength', 1);
  const lamp = JUDGED_ON.find(({ id }) => id === lampId) ?? JUDGED_ON[0];
  const first = gels.find(({ id }) => id === firstId) ?? gels[0];
  const second = gels.find(({ id }) => id === secondId);
  const answer = first ? judged(first, second, strength, lamp) : null;
  if (!answer || !first) return <Text quiet>The kit has no gels.</Text>;
  const { facts, both } = answer;
  const [r, g, b] = facts.channels;
  const options = gels.map(({ id, name }) => ({ id, name }));
  return (
    <>
      <Choice label="Lamp" options={JUDGED_ON.map(({ id, name }) => ({ id, name }))} value={lamp.id} onChange={setLamp} />
      <Pick label="Gel" options={options} current={first.name} onPick={setFirst} />
      <Pick label="Second" options={[NONE, ...options]} current={second?.name ?? NONE.name} onPick={setSecond} />
      <StepperGrid>
        <Dial label="Strength of the first" value={strength} onChange={setStrength} low={0.05} high={4} step={0.25} />
      </StepperGrid>
      <Answer
        value={`${facts.stopsLost.toFixed(1)} stops lost`}
        text={`Red ${r.toFixed(1)}, green ${g.toFixed(1)}, blue ${b.toFixed(1)}${facts.shiftMired === null ? '' : `; ${formatMired(facts.shiftMired)} on this lamp`}.`}
      />
      {both ? (
        <View style={styles.pair}>
          <View style={styles.half} testID="stack">
            <View
              testID="light-colour"
              style={[styles.swatch, { backgroundColor: hexAtLuminance(both.stack.point, both.stack.transmitted) }]}
            />
            <Text weight="strong">Stacked in one holder</Text>
            <Text size="label">
              {(100 * both.stack.transmitted).toFixed(1)} % passes, {both.stack.stopsLost.toFixed(1)} stops lost:{' '}
              {targetWord(targetOf(both.stack.point))}
              {both.nearlyBlack ? ', nearly black' : ''}.
            </Text>
          </View>
          <View style={styles.half} testID="overlap">
            <View
              testID="light-colour"
              style={[styles.swatch, { backgroundColor: hexAtLuminance(both.overlap.point, 2 ** -both.overlap.stopsLost) }]}
            />
            <Text weight="strong">On two lights, overlapped</Text>
            <Text size="label">
              Adds: {both.overlap.stopsLost.toFixed(1)} stops under one bare lamp, {targetWord(targetOf(both.overlap.point))}.
            </Text>
          </View>
        </View>
      ) : null}
      {both ? (
        <Text size="label" quiet>
          Both swatches as bright as they are against the bare lamp on white.
        </Text>
      ) : null}
      <TransmissionCurve transmittance={answer.filter} colour={facts.hex} width={width} />
    </>
  );
}

/** Mired between two whites, and what in the kit makes it up. */
export function WhiteTool() {
  const styles = useStyles();
  const { loaded } = useKit();
  const kit = useKitEntries();
  const [fromK, setFrom] = useKept('white.from', 5600);
  const [fromDuv, setFromDuv] = useKept('white.duv', 0);
  const [toK, setTo] = useKept('white.to', 3400);
  const key = useMemo(() => ({ fromK, fromDuv, toK, kit }), [fromK, fromDuv, toK, kit]);
  const { value, error } = useStudy(async () => (loaded ? study().whiteMatch(fromK, fromDuv, toK, kit) : null), key);
  return (
    <>
      <StepperGrid>
        <Dial label="From" value={fromK} onChange={setFrom} low={1800} high={12_000} step={100} unit="K" />
        <Dial
          label="Its Duv, positive is green"
          value={fromDuv}
          onChange={setFromDuv}
          low={-0.02}
          high={0.02}
          step={0.001}
          show={(v) => v.toFixed(3)}
        />
        <Dial label="To" value={toK} onChange={setTo} low={1800} high={12_000} step={100} unit="K" />
      </StepperGrid>
      {error ? <Text role="alert">{error}</Text> : null}
      {value ? (
        <Answer
          value={formatMired(value.neededMired)}
          text={`${Math.abs(value.fraction).toFixed(2)} of a full ${value.neededMired >= 0 ? 'warming' : 'cooling'} gel.`}
        >
          {value.fits.slice(0, 5).map((fit) => (
            <View key={fit.gels.join()} style={styles.row}>
              <View style={{ flex: 1 }}>
                <Text weight="medium">{fit.names.join(' + ') || 'no gel'}</Text>
                <Text size="label" quiet narrow>
                  {fit.cctK ? `${Math.round(fit.cctK)} K, ` : ''}
                  {formatMired(fit.residualMired)} left, Duv {fit.residualDuv.toFixed(3)}
                </Text>
              </View>
              <Text weight="strong" narrow>
                {fit.stopsLost.toFixed(1)} lost
              </Text>
            </View>
          ))}
        </Answer>
      ) : null}
    </>
  );
}

const RATIOS = [-3, -2, -1, 0, 1, 2, 3];

/** Two coloured lights on one place, at every ratio. */
export function MixTool() {
  const styles = useStyles();
  const { stored } = useKit();
  const gels = kitOf(stored, 'gel');
  const [firstId, setFirst] = useKept('mix.first', 'red-mid');
  const [secondId, setSecond] = useKept('mix.second', 'azure-mid');
  const [stops, setStops] = useKept('mix.stops', 0);
  const camera = useMemo(() => baseCamera(), []);
  const targetFor = (gel: KitGel | undefined) => {
    if (!gel) return { hueDeg: 0, purity: 0 };
    const filter = transmittanceOf(gel);
    const filtered = filter.map((value, i) => value * JUDGED_ON[0].source[i]!);
    return targetOf(planeOfSpectrum(camera, filtered));
  };
  const [a, b] = [
    targetFor(gels.find(({ id }) => id === firstId) ?? gels[0]),
    targetFor(gels.find(({ id }) => id === secondId) ?? gels[1]),
  ];
  const options = gels.map(({ id, name }) => ({ id, name }));
  const mixed = mixOfTargets(a, b, stops);
  return (
    <>
      <Pick label="First" options={options} current={gels.find(({ id }) => id === firstId)?.name ?? ''} onPick={setFirst} />
      <Pick label="Second" options={options} current={gels.find(({ id }) => id === secondId)?.name ?? ''} onPick={setSecond} />
      <StepperGrid>
        <Dial
          label="Second over the first, as recorded"
          value={stops}
          onChange={setStops}
          low={-6}
          high={6}
          step={0.5}
          show={(v) => formatStops(v)}
          unit="stops"
        />
      </StepperGrid>
      <View style={{ flexDirection: 'row', height: 72 }}>
        {RATIOS.map((ratio) => (
          <View key={ratio} style={{ flex: 1 }}>
            <View testID="light-colour" style={{ flex: 1, backgroundColor: hexOfPoint(pointOf(mixOfTargets(a, b, ratio))) }} />
            <Text size="small" narrow quiet align="center">
              {formatStops(ratio, 0)}
            </Text>
          </View>
        ))}
      </View>
      <Answer
        value={targetWord(mixed)}
        text={`Hue ${Math.round(mixed.hueDeg)}°, purity ${mixed.purity.toFixed(2)} where both fall alike.`}
      >
        <View testID="light-colour" style={[styles.swatch, { backgroundColor: hexOfPoint(pointOf(mixed)) }]} />
      </Answer>
    </>
  );
}
