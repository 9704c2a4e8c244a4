import { yupResolver } from '@hookform/resolvers/yup';
import { NO_QUALITY, OWN_SPECTRUM } from '@fulgent/core/catalogue';
import { useState } from 'react';
import { useForm, type Control } from 'react-hook-form';
import { View } from 'react-native';
import * as yup from 'yup';
import { guideNumberOfEnergy } from '@fulgent/core/exposure';
import { FIXTURE_DEFAULTS, type Fixture } from '@fulgent/core/document';
import { SPACE } from '../../theme/theme';
import { Button, Choice } from '../../ui/Button';
import { Text } from '../../ui/Text';
import { figure, maybe, name, pieces, readFile, TextField, type FormProps, type Spectrum } from './fields';

const schema = yup.object({
  name,
  count: pieces('Count'),
  output: maybe('Output', 0.1, 10_000_000),
  iso: figure('ISO', 25, 6400),
  joules: maybe('Energy', 1, 10_000),
  recycleS: maybe('Time to be ready', 0.01, 120),
  pops: maybe('Flashes on a charge', 1, 100_000).integer('Flashes on a charge must be a whole number.'),
  driftKPerStop: figure('Colour at each stop down', -1000, 1000),
  cctK: figure('Colour temperature', 1900, 12_000),
  duv: figure('Duv', -0.03, 0.03),
  lowest: figure('Lowest power', 0.01, 16_384),
  modellingW: figure('Modelling lamp', 0, 2000),
});
type Typed = yup.InferType<typeof schema>;

const STEPS = {
  flash: [
    { id: 'third', name: 'Thirds of a stop', step: { unit: 'stops', value: 1 / 3 } },
    { id: 'tenth', name: 'Tenths', step: { unit: 'stops', value: 0.1 } },
    { id: 'half', name: 'Halves', step: { unit: 'stops', value: 0.5 } },
    { id: 'full', name: 'Whole stops', step: { unit: 'stops', value: 1 } },
  ],
  continuous: [
    { id: 'percent', name: '1 %', step: { unit: 'percent', value: 1 } },
    { id: 'tenth-percent', name: '0.1 %', step: { unit: 'percent', value: 0.1 } },
    { id: 'ten', name: '10 %', step: { unit: 'percent', value: 10 } },
  ],
} as const;

const DIMMERS = [
  { id: 'linear', name: 'Half on the dial is half the light', dimmer: 1 },
  { id: 'eye', name: 'It follows the eye', dimmer: 2 },
] as const;

/** A flash or a lamp that mixes no colours, by what its maker or a meter says. */
export function LampForm({ kind, store, failed }: FormProps & { readonly kind: 'flash' | 'continuous' }) {
  const isFlash = kind === 'flash';
  const { control, handleSubmit } = useForm<Typed>({
    resolver: yupResolver(schema) as never,
    defaultValues: {
      name: '',
      count: 1,
      output: '' as unknown as number,
      cctK: 5600,
      duv: 0,
      lowest: isFlash ? 128 : 1,
      modellingW: 0,
      iso: 100,
      joules: '' as never,
      recycleS: '' as never,
      pops: '' as never,
      driftKPerStop: 0,
    },
  });
  const [dome, setDome] = useState(false);
  const steps: readonly { readonly id: string; readonly step: Fixture['step'] }[] = STEPS[kind];
  const [step, setStep] = useState<string>(STEPS[kind][0].id);
  const [dimmer, setDimmer] = useState<(typeof DIMMERS)[number]['id']>('linear');
  const [spectrum, setSpectrum] = useState<Spectrum | null>(null);
  const take = async () => {
    try {
      setSpectrum(await readFile('source'));
    } catch (error) {
      failed(error);
    }
  };
  const add = handleSubmit(async (typed) => {
    try {
      const fixture = lampOf(kind, typed, {
        own: spectrum !== null,
        step: steps.find(({ id }) => id === step)!.step,
        dimmer: DIMMERS.find(({ id }) => id === dimmer)!.dimmer,
        dome,
      });
      await store(
        {
          kind: 'fixture',
          name: typed.name,
          // Its light by its energy is no more than a guess.
          provenance: typed.output === null ? 'guessed' : 'measured',
          fixture,
          spectrum: spectrum?.samples ?? null,
          spectra: [],
          quality: NO_QUALITY,
          beam: null,
        },
        typed.count,
      );
    } catch (error) {
      failed(error);
    }
  });
  return (
    <View style={{ gap: SPACE.m }}>
      <TextField control={control} id="name" label="Name" />
      <TextField control={control} id="count" label="Count" />
      {isFlash ? (
        <FlashFields control={control} dome={dome} setDome={setDome} />
      ) : (
        <TextField control={control} id="output" label="Measured at 1 m on the axis, full output, lx" />
      )}
      <TextField control={control} id="cctK" label="Colour temperature, K" />
      {isFlash ? null : <TextField control={control} id="duv" label="Duv, positive is green" />}
      <TextField control={control} id="lowest" label={isFlash ? 'Lowest power, 1 over' : 'Lowest output, %'} />
      <Choice label="Steps of its dial" options={STEPS[kind]} value={step} onChange={setStep} />
      {isFlash ? null : <Choice label="Its dimmer" options={DIMMERS} value={dimmer} onChange={setDimmer} />}
      <Button
        label={spectrum ? 'Spectrum read; another file' : 'Spectrum from a file (optional)'}
        icon="file-text"
        onPress={() => void take()}
      />
      <Button label="Add to the kit" filled onPress={() => void add()} />
    </View>
  );
}

