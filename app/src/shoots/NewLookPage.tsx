import { yupResolver } from '@hookform/resolvers/yup';
import { CAMERAS, isStandIn } from '@fulgent/core/catalogue';
import { PERSON_IDS, type Look, type PersonId } from '@fulgent/core/document';
import { COLOUR_SETS, keyLoweredBy, LIGHT_SETS, lookWithSurface, type NewLook } from '@fulgent/core/planning';
import { SKIN_PRESETS } from '@fulgent/core/surface';
import { newLookWords } from '@fulgent/words';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { Controller, useForm, useWatch, type Control } from 'react-hook-form';
import { Pressable, ScrollView, useWindowDimensions, View } from 'react-native';
import useSWR from 'swr';
import * as yup from 'yup';
import type { Shoot } from '@fulgent/core/contracts';
import { api, onceMore } from '../api/client';
import { PersonChoice } from '../figure/PersonChoice';
import { FrameCanvas } from '../frame/FrameCanvas';
import { handPicture } from '../frame/handed';
import { heightUpright } from '../frame/height-upright';
import { kitOf, useKit, useOwnOnly } from '../kit/useKit';
import { SurfaceSwatches } from '../look/SurfaceSwatches';
import { SPACE, themed, useIsOnItsSide, useIsWide } from '../theme/theme';
import { Button, Choice, IconButton } from '../ui/Button';
import { Field } from '../ui/Field';
import { Section } from '../ui/Section';
import { Text } from '../ui/Text';
import { say } from '../ui/Toasts';
import { compute } from '../workers/compute';
import { useStudy } from '../workers/useStudy';

const NEW_SHOOT = 'new';

const schema = yup.object({
  title: yup
    .string()
    .trim()
    .required('Title is missing; give the look a name.')
    .max(120, 'Title may have 120 characters at most.'),
  colours: yup.string<NonNullable<NewLook['colours']>>().required(),
  mood: yup.string<NonNullable<NewLook['mood']>>().required(),
  person: yup.string<PersonId>().required(),
  skin: yup.string<NewLook['skin']>().required(),
  backdrop: yup.string().required(),
  lights: yup.string<NewLook['lights']>().required(),
  lamps: yup.string<NonNullable<NewLook['lamps']>>().required(),
  camera: yup.string().required(),
  shoot: yup.string().defined(),
});

type Choices = yup.InferType<typeof schema>;
/** What decides the picture. */
type Seen = Omit<Choices, 'title' | 'shoot'>;

const MOODS = [
  { id: 'dark', name: 'Dark' },
  { id: 'neutral', name: 'Neutral' },
  { id: 'bright', name: 'Bright' },
] as const;
const LAMPS = [
  { id: 'flash', name: 'Flash' },
  { id: 'continuous', name: 'Continuous' },
] as const;

const [TILE_W, TILE_H] = [92, 104];

const useStyles = themed((t) => ({
  page: { flex: 1, backgroundColor: t.ground },
  beside: { flexDirection: 'row' },
  inner: { width: '100%', maxWidth: 720, alignSelf: 'center' },
  head: { flexDirection: 'row', alignItems: 'center', minHeight: 48, gap: SPACE.xs },
  tiles: { gap: SPACE.s, paddingVertical: SPACE.xs },
  tile: { width: TILE_W + 6, borderWidth: 3, borderColor: 'transparent', borderRadius: 3, backgroundColor: t.raised },
  tileOn: { borderColor: t.text },
  tileName: { paddingHorizontal: 6, paddingVertical: 4, minHeight: 40 },
  foot: {
    flexDirection: 'row',
    gap: SPACE.s,
    padding: SPACE.m,
    paddingVertical: 10,
    borderTopWidth: 1,
    borderTopColor: t.line,
    backgroundColor: t.ground,
  },
}));

/** Makes a look of the choices: with an own backdrop where one was taken, and lit from the own kit where nothing else is wanted. */
function useMaking(): (choices: Omit<Choices, 'shoot'>) => Promise<{ readonly look: Look; readonly without: readonly string[] }> {
  const { stored: kit } = useKit();
  const { ownOnly } = useOwnOnly();
  return async (choices) => {
    const own = isStandIn(choices.backdrop) ? undefined : kitOf(kit, 'surface').find(({ id }) => id === choices.backdrop);
    const { look, without } = await compute().newLook(
      own ? { ...choices, backdrop: 'paper-grey' } : choices,
      ownOnly ? kit.flatMap(({ entry, atHand }) => (atHand ? [entry] : [])) : null,
    );
    return { look: own ? lookWithSurface(look, 'backdrop', own) : look, without };
  };
}

const DEFAULTS: Choices = {
  title: 'Untitled look',
  colours: COLOUR_SETS[0].id,
  mood: 'neutral',
  person: 'cropped',
  skin: 'light',
  backdrop: 'paper-grey',
  lights: 'two-rims',
  lamps: 'flash',
  camera: 'stills',
  shoot: '',
};

