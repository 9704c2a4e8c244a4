import type { Liquid, Look, SubjectForm } from '@fulgent/core';
import { View } from 'react-native';
import { changeSubject, putSurface } from '../look/edits';
import { surfaceEntryId } from '../look/surface-entry';
import { SurfaceSwatches } from '../look/SurfaceSwatches';
import { SPACE } from '../theme/theme';
import { Button, Choice } from '../ui/Button';
import { Dial } from '../ui/Dial';
import { Section } from '../ui/Section';
import { StepperGrid } from '../ui/Stepper';
import { Text } from '../ui/Text';
import { changeForm, placeCamera } from './edits';
import { snap } from './layout';

const FORMS: readonly { readonly id: SubjectForm; readonly name: string }[] = [
  { id: 'person', name: 'Person, standing' },
  { id: 'seated', name: 'Person, seated' },
  { id: 'bottle', name: 'Bottle on a table' },
];

const LIQUIDS: readonly { readonly id: Liquid; readonly name: string }[] = [
  { id: 'clear', name: 'Clear' },
  { id: 'amber', name: 'Amber' },
  { id: 'rose', name: 'Rose' },
  { id: 'green', name: 'Green' },
  { id: 'blue', name: 'Blue' },
];

/** What stands before the camera, and how far off the camera stands. */
export function SubjectSection({ look }: { readonly look: Look }) {
  const { subject, camera } = look;
  const bottle = subject.form === 'bottle';
  return (
    <Section title="Subject" aside={subject.name}>
      <Choice label="Subject" options={FORMS} value={subject.form} onChange={changeForm} />
      {bottle ? (
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
      ) : (
        <View style={{ flexDirection: 'row', gap: SPACE.s }}>
          <Button label="Hat" on={subject.hat} onPress={() => changeSubject('hat', { hat: !subject.hat })} />
          <Button
            label="Dark glasses"
            on={subject.sunglasses}
            onPress={() => changeSubject('glasses', { sunglasses: !subject.sunglasses })}
          />
        </View>
      )}
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
      <Text size="label" quiet>
        {bottle
          ? 'Keep water off mains leads, and hot lamps off glass: it cracks.'
          : 'Skin, hair and clothes are chosen in the brief. Keep hot lamps and glare off people’s eyes.'}
      </Text>
    </Section>
  );
}
