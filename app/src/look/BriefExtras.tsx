import { colourWord } from '@fulgent/words';
import { setupMinutes } from '@fulgent/core/day';
import { LIMITS, INGREDIENT_STATES, KEY_LEVELS, STATUSES, type Cluster, type Look, type Reference } from '@fulgent/core/document';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { Image, View } from 'react-native';
import { takeColours } from '../palette/edits';
import { SPACE, themed } from '../theme/theme';
import { Button, Choice, IconButton } from '../ui/Button';
import { Field } from '../ui/Field';
import { chooseFile } from '../ui/files';
import { Dial } from '../ui/Dial';
import { Topic } from '../ui/Section';
import { Cell, Stepper, StepperGrid } from '../ui/Stepper';
import { Text } from '../ui/Text';
import { say } from '../ui/Toasts';
import { study } from '../workers/study';
import { clusterHex, purityOf } from './clusters';
import { changeBrief } from './edits';
import { freshId } from './fresh-id';
import { readNumber, taken } from './numbers';
import { undo, useOpenLook } from './store';
import { percent, STATUS_NAMES, statusWords } from './words';

type Brief = Look['brief'];

const useStyles = themed((t) => ({
  row: { flexDirection: 'row', alignItems: 'center', gap: SPACE.s },
  bar: { flexDirection: 'row', height: 40, borderRadius: 2, overflow: 'hidden', flex: 1 },
  thumb: { width: 74, height: 74, borderRadius: 2, backgroundColor: t.raised },
  entry: { gap: SPACE.s, borderBottomWidth: 1, borderBottomColor: t.line, paddingBottom: SPACE.m },
}));

const LEVEL_NAMES = { low: 'Low key', middle: 'Middle', high: 'High key' } as const;
const LEVEL_TEXT = {
  low: 'Most of the picture dark: dark parts are not counted as faults.',
  middle: 'A full range.',
  high: 'Most of the picture bright: high tones dilute colour, so watch how vivid each stays.',
} as const;
const STATE_NAMES = { planned: 'Planned', tried: 'Tried', rejected: 'Rejected' } as const;

/** How dark the picture is to be as a whole. */
export function KeyLevel({ brief }: { readonly brief: Brief }) {
  return (
    <>
      <Choice
        label="Key level"
        options={KEY_LEVELS.map((id) => ({ id, name: LEVEL_NAMES[id] }))}
        value={brief.keyLevel}
        onChange={(keyLevel) => changeBrief('keyLevel', { keyLevel })}
      />
      <Text size="label" quiet>
        {LEVEL_TEXT[brief.keyLevel]}
      </Text>
      <View style={{ flexDirection: 'row' }}>
        <Button
          label="Graded strongly afterwards"
          on={brief.graded}
          onPress={() => changeBrief('graded', { graded: !brief.graded })}
        />
      </View>
      {brief.graded ? (
        <Text size="label" quiet>
          Balance keeps half a stop more to the clip: what has clipped cannot be graded.
        </Text>
      ) : null}
    </>
  );
}

/** How far the look has come; approving it notes when. */
export function StatusChoice({ brief }: { readonly brief: Brief }) {
  return (
    <>
      <Text size="small" quiet>
        Status
      </Text>
      <Choice
        label="Status"
        options={STATUSES.map((id) => ({ id, name: STATUS_NAMES[id] }))}
        value={brief.status}
        onChange={(status) => changeBrief('status', { status, statusAt: new Date().toISOString() })}
      />
      {brief.status === 'approved' ? (
        <Text size="label" quiet>
          {statusWords(brief)}. What is changed from here on is seen in the log and in the revisions.
        </Text>
      ) : null}
    </>
  );
}

