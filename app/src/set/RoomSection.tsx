import { LIMITS, type BackdropType, type Look } from '@fulgent/core/document';
import { useState } from 'react';
import { View } from 'react-native';
import { changeBackdrop, changeRoom, putSurface } from '../look/edits';
import { surfaceEntryId } from '../look/surface-entry';
import { SurfaceSwatches } from '../look/SurfaceSwatches';
import { SPACE } from '../theme/theme';
import { Button, Choice } from '../ui/Button';
import { Dial } from '../ui/Dial';
import { Topic } from '../ui/Section';
import { StepperGrid } from '../ui/Stepper';
import { Text } from '../ui/Text';
import { say } from '../ui/Toasts';
import { addWindow, placeBackdrop } from './edits';
import { snap } from './layout';

const TYPES: readonly { readonly id: BackdropType; readonly name: string }[] = [
  { id: 'sweep', name: 'Paper sweep' },
  { id: 'wall', name: 'Wall' },
  { id: 'cloth', name: 'Cloth' },
  { id: 'none', name: 'None' },
];

const SIZES = [
  { key: 'widthM', name: 'Width of the room', most: 200, step: 0.5 },
  { key: 'depthM', name: 'Depth of the room', most: 200, step: 0.5 },
  { key: 'heightM', name: 'Height of the room', most: 50, step: 0.1 },
] as const;

const REFLECTANCES = [
  { key: 'walls', name: 'Walls send back' },
  { key: 'ceiling', name: 'Ceiling sends back' },
  { key: 'floor', name: 'Floor sends back' },
] as const;

/** Backdrop, walls and windows. */
export function RoomSection({ look }: { readonly look: Look }) {
  const { backdrop, room } = look;
  const [lux, setLux] = useState(200);
  const percent = (value: number) => Math.round(100 * value);
  const share = (label: string, value: number, put: (value: number) => void, high = 95) => (
    <Dial
      key={label}
      label={label}
      value={percent(value)}
      onChange={(next) => put(next / 100)}
      low={0}
      high={high}
      step={5}
      unit="%"
    />
  );
  return (
    <>
      <BackdropSection backdrop={backdrop} share={share} />
      <Topic
        id="set.room"
        title="Room"
        now={`${room.widthM} × ${room.depthM} m, ${room.heightM} m high; walls send back ${percent(room.walls)} %`}
      >
        <StepperGrid>
          {SIZES.map(({ key, name, most, step }) => (
            <Dial
              key={key}
              label={name}
              value={room[key]}
              onChange={(metres) => changeRoom(key, { [key]: metres })}
              low={1}
              high={most}
              step={step}
              unit="m"
            />
          ))}
          {REFLECTANCES.map(({ key, name }) => share(name, room[key], (value) => changeRoom(key, { [key]: value })))}
          {share('Gloss of walls and floor', room.gloss, (gloss) => changeRoom('gloss', { gloss }), 100)}
        </StepperGrid>
        <SurfaceSwatches
          label="Paint of the walls"
          use="cloth"
          value={room.paint ? surfaceEntryId(room.paint) : null}
          onChange={(entry) => putSurface('paint', entry)}
        />
        {room.paint ? <Button label="Neutral walls again" onPress={() => changeRoom('paint', { paint: null })} /> : null}
      </Topic>
      <WindowsSection look={look} lux={lux} setLux={setLux} />
    </>
  );
}

function WindowsSection({
  look,
  lux,
  setLux,
}: {
  readonly look: Look;
  readonly lux: number;
  readonly setLux: (next: number) => void;
}) {
  return (
    <Topic
      id="set.windows"
      title="Windows"
      now={
        look.lights
          .filter(({ role }) => role === 'window')
          .map(({ name }) => name)
          .join(', ') || 'none'
      }
    >
      <StepperGrid>
        <Dial
          label="Daylight that a window sends to the subject"
          value={lux}
          onChange={setLux}
          low={1}
          high={20_000}
          series={[25, 50, 100, 200, 400, 800, 1600, 3200, 6400]}
          unit="lx"
        />
      </StepperGrid>
      <View style={{ flexDirection: 'row', gap: SPACE.s, flexWrap: 'wrap' }}>
        {(['left', 'right'] as const).map((side) => (
          <Button
            key={side}
            label={`Window, ${side}`}
            accessibilityLabel={`Add a window in the ${side} wall`}
            icon="plus"
            disabled={look.lights.length >= LIMITS.lights}
            onPress={() => {
              addWindow(side, lux);
              say(`A window stands in the ${side} wall: a light among the others, which Balance leaves as it is.`);
            }}
          />
        ))}
      </View>
      <Text size="label" quiet>
        Its size, place and curtains are changed as those of a light. Daylight moves: meter again before the frame.
      </Text>
    </Topic>
  );
}

function BackdropSection({
  backdrop,
  share,
}: {
  readonly backdrop: Look['backdrop'];
  readonly share: (label: string, value: number, put: (value: number) => void, high?: number) => React.JSX.Element;
}) {
  return (
    <Topic
      id="set.backdrop"
      title="Backdrop"
      now={`${TYPES.find(({ id }) => id === backdrop.type)!.name}, ${backdrop.distanceM} m behind, ${backdrop.widthM} m wide`}
    >
      <Choice label="Backdrop is" options={TYPES} value={backdrop.type} onChange={(type) => changeBackdrop('type', { type })} />
      <StepperGrid>
        <Dial
          label="Backdrop behind"
          value={backdrop.distanceM}
          onChange={(m) => placeBackdrop(snap(m))}
          low={0.4}
          high={12}
          step={0.1}
          unit="m"
        />
        <Dial
          label="Width of the backdrop"
          value={backdrop.widthM}
          onChange={(widthM) => changeBackdrop('width', { widthM })}
          low={0.2}
          high={50}
          step={0.1}
          unit="m"
        />
        {share('Gloss of the backdrop', backdrop.gloss, (gloss) => changeBackdrop('gloss', { gloss }), 100)}
      </StepperGrid>
    </Topic>
  );
}
