import { LIMITS, type Look, type Ambient } from '@fulgent/core/document';
import { formatStops } from '@fulgent/core/exposure';
import { MOOD_AIM, MOTIVES } from '@fulgent/core/planning';
import type { ToneComparison } from '@fulgent/core/scene';
import { SKIN_PRESETS } from '@fulgent/core/surface';
import { useEffect, useState } from 'react';
import { ScrollView, View } from 'react-native';
import { SourceChoice } from '../camera/SourceChoice';
import { SPACE, themed } from '../theme/theme';
import { Button, Choice } from '../ui/Button';
import { Dial } from '../ui/Dial';
import { Field } from '../ui/Field';
import { Foot, FootLink } from '../ui/Foot';
import { Pick } from '../ui/Pick';
import { Section, Topic, TopicsSwitch } from '../ui/Section';
import { Cell, Stepper, StepperGrid } from '../ui/Stepper';
import { Text } from '../ui/Text';
import { compute } from '../workers/compute';
import { AssociationsSection } from './Associations';
import { IngredientsSection, KeyLevel, PlaceSection, ReferencesSection, StatusChoice } from './BriefExtras';
import { changeLight, changeAmbient, changeBackdrop, changeBrief, changeRoom, changeSubject, putSurface } from './edits';
import { percent, statusWords } from './words';
import { readLength, readNumber, taken } from './numbers';
import { formatMetres, useLengthUnit } from '../ui/lengths';
import { useOpenLook } from './store';
import { surfaceEntryId } from './surface-entry';
import { SkinSampleSheet } from './SkinSampleSheet';
import { SurfaceSwatches } from './SurfaceSwatches';
import { useSurface } from './useSurface';
import { capital } from '@fulgent/words';

const MOODS = [
  { id: 'dark', name: 'Dark' },
  { id: 'neutral', name: 'Neutral' },
  { id: 'bright', name: 'Bright' },
] as const;

const EDGES = [
  { id: 'lift', name: 'Separate from the backdrop' },
  { id: 'sink', name: 'Let it sink in' },
] as const;

const ROOMS = [
  { id: 'black', name: 'Black', walls: 0.04, ceiling: 0.04, floor: 0.06 },
  { id: 'grey', name: 'Grey', walls: 0.3, ceiling: 0.5, floor: 0.2 },
  { id: 'white', name: 'White', walls: 0.75, ceiling: 0.8, floor: 0.35 },
] as const;

const NO_MOTIVE = { id: '', name: 'None' };

const clamp = (value: number, low: number, high: number) => Math.min(high, Math.max(low, value));
const tenth = (value: number) => Number(value.toFixed(1));

/** Mood, subject, place: what everything later is weighed against. */
export function BriefStep() {
  const look = useOpenLook((state) => state.look);
  const id = useOpenLook((state) => state.id);
  if (!look || !id) return null;
  const { brief, subject, backdrop, room, ambient } = look;
  const skin = [...SKIN_PRESETS].sort(
    (a, b) => Math.abs(a.depth - subject.skinDepth) - Math.abs(b.depth - subject.skinDepth),
  )[0]!;
  const roomId = ROOMS.find(({ walls, ceiling }) => walls === room.walls && ceiling === room.ceiling)?.id ?? null;
  return (
    <View style={{ flex: 1 }}>
      <ScrollView>
        <MoodSection brief={brief} />
        <MotivesSection look={look} />
        <SubjectSection skin={skin} look={look} />
        <BackdropSection backdrop={backdrop} />
        <RoomSection roomId={roomId} ambient={ambient} look={look} />
        <PlaceSection look={look} />
        <ReferencesSection brief={brief} />
        <IngredientsSection brief={brief} />
        <AssociationsSection brief={brief} />
        <TopicsSwitch />
      </ScrollView>
      <Foot>
        <FootLink href={`/looks/${id}/palette`} label="Compose the palette" />
      </Foot>
    </View>
  );
}

function RoomSection({
  roomId,
  ambient,
  look,
}: {
  readonly roomId: 'white' | 'black' | 'grey' | null;
  readonly ambient: Ambient;
  readonly look: Look;
}) {
  return (
    <Topic
      id="brief.room"
      title="Room and ambient"
      now={`${ROOMS.find(({ id }) => id === roomId)?.name ?? 'Own'} walls, ${Number(ambient.lux.toPrecision(3))} lx ambient on the subject`}
    >
      <Choice
        label="Walls"
        options={ROOMS}
        value={roomId}
        onChange={(id) => {
          const { walls, ceiling, floor } = ROOMS.find((one) => one.id === id)!;
          changeRoom('tone', { walls, ceiling, floor });
        }}
      />
      <Text size="label" quiet>
        Pale walls send every light back on everything: colours wash out. Dark walls do not.
      </Text>
      <StepperGrid>
        <Cell>
          <Stepper
            label="Ambient on the subject"
            value={`${Number(ambient.lux.toPrecision(3))} lx`}
            onStep={(by) =>
              changeAmbient('lux', {
                lux: ambient.lux < 1 ? (by > 0 ? 1 : 0) : Number(clamp(ambient.lux * 2 ** (by / 3), 0.9, 100_000).toPrecision(3)),
              })
            }
            onType={(text) =>
              taken(readNumber(text, { name: 'Ambient', low: 0, high: 100_000, unit: 'lx' }), (lux) =>
                changeAmbient('lux', { lux }),
              )
            }
          />
        </Cell>
      </StepperGrid>
      <SourceChoice
        label="Its light"
        source={ambient.source}
        spectra={look.spectra}
        onChange={(source) => changeAmbient('source', { source })}
      />
    </Topic>
  );
}

