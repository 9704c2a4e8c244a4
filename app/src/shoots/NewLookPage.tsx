import { yupResolver } from '@hookform/resolvers/yup';
import { CAMERAS } from '@fulgent/core/catalogue';
import { PERSON_IDS, type Look } from '@fulgent/core/document';
import { COLOUR_SETS, keyLoweredBy, LIGHT_SETS, newLookSeen } from '@fulgent/core/planning';
import { SKIN_PRESETS } from '@fulgent/core/surface';
import { newLookWords } from '@fulgent/words';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { Controller, useForm, useWatch, type Control } from 'react-hook-form';
import { ScrollView, useWindowDimensions, View } from 'react-native';
import useSWR from 'swr';
import type { Shoot } from '@fulgent/core/contracts';
import { api, onceMore } from '../api/client';
import { PersonChoice } from '../figure/PersonChoice';
import { FrameCanvas } from '../frame/FrameCanvas';
import { handAddress, handPicture } from '../frame/handed';
import { heightUpright } from '../frame/height-upright';
import { Poster } from '../frame/Poster';
import { useQuickPictures } from '../frame/quick';
import { SurfaceSwatches } from '../look/SurfaceSwatches';
import { SPACE, themed, useIsOnItsSide, useIsWide } from '../theme/theme';
import { Button, Choice, IconButton } from '../ui/Button';
import { Field } from '../ui/Field';
import { Section } from '../ui/Section';
import { Text } from '../ui/Text';
import { say } from '../ui/Toasts';
import { useStudy } from '../workers/useStudy';
import { DEFAULTS, schema, useMaking, type Choices, type Make, type Seen } from './choices';
import { ColourChoice } from './ColourChoice';
import { useFirst, type First } from './first-pictures';

const NEW_SHOOT = 'new';

const MOODS = [
  { id: 'dark', name: 'Dark' },
  { id: 'neutral', name: 'Neutral' },
  { id: 'bright', name: 'Bright' },
] as const;
const LAMPS = [
  { id: 'flash', name: 'Flash' },
  { id: 'continuous', name: 'Continuous' },
] as const;

const useStyles = themed((t) => ({
  page: { flex: 1, backgroundColor: t.ground },
  beside: { flexDirection: 'row' },
  inner: { width: '100%', maxWidth: 720, alignSelf: 'center' },
  head: { flexDirection: 'row', alignItems: 'center', minHeight: 48, gap: SPACE.xs },
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

const anyOf = <T,>(list: readonly T[]): T => list[Math.floor(Math.random() * list.length)]!;

/** Any of what there is, where the picture shows it. */
const surprising = (): Partial<Seen> => ({
  colours: anyOf(COLOUR_SETS).id,
  mood: anyOf(MOODS).id,
  person: anyOf(PERSON_IDS),
  skin: anyOf(SKIN_PRESETS).id,
  lights: anyOf(LIGHT_SETS).id,
});

/** The look as it is chosen, made anew with every touch; and what is shown of it until it is drawn. */
function useLive(seen: Seen, make: Make) {
  const first = useFirst();
  const key = JSON.stringify(seen);
  const { value, error } = useStudy(async () => ({ ...(await make({ title: 'New look', ...seen })), key }), key);
  /** The look that the picture shows as finely as it gets. */
  const [fine, setFine] = useState<Look | null>(null);
  const isShown = value !== null && value.key === key && value.look === fine;
  return { look: value?.look ?? null, error, first, ready: isShown ? null : first.whole(seen), setFine };
}

type Live = ReturnType<typeof useLive>;

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
  const live = useLive(seen, make);
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
      if (live.ready) handAddress(stored.id, stored.revision, live.ready);
      else handPicture(stored.id, stored.revision, shown, look);
      router.replace(`/looks/${stored.id}/balance`);
    } catch (error) {
      setFailure(error instanceof Error ? error.message : String(error));
    }
  });
  const surprise = () => Object.entries(surprising()).forEach(([key, value]) => setValue(key as keyof Seen, value));

  return (
    <View style={[styles.page, isBeside && styles.beside]} role="main">
      <LivePicture seen={seen} live={live} isBeside={isBeside} />
      <View style={{ flex: 1 }}>
        <ScrollView>
          <View style={styles.inner}>
            <View style={styles.head}>
              <IconButton icon="chevron-left" label="Back to shoots" onPress={() => router.navigate('/')} />
              <Text size="title" weight="strong" role="heading" aria-level={1}>
                New look
              </Text>
            </View>
            <Seeable control={control} seen={seen} make={make} first={live.first} look={live.look} />
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

/** The look as it would be, drawn anew with every touch. */
const AS_CHOSEN = 'The look as chosen, simulated';

function LivePicture({ seen, live, isBeside }: { readonly seen: Seen; readonly live: Live; readonly isBeside: boolean }) {
  const { look, ready, first, error, setFine } = live;
  const { quick } = useQuickPictures();
  const window = useWindowDimensions();
  const width = isBeside ? Math.round(window.width * 0.45) : window.width;
  // As large as on Balance, so that what was found for it serves there.
  const height = isBeside ? window.height : heightUpright(window.width, window.height, true, 'usual');
  return (
    <View style={{ width, height, backgroundColor: '#000000' }} testID="light-colour">
      {look && !(quick && ready) ? (
        <FrameCanvas look={look} width={width} height={height} label={AS_CHOSEN} onBurnt={setFine} />
      ) : null}
      {ready ? <Poster look={newLookSeen(seen)} width={width} height={height} url={ready} onLost={first.lost} /> : null}
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
  first,
  look,
}: {
  readonly control: Control<Choices>;
  readonly seen: Seen;
  readonly make: Make;
  readonly first: First;
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
            <ColourChoice
              seen={seen}
              make={make}
              first={first}
              isFree={look !== null}
              value={field.value}
              onChange={field.onChange}
            />
          )}
        />
        <Options control={control} name="mood" label="Mood" options={MOODS} />
      </Section>
      <Section title="Who">
        <Controller
          control={control}
          name="person"
          render={({ field }) => (
            <PersonChoice
              look={look}
              strip={first.faces(seen)}
              onLost={first.lost}
              value={field.value}
              onChange={field.onChange}
            />
          )}
        />
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
