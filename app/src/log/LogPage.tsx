import type { LogEntry, FrameRecord } from '@fulgent/core/day';
import { formatStops } from '@fulgent/core/exposure';
import { apertureWords, luxWords } from '@fulgent/words';
import { Link, type Href } from 'expo-router';
import { useMemo, useState } from 'react';
import { Image, Pressable, View } from 'react-native';
import useSWR from 'swr';
import { api } from '../api/client';
import { Thumbnail } from '../frame/Thumbnail';
import { SPACE, themed } from '../theme/theme';
import { Button, Choice } from '../ui/Button';
import { Field } from '../ui/Field';
import { LinkRow } from '../ui/LinkRow';
import { SectionFrame } from '../ui/SectionFrame';
import { Text } from '../ui/Text';
import { Waiting } from '../ui/Waiting';
import { statusWords } from '../look/words';
import { readingLine } from '../sheet/useReading';
import { byDay, found, type LogFilter } from './search';

const ONLY = [
  { id: 'all', name: 'All' },
  { id: 'frames', name: 'With frames' },
  { id: 'chosen', name: 'Chosen' },
  { id: 'approved', name: 'Approved' },
  { id: 'rejected', name: 'Rejected' },
  { id: 'trims', name: 'Trimmed' },
] as const;

/** Width of a look's own picture. */
const PICTURE = 84;
const MOST_SHOWN = 4;
/** Lines of what frames say. */
const MOST_LINES = 3;

const useStyles = themed((t) => ({
  entry: { gap: SPACE.xs, paddingVertical: SPACE.m, borderBottomWidth: 1, borderBottomColor: t.line },
  look: { flexDirection: 'row', alignItems: 'center', gap: SPACE.m, minHeight: 44 },
  strip: { flexDirection: 'row', gap: SPACE.xs, flexWrap: 'wrap' },
  thumb: { width: PICTURE, height: PICTURE, backgroundColor: t.raised, borderRadius: 2 },
}));

/** What was done: looks by day, with their frames, trims, verdicts and words. */
export function LogPage() {
  const { data, error, mutate } = useSWR<LogEntry[], Error>(api.log);
  const [filter, setFilter] = useState<LogFilter>({ words: '', only: 'all' });
  const days = useMemo(() => byDay(found(data ?? [], filter)), [data, filter]);
  return (
    <SectionFrame>
      <Text size="huge" weight="strong" role="heading" aria-level={1}>
        Log
      </Text>
      <Field
        label="Search titles, gels, fixtures, words, names"
        value={filter.words}
        onChange={(words) => setFilter({ ...filter, words })}
      />
      <Choice label="Show" options={ONLY} value={filter.only} onChange={(only) => setFilter({ ...filter, only })} />
      {error && !data ? (
        <View style={{ gap: SPACE.m, alignItems: 'flex-start' }}>
          <Text>{error.message}</Text>
          <Button label="Try again" onPress={() => void mutate()} />
        </View>
      ) : null}
      {!data && !error ? <Waiting height={260} label="Loading the log" /> : null}
      {data && days.length === 0 ? (
        <Text>
          {data.length
            ? 'Nothing in the log fits. Take a word away, or show all.'
            : 'Nothing here yet. Looks, frames, trims and verdicts gather here by themselves.'}
        </Text>
      ) : null}
      <View>
        {days.map(({ day, entries }) => (
          <View key={day} role="region" aria-label={day}>
            <Text size="strong" weight="strong" role="heading" aria-level={2} style={{ paddingTop: SPACE.m }}>
              {day}
            </Text>
            {entries.map((entry) => (
              <Entry key={entry.lookId} entry={entry} />
            ))}
          </View>
        ))}
      </View>
      <View>
        <LinkRow href={'/log/learned' as Href} name="Kit calibration" text="corrections of units, modifiers and cameras" />
        <LinkRow href={'/log/continuity' as Href} name="Continuity" text="two shots of a scene: what would jump in the cut" />
        <LinkRow href={'/log/remake' as Href} name="Recreate with other kit" text="with other lamps: powers solved anew" />
        <LinkRow href={'/log/backup' as Href} name="Back-up" text="everything as one file; verified copies" />
        <LinkRow href={'/log/phone' as Href} name="Phone on set" text="reach this from a phone; passcode" />
      </View>
    </SectionFrame>
  );
}

