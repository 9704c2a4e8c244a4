import { yupResolver } from '@hookform/resolvers/yup';
import type { ColourFixture, Emitter, Mode } from '@fulgent/core/document';
import { EMITTER_CHANNELS, FIXTURE_DEFAULTS, LIMITS } from '@fulgent/core/document';
import { emittersFrom, MODE_NAMES } from '@fulgent/core/fixture';
import type { ReadEmitter } from '@fulgent/core/files';
import { NO_QUALITY } from '@fulgent/core/catalogue';
import { useState } from 'react';
import { useFieldArray, useForm, type Control } from 'react-hook-form';
import { View } from 'react-native';
import * as yup from 'yup';
import { SPACE } from '../../theme/theme';
import { Button, Choice, IconButton } from '../../ui/Button';
import { chooseFiles, textsOf } from '../../ui/files';
import { Pick } from '../../ui/Pick';
import { Text } from '../../ui/Text';
import { study } from '../../workers/study';
import { ChannelPhotos } from './ChannelPhotos';
import { figure, name, pieces, TextField, type Draft, type FormProps } from './fields';

const channelSchema = yup.object({
  name,
  channel: yup.string().required().oneOf(EMITTER_CHANNELS),
  x: figure('x', 0.001, 0.9),
  y: figure('y', 0.001, 0.9),
  lux: figure('lx at 1 m', 0.1, 10_000_000),
});
const schema = yup.object({
  name,
  count: pieces('Count'),
  lowK: figure('Lowest white', 1000, 25_000),
  highK: figure('Highest white', 1000, 25_000),
  stepK: figure('Step of its white', 1, 1000),
  lowest: figure('Lowest output', 0.01, 100),
  channels: yup.array(channelSchema).required().min(2, 'A fixture that mixes has two channels at least.').max(LIMITS.emitters),
});
type Typed = yup.InferType<typeof schema>;

const CHANNEL_NAMES: Readonly<Record<Emitter['channel'], string>> = {
  r: 'Red of its hues',
  g: 'Green of its hues',
  b: 'Blue of its hues',
  white: 'White',
  extra: 'Another colour',
};
const CHANNELS = EMITTER_CHANNELS.map((id) => ({ id, name: CHANNEL_NAMES[id] }));

const WAYS = [
  { id: 'readings', name: 'A meter on each channel' },
  { id: 'photos', name: 'Photographs of a grey card' },
  { id: 'spectra', name: 'Their spectra' },
] as const;
type Way = (typeof WAYS)[number]['id'];

const WAY_WORDS: Readonly<Record<Way, string>> = {
  readings: 'Light each channel alone at full; read x, y and illuminance at 1 m on the axis with a colour meter.',
  photos:
    'A grey card 1 m from the fixture, the camera at daylight white with every automatic off: one picture in any steady white light, then one with each channel at full besides. What they say is written into the fields below.',
  spectra:
    'One table (wavelength in nm, then a column for each channel under its name), or a file for each channel, TM-27-14 or CSV, chosen together. Illuminance at 1 m is typed below.',
};

const blank = (called: string, channel: Emitter['channel']) => ({
  name: called,
  channel,
  x: '' as unknown as number,
  y: '' as unknown as number,
  lux: '' as unknown as number,
});

