import type { Look, SubjectForm, LookCamera } from '@fulgent/core/document';
import { isPerson, shapeOf } from '@fulgent/core/figure';
import type { Liquid } from '@fulgent/core/surface';
import { useState } from 'react';
import { View } from 'react-native';
import { fetchFigure } from '../figure/files';
import { PersonChoice } from '../figure/PersonChoice';
import { choicesOf, FORM_NAMES, GARMENT_NAMES, HEADWEAR_NAMES } from '../figure/words';
import { changeSubject, putSurface } from '../look/edits';
import { surfaceEntryId } from '../look/surface-entry';
import { SurfaceSwatches } from '../look/SurfaceSwatches';
import { SPACE } from '../theme/theme';
import { Button, Choice } from '../ui/Button';
import { Dial } from '../ui/Dial';
import { Section } from '../ui/Section';
import { StepperGrid } from '../ui/Stepper';
import { Text } from '../ui/Text';
import { study } from '../workers/study';
import { useStudy } from '../workers/useStudy';
import { changeForm, placeCamera } from './edits';
import { snap } from './layout';

const LIQUIDS: readonly { readonly id: Liquid; readonly name: string }[] = [
  { id: 'clear', name: 'Clear' },
  { id: 'amber', name: 'Amber' },
  { id: 'rose', name: 'Rose' },
  { id: 'green', name: 'Green' },
  { id: 'blue', name: 'Blue' },
];

/** Which lights are mirrored in dark glasses: where a tube shows in them, or where one spoils them. */
function GlassesShow({ look }: { readonly look: Look }) {
  const { value: list } = useStudy(() => study().inGlasses(look), look);
  if (!list) return null;
  return (
    <Text size="label" testID="in-glasses">
      {list.length
        ? `In the glasses: ${list.map(({ name, lenses }) => `${name} (${lenses.length === 2 ? 'both' : lenses[0]})`).join(', ')}. Raise a light or turn the head to lose it; lower it to bring it in.`
        : 'No light shows in the glasses. Lower one, nearer to the camera, to bring it in.'}
    </Text>
  );
}

/** What stands before the camera, and how far off the camera stands. */
export function SubjectSection({ look }: { readonly look: Look }) {
  const { subject, camera } = look;
  const bottle = subject.form === 'bottle';
  const person = isPerson(subject);
  const [failure, setFailure] = useState<string | null>(null);
  /** A change of who or what stands there waits for its figure, so that nothing is ever computed without one. */
  const change = (key: string, to: Partial<Look['subject']>) => {
    setFailure(null);
    fetchFigure(shapeOf({ ...subject, ...to })).then(
      () => changeSubject(key, to),
      (error: unknown) => setFailure(error instanceof Error ? error.message : String(error)),
    );
  };
  const toForm = (form: SubjectForm) => {
    setFailure(null);
    fetchFigure(shapeOf({ ...subject, form })).then(
      () => changeForm(form),
      (error: unknown) => setFailure(error instanceof Error ? error.message : String(error)),
    );
  };
  return (
    <Section title="Subject" aside={subject.name}>
      <Choice label="Subject" options={choicesOf(FORM_NAMES)} value={subject.form} onChange={toForm} />
      {failure ? (
        <Text size="small" role="alert">
          {failure}
        </Text>
      ) : null}
      {bottle ? <BottleChoices subject={subject} /> : <SubjectWear look={look} person={person} change={change} />}
      {subject.sunglasses && person ? <GlassesShow look={look} /> : null}
      <SubjectDials bottle={bottle} subject={subject} person={person} change={change} camera={camera} />
      <Text size="label" quiet>
        {!person
          ? 'Keep water off mains leads, and hot lamps off glass: it cracks.'
          : 'Skin, hair and clothes are chosen in the brief. Keep hot lamps and glare off people’s eyes.'}
      </Text>
    </Section>
  );
}

function BottleChoices({ subject }: { readonly subject: Look['subject'] }) {
  return (
    <>
      <Choice
        label="Liquid"
        options={LIQUIDS}
        value={subject.liquid.tint}
        onChange={(tint) => changeSubject('liquid', { liquid: { ...subject.liquid, tint } })}
      />
      <SurfaceSwatches
        label="Label"
        use="cloth"
        value={surfaceEntryId(subject.label)}
        onChange={(entry) => putSurface('label', entry)}
      />
      <SurfaceSwatches
        label="Table"
        use="cloth"
        value={surfaceEntryId(subject.wardrobe)}
        onChange={(entry) => putSurface('wardrobe', entry)}
      />
    </>
  );
}

