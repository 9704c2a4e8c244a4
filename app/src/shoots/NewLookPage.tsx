import { yupResolver } from '@hookform/resolvers/yup';
import { CAMERAS, isStandIn } from '@fulgent/core/catalogue';
import type { Look } from '@fulgent/core/document';
import { LIGHT_SETS, lookWithSurface, type NewLook } from '@fulgent/core/planning';
import { SKIN_PRESETS } from '@fulgent/core/surface';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { Controller, useForm, type Control, type FormState } from 'react-hook-form';
import { Pressable, ScrollView, View } from 'react-native';
import useSWR from 'swr';
import * as yup from 'yup';
import type { Shoot } from '@fulgent/core/contracts';
import { api } from '../api/client';
import { SPACE, themed } from '../theme/theme';
import { Button, Choice, IconButton } from '../ui/Button';
import { Field } from '../ui/Field';
import { Section } from '../ui/Section';
import { Text } from '../ui/Text';
import { say } from '../ui/Toasts';
import { kitOf, useKit, useOwnOnly } from '../kit/useKit';
import { SurfaceSwatches } from '../look/SurfaceSwatches';
import { compute } from '../workers/compute';

const NEW_SHOOT = 'new';

const schema = yup.object({
  title: yup
    .string()
    .trim()
    .required('Title is missing; give the look a name.')
    .max(120, 'Title may have 120 characters at most.'),
  skin: yup.string<NewLook['skin']>().required(),
  backdrop: yup.string().required(),
  camera: yup.string().required(),
  lights: yup.string<NewLook['lights']>().required(),
  shoot: yup.string().defined(),
});

type Choices = yup.InferType<typeof schema>;

const useStyles = themed((t) => ({
  page: { flex: 1, backgroundColor: t.ground },
  inner: { width: '100%', maxWidth: 720, alignSelf: 'center' },
  head: { flexDirection: 'row', alignItems: 'center', minHeight: 52, gap: SPACE.xs },
  set: {
    minHeight: 60,
    flexGrow: 1,
    flexBasis: 168,
    padding: SPACE.m,
    paddingVertical: 10,
    backgroundColor: t.raised,
    borderRadius: 3,
    justifyContent: 'center',
  },
  on: { backgroundColor: t.fill },
  foot: { padding: SPACE.m, borderTopWidth: 1, borderTopColor: t.line, backgroundColor: t.ground },
}));

/** Makes a look of the choices: with an own backdrop where one was taken, and lit from the own kit where nothing else is wanted. */
function useMaking(): (choices: Omit<Choices, 'shoot'>) => Promise<Look> {
  const { stored: kit } = useKit();
  const { ownOnly } = useOwnOnly();
  return async (choices) => {
    const own = isStandIn(choices.backdrop) ? undefined : kitOf(kit, 'surface').find(({ id }) => id === choices.backdrop);
    const { look, without } = await compute().newLook(
      own ? { ...choices, backdrop: 'paper-grey' } : choices,
      ownOnly ? kit.flatMap(({ entry, atHand }) => (atHand ? [entry] : [])) : null,
    );
    if (without.length) say(`Your kit has no fixture left for ${without.join(', ')}: a stand-in is there.`);
    return own ? lookWithSurface(look, 'backdrop', own) : look;
  };
}

