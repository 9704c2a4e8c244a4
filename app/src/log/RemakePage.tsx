import type { KitEntry, KitFixture } from '@fulgent/core/catalogue';
import { LIMITS, type Look } from '@fulgent/core/document';
import type { Remake } from '@fulgent/core/planning';
import { describeSetting } from '@fulgent/core/fixture';
import { formatPower, gelNameIn } from '@fulgent/core/scene';
import { unreachedWords } from '@fulgent/words';
import { useRouter, type Href } from 'expo-router';
import { useMemo, useState } from 'react';
import { View } from 'react-native';
import useSWR from 'swr';
import type { StoredLook } from '@fulgent/core/contracts';
import { api } from '../api/client';
import { FrameCanvas } from '../frame/FrameCanvas';
import { useKitEntries } from '../kit/useKit';
import { ProposalRow } from '../look/ProposalRow';
import { SPACE } from '../theme/theme';
import { Button } from '../ui/Button';
import { Pick } from '../ui/Pick';
import { Section } from '../ui/Section';
import { Text } from '../ui/Text';
import { Waiting } from '../ui/Waiting';
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
  const kit = useKitEntries();
  const { fixtures, wanted } = useSwaps(kit, swaps);
  const question = `${id} ${stored?.revision} ${JSON.stringify(swaps)}`;
  const { value: made, error } = useStudy<Remake | null>(
    () => (stored ? study().remake(stored.look, wanted, kit) : Promise.resolve(null)),
    question,
  );
  /** With a remedy taken; it goes when something else is swapped. */
  const [taken, setTaken] = useState<{ readonly of: string; readonly look: Look } | null>(null);
  if (!stored) return <Waiting height={220} label="Loading the look" />;
  const options = [...fixtures].map(([fixtureId, { name }]) => ({ id: fixtureId, name }));
  const each = Math.floor((width - SPACE.s) / 2);
  const look = taken?.of === question ? taken.look : made?.look;
  const keep = async () => {
    if (!look) return;
    try {
      const copy = await api.createLook(
        { ...look, title: `${stored.look.title}, other lamps`.slice(0, LIMITS.nameLength) },
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
      {made && look ? (
        <Made
          made={made}
          look={look}
          onTake={(one) => setTaken({ of: question, look: one })}
          width={width}
          stored={stored}
          each={each}
          keep={keep}
        />
      ) : null}
    </View>
  );
}

/** The kit's fixtures by id, and those that were chosen by light. */
function useSwaps(kit: readonly KitEntry[], swaps: Readonly<Record<string, string>>) {
  const fixtures = useMemo(
    () =>
      new Map(
        kit
          .filter((entry): entry is KitFixture => entry.kind === 'fixture' && !entry.archived && entry.count > 0)
          .map((entry) => [entry.id, entry] as const),
      ),
    [kit],
  );
  const wanted = useMemo(
    () =>
      Object.fromEntries(
        Object.entries(swaps).flatMap(([light, fixture]): [string, KitFixture][] =>
          fixtures.has(fixture) ? [[light, fixtures.get(fixture)!]] : [],
        ),
      ),
    [swaps, fixtures],
  );
  return { fixtures, wanted };
}

/** What came of it, and what cannot be reached. */
function Made({
  made,
  look,
  onTake,
  width,
  stored,
  each,
  keep,
}: {
  readonly made: Remake;
  /** As made, or with a remedy taken. */
  readonly look: Look;
  readonly onTake: (look: Look) => void;
  readonly width: number;
  readonly stored: StoredLook;
  readonly each: number;
  readonly keep: () => Promise<void>;
}) {
  return (
    <Section flush title={made.unreached.length ? 'What is not reached' : 'All of it can be reached'}>
      {made.unreached.map((one) => (
        <Text key={`${one.kind} ${one.lightId}`} weight="strong" testID={`unreached-${one.lightId}`}>
          {unreachedWords(one)}
        </Text>
      ))}
      {look === made.look
        ? made.remedies.map((remedy) => (
            <ProposalRow
              key={`${remedy.change.kind} ${remedy.lightId}`}
              look={made.look}
              proposal={remedy}
              figures="Nearer to the level that was there."
              onTake={onTake}
            />
          ))
        : null}
      {look.lights.map((light) => (
        <Text key={light.id} size="label">
          {light.name}: {light.fixture.name} at {formatPower(light.fixture, light.powerStops)}
          {light.setting ? `, ${describeSetting(light.setting)}` : ''}
          {light.gels.length ? `, ${light.gels.map(({ gel }) => gelNameIn(look.spectra, gel)).join(' + ')}` : ''}
        </Text>
      ))}
      <Text size="label" quiet>
        What was checked, proved or approved with the old lamps is open again in the copy.
      </Text>
      {width > 0 ? (
        <View style={{ flexDirection: 'row', gap: SPACE.s }}>
          {[
            { label: 'As it was', look: stored.look },
            { label: 'With these', look },
          ].map(({ label, look: one }) => (
            <View key={label} style={{ width: each, gap: 3 }}>
              <FrameCanvas small look={one} width={each} height={Math.round(each * 1.15)} label={label} />
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