function SubjectDials({
  bottle,
  subject,
  person,
  change,
  camera,
}: {
  readonly bottle: boolean;
  readonly subject: Look['subject'];
  readonly person: boolean;
  readonly change: (
    key: string,
    to: Partial<{
      name: string;
      hair: { kind: 'neutral'; reflectance: number } | { kind: 'material'; id: string } | { kind: 'spectrum'; id: string };
      wardrobe: { kind: 'neutral'; reflectance: number } | { kind: 'material'; id: string } | { kind: 'spectrum'; id: string };
      label: { kind: 'neutral'; reflectance: number } | { kind: 'material'; id: string } | { kind: 'spectrum'; id: string };
      skinDepth: number;
      undertone: number;
      person: 'long' | 'cropped' | 'beard' | 'curls' | 'bald';
      garment: 'sweater' | 'shirt' | 'jacket' | 'fencing' | 'coat' | 'apron';
      headwear: 'hat' | 'cap' | 'none';
      headTurnDeg: number;
      eyesOnCamera: NonNullable<boolean | undefined>;
      faceHeightM: number;
      form: 'person' | 'seated' | 'bottle' | 'kettle';
      sunglasses: NonNullable<boolean | undefined>;
      liquid: { tint: 'clear' | 'amber' | 'rose' | 'green' | 'blue'; strength: number };
      turnDeg: number;
    }>,
  ) => void;
  readonly camera: LookCamera;
}) {
  return (
    <StepperGrid>
      {bottle ? (
        <Dial
          label="Strength of the liquid"
          value={subject.liquid.strength}
          onChange={(strength) => changeSubject('strength', { liquid: { ...subject.liquid, strength } })}
          low={0}
          high={4}
          step={0.2}
        />
      ) : null}
      {person ? (
        <Dial
          label="Turn of the head"
          value={subject.headTurnDeg}
          onChange={(headTurnDeg) => change('headTurn', { headTurnDeg })}
          low={-45}
          high={45}
          step={3}
          unit="°"
          note="on the shoulders"
        />
      ) : null}
      <Dial
        label="Turn of the subject"
        value={subject.turnDeg}
        onChange={(turnDeg) => changeSubject('turn', { turnDeg })}
        low={-180}
        high={180}
        step={5}
        unit="°"
        note="plus is to the picture’s right"
      />
      <Dial
        label="Camera to subject"
        value={camera.distanceM}
        onChange={(m) => placeCamera(snap(m))}
        low={0.4}
        high={50}
        step={0.1}
        unit="m"
      />
    </StepperGrid>
  );
}

interface WearProps {
  readonly look: Look;
  readonly person: boolean;
  readonly change: (key: string, to: Partial<Look['subject']>) => void;
}

/** Who it is and what they wear; what a thing stands on. */
function SubjectWear({ look, person, change }: WearProps) {
  const { subject } = look;
  if (!person)
    return (
      <SurfaceSwatches
        label="Table"
        use="cloth"
        value={surfaceEntryId(subject.wardrobe)}
        onChange={(entry) => putSurface('wardrobe', entry)}
      />
    );
  return (
    <>
      <PersonChoice look={look} value={subject.person} onChange={(id) => change('person', { person: id })} />
      <Choice
        label="Clothes"
        options={choicesOf(GARMENT_NAMES)}
        value={subject.garment}
        onChange={(garment) => change('garment', { garment })}
      />
      <Choice
        label="Head"
        options={choicesOf(HEADWEAR_NAMES)}
        value={subject.headwear}
        onChange={(headwear) => change('headwear', { headwear })}
      />
      <View style={{ flexDirection: 'row', gap: SPACE.s }}>
        <Button
          label="Dark glasses"
          on={subject.sunglasses}
          onPress={() => change('glasses', { sunglasses: !subject.sunglasses })}
        />
        <Button
          label="Looks into the camera"
          on={subject.eyesOnCamera}
          onPress={() => changeSubject('eyes', { eyesOnCamera: !subject.eyesOnCamera })}
        />
      </View>
    </>
  );
}