const anyOf = <T,>(list: readonly T[]): T => list[Math.floor(Math.random() * list.length)]!;

/** Any of what there is, where the picture shows it. */
const surprising = (): Partial<Seen> => ({
  colours: anyOf(COLOUR_SETS).id,
  mood: anyOf(MOODS).id,
  person: anyOf(PERSON_IDS),
  skin: anyOf(SKIN_PRESETS).id,
  lights: anyOf(LIGHT_SETS).id,
});

/** A look in one screen: every choice is seen at once in the picture above, which is balanced already. */
export function NewLookPage({ shootId }: { readonly shootId: string | undefined }) {
  const styles = useStyles();
  const router = useRouter();
  const isBeside = [useIsWide(), useIsOnItsSide()].some(Boolean);
  const { data: shoots } = useSWR<Shoot[]>(api.shoots);
  const [failure, setFailure] = useState<string | null>(null);
  const { control, handleSubmit, formState, setValue } = useForm<Choices>({
    resolver: yupResolver(schema),
    defaultValues: { ...DEFAULTS, shoot: shootId ?? '' },
  });
  const { title: _title, shoot: _shoot, ...seen } = useWatch({ control }) as Choices;
  const homes = [...(shoots ?? []).map(({ id, title }) => ({ id, name: title })), { id: NEW_SHOOT, name: 'A new shoot' }];
  const make = useMaking();
  const live = useStudy(() => make({ title: 'New look', ...seen }), JSON.stringify(seen));
  const create = handleSubmit(async ({ shoot, ...choices }) => {
    setFailure(null);
    try {
      const { look, without } = await make(choices);
      const home = shoot || homes[0]!.id;
      const target =
        home === NEW_SHOOT
          ? (await api.createShoot(`Shoot of ${new Date().toLocaleDateString('en-GB', { day: 'numeric', month: 'long' })}`)).id
          : home;
      const stored = await onceMore(() => api.createLook(look, target));
      const told = newLookWords(without, keyLoweredBy(look));
      if (told) say(told);
      const shown = document.querySelector<HTMLCanvasElement>(`canvas[aria-label='${AS_CHOSEN}']`);
      handPicture(stored.id, stored.revision, shown, look);
      router.replace(`/looks/${stored.id}/balance`);
    } catch (error) {
      setFailure(error instanceof Error ? error.message : String(error));
    }
  });
  const surprise = () => Object.entries(surprising()).forEach(([key, value]) => setValue(key as keyof Seen, value));

  return (
    <View style={[styles.page, isBeside && styles.beside]} role="main">
      <LivePicture look={live.value?.look ?? null} error={live.error} isBeside={isBeside} />
      <View style={{ flex: 1 }}>
        <ScrollView>
          <View style={styles.inner}>
            <View style={styles.head}>
              <IconButton icon="chevron-left" label="Back to shoots" onPress={() => router.navigate('/')} />
              <Text size="title" weight="strong" role="heading" aria-level={1}>
                New look
              </Text>
            </View>
            <Seeable control={control} seen={seen} make={make} look={live.value?.look ?? null} />
            <Named
              onCamera={(id) => setValue('lamps', id.startsWith('cinema') ? 'continuous' : 'flash')}
              control={control}
              problem={formState.errors.title?.message}
              homes={shoots?.length ? homes : []}
            />
          </View>
        </ScrollView>
        {failure ? (
          <Text weight="strong" role="alert" style={{ padding: SPACE.m }}>
            {failure}
          </Text>
        ) : null}
        <View style={styles.foot}>
          <Button label="Surprise me" icon="shuffle" onPress={surprise} />
          <View style={{ flex: 1 }}>
            <Button
              label={formState.isSubmitting ? 'Balancing' : 'Make the look'}
              filled
              disabled={formState.isSubmitting}
              onPress={() => void create()}
            />
          </View>
        </View>
      </View>
    </View>
  );
}

/** What no picture shows. */
function Named({
  control,
  problem,
  homes,
  onCamera,
}: {
  /** What films burns lamps that burn all the time. */
  readonly onCamera: (id: string) => void;
  readonly control: Control<Choices>;
  readonly problem: string | undefined;
  readonly homes: readonly { readonly id: string; readonly name: string }[];
}) {
  return (
    <Section title="Name, camera, shoot">
      <Controller
        control={control}
        name="title"
        render={({ field }) => (
          <Field label="Title" value={field.value} onChange={field.onChange} onBlur={field.onBlur} error={problem} />
        )}
      />
      <Options control={control} name="camera" label="Camera" options={CAMERA_OPTIONS} onPicked={onCamera} />
      {homes.length > 0 ? <Options control={control} name="shoot" label="Shoot" options={homes} /> : null}
    </Section>
  );
}

const CAMERA_OPTIONS = CAMERAS.map(({ id, item }) => ({ id, name: item.name }));