const PAIRS: readonly (readonly (readonly [keyof Typed, string])[])[] = [
  [
    ['output', 'Guide number, m'],
    ['iso', 'at ISO'],
  ],
  [
    ['joules', 'Energy at full, J'],
    ['recycleS', 'Ready again after full, s'],
  ],
  [
    ['pops', 'Full flashes on a charge'],
    ['modellingW', 'Modelling lamp, W; 0 for none'],
  ],
];

/** What only a flash has. Of guide number and energy one does; the rest may stay empty. */
function FlashFields({
  control,
  dome,
  setDome,
}: {
  readonly control: Control<Typed>;
  readonly dome: boolean;
  readonly setDome: (dome: boolean) => void;
}) {
  return (
    <>
      <Text size="label" quiet>
        Guide number with its reflector, or energy: from energy alone its light is guessed.
      </Text>
      {PAIRS.map((pair) => (
        <View key={pair[0]![0]} style={{ flexDirection: 'row', gap: SPACE.s, alignItems: 'flex-end' }}>
          {pair.map(([id, label]) => (
            <View key={id} style={{ flex: 1 }}>
              <TextField control={control} id={id} label={label} />
            </View>
          ))}
        </View>
      ))}
      <TextField control={control} id="driftKPerStop" label="Colour at each stop down, K; 0 where it holds" />
      <View style={{ flexDirection: 'row' }}>
        <Button label="A glass dome over its tube" on={dome} onPress={() => setDome(!dome)} />
      </View>
    </>
  );
}

/** The beam of the reflector that a guide number is given in, where nobody says which. */
const USUAL_REFLECTOR = { kind: 'lens', beamDeg: 65, fieldDeg: 110 } as const;

/** Guide number at ISO 100 as typed, or from the energy. @throws Error where neither was given. */
function guideNumberOf({ output, iso, joules }: Typed): number {
  if (output !== null) return Math.min(500, Math.max(1, output * Math.sqrt(100 / iso)));
  if (joules === null) throw new Error('Guide number is missing: type it, or the energy at full power.');
  return Number(guideNumberOfEnergy(joules, USUAL_REFLECTOR).toFixed(1));
}

/** What was typed, as a fixture; with its own spectrum where one was read. */
function lampOf(
  kind: 'flash' | 'continuous',
  typed: Typed,
  {
    own,
    step,
    dimmer,
    dome,
  }: { readonly own: boolean; readonly step: Fixture['step']; readonly dimmer: number; readonly dome: boolean },
): Fixture {
  const { name: called, output, cctK, duv, lowest, modellingW, joules, recycleS, pops, driftKPerStop } = typed;
  const ownSource = { kind: 'spectrum', id: OWN_SPECTRUM } as const;
  if (kind === 'flash')
    return {
      kind,
      name: called,
      step,
      source: own ? ownSource : { kind: 'daylight', cctK: Math.max(4000, cctK) },
      guideNumberM: guideNumberOf(typed),
      minStops: -Math.log2(Math.max(1, lowest)),
      driftKPerStop,
      modellingW,
      joules,
      recycleS,
      pops,
      dome,
    };
  if (output === null) throw new Error('Output is missing: type what a meter reads at 1 m.');
  return {
    kind,
    name: called,
    step,
    source: own ? ownSource : { kind: 'led', cctK, duv },
    luxAt1m: output,
    minStops: Math.log2(Math.min(100, lowest) / 100),
    dimmer,
    ...FIXTURE_DEFAULTS.continuous,
  };
}
