import type { KitEntry, KitFixture, KitModifier } from '@fulgent/core/catalogue';
import type { Fixture, Modifier } from '@fulgent/core/document';
import { View } from 'react-native';
import { SPACE } from '../theme/theme';
import { Button, Choice } from '../ui/Button';
import { Dial } from '../ui/Dial';
import { StepperGrid } from '../ui/Stepper';
import { Text } from '../ui/Text';
import { CameraFigures } from './CameraFigures';
import { ColourFigures, MenuModes } from './ColourFigures';
import { FlashFigures } from './FlashFigures';

type Save = (change: Partial<KitEntry>) => void;

const SOURCES = [
  { id: 'maker', name: 'Its maker' },
  { id: 'measured', name: 'Measured' },
  { id: 'guessed', name: 'Guessed' },
] as const;

/** Every figure of an own entry, and whose it is: a copy of a stand-in becomes anything. Where figures come from is the owner's to say. */
export function OwnFigures({ entry, save }: { readonly entry: KitEntry; readonly save: Save }) {
  return (
    <View style={{ gap: SPACE.m }}>
      <Choice
        label="Whose figures these are"
        options={SOURCES}
        value={entry.provenance === 'stand-in' ? null : entry.provenance}
        onChange={(provenance) => save({ provenance })}
      />
      {entry.kind === 'fixture' ? <FixtureFigures entry={entry} save={save} /> : null}
      {entry.kind === 'camera' ? <CameraFigures entry={entry} save={save} /> : null}
      {entry.kind === 'modifier' ? <ModifierFigures entry={entry} save={save} /> : null}
    </View>
  );
}

const STEPS: readonly { readonly id: string; readonly name: string; readonly step: Fixture['step'] }[] = [
  { id: 'stops 1', name: '1 stop', step: { unit: 'stops', value: 1 } },
  { id: 'stops 0.5', name: '1/2', step: { unit: 'stops', value: 0.5 } },
  { id: 'stops 0.333', name: '1/3', step: { unit: 'stops', value: 1 / 3 } },
  { id: 'stops 0.1', name: '1/10', step: { unit: 'stops', value: 0.1 } },
  { id: 'percent 10', name: '10 %', step: { unit: 'percent', value: 10 } },
  { id: 'percent 1', name: '1 %', step: { unit: 'percent', value: 1 } },
  { id: 'percent 0.1', name: '0.1 %', step: { unit: 'percent', value: 0.1 } },
];
const stepId = ({ unit, value }: Fixture['step']) => `${unit} ${Number(value.toFixed(3))}`;

const DIMMERS = [
  { id: '1', name: 'Linear dimmer' },
  { id: '2', name: 'Follows the eye' },
] as const;

function FixtureFigures({ entry, save }: { readonly entry: KitFixture; readonly save: Save }) {
  const { fixture } = entry;
  const put = (change: Partial<Fixture>) => save({ fixture: { ...fixture, ...change } } as Partial<KitEntry>);
  return (
    <>
      <StepperGrid>
        {fixture.kind === 'flash' ? <FlashFigures fixture={fixture} put={put} /> : null}
        {fixture.kind === 'continuous' ? (
          <Dial
            label="Lux at 1 m, full output"
            value={fixture.luxAt1m}
            onChange={(luxAt1m) => put({ luxAt1m })}
            low={1}
            high={10_000_000}
            step={50}
          />
        ) : null}
        {fixture.kind === 'colour' ? <ColourFigures fixture={fixture} put={put} /> : null}
        {fixture.kind === 'flash' ? (
          <Dial
            label="Lowest power"
            value={Math.round(2 ** -fixture.minStops)}
            onChange={(over) => put({ minStops: -Math.log2(over) })}
            low={1}
            high={16_384}
            series={[1, 2, 4, 8, 16, 32, 64, 128, 256, 512, 1024]}
            show={(over) => (over === 1 ? 'full only' : `1/${over}`)}
          />
        ) : (
          <Dial
            label="Lowest output"
            value={Number((100 * 2 ** fixture.minStops).toPrecision(3))}
            onChange={(percent) => put({ minStops: Math.log2(percent / 100) })}
            low={0.01}
            high={100}
            step={1}
            unit="%"
          />
        )}
        <White fixture={fixture} put={put} />
      </StepperGrid>
      <Choice
        label="Steps of its dial"
        options={STEPS}
        value={stepId(fixture.step)}
        onChange={(id) => put({ step: STEPS.find((one) => one.id === id)!.step })}
      />
      {fixture.kind === 'flash' ? null : (
        <Choice
          label="Its dimmer"
          options={DIMMERS}
          value={fixture.dimmer === 1 ? '1' : fixture.dimmer === 2 ? '2' : null}
          onChange={(id) => put({ dimmer: Number(id) })}
        />
      )}
      {fixture.kind === 'flash' ? (
        <Button label="A glass dome over its tube" on={fixture.dome} onPress={() => put({ dome: !fixture.dome })} />
      ) : null}
      {fixture.kind === 'colour' ? <MenuModes fixture={fixture} put={put} /> : null}
    </>
  );
}

