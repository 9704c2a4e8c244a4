import { yupResolver } from '@hookform/resolvers/yup';
import { cctDuv, spectrumToXy, uvPrimeToXy, xyToUvPrime, type Xy } from '@fulgent/core/colour';
import type { Light, Look } from '@fulgent/core/document';
import { dialBack, NO_CORRECTION, quantised } from '@fulgent/core/fixture';
import type { Measured } from '@fulgent/core/planning';
import { fullLux, lookupIn, modelSource } from '@fulgent/core/scene';
import { resample } from '@fulgent/core/spectrum';
import { useState } from 'react';
import { Controller, useForm } from 'react-hook-form';
import { View } from 'react-native';
import * as yup from 'yup';
import { changeLight } from '../look/edits';
import { SPACE } from '../theme/theme';
import { Button, Choice } from '../ui/Button';
import { Field } from '../ui/Field';
import { readFile } from '../kit/add/fields';
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

const lux = () => number('Illuminance', 0.1, 1_000_000).optional();
const FORMS = {
  meter: yup.object({
    first: number('Colour temperature', 1500, 25_000).required('Colour temperature is missing; read it off the meter.'),
    second: number('Duv', -0.05, 0.05).required('Duv is missing; 0 if the meter gives none.'),
    lux: lux(),
  }),
  xy: yup.object({
    first: number('x', 0.001, 0.9).required('x is missing; read it off the meter.'),
    second: number('y', 0.001, 0.9).required('y is missing; read it off the meter.'),
    lux: lux(),
  }),
  uv: yup.object({
    first: number('u′', 0.001, 0.7).required('u′ is missing; read it off the meter.'),
    second: number('v′', 0.001, 0.7).required('v′ is missing; read it off the meter.'),
    lux: lux(),
  }),
} as const;
type Typed = keyof typeof FORMS;

const LABELS: Readonly<Record<Typed, readonly [string, string]>> = {
  meter: ['Colour temperature, K', 'Duv, positive is green'],
  xy: ['x, CIE 1931', 'y, CIE 1931'],
  uv: ['u′, CIE 1976', 'v′, CIE 1976'],
};

/** What a colour meter showed: two figures of colour, and illuminance. */
type Read = yup.InferType<typeof FORMS.meter>;

/** What was typed, as it is measured. */
function measuredFrom(kind: Typed, first: number, second: number): Measured {
  if (kind === 'meter') return { kind, cctK: first, duv: second };
  const [x, y] = kind === 'xy' ? [first, second] : uvPrimeToXy([first, second]);
  return { kind: 'xy', x, y };
}

