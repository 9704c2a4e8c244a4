import { LIMITS, type Board, type Finish, type Look } from '@fulgent/core/document';
import { returnable, returning, type BoardGain } from '@fulgent/core/planning';
import { boardGainWords } from '@fulgent/words';
import { View } from 'react-native';
import { kitOf, useKit } from '../kit/useKit';
import { undo } from '../look/store';
import { surfaceEntryId } from '../look/surface-entry';
import { SPACE } from '../theme/theme';
import { Button, Choice } from '../ui/Button';
import { Dial } from '../ui/Dial';
import { Pick } from '../ui/Pick';
import { Section, Topic } from '../ui/Section';
import { StepperGrid } from '../ui/Stepper';
import { Text } from '../ui/Text';
import { say } from '../ui/Toasts';
import { study } from '../workers/study';
import { useStudy } from '../workers/useStudy';
import { addBoard, addVFlat, changeBoard, removeBoard, tintBoard } from './edits';

const FINISHES: readonly { readonly id: Finish; readonly name: string }[] = [
  { id: 'black', name: 'Black flag' },
  { id: 'white', name: 'White card' },
  { id: 'silver', name: 'Silver card' },
  { id: 'silk', name: 'Silk' },
];

/** Flags, cards and silks: what holds light off, sends it back, or passes a part of it. On the plan they are dragged. */
export function BoardsSection({ look }: { readonly look: Look }) {
  const { stored } = useKit();
  const cloths = kitOf(stored, 'surface').filter(({ use }) => use === 'cloth');
  const { value: gains } = useStudy(async () => (look.boards.length ? study().boardGains(look) : []), look);
  return (
    <>
      {look.boards.map((board) => (
        <View key={board.id} testID={`board-${board.id}`}>
          <Topic
            id={`board.${board.id}`}
            title={board.name}
            now={`${FINISHES.find(({ id }) => id === board.finish)!.name}, ${board.widthM} × ${board.heightM} m`}
          >
            <Choice
              label={`${board.name} is a`}
              options={FINISHES}
              value={board.finish}
              onChange={(finish) => changeBoard(board.id, 'finish', { finish, lossStops: finish === 'silk' ? 1 : 0 })}
            />
            <Fields board={board} />
            <Gain gain={gains?.find(({ boardId }) => boardId === board.id)} />
            <Returns look={look} board={board} />
            {board.finish === 'white' || board.finish === 'silver' ? (
              <Pick
                label={`Colour of ${board.name}`}
                current={
                  board.tint
                    ? (cloths.find(({ id }) => id === surfaceEntryId(board.tint!))?.name ?? 'Coloured')
                    : 'None of its own'
                }
                options={[{ id: '', name: 'None of its own' }, ...cloths.map(({ id, name }) => ({ id, name }))]}
                onPick={(id) => tintBoard(board.id, cloths.find((one) => one.id === id) ?? null)}
              />
            ) : null}
            <Button
              label="Remove"
              accessibilityLabel={`Remove ${board.name}`}
              onPress={() => {
                removeBoard(board.id);
                say(`${board.name} removed.`, { label: 'Undo', run: undo });
              }}
            />
          </Topic>
        </View>
      ))}
      <Section title={look.boards.length ? 'One more' : 'Flags, cards, silks'} aside={look.boards.length ? '' : 'none'}>
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
          {FINISHES.map(({ id, name }) => (
            <Button
              key={id}
              label={name}
              accessibilityLabel={`Add a ${name.toLowerCase()}`}
              icon="plus"
              disabled={look.boards.length >= LIMITS.boards}
              onPress={() => addBoard(id)}
            />
          ))}
        </View>
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
          {(['black', 'white'] as const).map((finish) => (
            <Button
              key={finish}
              label={`V-flat, ${finish}`}
              accessibilityLabel={`Add a V-flat, ${finish} side in`}
              icon="plus"
              disabled={look.boards.length > LIMITS.boards - 2}
              onPress={() => addVFlat(finish)}
            />
          ))}
        </View>
        <Text size="label" quiet>
          Sandbag every stand, and keep cloth and card well off hot lamps.
        </Text>
      </Section>
    </>
  );
}

/** With and without, in stops. */
function Gain({ gain }: { readonly gain: BoardGain | undefined }) {
  return (
    <Text size="label" quiet testID={gain ? `gain-${gain.boardId}` : undefined}>
      {gain ? boardGainWords(gain) : 'Trying without it …'}
    </Text>
  );
}

/** One lamp for two: a card turned and raised so that it sends a lamp's light back to the face. */
function Returns({ look, board }: { readonly look: Look; readonly board: Board }) {
  const lights = returnable(look, board);
  if (lights.length === 0) return null;
  const isSet = ({ yawDeg, position }: Pick<Board, 'yawDeg' | 'position'>) =>
    yawDeg === board.yawDeg && position[1] === board.position[1];
  return (
    <View style={{ gap: SPACE.s }}>
      <Text size="label" quiet>
        Turn and raise it to send back to the face. Aim by the modelling lamp; somebody holds it, or a stand with an arm.
      </Text>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
        {lights.map((light) => {
          const turned = returning(look, board, light);
          return (
            <Button
              key={light.id}
              label={light.name}
              on={isSet(turned)}
              accessibilityLabel={`${board.name} returns ${light.name} to the face`}
              onPress={() => changeBoard(board.id, 'returns', turned)}
            />
          );
        })}
      </View>
    </View>
  );
}

function Fields({ board }: { readonly board: Board }) {
  const { position } = board;
  const put = (key: string, change: Partial<Board>) => changeBoard(board.id, key, change);
  return (
    <StepperGrid>
      <Dial
        label="Width"
        value={board.widthM}
        onChange={(widthM) => put('width', { widthM })}
        low={0.05}
        high={6}
        step={0.1}
        unit="m"
      />
      <Dial
        label="Height of it"
        value={board.heightM}
        onChange={(heightM) => put('tall', { heightM })}
        low={0.05}
        high={6}
        step={0.1}
        unit="m"
      />
      <Dial
        label="Turned"
        value={board.yawDeg}
        onChange={(yawDeg) => put('yaw', { yawDeg })}
        low={-180}
        high={180}
        step={5}
        unit="°"
      />
      <Dial
        label="Its middle over the floor"
        value={position[1]}
        onChange={(y) => put('y', { position: [position[0], y, position[2]] })}
        low={0}
        high={10}
        step={0.1}
        unit="m"
      />
      {board.finish === 'silk' ? (
        <Dial
          label="It takes"
          value={board.lossStops}
          onChange={(lossStops) => put('loss', { lossStops })}
          low={0}
          high={6}
          step={0.5}
          unit="stops"
        />
      ) : null}
    </StepperGrid>
  );
}