/** A fixture that mixes colours, by its channels: each alone at full as a meter reads it, or by their spectra. */
export function ColourForm({ store, failed }: FormProps) {
  const [way, setWay] = useState<Way>('readings');
  const [modes, setModes] = useState<readonly Mode[]>(['cct', 'hsi', 'rgb']);
  const [read, setRead] = useState<readonly ReadEmitter[]>([]);
  const { control, handleSubmit, getValues, setValue, formState } = useForm<Typed>({
    resolver: yupResolver(schema) as never,
    defaultValues: {
      name: '',
      count: 1,
      lowK: 2700,
      highK: 6500,
      stepK: 50,
      lowest: 1,
      channels: [blank('Red', 'r'), blank('Green', 'g'), blank('Blue', 'b'), blank('White', 'white')],
    },
  });
  const table = async () => {
    const files = await chooseFiles('.csv,.txt,.tsv,.xml,.spdx,text/csv,text/plain,text/xml,application/xml');
    if (files.length === 0) return;
    try {
      const found = await study().readEmitters(await textsOf(files));
      setRead(found);
      setValue(
        'channels',
        found.map(({ name: called, xy }) => ({ ...blank(called, channelOf(called)), x: round(xy[0]), y: round(xy[1]) })),
      );
    } catch (error) {
      failed(error);
    }
  };
  const add = handleSubmit(async (typed) => {
    try {
      await store(draftOf(typed, modes, way === 'spectra' ? read : [], way === 'photos' ? 'guessed' : 'measured'), typed.count);
    } catch (error) {
      failed(error);
    }
  });
  return (
    <View style={{ gap: SPACE.m }}>
      <TextField control={control} id="name" label="Name" />
      <TextField control={control} id="count" label="Count" />
      <Choice label="Its channels are known by" options={WAYS} value={way} onChange={setWay} />
      <Text size="label" quiet>
        {WAY_WORDS[way]}
      </Text>
      {way === 'spectra' ? (
        <View style={{ flexDirection: 'row' }}>
          <Button
            label={read.length ? `${read.length} channels read; others` : 'Choose the files'}
            icon="file-text"
            onPress={() => void table()}
          />
        </View>
      ) : null}
      {way === 'photos' ? (
        <ChannelPhotos
          channels={() => getValues('channels')}
          onRead={(i, { x, y, lux }) => {
            setValue(`channels.${i}.x`, round(x));
            setValue(`channels.${i}.y`, round(y));
            setValue(`channels.${i}.lux`, Number(lux.toPrecision(3)));
          }}
          failed={failed}
        />
      ) : null}
      {way !== 'spectra' || read.length ? <Channels control={control} isFixed={way === 'spectra'} setValue={setValue} /> : null}
      {formState.errors.channels?.message ? <Text role="alert">{formState.errors.channels.message}</Text> : null}
      <Dials control={control} modes={modes} setModes={setModes} />
      <Button label="Add to the kit" filled onPress={() => void add()} />
    </View>
  );
}

const round = (value: number) => Number(value.toFixed(4));

/** Which dial drives a channel, by what it is called. */
function channelOf(called: string): Emitter['channel'] {
  const found = (['r', 'g', 'b'] as const).find((letter) => new RegExp(`^${letter}(ed|reen|lue)?$`, 'i').test(called));
  return found ?? (/white|warm|cool|tungsten|daylight/i.test(called) ? 'white' : 'extra');
}

function draftOf(typed: Typed, modes: readonly Mode[], read: readonly ReadEmitter[], provenance: 'measured' | 'guessed'): Draft {
  if (typed.lowK > typed.highK) throw new Error('Lowest white must not be above the highest.');
  if (modes.length === 0) throw new Error('A fixture has one mode at least: choose those of its menu.');
  const emitters: Emitter[] = read.length
    ? typed.channels.map(({ name: called, channel, lux }, i) => ({
        kind: 'spectrum',
        name: called,
        channel,
        id: `channel-${i + 1}`,
        luxAt1m: lux,
      }))
    : emittersFrom(typed.channels).map(({ emitter }) => emitter);
  const fixture: ColourFixture = {
    kind: 'colour',
    name: typed.name,
    emitters,
    modes: [...modes],
    lowK: typed.lowK,
    highK: typed.highK,
    stepK: typed.stepK,
    pixels: 1,
    minStops: Math.log2(typed.lowest / 100),
    step: { unit: 'percent', value: 1 },
    dimmer: 1,
    ...FIXTURE_DEFAULTS.colour,
  };
  const spectra = read.map(({ samples }, i) => ({ id: `channel-${i + 1}`, ...samples }));
  return {
    kind: 'fixture',
    name: typed.name,
    provenance,
    fixture,
    spectrum: null,
    spectra,
    quality: NO_QUALITY,
    beam: null,
  };
}

