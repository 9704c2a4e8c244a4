import { dayKit, MOST_SETUPS, schedule, type Schedule } from '@fulgent/core/day';
import { isDay, type Look } from '@fulgent/core/document';
import { sunOnWindow } from '@fulgent/core/exposure';
import { packNote } from '@fulgent/words';
import { useState } from 'react';
import { View } from 'react-native';
import { useKitEntries } from '../kit/useKit';
import { SPACE, themed } from '../theme/theme';
import { Button } from '../ui/Button';
import { Dial } from '../ui/Dial';
import { Field } from '../ui/Field';
import { Section } from '../ui/Section';
import { StepperGrid } from '../ui/Stepper';
import { Table } from '../ui/Table';
import { Text } from '../ui/Text';
import { Waiting } from '../ui/Waiting';
import { dayWords } from '../ui/when';
import { changeDay } from './edits';
import { useSetups, type Setup } from './useSetups';

const useStyles = themed((t) => ({
  setup: { flexDirection: 'row', gap: SPACE.m, paddingVertical: SPACE.s, borderBottomWidth: 1, borderBottomColor: t.line },
  clock: { width: 52 },
}));

const clock = (minutes: number) => {
  const whole = ((Math.round(minutes) % 1440) + 1440) % 1440;
  return `${String(Math.floor(whole / 60)).padStart(2, '0')}:${String(whole % 60).padStart(2, '0')}`;
};

/** What the chosen set-ups need together, and what the kit is short of. */
function DayKit({ looks }: { readonly looks: readonly Look[] }) {
  const kit = useKitEntries();
  if (!kit.length) return null;
  const items = dayKit(looks, kit);
  const short = items.filter((item) => item.short > 0);
  return (
    <Section title="Kit of the day" aside={short.length ? `${short.length} short` : 'all there'}>
      {items
        .filter(({ short: lacking, joined }) => lacking > 0 || joined > 0)
        .map((item) => (
          <Text key={`${item.kind} ${item.name}`} weight="strong">
            {item.name}: {packNote(item)} For {item.setups.join(', ')}.
          </Text>
        ))}
      <Table
        label="Kit of the day"
        columns={['What', 'Needed', 'There']}
        rows={items.map(({ kind, name, count, have }) => ({
          id: `${kind} ${name}`,
          cells: [name, `${count}`, have === null ? '' : `${have}`],
        }))}
      />
    </Section>
  );
}

/** The day on which this look is shot: what it takes of the kit is booked then. */
function ShootDay({ date }: { readonly date: string }) {
  const [text, setText] = useState(date);
  const error = text === '' || isDay(text) ? null : 'Type a day such as 2026-05-31, or leave it empty.';
  const keep = () => {
    if (!error && text !== date) changeDay('date', { date: text });
  };
  return (
    <Section title="Day" aside={date ? dayWords(date) : 'open'}>
      <Field
        label="Day of this look, year-month-day"
        value={text}
        onChange={setText}
        onBlur={keep}
        onSubmit={keep}
        error={error}
      />
      <Text size="label" quiet>
        What it takes of the kit is booked on that day: Kit, Bookings.
      </Text>
    </Section>
  );
}

/** For the sun: degrees, north and east positive; `facing` is what windows look towards. */
interface Place {
  readonly latitude: number;
  readonly longitude: number;
  readonly facing: number;
}

/** The looks of this shoot as set-ups of one day, in the order with the fewest changes. */
export function SchedulePage({ look }: { readonly look: Look }) {
  const { all, error } = useSetups(look);
  const [left, setLeft] = useState<readonly string[]>([]);
  const [first, setFirst] = useState<string | null>(null);
  const [start, setStart] = useState(9 * 60);
  const [place, setPlace] = useState<Place>({ latitude: 50, longitude: 0, facing: 180 });
  if (error) return <Text style={{ padding: SPACE.m }}>{error instanceof Error ? error.message : String(error)}</Text>;
  if (!all) return <Waiting height={240} label="Loading the looks of this shoot" />;
  const chosen = all.filter(({ id }) => !left.includes(id)).slice(0, MOST_SETUPS);
  const plan = schedule(chosen, first);
  const saved = plan.givenMinutes - plan.minutes;
  const today = new Date();
  const sun = (minutes: number) => {
    const { altitudeDeg, azimuthDeg, onWindowNow } = sunOnWindow({
      latitudeDeg: place.latitude,
      longitudeDeg: place.longitude,
      date: `${today.getFullYear()}-${String(today.getMonth() + 1).padStart(2, '0')}-${String(today.getDate()).padStart(2, '0')}`,
      utcOffsetH: -today.getTimezoneOffset() / 60,
      minutes: Math.min(1440, Math.max(0, minutes)),
      facingDeg: place.facing,
    });
    if (altitudeDeg < 0) return 'sun down';
    return onWindowNow ? 'sun on the windows' : `sun at ${Math.round(azimuthDeg)}°, ${Math.round(altitudeDeg)}° high`;
  };
  return (
    <View>
      <ShootDay date={look.day.date} />
      <WhichSection chosen={chosen} all={all} left={left} setLeft={setLeft} start={start} setStart={setStart} />
      <OrderSection plan={plan} saved={saved} start={start} sun={sun} first={first} setFirst={setFirst} />
      <DayKit looks={chosen.map(({ look: one }) => one)} />
      <SunSection place={place} setPlace={setPlace} />
    </View>
  );
}

