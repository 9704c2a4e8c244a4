import type { Light, Modifier } from '@fulgent/core/document';
import { formatStops, zoomGain, zoomLens } from '@fulgent/core/exposure';
import { View } from 'react-native';
import { changeModifier } from '../set/edits';
import { SPACE } from '../theme/theme';
import { Button } from '../ui/Button';
import { Dial } from '../ui/Dial';
import { Topic } from '../ui/Section';
import { StepperGrid } from '../ui/Stepper';
import { Text } from '../ui/Text';

const DOORS = { kind: 'cut', leftDeg: 30, rightDeg: 30, topDeg: 30, bottomDeg: 30, edgeDeg: 12 } as const;
const EDGES = [
  ['leftDeg', 'Left'],
  ['rightDeg', 'Right'],
  ['topDeg', 'Top'],
  ['bottomDeg', 'Bottom'],
] as const;

/** How the light is shaped before it leaves: spot to flood, grid, blades or doors, spill. */
export function ShapeSection({ light }: { readonly light: Light }) {
  const { id, modifier } = light;
  const { beam, cut, gridDeg } = modifier;
  const doors = cut ?? null;
  const putCut = (change: Partial<NonNullable<typeof cut>>) =>
    changeModifier(id, 'cut', { cut: { ...(doors ?? DOORS), ...change } });
  return (
    <Topic id="light.shape" title="Shape" now={shapeText(modifier)}>
      <ShapeDials beam={beam} id={id} gridDeg={gridDeg} modifier={modifier} doors={doors} putCut={putCut} />
      <View style={{ flexDirection: 'row', gap: SPACE.s, flexWrap: 'wrap' }}>
        <Button
          label={doors ? 'Take the blades off' : 'Doors or blades'}
          onPress={() => changeModifier(id, 'cut', { cut: doors ? null : DOORS })}
        />
        <Button
          label={gridDeg === null ? 'A 40° grid' : 'Take the grid off'}
          onPress={() =>
            changeModifier(
              id,
              'grid',
              gridDeg === null
                ? { gridDeg: 40, lossStops: Math.min(8, modifier.lossStops + GRID_LOSS) }
                : { gridDeg: null, lossStops: Math.max(-3, modifier.lossStops - GRID_LOSS) },
            )
          }
        />
      </View>
      {doors ? (
        <Text size="label" quiet>
          Degrees from the axis, as the light looks; a blade past the middle has a minus. Blades and doors get hot: gloves.
        </Text>
      ) : null}
    </Topic>
  );
}

function ShapeDials({
  beam,
  id,
  gridDeg,
  modifier,
  doors,
  putCut,
}: {
  readonly beam:
    | { kind: 'bare' }
    | { kind: 'zoom'; zoom: number; spotDeg: number; floodDeg: number }
    | { kind: 'diffuse' }
    | { kind: 'lens'; beamDeg: number; fieldDeg: number }
    | { kind: 'table'; anglesDeg: number[]; relative: number[] };
  readonly id: string;
  readonly gridDeg: number | null;
  readonly modifier: Modifier;
  readonly doors: { kind: 'cut'; leftDeg: number; rightDeg: number; topDeg: number; bottomDeg: number; edgeDeg: number } | null;
  readonly putCut: (
    change: Partial<{ kind: 'cut'; leftDeg: number; rightDeg: number; topDeg: number; bottomDeg: number; edgeDeg: number }>,
  ) => void;
}) {
  return (
    <StepperGrid>
      {beam.kind === 'zoom' ? (
        <Dial
          label="Spot 0 to flood 100"
          value={Math.round(100 * beam.zoom)}
          onChange={(zoom) => changeModifier(id, 'zoom', { beam: { ...beam, zoom: zoom / 100 } })}
          low={0}
          high={100}
          step={10}
          note={`${Math.round(zoomLens(beam, beam.zoom).beamDeg)}° beam, ${formatStops(Math.log2(zoomGain(beam)))} against flood`}
        />
      ) : null}
      {gridDeg === null ? null : (
        <Dial
          label="Grid cuts off at"
          value={gridDeg}
          onChange={(deg) => changeModifier(id, 'grid', { gridDeg: deg })}
          low={2}
          high={80}
          step={5}
          unit="°"
        />
      )}
      <Dial
        label="Stray spill"
        value={Number((100 * modifier.spill).toPrecision(3))}
        onChange={(share) => changeModifier(id, 'spill', { spill: share / 100 })}
        low={0}
        high={50}
        step={1}
        unit="%"
      />
      {doors ? EDGES.map(([key, name]) => <BladeDial key={key} side={key} name={name} doors={doors} putCut={putCut} />) : null}
      {doors ? (
        <Dial
          label="Shutter edge softness"
          value={doors.edgeDeg}
          onChange={(edgeDeg) => putCut({ edgeDeg })}
          low={0.1}
          high={40}
          step={1}
          unit="°"
        />
      ) : null}
    </StepperGrid>
  );
}

type Blades = NonNullable<Light['modifier']['cut']>;

function BladeDial({
  side,
  name,
  doors,
  putCut,
}: {
  readonly side: 'leftDeg' | 'rightDeg' | 'topDeg' | 'bottomDeg';
  readonly name: string;
  readonly doors: Blades;
  readonly putCut: (change: Partial<Blades>) => void;
}) {
  return (
    <Dial
      label={`${name} blade`}
      value={doors[side]}
      onChange={(deg) => putCut({ [side]: deg })}
      low={-80}
      high={90}
      step={2}
      unit="°"
    />
  );
}

/** What a grid takes on the axis, stops. */
const GRID_LOSS = 0.6;

/** What shapes the light, in a few words. */
function shapeText({ name, gridDeg, cut }: Modifier): string {
  return [name, gridDeg === null ? '' : `grid ${gridDeg}°`, cut ? 'blades' : ''].filter(Boolean).join(' · ');
}
