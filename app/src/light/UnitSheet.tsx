import { yupResolver } from '@hookform/resolvers/yup';
import { cctDuv, spectrumToXy } from '@fulgent/core/colour';
import type { Light, Look } from '@fulgent/core/document';
import { dialBack, NO_CORRECTION } from '@fulgent/core/fixture';
import type { Measured } from '@fulgent/core/planning';
import { fullLux, lookupIn, modelSource } from '@fulgent/core/scene';
import { useState } from 'react';
import { Controller, useForm, type Control, type UseFormHandleSubmit } from 'react-hook-form';
import { View } from 'react-native';
import * as yup from 'yup';
import { changeLight } from '../look/edits';
import { SPACE } from '../theme/theme';
import { Button, Choice } from '../ui/Button';
import { Field } from '../ui/Field';
import { chooseFile } from '../ui/files';
import { Sheet } from '../ui/Sheet';
import { Text } from '../ui/Text';
import { study } from '../workers/study';

const number = (name: string, low: number, high: number) =>
  yup
    .number()
    .transform((_: number, original: unknown) => (original === '' ? undefined : Number(String(original).replace(',', '.'))))
    .typeError(`${name} must be a number.`)
    .min(low, `${name} must be from ${low} to ${high}.`)
    .max(high, `${name} must be from ${low} to ${high}.`);

const schema = yup.object({
  cctK: number('Colour temperature', 1500, 25_000).required('Colour temperature is missing; read it off the meter.'),
  duv: number('Duv', -0.05, 0.05).required('Duv is missing; 0 if the meter gives none.'),
  lux: number('Illuminance', 0.1, 1_000_000).optional(),
});

/** What a colour meter showed. */
type Read = yup.InferType<typeof schema>;

const KINDS = [
  { id: 'meter', name: 'Meter reading' },
  { id: 'grey', name: 'Grey frame' },
] as const;

/** How this one unit differs from its model, from a meter reading or a frame of a grey card; and what to dial to make up for it. */
export function UnitSheet({
  look,
  light,
  onClose,
}: {
  readonly look: Look;
  readonly light: Light;
  readonly onClose: () => void;
}) {
  const [kind, setKind] = useState<'meter' | 'grey'>('meter');
  const [failure, setFailure] = useState<string | null>(null);
  const lookup = lookupIn(look.spectra);
  const model = modelSource(light, 0, lookup);
  const nominal = cctDuv(spectrumToXy(model));
  const expectedLux = fullLux(light, lookup);
  const { control, handleSubmit } = useForm<Read>({
    resolver: yupResolver(schema),
    defaultValues: { cctK: Math.round(nominal.cctK ?? 5600), duv: Number((nominal.duv ?? 0).toFixed(4)) },
  });
  const keep = async (measured: Measured, lux?: number) => {
    setFailure(null);
    try {
      const found = await study().unit(look, light, measured);
      const outputStops =
        lux && expectedLux > 0 ? Math.max(-4, Math.min(4, Math.log2(lux / expectedLux))) : light.unit.outputStops;
      changeLight(light.id, 'unit', (one) => ({ ...one, unit: { ...found, outputStops } }));
      onClose();
    } catch (error) {
      setFailure(error instanceof Error ? error.message : String(error));
    }
  };
  const fromFrame = async () => {
    const file = await chooseFile('image/*');
    if (!file) return;
    try {
      await keep({ kind: 'grey-frame', rgb: await study().greyFrame(file) });
    } catch (error) {
      setFailure(error instanceof Error ? error.message : String(error));
    }
  };
  const setting = light.setting?.mode === 'cct' ? light.setting : null;
  const dialled =
    setting && (light.unit.miredShift !== 0 || light.unit.green !== 0) ? dialBack(setting, model, light.unit) : null;
  return (
    <Sheet title={`Measure ${light.name}`} onClose={onClose}>
      <Text size="label" quiet>
        Set it as it is set here, alone, nothing before the lamp.{' '}
        {nominal.cctK
          ? `Its model gives ${Math.round(nominal.cctK)} K, Duv ${nominal.duv.toFixed(4)}`
          : 'Its model gives a colour'}
        {expectedLux > 0 ? `, ${Math.round(expectedLux)} lx at 1 m at full.` : '.'}
      </Text>
      <Choice label="Measured by" options={KINDS} value={kind} onChange={setKind} />
      {kind === 'meter' ? (
        <MeterForm control={control} handleSubmit={handleSubmit} keep={keep} />
      ) : (
        <View style={{ gap: SPACE.s }}>
          <Text size="label">
            A frame filled by a grey card in the light of this unit alone, taken at {look.camera.whiteK} K with a plain rendering,
            no channel clipped. The middle third is read.
          </Text>
          <Button label="Choose the frame" icon="image" onPress={() => void fromFrame()} />
        </View>
      )}
      {failure ? (
        <Text weight="strong" role="alert">
          {failure}
        </Text>
      ) : null}
      {dialled && setting ? <Found setting={setting} dialled={dialled} light={light} onClose={onClose} /> : null}
      <Button
        label="Reset to the model’s figures"
        onPress={() => changeLight(light.id, 'unit', (one) => ({ ...one, unit: NO_CORRECTION }))}
      />
    </Sheet>
  );
}

function Found({
  setting,
  dialled,
  light,
  onClose,
}: {
  readonly setting: { mode: 'cct'; cctK: number; duv: number };
  readonly dialled: ReturnType<typeof dialBack>;
  readonly light: Light;
  readonly onClose: () => void;
}) {
  return (
    <View style={{ gap: SPACE.s }}>
      <Text>
        To get {Math.round(setting.cctK)} K from this unit, dial{' '}
        <Text weight="strong">
          {Math.round(dialled.cctK)} K, {dialled.duv >= 0 ? 'green' : 'magenta'} {Math.abs(dialled.duv).toFixed(3)}
        </Text>
        .
      </Text>
      <Button
        label="Dial that"
        onPress={() => {
          changeLight(light.id, 'setting', (one) => ({
            ...one,
            setting: {
              mode: 'cct',
              cctK: Math.round(dialled.cctK),
              duv: Number(Math.max(-0.03, Math.min(0.03, dialled.duv)).toFixed(3)),
            },
          }));
          onClose();
        }}
      />
    </View>
  );
}

function MeterForm({
  control,
  handleSubmit,
  keep,
}: {
  readonly control: Control<Read>;
  readonly handleSubmit: UseFormHandleSubmit<Read>;
  readonly keep: (measured: Measured, lux?: number | undefined) => Promise<void>;
}) {
  return (
    <>
      {(
        [
          ['cctK', 'Colour temperature, K'],
          ['duv', 'Duv, positive is green'],
          ['lux', 'Illuminance at 1 m at full, lx (may stay empty)'],
        ] as const
      ).map(([name, label]) => (
        <Controller
          key={name}
          control={control}
          name={name}
          render={({ field, fieldState }) => (
            <Field
              label={label}
              value={field.value === undefined ? '' : String(field.value)}
              onChange={field.onChange}
              onBlur={field.onBlur}
              error={fieldState.error?.message}
            />
          )}
        />
      ))}
      <Button
        label="Keep as this unit’s own"
        filled
        onPress={() => void handleSubmit(({ cctK, duv, lux }) => keep({ kind: 'meter', cctK, duv }, lux))()}
      />
    </>
  );
}