function SunSection({ place, setPlace }: { readonly place: Place; readonly setPlace: (next: Place) => void }) {
  return (
    <Section title="Sun" aside="today">
      <StepperGrid>
        <Dial
          label="Latitude, north positive"
          value={place.latitude}
          onChange={(latitude) => setPlace({ ...place, latitude })}
          low={-66}
          high={66}
          unit="°"
        />
        <Dial
          label="Longitude, east positive"
          value={place.longitude}
          onChange={(longitude) => setPlace({ ...place, longitude })}
          low={-180}
          high={180}
          unit="°"
        />
        <Dial
          label="Windows face"
          value={place.facing}
          onChange={(facing) => setPlace({ ...place, facing })}
          low={0}
          high={360}
          step={5}
          unit="°"
        />
      </StepperGrid>
    </Section>
  );
}

function OrderSection({
  plan,
  saved,
  start,
  sun,
  first,
  setFirst,
}: {
  readonly plan: Schedule;
  readonly saved: number;
  readonly start: number;
  readonly sun: (minutes: number) => string;
  readonly first: string | null;
  readonly setFirst: (next: string | null) => void;
}) {
  const styles = useStyles();
  return (
    <Section title="Order" aside={`${Math.round(plan.minutes)} min of changes`}>
      <Text>
        {saved > 0.5
          ? `${Math.round(saved)} minutes less than in the order of the shoot.`
          : 'The order of the shoot has the fewest changes already.'}
      </Text>
      <View testID="schedule">
        {plan.setups.map(({ id, title, changes, minutes, readyAt }) => (
          <View key={id} style={styles.setup}>
            <View style={styles.clock}>
              <Text weight="strong" narrow>
                {clock(start + readyAt)}
              </Text>
              <Text size="small" quiet narrow>
                {Math.round(minutes)} min
              </Text>
            </View>
            <View style={{ flex: 1, gap: 2 }}>
              <Text weight="strong">{title}</Text>
              <Text size="label" quiet>
                {changes.map(({ what }) => what).join(' · ') || 'nothing to change'}
              </Text>
              <Text size="small" quiet>
                {sun(start + readyAt)}
              </Text>
              <View style={{ flexDirection: 'row' }}>
                <Button
                  label="First"
                  accessibilityLabel={`${title} comes first`}
                  on={first === id}
                  tight
                  onPress={() => setFirst(first === id ? null : id)}
                />
              </View>
            </View>
          </View>
        ))}
      </View>
      <Text size="label" quiet>
        Minutes are rules of thumb for one person, with a quarter of an hour of frames at each set-up. Let lamps cool before bulbs
        and gels are changed.
      </Text>
    </Section>
  );
}

function WhichSection({
  chosen,
  all,
  left,
  setLeft,
  start,
  setStart,
}: {
  readonly chosen: readonly Setup[];
  readonly all: readonly Setup[];
  readonly left: readonly string[];
  readonly setLeft: (next: readonly string[]) => void;
  readonly start: number;
  readonly setStart: (next: number) => void;
}) {
  return (
    <Section title="Which" aside={`${chosen.length} of ${all.length}`}>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
        {all.map(({ id, look: one }) => (
          <Button
            key={id}
            label={one.title}
            on={!left.includes(id)}
            onPress={() => setLeft(left.includes(id) ? left.filter((other) => other !== id) : [...left, id])}
          />
        ))}
      </View>
      <StepperGrid>
        <Dial
          label="Start"
          value={start}
          onChange={setStart}
          low={0}
          high={1425}
          step={15}
          show={clock}
          note="minutes after midnight when typed"
        />
      </StepperGrid>
    </Section>
  );
}