/** Four short choices, then a look with lights where they usually stand, already balanced. */
export function NewLookPage({ shootId }: { readonly shootId: string | undefined }) {
  const styles = useStyles();
  const router = useRouter();
  const { data: shoots } = useSWR<Shoot[]>(api.shoots);
  const [failure, setFailure] = useState<string | null>(null);
  const { control, handleSubmit, formState } = useForm<Choices>({
    resolver: yupResolver(schema),
    defaultValues: {
      title: 'Untitled look',
      skin: 'light',
      backdrop: 'paper-grey',
      camera: 'stills',
      lights: 'key-backdrop',
      shoot: shootId ?? '',
    },
  });
  const homes = [...(shoots ?? []).map(({ id, title }) => ({ id, name: title })), { id: NEW_SHOOT, name: 'A new shoot' }];
  const firstHome = homes[0]!.id;

  const make = useMaking();
  const create = handleSubmit(async ({ shoot, ...choices }) => {
    setFailure(null);
    try {
      const look = await make(choices);
      const home = shoot || firstHome;
      const target =
        home === NEW_SHOOT
          ? (await api.createShoot(`Shoot of ${new Date().toLocaleDateString('en-GB', { day: 'numeric', month: 'long' })}`)).id
          : home;
      const stored = await api.createLook(look, target);
      router.replace(`/looks/${stored.id}/balance`);
    } catch (error) {
      setFailure(error instanceof Error ? error.message : String(error));
    }
  });

  return (
    <View style={styles.page} role="main">
      <ScrollView>
        <View style={styles.inner}>
          <View style={styles.head}>
            <IconButton icon="chevron-left" label="Back to shoots" onPress={() => router.navigate('/')} />
            <Text size="title" weight="strong" role="heading" aria-level={1}>
              New look
            </Text>
          </View>
          <NameSection control={control} formState={formState} />
          <Section title="1  Who is in front of the camera?">
            <Controller
              control={control}
              name="skin"
              render={({ field }) => <Choice label="Skin" options={SKIN_PRESETS} value={field.value} onChange={field.onChange} />}
            />
          </Section>
          <BackdropSection control={control} />
          <CameraSection control={control} />
          <LightsSection control={control} />
          {shoots && shoots.length > 0 ? <ShootSection control={control} homes={homes} /> : null}
        </View>
      </ScrollView>
      <View style={styles.foot}>
        <View style={styles.inner}>
          {failure ? (
            <Text weight="strong" role="alert" style={{ paddingBottom: SPACE.s }}>
              {failure}
            </Text>
          ) : null}
          <Button
            label={formState.isSubmitting ? 'Balancing' : 'Make the look'}
            filled
            disabled={formState.isSubmitting}
            onPress={() => void create()}
          />
        </View>
      </View>
    </View>
  );
}

function LightsSection({ control }: { readonly control: Control<Choices> }) {
  const styles = useStyles();
  return (
    <Section title="4  With what lights?">
      <Controller
        control={control}
        name="lights"
        render={({ field }) => (
          <View role="radiogroup" aria-label="Lights" style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
            {LIGHT_SETS.map(({ id, name, text }) => (
              <Pressable
                key={id}
                role="radio"
                aria-checked={field.value === id}
                aria-label={name}
                onPress={() => field.onChange(id)}
                style={[styles.set, field.value === id && styles.on]}
              >
                <Text weight="strong" onFill={field.value === id}>
                  {name}
                </Text>
                <Text size="label" quiet={field.value !== id} onFill={field.value === id}>
                  {text}
                </Text>
              </Pressable>
            ))}
          </View>
        )}
      />
    </Section>
  );
}

function CameraSection({ control }: { readonly control: Control<Choices> }) {
  return (
    <Section title="3  Recorded how?">
      <Controller
        control={control}
        name="camera"
        render={({ field }) => (
          <Choice
            label="Camera"
            options={CAMERAS.map(({ id, item }) => ({ id, name: item.name }))}
            value={field.value}
            onChange={field.onChange}
          />
        )}
      />
    </Section>
  );
}

function BackdropSection({ control }: { readonly control: Control<Choices> }) {
  return (
    <Section title="2  In front of what?">
      <Controller
        control={control}
        name="backdrop"
        render={({ field }) => (
          <SurfaceSwatches label="Backdrop" use="backdrop" value={field.value} onChange={({ id }) => field.onChange(id)} />
        )}
      />
    </Section>
  );
}

function NameSection({ control, formState }: { readonly control: Control<Choices>; readonly formState: FormState<Choices> }) {
  return (
    <Section title="Name">
      <Controller
        control={control}
        name="title"
        render={({ field }) => (
          <Field
            label="Title"
            value={field.value}
            onChange={field.onChange}
            onBlur={field.onBlur}
            error={formState.errors.title?.message}
          />
        )}
      />
    </Section>
  );
}

function ShootSection({
  control,
  homes,
}: {
  readonly control: Control<Choices>;
  readonly homes: readonly { readonly id: string; readonly name: string }[];
}) {
  return (
    <Section title="Into which shoot?">
      <Controller
        control={control}
        name="shoot"
        render={({ field }) => (
          <Choice label="Shoot" options={homes} value={field.value || homes[0]!.id} onChange={field.onChange} />
        )}
      />
    </Section>
  );
}