/** The place and its limits: time, helpers, power. */
export function PlaceSection({ look }: { readonly look: Look }) {
  const { brief } = look;
  const { place } = brief;
  const needed = setupMinutes(look);
  const put = (change: Partial<Brief['place']>) => changeBrief('place', { place: { ...place, ...change } });
  return (
    <Topic
      id="brief.place"
      title="Place and limits"
      now={[
        place.name,
        place.minutes === null ? 'time open' : `${place.minutes} minutes`,
        `${place.crew} ${place.crew === 1 ? 'helper' : 'helpers'}`,
        `about ${needed} minutes to set`,
      ]
        .filter(Boolean)
        .join(' · ')}
    >
      <Field most={LIMITS.nameLength} label="Place" value={place.name} onChange={(name) => put({ name })} />
      <Field
        most={LIMITS.noteLength}
        label="What is strong and weak about it"
        value={place.note}
        onChange={(note) => put({ note })}
        multiline
      />
      <StepperGrid>
        <Cell>
          <Stepper
            label="Time available"
            value={place.minutes === null ? 'open' : `${place.minutes} min`}
            onStep={(by) => put({ minutes: Math.max(5, (place.minutes ?? 60) + by * 15) })}
            onType={(text) =>
              taken(readNumber(text, { name: 'Time available', low: 1, high: 10_000, unit: 'min' }), (minutes) =>
                put({ minutes }),
              )
            }
          />
        </Cell>
        <Cell>
          <Stepper
            label="Helpers"
            value={`${place.crew}`}
            onStep={(by) => put({ crew: Math.max(0, place.crew + by) })}
            onType={(text) =>
              taken(readNumber(text, { name: 'Helpers', low: 0, high: 200 }), (crew) => put({ crew: Math.round(crew) }))
            }
          />
        </Cell>
        <Cell>
          <Stepper
            label="Power at the sockets"
            value={place.powerW === null ? 'unknown' : `${place.powerW} W`}
            onStep={(by) => put({ powerW: Math.max(100, (place.powerW ?? 2000) + by * 100) })}
            onType={(text) =>
              taken(readNumber(text, { name: 'Power at the sockets', low: 1, high: 1_000_000, unit: 'W' }), (powerW) =>
                put({ powerW }),
              )
            }
          />
        </Cell>
      </StepperGrid>
      <Text size="label" weight={place.minutes !== null && needed > place.minutes ? 'strong' : 'regular'} testID="setup-time">
        {place.minutes !== null && needed > place.minutes
          ? `Tight: these lights and gels take about ${needed} minutes to set, ${place.minutes} are there. Fewer lights, fewer gels, or more hands.`
          : `These lights and gels take about ${needed} minutes to set, as a rule of thumb.`}
      </Text>
    </Topic>
  );
}

/** How near a colour is to a target that it meets, OKLab: a step that is plain, and small. */
const USUAL_TOLERANCE = 0.08;
const TOLERANCES = [0.03, 0.05, 0.08, 0.12, 0.18, 0.25];

/** Pictures that the look is after, taken apart into their main colours. */
export function ReferencesSection({ brief }: { readonly brief: Brief }) {
  const id = useOpenLook((state) => state.id);
  const [busy, setBusy] = useState(false);
  const [failure, setFailure] = useState<string | null>(null);
  const add = async () => {
    const file = await chooseFile('image/*');
    if (!file) return;
    setBusy(true);
    setFailure(null);
    try {
      const { clusters, thumbnail } = await study().clusters(file, 5);
      const references = useOpenLook.getState().look?.brief.references ?? [];
      changeBrief('references', {
        references: [
          ...references,
          {
            id: freshId(references, 'reference'),
            name: file.name.slice(0, LIMITS.nameLength),
            thumbnail,
            clusters: [...clusters],
            tolerance: USUAL_TOLERANCE,
          },
        ],
      });
    } catch (error) {
      setFailure(error instanceof Error ? error.message : String(error));
    } finally {
      setBusy(false);
    }
  };
  return (
    <Topic
      id="brief.references"
      title="References"
      now={
        brief.references.length
          ? brief.references.map(({ name }) => name).join(', ')
          : 'no pictures yet: their main colours become a palette'
      }
      patches={brief.references[0]?.clusters.slice(0, 4).map(clusterHex) ?? []}
    >
      {brief.references.map((reference) => (
        <ReferenceCard key={reference.id} reference={reference} brief={brief} id={id} />
      ))}
      <Button label={busy ? 'Reading the picture' : 'Add a picture'} icon="image" disabled={busy} onPress={() => void add()} />
      {failure ? (
        <Text weight="strong" role="alert">
          {failure}
        </Text>
      ) : null}
    </Topic>
  );
}

