import { addressesOf, UNIVERSE_SLOTS, type AddressRow } from '@fulgent/core/control';
import { addressNoteWords, addressProblemWords, capital, rangeWords } from '@fulgent/words';
import { runSheet, type SheetCard } from '@fulgent/core/day';
import type { Look } from '@fulgent/core/document';
import { useMemo } from 'react';
import { View } from 'react-native';
import { SPACE } from '../theme/theme';
import { Button } from '../ui/Button';
import { Dial } from '../ui/Dial';
import { Section } from '../ui/Section';
import { StepperGrid } from '../ui/Stepper';
import { Text } from '../ui/Text';
import { changeRig } from './edits';

/** Where each light listens on a lighting network, and what its dials are set to by whoever sits at the desk. */
export function AddressesPage({ look }: { readonly look: Look }) {
  const rows = useMemo(() => addressesOf(look), [look]);
  const cards = useMemo(() => runSheet(look), [look]);
  return (
    <View>
      <View style={{ padding: SPACE.m }}>
        <Text size="label" quiet>
          For a desk, an app or a radio that speaks to fixtures by universe and slot. How a fixture reads its slots stands in its
          manual; set the number here, and the rest is kept clear of it. Flashes are set by hand or by their own radio.
        </Text>
      </View>
      {rows.length === 0 ? (
        <View style={{ padding: SPACE.m }}>
          <Text>No light of this look hangs on a network.</Text>
        </View>
      ) : null}
      {rows.map((row) => (
        <Row key={row.lightId} row={row} card={cards.find(({ lightId }) => lightId === row.lightId)} />
      ))}
    </View>
  );
}

function Row({ row, card }: { readonly row: AddressRow; readonly card: SheetCard | undefined }) {
  const { lightId, name, fixture, pieces, universe, first, slots, isGiven, problem } = row;
  const note = addressNoteWords(row);
  const set = (change: Partial<Pick<AddressRow, 'universe' | 'first' | 'slots'>>) =>
    changeRig(lightId, 'address', { address: { universe, first, slots, ...change } });
  return (
    <Section title={name} aside={pieces > 1 ? `${fixture}, ${pieces} alike` : fixture}>
      <Text size="strong" weight="strong" testID={`address-${lightId}`}>
        {capital(rangeWords(row))}
      </Text>
      {problem ? (
        <Text weight="strong" role="alert">
          {addressProblemWords(problem)}
        </Text>
      ) : null}
      {note ? <Text size="label">{note}</Text> : null}
      <StepperGrid>
        <Dial label="Universe" value={universe} onChange={(next) => set({ universe: Math.round(next) })} low={1} high={63_999} />
        <Dial
          label="First slot"
          value={first}
          onChange={(next) => set({ first: Math.round(next) })}
          low={1}
          high={UNIVERSE_SLOTS}
        />
        <Dial label="Slots" value={slots} onChange={(next) => set({ slots: Math.round(next) })} low={1} high={UNIVERSE_SLOTS} />
      </StepperGrid>
      {card ? (
        <Text>{[card.power, ...card.dials.slice(1).map((dial) => `${dial.name.toLowerCase()} ${dial.value}`)].join(', ')}</Text>
      ) : null}
      <View style={{ flexDirection: 'row', alignItems: 'center', gap: SPACE.m }}>
        <Text size="label" quiet style={{ flex: 1 }}>
          {isGiven ? 'Set here; it stands on the sheet and in the CSV.' : 'Allotted: the first room that is free.'}
        </Text>
        {isGiven ? (
          <Button
            label="Reassign"
            accessibilityLabel={`Allot the address of ${name} again`}
            onPress={() => changeRig(lightId, 'address', { address: null })}
          />
        ) : (
          <Button
            label="Keep it"
            accessibilityLabel={`Keep the address of ${name}`}
            onPress={() => changeRig(lightId, 'address', { address: { universe, first, slots } })}
          />
        )}
      </View>
    </Section>
  );
}