function Entry({ entry }: { readonly entry: LogEntry }) {
  const styles = useStyles();
  const { lookId, revision, patches, title, shootTitle, frames, trims, versions, ingredients, acknowledged, tried } = entry;
  const chosen = [
    ...frames.filter(({ notes }) => notes.chosen).map(({ name, notes }) => `${name}${notes.by ? `, by ${notes.by}` : ''}`),
    ...versions.filter((one) => one.chosen).map(({ name }) => `version ${name}`),
  ];
  const said = frames.filter(({ notes }) => notes.words).map(({ name, notes }) => `${name}: ${notes.words}`);
  // What the newest frames that differ from their plan say.
  const measured = frames
    .filter(({ reading, notes }) => !notes.graded && reading?.comparison?.lights.some(({ isOff }) => isOff))
    .slice(-MOST_LINES)
    .map((frame) => `${frame.name}: ${readingLine(frame)}`);
  const net = trims.reduce((sum, { stops }) => sum + stops, 0);
  const facts = [
    entry.status === 'idea' ? null : statusWords(entry),
    frames.length ? `${frames.length} ${frames.length === 1 ? 'frame' : 'frames'}` : null,
    trims.length ? `${trims.length} ${trims.length === 1 ? 'trim' : 'trims'}, net ${formatStops(net)}` : null,
    versions.length ? `${versions.length} ${versions.length === 1 ? 'version' : 'versions'}` : null,
    entry.meter.length ? `${entry.meter.length} meter ${entry.meter.length === 1 ? 'reading' : 'readings'}` : null,
    acknowledged.length ? `${acknowledged.length} cautions acknowledged` : null,
  ].filter(Boolean);
  return (
    <View style={styles.entry} testID={`log-${lookId}`}>
      <Link href={`/looks/${lookId}/sheet` as Href} asChild>
        <Pressable style={styles.look} accessibilityRole="link">
          <Thumbnail id={lookId} revision={revision} patches={patches} title={title} width={PICTURE} />
          <View style={{ flex: 1 }}>
            <Text weight="strong">{title}</Text>
            <Text size="label" quiet>
              {[shootTitle, ...facts].join(' · ')}
            </Text>
          </View>
        </Pressable>
      </Link>
      {frames.length ? <Strip frames={frames} lookId={lookId} /> : null}
      {chosen.length ? <Text size="label">Chosen: {chosen.join('; ')}</Text> : null}
      {measured.map((line) => (
        <Text key={line} size="label">
          {line}
        </Text>
      ))}
      {entry.meter.slice(-MOST_LINES).map((one) => (
        <Text key={one.id} size="label">
          Meter, {new Date(one.at).toTimeString().slice(0, 5)}, {one.place}, {one.light ? `${one.light} alone` : 'all lit'}:{' '}
          {one.aperture === null ? luxWords(one.lux ?? 0) : apertureWords(one.aperture)}, {formatStops(one.offStops)} against the
          plan
        </Text>
      ))}
      {said.map((line) => (
        <Text key={line} size="label">
          {line}
        </Text>
      ))}
      {trims.slice(-3).map(({ at, light, name, stops, why }) => (
        <Text key={`${at} ${light}`} size="small" quiet>
          {name} {formatStops(stops)}
          {why ? `: ${why}` : ''}
        </Text>
      ))}
      {ingredients
        .filter(({ state }) => state === 'rejected')
        .map(({ name, reason }) => (
          <Text key={name} size="small" quiet>
            Rejected: {name}
            {reason ? `, ${reason}` : ''}
          </Text>
        ))}
      {tried
        .filter(({ verdict }) => verdict)
        .map(({ scheme, verdict }) => (
          <Text key={`${scheme} ${verdict}`} size="small" quiet>
            Tried {scheme}: {verdict}
          </Text>
        ))}
    </View>
  );
}

function Strip({ frames, lookId }: { readonly frames: readonly FrameRecord[]; readonly lookId: string }) {
  const styles = useStyles();
  return (
    <View style={styles.strip}>
      {[...frames]
        .reverse()
        .slice(0, MOST_SHOWN)
        .map(({ id, name }) => (
          <Link key={id} href={`/looks/${lookId}/sheet/frame?frame=${id}` as Href} asChild>
            <Pressable accessibilityRole="link" accessibilityLabel={name}>
              <Image
                testID="light-colour"
                style={styles.thumb}
                source={{ uri: api.framePicture(id) }}
                resizeMode="cover"
                accessibilityLabel={name}
              />
            </Pressable>
          </Link>
        ))}
    </View>
  );
}