function BackdropSection({ backdrop }: { readonly backdrop: Look['backdrop'] }) {
  const tone = useSurface()(backdrop.surface);
  const { unit } = useLengthUnit();
  return (
    <Topic
      id="brief.backdrop"
      title="Backdrop"
      now={`${capital(tone.name)}, ${formatMetres(backdrop.distanceM, unit, 1)} behind the subject`}
      patches={tone.hex ? [tone.hex] : []}
    >
      <SurfaceSwatches
        label="Tone"
        use="backdrop"
        value={surfaceEntryId(backdrop.surface)}
        onChange={(entry) => putSurface('backdrop', entry)}
      />
      <View style={{ maxWidth: 300 }}>
        <Stepper
          label="Behind the subject"
          value={formatMetres(backdrop.distanceM, unit, 1)}
          onStep={(by) => changeBackdrop('distance', { distanceM: clamp(tenth(backdrop.distanceM + by * 0.2), 0.4, 12) })}
          onType={(text) =>
            taken(readLength(text, { name: 'Backdrop distance', low: 0.4, high: 12 }), (distanceM) =>
              changeBackdrop('distance', { distanceM }),
            )
          }
        />
      </View>
      <Tones />
    </Topic>
  );
}

function SubjectSection({
  skin,
  look,
}: {
  readonly skin:
    | { readonly id: 'very-light'; readonly name: 'Very light'; readonly depth: 0.02 }
    | { readonly id: 'light'; readonly name: 'Light'; readonly depth: 0.1 }
    | { readonly id: 'intermediate'; readonly name: 'Intermediate'; readonly depth: 0.19 }
    | { readonly id: 'tan'; readonly name: 'Tan'; readonly depth: 0.3 }
    | { readonly id: 'brown'; readonly name: 'Brown'; readonly depth: 0.52 }
    | { readonly id: 'dark'; readonly name: 'Dark'; readonly depth: 0.92 };
  readonly look: Look;
}) {
  const { subject } = look;
  const factsOf = useSurface();
  const [hair, cloth] = [factsOf(subject.hair), factsOf(subject.wardrobe)];
  const [sampling, setSampling] = useState(false);
  return (
    <Topic
      id="brief.subject"
      title="Subject"
      now={`${skin.name} skin, ${hair.name}, ${cloth.name}`}
      patches={[hair.hex, cloth.hex].filter((one) => one !== null)}
    >
      <Choice
        label="Skin"
        options={SKIN_PRESETS}
        value={Math.abs(skin.depth - subject.skinDepth) < 0.005 ? skin.id : null}
        onChange={(id) => changeSubject('skin', { skinDepth: SKIN_PRESETS.find((preset) => preset.id === id)!.depth })}
      />
      <StepperGrid>
        <Dial
          label="Skin depth"
          value={Math.round(subject.skinDepth * 100)}
          onChange={(depth) => changeSubject('skin', { skinDepth: depth / 100 })}
          low={0}
          high={100}
          step={2}
          note="0 very light, 100 dark"
        />
        <Dial
          label="Undertone of the skin"
          value={Math.round(subject.undertone * 100)}
          onChange={(undertone) => changeSubject('undertone', { undertone: undertone / 100 })}
          low={-100}
          high={100}
          step={10}
          note="minus is cool, plus is warm"
        />
        <Dial
          label="Olive in the skin"
          value={Math.round(subject.olive * 100)}
          onChange={(olive) => changeSubject('olive', { olive: olive / 100 })}
          low={0}
          high={100}
          step={10}
          note="greener than warm or cool"
        />
      </StepperGrid>
      <Button label="Skin from a sample" icon="droplet" onPress={() => setSampling(true)} />
      {sampling ? <SkinSampleSheet look={look} onClose={() => setSampling(false)} /> : null}
      <SurfaceSwatches
        label="Hair"
        use="hair"
        value={surfaceEntryId(subject.hair)}
        onChange={(entry) => putSurface('hair', entry)}
      />
      <SurfaceSwatches
        label="Wardrobe"
        use="cloth"
        value={surfaceEntryId(subject.wardrobe)}
        onChange={(entry) => putSurface('wardrobe', entry)}
      />
    </Topic>
  );
}

