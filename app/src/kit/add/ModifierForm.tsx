import { yupResolver } from '@hookform/resolvers/yup';
import { modifierOf } from '@fulgent/core/catalogue';
import type { Modifier } from '@fulgent/core/document';
import { beamModifier, LARGEST_SPECTRUM_FILE, type ReadBeam, type ReadFace } from '@fulgent/core/files';
import { useState } from 'react';
import { useForm, type Control } from 'react-hook-form';
import { View } from 'react-native';
import * as yup from 'yup';
import { SPACE } from '../../theme/theme';
import { Button, Choice } from '../../ui/Button';
import { chooseFile, textOf } from '../../ui/files';
import { Text } from '../../ui/Text';
import { study } from '../../workers/study';
import { figure, maybe, name, pieces, TextField, type FormProps } from './fields';

/** What a modifier is like, and what such things usually do. */
const KINDS = [
  { id: 'softbox', name: 'Soft box', isRound: false },
  { id: 'octa', name: 'Octa', isRound: true },
  { id: 'reflector', name: 'Reflector', isRound: true },
  { id: 'umbrella', name: 'Umbrella', isRound: true },
  { id: 'panel-face', name: 'A panel’s face', isRound: false },
  { id: 'file', name: 'From a file', isRound: false },
] as const;
type Kind = (typeof KINDS)[number]['id'];

const schema = yup.object({
  name,
  count: pieces('Count'),
  wide: figure('Width', 1, 1000),
  high: figure('Height', 1, 1000),
  grid: maybe('Grid', 2, 80),
  beam: maybe('Beam angle', 1, 178),
  loss: maybe('Loss', -3, 8),
});
type Typed = yup.InferType<typeof schema>;
type Read = ReadBeam & { readonly face: ReadFace };

/** A modifier of one's own: by its size, with what such things usually lose unless it was measured, or by its photometric file. */
export function ModifierForm({ store, failed }: FormProps) {
  const { control, handleSubmit, getValues, setValue } = useForm<Typed>({
    resolver: yupResolver(schema) as never,
    defaultValues: { name: '', count: 1, wide: 60, high: 90, grid: '' as never, beam: '' as never, loss: '' as never },
  });
  const [kind, setKind] = useState<Kind>('softbox');
  const [read, setRead] = useState<Read | null>(null);
  const take = async () => {
    try {
      const file = await chooseFile('.ies,.txt,text/plain');
      if (!file) return;
      const found = await study().readBeam(await textOf(file, LARGEST_SPECTRUM_FILE));
      setRead(found);
      if (!getValues('name')) setValue('name', found.name || file.name.replace(/\.[^.]*$/, ''));
    } catch (error) {
      failed(error);
    }
  };
  const add = handleSubmit(async (typed) => {
    try {
      if (kind === 'file' && !read) throw new Error('There is no beam yet: choose a file.');
      const modifier = kind === 'file' ? withLoss(beamModifier(read!), typed) : modifierBySize(kind, typed);
      const provenance = kind === 'file' ? 'maker' : typed.loss === null ? 'guessed' : 'measured';
      await store({ kind: 'modifier', name: typed.name, provenance, modifier: { ...modifier, name: typed.name } }, typed.count);
    } catch (error) {
      failed(error);
    }
  });
  const pick = (next: Kind) => {
    setKind(next);
    const { face } = modifierOf(next === 'file' ? 'reflector' : next);
    setValue('wide', face.kind === 'disc' ? Math.round(200 * face.radiusM) : face.kind === 'rectangle' ? 100 * face.widthM : 60);
    if (face.kind === 'rectangle') setValue('high', 100 * face.heightM);
  };
  return (
    <View style={{ gap: SPACE.m }}>
      <Choice label="What it is" options={KINDS} value={kind} onChange={pick} />
      {kind === 'file' ? <FromFile read={read} take={() => void take()} /> : null}
      <TextField control={control} id="name" label="Name" />
      <TextField control={control} id="count" label="Count" />
      {kind === 'file' ? null : <Sizes control={control} kind={kind} />}
      <TextField
        control={control}
        id="loss"
        label={
          kind === 'file'
            ? 'Stops lost on the axis against the bare figure'
            : 'Stops lost on the axis, measured; empty takes the usual'
        }
      />
      <Button label="Add to the kit" filled onPress={() => void add()} />
    </View>
  );
}

const withLoss = (modifier: Modifier, { loss }: Typed): Modifier => ({ ...modifier, lossStops: loss ?? 0 });

function FromFile({ read, take }: { readonly read: Read | null; readonly take: () => void }) {
  return (
    <>
      <Text size="label" quiet>
        A photometric file of IES LM-63: its beam is averaged round the axis.
      </Text>
      <Button label={read ? 'Another file' : 'Choose the file'} icon="file-text" onPress={take} />
      {read ? (
        <Text testID="preview">
          {Math.round(read.axisCandela)} cd on the axis (that many lx at 1 m, far off), beam {read.beamDeg ?? 'over 360'}°, field{' '}
          {read.fieldDeg ?? 'over 360'}°.
        </Text>
      ) : null}
    </>
  );
}

const isRound = (kind: Kind) => KINDS.some((one) => one.id === kind && one.isRound);
const hasBeam = (kind: Kind) => kind === 'reflector' || kind === 'umbrella';

function Sizes({ control, kind }: { readonly control: Control<Typed>; readonly kind: Kind }) {
  const fields: readonly (readonly [keyof Typed, string])[] = [
    ['wide', isRound(kind) ? 'Across, cm' : 'Wide, cm'],
    ...(isRound(kind) ? [] : [['high', 'High, cm'] as const]),
    ...(hasBeam(kind) ? [['beam', 'Beam, °; or empty'] as const] : []),
    ['grid', 'Grid, °; or empty'],
  ];
  return (
    <View style={{ flexDirection: 'row', gap: SPACE.s, alignItems: 'flex-end' }}>
      {fields.map(([id, label]) => (
        <View key={id} style={{ flex: 1 }}>
          <TextField control={control} id={id} label={label} />
        </View>
      ))}
    </View>
  );
}

/** What a grid takes besides, stops. */
const GRID_STOPS = 1;
/** A field is so much wider than its beam, degrees. */
const FIELD_MORE_DEG = 40;

/** A modifier of a size: all else as such things are. */
function modifierBySize(kind: Exclude<Kind, 'file'>, { wide, high, grid, beam, loss }: Typed): Modifier {
  const like = modifierOf(kind);
  const face: Modifier['face'] = isRound(kind)
    ? { kind: 'disc', radiusM: wide / 200 }
    : { kind: 'rectangle', widthM: wide / 100, heightM: high / 100 };
  return {
    ...like,
    face,
    gridDeg: grid,
    beam:
      beam !== null && hasBeam(kind)
        ? { kind: 'lens', beamDeg: beam, fieldDeg: Math.min(359, beam + FIELD_MORE_DEG) }
        : like.beam,
    lossStops: loss ?? like.lossStops + (grid === null ? 0 : GRID_STOPS),
  };
}
