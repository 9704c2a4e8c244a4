import { yupResolver } from '@hookform/resolvers/yup';
import { cctDuvToXy } from '@fulgent/core/colour';
import type { PlannedShares } from '@fulgent/core/day';
import type { Look, MeterEntry } from '@fulgent/core/document';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { View } from 'react-native';
import useSWR from 'swr';
import * as yup from 'yup';
import { api } from '../api/client';
import { TextField } from '../kit/add/fields';
import { readAperture } from '../look/numbers';
import { saveNow, useOpenLook } from '../look/store';
import { SPACE } from '../theme/theme';
import { Button, Choice } from '../ui/Button';
import { say } from '../ui/Toasts';
import { study } from '../workers/study';
import { keepReading } from './edits';

const LEVELS = [
  { id: 'aperture', name: 'f-number' },
  { id: 'lux', name: 'lx' },
] as const;
type Level = (typeof LEVELS)[number]['id'];

const COLOURS = [
  { id: 'none', name: 'Light only' },
  { id: 'kelvin', name: 'K and Duv' },
  { id: 'xy', name: 'x, y' },
] as const;
type Colour = (typeof COLOURS)[number]['id'];

const number = (name: string, low: number, high: number, read: (text: string) => number = plain) =>
  yup
    .number()
    .transform((_: number, original: unknown) => (String(original).trim() === '' ? undefined : read(String(original))))
    .typeError(`${name} must be a number from ${low} to ${high}.`)
    .required(`${name} is missing; read it off the meter.`)
    .min(low, `${name} must be from ${low} to ${high}.`)
    .max(high, `${name} must be from ${low} to ${high}.`);
const plain = (text: string) => Number(text.replace(',', '.'));
const unused = () => yup.mixed().transform(() => undefined);

const LEVEL_FIELDS = {
  aperture: number('The f-number', 0.5, 180, readAperture),
  lux: number('Illuminance', 0.001, 1e6),
} as const;
const COLOUR_FIELDS = {
  none: { first: unused(), second: unused() },
  kelvin: { first: number('Colour temperature', 1500, 25_000), second: number('Duv', -0.05, 0.05) },
  xy: { first: number('x', 0.001, 0.9), second: number('y', 0.001, 0.9) },
} as const;
const COLOUR_LABELS: Readonly<Record<Exclude<Colour, 'none'>, readonly [string, string]>> = {
  kelvin: ['Colour temperature, K', 'Duv, positive is green; 0 if it shows none'],
  xy: ['x, CIE 1931', 'y, CIE 1931'],
};

interface Typed {
  level: string;
  first: string;
  second: string;
}

type Asked = Pick<MeterEntry, 'probe' | 'light' | 'iso' | 'shutterS'>;

/** Takes what a meter shows, typed or from the simulated one. */
export function MeterForm({
  look,
  asked,
  planned,
}: {
  readonly look: Look;
  readonly asked: Asked;
  readonly planned: PlannedShares;
}) {
  const [level, setLevel] = useState<Level>('aperture');
  const [colour, setColour] = useState<Colour>('none');
  const schema = yup.object({ level: LEVEL_FIELDS[level], ...COLOUR_FIELDS[colour] });
  const { control, handleSubmit, reset } = useForm<Typed>({
    resolver: yupResolver(schema) as never,
    defaultValues: { level: '', first: '', second: '' },
  });
  // A flash is over before illuminance could be read.
  const flashes = look.lights.some(({ id, fixture }) => fixture.kind === 'flash' && planned.some(({ light }) => light === id));
  const keep = async (read: { level: number; first: number; second: number }) => {
    const [x, y] =
      colour === 'none' ? [null, null] : colour === 'xy' ? [read.first, read.second] : cctDuvToXy(read.first, read.second);
    await keepOf(look, asked, {
      aperture: level === 'aperture' ? read.level : null,
      lux: level === 'lux' ? read.level : null,
      x,
      y,
    });
    reset();
  };
  return (
    <View style={{ gap: SPACE.s }}>
      {flashes ? null : <Choice label="The meter shows" options={LEVELS} value={level} onChange={setLevel} />}
      <TextField
        control={control}
        id="level"
        label={level === 'aperture' ? 'f-number; 5.6+0.3 for three tenths over' : 'Illuminance, lx'}
      />
      <Choice label="And of colour" options={COLOURS} value={colour} onChange={setColour} />
      {colour === 'none' ? null : (
        <>
          <TextField control={control} id="first" label={COLOUR_LABELS[colour][0]} />
          <TextField control={control} id="second" label={COLOUR_LABELS[colour][1]} />
        </>
      )}
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
        <Button label="Keep the reading" filled onPress={() => void handleSubmit((typed) => keep(typed as never))()} />
        <Simulated look={look} asked={asked} />
      </View>
    </View>
  );
}

/** Keeps what a meter showed with what is planned there now. */
async function keepOf(look: Look, asked: Asked, shown: Pick<MeterEntry, 'aperture' | 'lux' | 'x' | 'y'>): Promise<void> {
  const { probe, light, iso, shutterS } = asked;
  const planned = await study().plannedAt(look, probe, light, { iso, shutterS });
  keepReading({ ...asked, ...shown, planned: [...planned] });
}

function Simulated({ look, asked }: { readonly look: Look; readonly asked: Asked }) {
  const { data: devices } = useSWR<{ on: boolean }>(api.devices);
  const lookId = useOpenLook((state) => state.id)!;
  if (!devices?.on) return null;
  const read = async () => {
    try {
      // What is dialled here has to be there before it is read.
      await saveNow();
      const { aperture, x, y } = await api.meter(lookId, asked);
      if (aperture === null) say('The simulated meter sees no light there.');
      else await keepOf(look, asked, { aperture, lux: null, x, y });
    } catch (error) {
      say(error instanceof Error ? error.message : String(error));
    }
  };
  return <Button label="Simulated meter" onPress={() => void read()} />;
}
