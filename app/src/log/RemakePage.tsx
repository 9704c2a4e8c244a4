import { LIMITS, type Fixture } from '@fulgent/core/document';
import type { Remake } from '@fulgent/core/planning';
import { formatPower } from '@fulgent/core/scene';
import { useRouter, type Href } from 'expo-router';
import { useMemo, useState } from 'react';
import { View } from 'react-native';
import useSWR from 'swr';
import type { StoredLook } from '@fulgent/core/contracts';
import { api } from '../api/client';
import { FrameCanvas } from '../frame/FrameCanvas';
import { useKit } from '../kit/useKit';
import { SPACE } from '../theme/theme';
import { Button } from '../ui/Button';
import { Pick } from '../ui/Pick';
import { Section } from '../ui/Section';
import { Text } from '../ui/Text';
import { say } from '../ui/Toasts';
import { study } from '../workers/study';
import { useStudy } from '../workers/useStudy';
import { LookPick, useLooks } from './LookPick';

/** A look with other lamps in the places of its own: what powers it takes, and what cannot be reached. */
export function RemakePage() {
  const router = useRouter();
  const looks = useLooks();
  const [chosen, setChosen] = useState<string | null>(null);
  const [swaps, setSwaps] = useState<Readonly<Record<string, string>>>({});
  const [width, setWidth] = useState(0);
  const id = chosen ?? looks[0]?.id ?? null;
  const { data: stored } = useSWR<StoredLook, Error>(id ? `/api/looks/${id}` : null);
  const { stored: kit } = useKit();
  const fixtures = useMemo(
    () =>
      new Map(
        kit.flatMap(({ entry }) =>
          entry.kind === 'fixture' && !entry.archived && !entry.spectrum ? [[entry.id, entry.fixture] as const] : [],
        ),
      ),
    [kit],
  );
  const wanted = useMemo(
    () =>
      Object.fromEntries(
        Object.entries(swaps).flatMap(([light, fixture]): [string, Fixture][] =>
          fixtures.has(fixture) ? [[light, fixtures.get(fixture)!]] : [],
        ),
      ),
    [swaps, fixtures],
  );
  const { value: made, error } = useStudy<Remake | null>(
    () => (stored ? study().remake(stored.look, wanted) : Promise.resolve(null)),
    `${id} ${stored?.revision} ${JSON.stringify(swaps)}`,
  );
  if (!stored) return <View style={{ height: 220 }} role="status" aria-busy accessibilityLabel="Loading the look" />;
  const options = [...fixtures].map(([fixtureId, { name }]) => ({ id: fixtureId, name }));
  const each = Math.floor((width - SPACE.s) / 2);
  const keep = async () => {
    if (!made) return;
    try {
      const copy = await api.createLook(
        { ...made.look, title: `${stored.look.title}, other lamps`.slice(0, LIMITS.nameLength) },
        stored.shootId,
      );
      say(`${copy.look.title} stands beside it.`, { label: 'Open', run: () => router.push(`/looks/${copy.id}/balance` as Href) });
    } catch (failure) {
      say(failure instanceof Error ? failure.message : String(failure));
    }
  };
  return (
    <View style={{ gap: SPACE.m }} onLayout={({ nativeEvent }) => setWidth(nativeEvent.layout.width)}>
      <LookPick
        label="Look"
        value={id}
        onPick={(one) => {
          setChosen(one);
          setSwaps({});
        }}
      />
      <Section flush title="Lamps in its places">
        {stored.look.lights.map((light) => (
          <View key={light.id} style={{ gap: 3 }}>
            <Text size="small" quiet>
              {light.name}, was {light.fixture.name}
            </Text>
            <Pick
              label={light.name.slice(0, 10)}
              current={fixtures.get(swaps[light.id] ?? '')?.name ?? light.fixture.name}
              options={options}
              onPick={(fixture) => setSwaps({ ...swaps, [light.id]: fixture })}
            />
          </View>
        ))}
      </Section>
      {error ? <Text role="alert">{error}</Text> : null}
      {made ? <Made made={made} width={width} stored={stored} each={each} keep={keep} /> : null}
    </View>
  );
}

/** What came of it, and what cannot be reached. */
function Made({
  made,
  width,
  stored,
  each,
  keep,
}: {
  readonly made: Remake;
  readonly width: number;
  readonly stored: StoredLook;
  readonly each: number;
  readonly keep: () => Promise<void>;
}) {
  return (
    <Section flush title={made.unreached.length ? 'What cannot be reached' : 'All of it can be reached'}>
      {made.unreached.map(({ lightId, text }) => (
        <Text key={lightId} weight="strong" testID={`unreached-${lightId}`}>
          {text}
        </Text>
      ))}
      {made.look.lights.map((light) => (
        <Text key={light.id} size="label">
          {light.name}: {light.fixture.name} at {formatPower(light.fixture, light.powerStops)}
        </Text>
      ))}
      {width > 0 ? (
        <View style={{ flexDirection: 'row', gap: SPACE.s }}>
          {[
            { label: 'As it was', look: stored.look },
            { label: 'With these', look: made.look },
          ].map(({ label, look }) => (
            <View key={label} style={{ width: each, gap: 3 }}>
              <FrameCanvas small look={look} width={each} height={Math.round(each * 1.15)} label={label} />
              <Text size="small" narrow>
                {label}
              </Text>
            </View>
          ))}
        </View>
      ) : null}
      <Button label="Keep it as a look beside" filled onPress={() => void keep()} />
    </Section>
  );
}