function Channels({
  control,
  isFixed,
  setValue,
}: {
  readonly control: Control<Typed>;
  /** Its colours stand in a table of spectra. */
  readonly isFixed: boolean;
  readonly setValue: (name: `channels.${number}.channel`, value: Emitter['channel']) => void;
}) {
  const { fields, append, remove } = useFieldArray({ control, name: 'channels' });
  return (
    <>
      {fields.map(({ id, channel, name: called }, i) => (
        <View key={id} style={{ gap: SPACE.s }} role="group" aria-label={`Channel ${i + 1}`}>
          <View style={{ flexDirection: 'row', gap: SPACE.s, alignItems: 'flex-end' }}>
            <View style={{ flex: 1 }}>
              <TextField control={control} id={`channels.${i}.name`} label={`Channel ${i + 1}`} />
            </View>
            {isFixed ? null : (
              <IconButton icon="x" label={`Take ${called || `channel ${i + 1}`} away`} onPress={() => remove(i)} />
            )}
          </View>
          <Driven channel={channel} onChannel={(next) => setValue(`channels.${i}.channel`, next)} />
          <View style={{ flexDirection: 'row', gap: SPACE.s }}>
            {isFixed ? null : (
              <>
                <View style={{ flex: 1 }}>
                  <TextField control={control} id={`channels.${i}.x`} label="x" />
                </View>
                <View style={{ flex: 1 }}>
                  <TextField control={control} id={`channels.${i}.y`} label="y" />
                </View>
              </>
            )}
            <View style={{ flex: 1 }}>
              <TextField control={control} id={`channels.${i}.lux`} label="lx at 1 m" />
            </View>
          </View>
        </View>
      ))}
      {!isFixed && fields.length < LIMITS.emitters ? (
        <View style={{ flexDirection: 'row' }}>
          <Button label="Another channel" icon="plus" onPress={() => append(blank('', 'extra'))} />
        </View>
      ) : null}
    </>
  );
}

function Driven({
  channel,
  onChannel,
}: {
  readonly channel: Emitter['channel'];
  readonly onChannel: (next: Emitter['channel']) => void;
}) {
  const [now, setNow] = useState(channel);
  return (
    <Pick
      label="Part"
      current={CHANNEL_NAMES[now]}
      options={CHANNELS}
      onPick={(id) => {
        setNow(id as Emitter['channel']);
        onChannel(id as Emitter['channel']);
      }}
    />
  );
}

const MODES = Object.entries(MODE_NAMES).map(([id, called]) => ({ id: id as Mode, name: called }));

function Dials({
  control,
  modes,
  setModes,
}: {
  readonly control: Control<Typed>;
  readonly modes: readonly Mode[];
  readonly setModes: (modes: readonly Mode[]) => void;
}) {
  return (
    <>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }} role="group" aria-label="Modes of its menu">
        {MODES.map(({ id, name: called }) => (
          <Button
            key={id}
            label={called}
            on={modes.includes(id)}
            onPress={() => setModes(modes.includes(id) ? modes.filter((one) => one !== id) : [...modes, id])}
          />
        ))}
      </View>
      <View style={{ flexDirection: 'row', gap: SPACE.s }}>
        {(
          [
            ['lowK', 'White from, K'],
            ['highK', 'to, K'],
            ['stepK', 'in steps of, K'],
          ] as const
        ).map(([id, label]) => (
          <View key={id} style={{ flex: 1 }}>
            <TextField control={control} id={id} label={label} />
          </View>
        ))}
      </View>
      <TextField control={control} id="lowest" label="Lowest output, %" />
    </>
  );
}