const KINDS = [
  { id: 'meter', name: 'K and Duv' },
  { id: 'xy', name: 'x, y' },
  { id: 'uv', name: "u', v'" },
  { id: 'spectrum', name: 'Spectrum' },
  { id: 'grey', name: 'Grey frame' },
] as const;
type Kind = (typeof KINDS)[number]['id'];

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
  const lookup = lookupIn(look.spectra);
  const model = modelSource(light, 0, lookup);
  const modelXy = spectrumToXy(model);
  const nominal = cctDuv(modelXy);
  const isWhite = nominal.cctK !== null && Math.abs(nominal.duv) < WHITE_DUV;
  // A colour has no colour temperature: its meter says x, y.
  const [kind, setKind] = useState<Kind>(isWhite ? 'meter' : 'xy');
  const expectedLux = fullLux(light, lookup);
  const { keep, fromFrame, fromSpectrum, failure } = useKeeping(look, light, expectedLux, onClose);
  const setting = light.setting?.mode === 'cct' ? light.setting : null;
  const dialled =
    setting && (light.unit.miredShift !== 0 || light.unit.green !== 0) ? dialBack(setting, model, light.unit) : null;
  return (
    <Sheet title={`Measure ${light.name}`} onClose={onClose}>
      <Text size="label" quiet>
        Set it as it is set here, alone, nothing before the lamp.{' '}
        {isWhite
          ? `Its model gives ${Math.round(nominal.cctK!)} K, Duv ${nominal.duv.toFixed(4)}`
          : `Its model gives a colour, x ${modelXy[0].toFixed(4)}, y ${modelXy[1].toFixed(4)}`}
        {expectedLux > 0 ? `, ${Math.round(expectedLux)} lx at 1 m at full.` : '.'}
      </Text>
      <Choice label="Measured by" options={KINDS} value={kind} onChange={setKind} />
      {kind === 'spectrum' ? (
        <View style={{ gap: SPACE.s }}>
          <Text size="label">
            A table of wavelength and power from a spectrometer: CSV, or an open exchange file. Its scale does not matter.
          </Text>
          <Button label="Choose the table" onPress={() => void fromSpectrum()} />
        </View>
      ) : kind !== 'grey' ? (
        <MeterForm key={kind} kind={kind} start={startOf(kind, modelXy)} keep={keep} />
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

/** Keeps what was measured as this unit's own, from a meter's figures, a frame or a table. */
function useKeeping(look: Look, light: Light, expectedLux: number, onDone: () => void) {
  const [failure, setFailure] = useState<string | null>(null);
  const keep = async (measured: Measured, lux?: number) => {
    setFailure(null);
    try {
      const found = await study().unit(look, light, measured);
      const outputStops =
        lux && expectedLux > 0 ? Math.max(-4, Math.min(4, Math.log2(lux / expectedLux))) : light.unit.outputStops;
      changeLight(light.id, 'unit', (one) => ({ ...one, unit: { ...found, outputStops } }));
      onDone();
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
  const fromSpectrum = async () => {
    try {
      const read = await readFile('source');
      if (read) await keep({ kind: 'spectrum', spectrum: resample(read.samples, 'source') });
    } catch (error) {
      setFailure(error instanceof Error ? error.message : String(error));
    }
  };
  return { keep, fromFrame, fromSpectrum, failure };
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
  // What the dial has: this fixture's own steps.
  const wanted = { mode: 'cct' as const, cctK: dialled.cctK, duv: Math.max(-0.03, Math.min(0.03, dialled.duv)) };
  const stepped = light.fixture.kind === 'colour' ? quantised(light.fixture, wanted) : wanted;
  if (stepped.mode !== 'cct') return null;
  return (
    <View style={{ gap: SPACE.s }}>
      <Text>
        To get {Math.round(setting.cctK)} K from this unit, dial{' '}
        <Text weight="strong">
          {stepped.cctK} K, {stepped.duv >= 0 ? 'green' : 'magenta'} {Math.abs(stepped.duv).toFixed(3)}
        </Text>
        .
      </Text>
      <Button
        label="Dial that"
        onPress={() => {
          changeLight(light.id, 'setting', (one) => ({
            ...one,
            setting: stepped,
          }));
          onClose();
        }}
      />
    </View>
  );
}

/** Farther than this from the line of whites a light has no colour temperature that says anything. */
const WHITE_DUV = 0.02;

/** What a meter would show of a unit that is as its model. */
function startOf(kind: Typed, xy: Xy): { first: number; second: number } {
  const { cctK, duv } = cctDuv(xy);
  if (kind === 'meter') return { first: Math.round(cctK ?? 5600), second: Number((duv ?? 0).toFixed(4)) };
  const [first, second] = kind === 'xy' ? xy : xyToUvPrime(xy);
  return { first: Number(first.toFixed(4)), second: Number(second.toFixed(4)) };
}

function MeterForm({
  kind,
  start,
  keep,
}: {
  readonly kind: Typed;
  readonly start: { readonly first: number; readonly second: number };
  readonly keep: (measured: Measured, lux?: number | undefined) => Promise<void>;
}) {
  const { control, handleSubmit } = useForm<Read>({ resolver: yupResolver(FORMS[kind]), defaultValues: start });
  const [first, second] = LABELS[kind];
  return (
    <>
      {(
        [
          ['first', first],
          ['second', second],
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
        onPress={() => void handleSubmit((read) => keep(measuredFrom(kind, read.first, read.second), read.lux))()}
      />
    </>
  );
}
