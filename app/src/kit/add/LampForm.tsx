import { yupResolver } from '@hookform/resolvers/yup';
import { OWN_SPECTRUM } from '@fulgent/core/catalogue';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { View } from 'react-native';
import * as yup from 'yup';
import type { Fixture } from '@fulgent/core/document';
import { SPACE } from '../../theme/theme';
import { Button, Choice } from '../../ui/Button';
import { figure, name, pieces, readFile, TextField, type FormProps, type Spectrum } from './fields';

const schema = yup.object({
  name,
  count: pieces('Count'),
  output: figure('Output', 0.1, 10_000_000),
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
    },
  });
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
  const add = handleSubmit((typed) =>
    store(
      {
        kind: 'fixture',
        name: typed.name,
        provenance: 'measured',
        fixture: lampOf(kind, typed, {
          own: spectrum !== null,
          step: steps.find(({ id }) => id === step)!.step,
          dimmer: DIMMERS.find(({ id }) => id === dimmer)!.dimmer,
        }),
        spectrum: spectrum?.samples ?? null,
        spectra: [],
      },
      typed.count,
    ),
  );
  return (
    <View style={{ gap: SPACE.m }}>
      <TextField control={control} id="name" label="Name" />
      <TextField control={control} id="count" label="Count" />
      <TextField
        control={control}
        id="output"
        label={isFlash ? 'Guide number at ISO 100, m, with its reflector' : 'Measured at 1 m on the axis, full output, lx'}
      />
      <TextField control={control} id="cctK" label="Colour temperature, K" />
      {isFlash ? null : <TextField control={control} id="duv" label="Duv, positive is green" />}
      <TextField control={control} id="lowest" label={isFlash ? 'Lowest power, 1 over' : 'Lowest output, %'} />
      {isFlash ? <TextField control={control} id="modellingW" label="Modelling lamp, W; 0 for none" /> : null}
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

/** What was typed, as a fixture; with its own spectrum where one was read. */
function lampOf(
  kind: 'flash' | 'continuous',
  typed: Typed,
  { own, step, dimmer }: { readonly own: boolean; readonly step: Fixture['step']; readonly dimmer: number },
): Fixture {
  const { name: called, output, cctK, duv, lowest, modellingW } = typed;
  const ownSource = { kind: 'spectrum', id: OWN_SPECTRUM } as const;
  if (kind === 'flash')
    return {
      kind,
      name: called,
      step,
      source: own ? ownSource : { kind: 'daylight', cctK: Math.max(4000, cctK) },
      guideNumberM: output,
      minStops: -Math.log2(Math.max(1, lowest)),
      driftKPerStop: 0,
      modellingW,
    };
  return {
    kind,
    name: called,
    step,
    source: own ? ownSource : { kind: 'led', cctK, duv },
    luxAt1m: output,
    minStops: Math.log2(Math.min(100, lowest) / 100),
    dimmer,
  };
}