type Make = ReturnType<typeof useMaking>;

/** The look as it would be, drawn anew with every touch. */
const AS_CHOSEN = 'The look as chosen, simulated';

function LivePicture({
  look,
  error,
  isBeside,
}: {
  readonly look: Look | null;
  readonly error: string | null;
  readonly isBeside: boolean;
}) {
  const window = useWindowDimensions();
  const width = isBeside ? Math.round(window.width * 0.45) : window.width;
  // As large as on Balance, so that what was found for it serves there.
  const height = isBeside ? window.height : heightUpright(window.width, window.height, true, 'usual');
  return (
    <View style={{ width, height, backgroundColor: '#000000' }} testID="light-colour">
      {look ? <FrameCanvas look={look} width={width} height={height} label={AS_CHOSEN} /> : null}
      {error ? (
        <Text role="alert" style={{ color: '#ffffff', padding: SPACE.m }}>
          {error}
        </Text>
      ) : null}
    </View>
  );
}

/** What is seen in the picture, each in a row of its own. */
function Seeable({
  control,
  seen,
  make,
  look,
}: {
  readonly control: Control<Choices>;
  readonly seen: Seen;
  readonly make: Make;
  /** As it is chosen now; null until it is there. */
  readonly look: Look | null;
}) {
  return (
    <>
      <Section title="Colours">
        <Controller
          control={control}
          name="colours"
          render={({ field }) => (
            <Colours seen={seen} make={make} isFree={look !== null} value={field.value} onChange={field.onChange} />
          )}
        />
        <Options control={control} name="mood" label="Mood" options={MOODS} />
      </Section>
      <Section title="Who">
        {look ? (
          <Controller
            control={control}
            name="person"
            render={({ field }) => <PersonChoice look={look} value={field.value} onChange={field.onChange} />}
          />
        ) : null}
        <Options control={control} name="skin" label="Skin" options={SKIN_PRESETS} />
      </Section>
      <Section title="In front of">
        <Controller
          control={control}
          name="backdrop"
          render={({ field }) => (
            <SurfaceSwatches label="Backdrop" use="backdrop" value={field.value} onChange={({ id }) => field.onChange(id)} />
          )}
        />
      </Section>
      <Section title="Lights">
        <Options control={control} name="lights" label="Lights" options={LIGHT_SETS} />
        <Options control={control} name="lamps" label="Lamps" options={LAMPS} />
      </Section>
    </>
  );
}

function Options<K extends 'mood' | 'skin' | 'lights' | 'lamps' | 'camera' | 'shoot'>({
  control,
  name,
  label,
  options,
  onPicked,
}: {
  readonly control: Control<Choices>;
  readonly onPicked?: (id: string) => void;
  readonly name: K;
  readonly label: string;
  readonly options: readonly { readonly id: string; readonly name: string }[];
}) {
  return (
    <Controller
      control={control}
      name={name}
      render={({ field }) => (
        <Choice
          label={label}
          options={options}
          value={String(field.value || options[0]!.id)}
          onChange={(id) => {
            field.onChange(id);
            onPicked?.(id);
          }}
        />
      )}
    />
  );
}

/** Pairs of colours, each as a small picture of what is chosen else. */
function Colours({
  seen,
  make,
  isFree,
  value,
  onChange,
}: {
  readonly seen: Seen;
  readonly make: Make;
  /** The large picture has its look: small ones come after it. */
  readonly isFree: boolean;
  readonly value: string;
  readonly onChange: (id: string) => void;
}) {
  const styles = useStyles();
  const { value: looks } = useStudy(
    async () => {
      const all: Look[] = [];
      if (isFree) for (const { id } of COLOUR_SETS) all.push((await make({ title: 'New look', ...seen, colours: id })).look);
      return all;
    },
    JSON.stringify({ ...seen, colours: '', isFree }),
  );
  return (
    <ScrollView
      horizontal
      showsHorizontalScrollIndicator={false}
      contentContainerStyle={styles.tiles}
      role="radiogroup"
      aria-label="Colours"
    >
      {COLOUR_SETS.map(({ id, name }, i) => (
        <Pressable
          key={id}
          style={[styles.tile, id === value && styles.tileOn]}
          onPress={() => onChange(id)}
          accessibilityRole="radio"
          aria-checked={id === value}
          accessibilityLabel={name}
        >
          <View style={{ width: TILE_W, height: TILE_H, backgroundColor: '#000000' }} testID="light-colour">
            {looks?.[i] ? <FrameCanvas small finest={1} look={looks[i]} width={TILE_W} height={TILE_H} label={name} /> : null}
          </View>
          <View style={styles.tileName}>
            <Text size="label" narrow numberOfLines={2} weight={id === value ? 'strong' : 'medium'}>
              {name}
            </Text>
          </View>
        </Pressable>
      ))}
    </ScrollView>
  );
}