function ReferenceCard({
  reference,
  brief,
  id,
}: {
  readonly reference: Reference;
  readonly brief: Look['brief'];
  readonly id: string | null;
}) {
  const router = useRouter();
  const styles = useStyles();
  return (
    <View style={styles.entry} testID={`reference-${reference.id}`}>
      <View style={styles.row}>
        {reference.thumbnail ? (
          <Image
            source={{ uri: reference.thumbnail }}
            style={styles.thumb}
            accessibilityLabel={reference.name}
            resizeMode="cover"
          />
        ) : null}
        <View style={{ flex: 1, gap: SPACE.xs }}>
          <Text size="label" numberOfLines={1}>
            {reference.name}
          </Text>
          <View style={styles.bar}>
            {reference.clusters.map((cluster, i) => (
              <View key={i} testID="light-colour" style={{ flex: cluster.share, backgroundColor: clusterHex(cluster) }} />
            ))}
          </View>
          <Text size="small" quiet numberOfLines={2}>
            {reference.clusters
              .slice(0, 4)
              .map((cluster) => `${colourWord(cluster)} ${percent(cluster.share)}`)
              .join(', ')}
          </Text>
        </View>
        <IconButton
          icon="x"
          label={`Remove ${reference.name}`}
          onPress={() => {
            changeBrief('references', { references: brief.references.filter((one) => one.id !== reference.id) });
            say('Reference removed.', { label: 'Undo', run: undo });
          }}
        />
      </View>
      <Dial
        label="A colour meets its target within"
        value={reference.tolerance}
        onChange={(tolerance) =>
          changeBrief('references', {
            references: brief.references.map((one) => (one.id === reference.id ? { ...one, tolerance } : one)),
          })
        }
        low={0.01}
        high={0.5}
        series={TOLERANCES}
        note="OKLab; 0.02 is just seen. Test frames are held against it."
      />
      <Button
        label="Use its colours as the palette"
        tight
        onPress={() => {
          toPalette(reference.clusters);
          router.navigate(`/looks/${id}/palette`);
        }}
      />
    </View>
  );
}

const FEWEST = 0.04;

/** The coloured clusters become members, each on the light whose own colour is nearest. */
const toPalette = (clusters: readonly Cluster[]): void =>
  takeColours(
    clusters
      .map((cluster) => ({ hueDeg: cluster.hueDeg, purity: purityOf(cluster) }))
      .filter(({ purity }) => purity > FEWEST)
      .slice(0, 6),
  );

/** Things that were thought of: kept with what became of them, never lost. */
export function IngredientsSection({ brief }: { readonly brief: Brief }) {
  const styles = useStyles();
  const put = (ingredients: Brief['ingredients'], key = 'ingredients') => changeBrief(key, { ingredients });
  return (
    <Topic
      id="brief.ingredients"
      title="Ingredients"
      now={
        brief.ingredients.length
          ? brief.ingredients.map(({ name }) => name).join(', ')
          : 'nothing noted: planned, tried, rejected and why'
      }
    >
      {brief.ingredients.map((one) => {
        const change = (key: string, part: Partial<typeof one>) =>
          put(
            brief.ingredients.map((other) => (other.id === one.id ? { ...other, ...part } : other)),
            `ingredient.${one.id}.${key}`,
          );
        return (
          <View key={one.id} style={styles.entry} testID={`ingredient-${one.id}`}>
            <Field most={LIMITS.nameLength} label="What" value={one.name} onChange={(name) => name && change('name', { name })} />
            <Choice
              label={`State of ${one.name}`}
              options={INGREDIENT_STATES.map((id) => ({ id, name: STATE_NAMES[id] }))}
              value={one.state}
              onChange={(state) => change('state', { state })}
            />
            <Field
              most={LIMITS.noteLength}
              label="Reason"
              value={one.reason}
              onChange={(reason) => change('reason', { reason })}
            />
          </View>
        );
      })}
      <Button
        label="Add an ingredient"
        icon="plus"
        onPress={() =>
          put([
            ...brief.ingredients,
            { id: freshId(brief.ingredients, 'ingredient'), name: 'Something new', state: 'planned', reason: '' },
          ])
        }
      />
    </Topic>
  );
}
