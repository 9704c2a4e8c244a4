import { LEAST_GEL_STOPS, lookOfRgb, MOST_GEL_STOPS, type DyedGel, type GelLook } from '@fulgent/core/gel';
import { hexAtLuminance, pointOf } from '@fulgent/core/vivid';
import { useEffect, useMemo, useState } from 'react';
import { Pressable, View } from 'react-native';
import { SPACE, themed } from '../../theme/theme';
import { Choice } from '../../ui/Button';
import { Dial } from '../../ui/Dial';
import { Pick } from '../../ui/Pick';
import { StepperGrid } from '../../ui/Stepper';
import { Text } from '../../ui/Text';
import { study } from '../../workers/study';
import { useStudy } from '../../workers/useStudy';
import type { Spectrum } from './fields';

/** What a form tells of a film that has no spectrum of its own. */
interface Props {
  readonly onSpectrum: (spectrum: Spectrum | null) => void;
}

const HUES = Array.from({ length: 18 }, (_, i) => 10 + 20 * i);
/** A tint, a colour, a deep colour. */
const PURITIES = [0.08, 0.2, 0.38] as const;

const useStyles = themed((t) => ({
  // Nine in a row: two rows a depth.
  tiles: { flexDirection: 'row', flexWrap: 'wrap', gap: 4, maxWidth: 9 * 38 },
  tile: { width: 34, height: 34, borderRadius: 2 },
  on: { borderWidth: 3, borderColor: t.text },
}));

