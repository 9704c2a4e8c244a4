import type { Shoot } from '@fulgent/core/contracts';
import type { BookedDay } from '@fulgent/core/day';
import { useRouter } from 'expo-router';
import { View } from 'react-native';
import useSWR from 'swr';
import { api } from '../api/client';
import { SPACE } from '../theme/theme';
import { Button, IconButton } from '../ui/Button';
import { Section } from '../ui/Section';
import { SectionFrame } from '../ui/SectionFrame';
import { Table } from '../ui/Table';
import { Text } from '../ui/Text';
import { Waiting } from '../ui/Waiting';
import { dayWords } from '../ui/when';
import { study } from '../workers/study';
import { useKitEntries } from './useKit';

/** What of the kit is taken on which day, over all shoots that have one, and where it does not do. */
export function BookingsPage() {
  const router = useRouter();
  const kit = useKitEntries();
  const { data: shoots, error: unlisted } = useSWR<Shoot[], Error>(api.shoots);
  const dated = (shoots ?? []).flatMap(({ id, title, looks }) =>
    looks.flatMap((look) => (look.card.date ? [{ shootId: id, shoot: title, id: look.id, revision: look.revision }] : [])),
  );
  const key = shoots && kit.length ? ['bookings', kit.length, ...dated.map(({ id, revision }) => `${id} ${revision}`)] : null;
  const { data: days, error } = useSWR<readonly BookedDay[], Error>(key, async () => {
    const looks = await Promise.all(
      dated.map(async ({ shootId, shoot, id }) => ({ shootId, shoot, look: (await api.readLook(id)).look })),
    );
    return study().bookings(looks, kit);
  });
  const problem = unlisted ?? error;
  return (
    <SectionFrame>
      <View style={{ flexDirection: 'row', alignItems: 'center' }}>
        <IconButton icon="chevron-left" label="Back to the kit" onPress={() => router.navigate('/kit')} />
        <Text size="title" weight="strong" role="heading" aria-level={1}>
          Bookings
        </Text>
      </View>
      {problem ? <Text role="alert">{problem.message}</Text> : null}
      {!days && !problem ? <Waiting height={160} label="Reading the looks" /> : null}
      {days?.length === 0 ? (
        <>
          <Text>No look has a day yet. Give a look one under Sheet, Schedule: then it stands here what it takes of the kit.</Text>
          <View style={{ flexDirection: 'row' }}>
            <Button label="To the shoots" onPress={() => router.navigate('/')} />
          </View>
        </>
      ) : null}
      {days?.map((day) => (
        <Day key={day.date} day={day} />
      ))}
    </SectionFrame>
  );
}

function Day({ day: { date, shoots, items } }: { readonly day: BookedDay }) {
  const short = items.filter((item) => item.short > 0);
  return (
    <Section flush title={dayWords(date)} aside={shoots.join(' · ')}>
      {short.map((item) => (
        <Text key={`${item.kind} ${item.name}`} weight="strong">
          {item.name}: {item.short} short. {item.shoots.map(({ title, count }) => `${title} takes ${count}`).join(', ')}; the kit
          has {item.have}.
        </Text>
      ))}
      {short.length === 0 ? <Text>The kit does.</Text> : null}
      <View style={{ gap: SPACE.s }}>
        <Table
          label={`Kit on ${date}`}
          columns={['What', 'Taken', 'There']}
          rows={items
            .filter(({ have }) => have !== null)
            .map(({ kind, name, count, have }) => ({ id: `${kind} ${name}`, cells: [name, `${count}`, `${have}`] }))}
        />
      </View>
    </Section>
  );
}