type Put = (change: Partial<Fixture>) => void;

/** The colour of a lamp whose white is a figure. */
function White({ fixture, put }: { readonly fixture: Fixture; readonly put: Put }) {
  if (fixture.kind === 'colour' || !('cctK' in fixture.source)) return null;
  const { source } = fixture;
  const [low, high] =
    source.kind === 'daylight'
      ? [4000, 25_000]
      : source.kind === 'tungsten'
        ? [1800, 3600]
        : source.kind === 'led'
          ? [1900, 12_000]
          : [1000, 25_000];
  return (
    <Dial
      label="Its white"
      value={source.cctK}
      onChange={(cctK) => put({ source: { ...source, cctK } } as Partial<Fixture>)}
      low={low}
      high={high}
      step={50}
      unit="K"
    />
  );
}

const FACES: readonly { readonly id: Modifier['face']['kind']; readonly name: string }[] = [
  { id: 'disc', name: 'Round' },
  { id: 'rectangle', name: 'Rectangular' },
  { id: 'tube', name: 'A tube' },
];
const USUAL_FACE: Readonly<Record<Modifier['face']['kind'], Modifier['face']>> = {
  disc: { kind: 'disc', radiusM: 0.3 },
  rectangle: { kind: 'rectangle', widthM: 0.6, heightM: 0.9 },
  tube: { kind: 'tube', lengthM: 1.2 },
};

function ModifierFigures({ entry: { modifier }, save }: { readonly entry: KitModifier; readonly save: Save }) {
  const put = (change: Partial<Modifier>) => save({ modifier: { ...modifier, ...change } });
  const { face, beam } = modifier;
  return (
    <>
      <Choice label="Its face" options={FACES} value={face.kind} onChange={(kind) => put({ face: USUAL_FACE[kind] })} />
      <StepperGrid>
        <Dial
          label="Stops lost on the axis"
          value={modifier.lossStops}
          onChange={(lossStops) => put({ lossStops })}
          low={-3}
          high={8}
          step={0.1}
        />
        <FaceDials face={face} put={(next) => put({ face: next })} />
        {beam.kind === 'lens' ? (
          <>
            <Dial
              label="Beam, to half"
              value={beam.beamDeg}
              onChange={(beamDeg) => put({ beam: { ...beam, beamDeg } })}
              low={1}
              high={178}
              unit="°"
            />
            <Dial
              label="Field, to a tenth"
              value={beam.fieldDeg}
              onChange={(fieldDeg) => put({ beam: { ...beam, fieldDeg } })}
              low={2}
              high={359}
              unit="°"
            />
          </>
        ) : null}
        <Dial
          label="Grid, half angle"
          value={modifier.gridDeg ?? 0}
          onChange={(deg) => put({ gridDeg: deg < 2 ? null : deg })}
          low={0}
          high={80}
          step={5}
          show={(deg) => (deg === 0 ? 'none' : `${deg}°`)}
        />
      </StepperGrid>
      {beam.kind === 'table' ? <Text size="label">Its beam is a measured table.</Text> : null}
    </>
  );
}

function FaceDials({ face, put }: { readonly face: Modifier['face']; readonly put: (face: Modifier['face']) => void }) {
  return (
    <>
      {face.kind === 'disc' ? (
        <Dial
          label="Across"
          value={Math.round(200 * face.radiusM)}
          onChange={(cm) => put({ ...face, radiusM: cm / 200 })}
          low={1}
          high={1000}
          step={5}
          unit="cm"
        />
      ) : null}
      {face.kind === 'rectangle'
        ? (['widthM', 'heightM'] as const).map((side) => (
            <Dial
              key={side}
              label={side === 'widthM' ? 'Wide' : 'High'}
              value={Math.round(100 * face[side])}
              onChange={(cm) => put({ ...face, [side]: cm / 100 })}
              low={1}
              high={1000}
              step={5}
              unit="cm"
            />
          ))
        : null}
      {face.kind === 'tube' ? (
        <Dial
          label="Long"
          value={Math.round(100 * face.lengthM)}
          onChange={(cm) => put({ ...face, lengthM: cm / 100 })}
          low={5}
          high={1000}
          step={5}
          unit="cm"
        />
      ) : null}
    </>
  );
}