/** A plausible film of what was said, told to the form, and how near it comes. */
function useFilm(look: GelLook, stops: number, lamp: Lamp, { onSpectrum }: Props): DyedGel | null {
  const key = useMemo(() => ({ look, stops, lamp }), [look, stops, lamp]);
  const { value, error } = useStudy(() => study().dyed(look, stops, lamp), key);
  useEffect(() => {
    onSpectrum(
      value && !error
        ? {
            ...value,
            notes: ['A guess: a film of three dyes that looks so and loses as much. Measured, it replaces this.'],
            provenance: 'guessed',
          }
        : null,
    );
    // The form keeps what it is given.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [value, error]);
  return value?.film ?? null;
}

const LAMPS = [
  { id: 'daylight', name: 'Daylight, 5600 K' },
  { id: 'd65', name: 'Daylight, 6500 K' },
  { id: 'tungsten', name: 'Tungsten, 3200 K' },
  { id: 'a', name: 'Illuminant A, 2856 K' },
] as const;
export type Lamp = (typeof LAMPS)[number]['id'];

/** A gel by what it looks like and what it loses: a tile and a figure. */
export function GelByLook(props: Props) {
  const styles = useStyles();
  const [hueDeg, setHue] = useState(350);
  const [purity, setPurity] = useState<number>(PURITIES[1]);
  const [stops, setStops] = useState(2);
  const look = useMemo(() => ({ kind: 'look' as const, hueDeg, purity }), [hueDeg, purity]);
  const film = useFilm(look, stops, 'daylight', props);
  return (
    <View style={{ gap: SPACE.m }}>
      <View style={styles.tiles} accessibilityRole="radiogroup" accessibilityLabel="Looks like">
        {PURITIES.flatMap((depth) =>
          HUES.map((hue) => {
            const isOn = hue === hueDeg && depth === purity;
            return (
              <Pressable
                key={`${hue} ${depth}`}
                testID="light-colour"
                accessibilityRole="radio"
                aria-checked={isOn}
                accessibilityLabel={`Hue ${hue}, ${depth === PURITIES[0] ? 'pale' : depth === PURITIES[1] ? 'middle' : 'deep'}`}
                style={[
                  styles.tile,
                  isOn && styles.on,
                  { backgroundColor: hexAtLuminance(pointOf({ hueDeg: hue, purity: depth }), 0.4) },
                ]}
                onPress={() => {
                  setHue(hue);
                  setPurity(depth);
                }}
              />
            );
          }),
        )}
      </View>
      <StepperGrid>
        <Dial
          label="Loses"
          value={stops}
          onChange={setStops}
          low={Number(LEAST_GEL_STOPS.toFixed(2))}
          high={MOST_GEL_STOPS}
          step={0.1}
          unit="stops"
        />
        <Dial label="Hue" value={hueDeg} onChange={setHue} low={0} high={360} step={5} unit="°" />
        <Dial label="Depth" value={Math.round(100 * purity)} onChange={(v) => setPurity(v / 100)} low={1} high={80} step={2} />
      </StepperGrid>
      {film && film.offPurity < -PALER ? (
        <Text role="status">
          A film that loses no more than {stops.toFixed(1)} stops is paler than this: depth {Math.round(100 * film.purity)}.
        </Text>
      ) : null}
    </View>
  );
}

/** Paler than asked by so much is told. */
const PALER = 0.03;

const SHEETS = [
  { id: 'xyY', name: 'x, y, Y' },
  { id: 'rgb', name: 'R, G, B' },
] as const;

/** A gel by the figures of a maker's sheet. */
export function GelBySheet(props: Props) {
  const [kind, setKind] = useState<'xyY' | 'rgb'>('xyY');
  const [lamp, setLamp] = useState<Lamp>('daylight');
  const [xyY, setXyY] = useState<readonly [number, number, number]>([0.33, 0.34, 50]);
  const [rgb, setRgb] = useState<readonly [number, number, number]>([80, 30, 30]);
  const { look, stops } = useMemo(() => fromSheet(kind, xyY, rgb), [kind, xyY, rgb]);
  const film = useFilm(look, stops, kind === 'rgb' ? 'd65' : lamp, props);
  const put = (list: readonly [number, number, number], i: number, value: number) =>
    list.with(i, value) as unknown as readonly [number, number, number];
  return (
    <View style={{ gap: SPACE.m }}>
      <Choice label="The sheet gives" options={SHEETS} value={kind} onChange={setKind} />
      {kind === 'xyY' ? (
        <>
          <Pick
            label="Under"
            current={LAMPS.find(({ id }) => id === lamp)!.name}
            options={LAMPS}
            onPick={(id) => setLamp(id as Lamp)}
          />
          <StepperGrid>
            <Dial label="x" value={xyY[0]} onChange={(v) => setXyY(put(xyY, 0, v))} low={0.01} high={0.8} step={0.005} />
            <Dial label="y" value={xyY[1]} onChange={(v) => setXyY(put(xyY, 1, v))} low={0.01} high={0.85} step={0.005} />
            <Dial label="Y" value={xyY[2]} onChange={(v) => setXyY(put(xyY, 2, v))} low={0.05} high={92} step={1} unit="%" />
          </StepperGrid>
        </>
      ) : (
        <StepperGrid>
          {['Red', 'Green', 'Blue'].map((name, i) => (
            <Dial
              key={name}
              label={`${name} passed`}
              value={rgb[i]!}
              onChange={(v) => setRgb(put(rgb, i, v))}
              low={0}
              high={100}
              step={1}
              unit="%"
            />
          ))}
        </StepperGrid>
      )}
      {film?.offUv && film.offUv > FAR_UV ? (
        <Text role="status">
          No film of dyes comes nearer than {film.offUv.toFixed(3)} in u′v′. Look at the figures again, or take a spectrum.
        </Text>
      ) : null}
    </View>
  );
}

const FAR_UV = 0.015;

function fromSheet(
  kind: 'xyY' | 'rgb',
  [x, y, share]: readonly [number, number, number],
  rgb: readonly [number, number, number],
): { readonly look: GelLook; readonly stops: number } {
  if (kind === 'xyY') return { look: { kind: 'xy', xy: [x, y] }, stops: -Math.log2(share / 100) };
  const { look, stopsLost } = lookOfRgb(rgb[0] / 100, rgb[1] / 100, Math.max(rgb[2] / 100, LEAST_SHARE));
  return { look, stops: stopsLost };
}

/** So that black is refused by its loss, and not by having no colour. */
const LEAST_SHARE = 0.001;