function MoodSection({ brief }: { readonly brief: Look['brief'] }) {
  return (
    <>
      <Section title="Mood" aside={`colours aim at ${percent(MOOD_AIM[brief.mood])} of their window`}>
        <Choice label="Mood" options={MOODS} value={brief.mood} onChange={(mood) => changeBrief('mood', { mood })} />
      </Section>
      <Topic
        id="brief.key"
        title="Key, edge and tone"
        now={`Key ${formatStops(brief.keyStops)} on the face, ${brief.separation > 0 ? 'lifted from the backdrop' : 'sinking into the backdrop'}, ${brief.keyLevel === 'middle' ? 'a full range' : `${brief.keyLevel} key`}`}
      >
        <StepperGrid>
          <Cell>
            <Stepper
              label="Key on the face, over the meter"
              value={formatStops(brief.keyStops)}
              onStep={(by) => changeBrief('key', { keyStops: clamp(Number((brief.keyStops + by / 3).toFixed(2)), -6, 6) })}
              onType={(text) =>
                taken(readNumber(text, { name: 'Key', low: -6, high: 6, unit: 'stops' }), (keyStops) =>
                  changeBrief('key', { keyStops }),
                )
              }
            />
          </Cell>
        </StepperGrid>
        <Choice
          label="Edge of the subject"
          options={EDGES}
          value={brief.separation > 0 ? 'lift' : 'sink'}
          onChange={(edge) => changeBrief('edge', { separation: edge === 'lift' ? 0.1 : 0 })}
        />
        <KeyLevel brief={brief} />
      </Topic>
      <Topic id="brief.note" title="Note and status" now={[statusWords(brief), brief.note].filter(Boolean).join(': ')}>
        <Field
          most={LIMITS.noteLength}
          label="Note"
          value={brief.note}
          onChange={(note) => changeBrief('note', { note })}
          multiline
        />
        <StatusChoice brief={brief} />
      </Topic>
    </>
  );
}

/** How many lights have a reason to be there. */
function motiveText({ lights }: Look): string {
  const named = lights.flatMap(({ motive }) => MOTIVES.find(({ id }) => id === motive)?.name.toLowerCase() ?? []);
  return named.length ? [...new Set(named)].join(', ') : 'no motives yet: a reason for each colour';
}

/** What each coloured light pretends to be. */
function MotivesSection({ look }: { readonly look: Look }) {
  return (
    <Topic id="brief.motives" title="What makes such light here" now={motiveText(look)}>
      {look.lights.map((light) => (
        <Pick
          key={light.id}
          label={light.name}
          options={[NO_MOTIVE, ...MOTIVES]}
          current={MOTIVES.find(({ id }) => id === light.motive)?.name ?? NO_MOTIVE.name}
          onPick={(motive) => changeLight(light.id, 'motive', (one) => ({ ...one, motive }))}
        />
      ))}
      {look.lights.length === 0 ? <Text quiet>There is no light in this look yet.</Text> : null}
    </Topic>
  );
}

const useToneStyles = themed((t) => ({
  row: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: SPACE.s,
    minHeight: 34,
    borderBottomWidth: 1,
    borderBottomColor: t.line,
  },
}));

/** Backdrop tones side by side at the same recorded level: what each asks of the light, and how much spill it shows. */
function Tones() {
  const styles = useToneStyles();
  const look = useOpenLook((state) => state.look);
  const [tones, setTones] = useState<readonly ToneComparison[] | null>(null);
  const [open, setOpen] = useState(false);
  useEffect(() => {
    if (!open || !look) return undefined;
    let stale = false;
    void compute()
      .compareTones(look)
      .then((found) => {
        if (!stale) setTones(found);
      });
    return () => {
      stale = true;
    };
  }, [open, look]);
  if (!open) return <Button label="Compare tones under this light" onPress={() => setOpen(true)} />;
  if (!tones) return <Text quiet>Computing</Text>;
  if (tones.length === 0) return <Text quiet>No light works on the backdrop yet.</Text>;
  const columns = ['Power', 'Other light', 'Vivid'];
  return (
    <View role="table" aria-label="Backdrop tones compared">
      <View style={styles.row} role="row">
        <Text size="small" quiet style={{ flex: 1.6 }} role="columnheader">
          Same recorded level on
        </Text>
        {columns.map((name) => (
          <Text key={name} size="small" quiet align="right" style={{ flex: 1 }} role="columnheader">
            {name}
          </Text>
        ))}
      </View>
      {tones.map(({ id, name, powerStops, lackingStops, otherShare, vividness }) => (
        <View key={id} style={styles.row} role="row">
          <Text size="label" style={{ flex: 1.6 }} numberOfLines={1} role="cell">
            {name}
          </Text>
          <Text size="label" weight="strong" narrow align="right" style={{ flex: 1 }} role="cell">
            {formatStops(powerStops)}
            {lackingStops > 0.05 ? `, ${lackingStops.toFixed(1)} short` : ''}
          </Text>
          <Text size="label" narrow align="right" style={{ flex: 1 }} role="cell">
            {percent(otherShare)}
          </Text>
          <Text size="label" narrow align="right" style={{ flex: 1 }} role="cell">
            {percent(vividness)}
          </Text>
        </View>
      ))}
      <Text size="label" quiet style={{ paddingTop: SPACE.s }}>
        Any neutral tone can show the same colour. A darker one takes more power and shows less spill; grey is the usual middle.
      </Text>
    </View>
  );
}
