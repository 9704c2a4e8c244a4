import { modifierOf, MODIFIERS, type KitModifier } from '@fulgent/core/catalogue';
import type { Light, Look } from '@fulgent/core/document';
import { formatStops } from '@fulgent/core/exposure';
import { lookWithFixture, MOTIVES, type Motive } from '@fulgent/core/planning';
import { cameOffWords } from '@fulgent/words';
import { useState } from 'react';
import { View } from 'react-native';
import { kitOf, useKit } from '../kit/useKit';
import { changeLight } from '../look/edits';
import { readNumber, taken } from '../look/numbers';
import { edit, undo } from '../look/store';
import { Button } from '../ui/Button';
import { Pick } from '../ui/Pick';
import { Topic } from '../ui/Section';
import { Stepper } from '../ui/Stepper';
import { Text } from '../ui/Text';
import { say } from '../ui/Toasts';
import { Substitutes } from './Substitutes';
import { UnitSheet } from './UnitSheet';

const NO_MOTIVE = { id: '', name: 'None' };

/** What the light is: fixture and modifier from the kit, what it pretends to be, and how this one unit differs. */
export function FixtureSection({ look, light }: { readonly look: Look; readonly light: Light }) {
  const { stored } = useKit();
  const [measuring, setMeasuring] = useState(false);
  const fixtures = kitOf(stored, 'fixture');
  const modifiers = kitOf(stored, 'modifier');
  const motive = MOTIVES.find(({ id }) => id === light.motive);
  const putPieces = (pieces: number) => changeLight(light.id, 'pieces', (one) => ({ ...one, pieces }));
  const { unit } = light;
  const deviates = unit.miredShift !== 0 || unit.green !== 0 || unit.outputStops !== 0;
  return (
    <Topic
      id="light.fixture"
      title="Fixture"
      now={[
        light.pieces > 1 ? `${light.pieces} × ${light.fixture.name}` : light.fixture.name,
        motive ? `as ${motive.name.toLowerCase()}` : '',
        deviates ? 'this unit differs' : '',
      ]
        .filter(Boolean)
        .join(' · ')}
    >
      <Pick
        label="Fixture"
        options={fixtures.map(({ id, name }) => ({ id, name }))}
        current={light.fixture.name}
        onPick={(id) => {
          const entry = fixtures.find((one) => one.id === id);
          if (!entry) return;
          edit(`${light.id}.fixture`, (now) => lookWithFixture(now, light.id, entry));
          const off = cameOffWords(
            light,
            lookWithFixture(look, light.id, entry).lights.find(({ id: one }) => one === light.id)!,
          );
          if (off) say(off, { label: 'Undo', run: undo });
        }}
      />
      <View style={{ maxWidth: 300 }}>
        <Stepper
          label="Identical units, as one light"
          value={`${light.pieces}`}
          onStep={(by) => putPieces(Math.min(64, Math.max(1, light.pieces + by)))}
          onType={(text) =>
            taken(readNumber(text, { name: 'Pieces', low: 1, high: 64 }), (pieces) => putPieces(Math.round(pieces)))
          }
          {...(light.pieces > 1 ? { note: `${formatStops(Math.log2(light.pieces))} against one; each needs its gel` } : {})}
        />
      </View>
      <Substitutes look={look} light={light} />
      <ModifierPick modifiers={modifiers} light={light} />
      <Pick
        label="Motive"
        options={[NO_MOTIVE, ...MOTIVES.map(({ id, name }) => ({ id, name }))]}
        current={motive?.name ?? NO_MOTIVE.name}
        onPick={(id) => changeLight(light.id, 'motive', (one) => ({ ...one, motive: id }))}
      />
      {motive ? <MotiveNote motive={motive} /> : null}
      <Button
        label={deviates ? 'This unit deviates: measured' : 'Measure this unit'}
        on={deviates}
        onPress={() => setMeasuring(true)}
      />
      {deviates ? (
        <Text size="label" quiet>
          {[
            unit.miredShift
              ? `${unit.miredShift > 0 ? 'warmer' : 'cooler'} by ${Math.abs(unit.miredShift).toFixed(0)} mired`
              : null,
            unit.green ? `${unit.green > 0 ? 'green' : 'magenta'} ${Math.abs(unit.green).toFixed(3)}` : null,
            unit.outputStops ? `${unit.outputStops > 0 ? '+' : ''}${unit.outputStops.toFixed(1)} stop` : null,
          ]
            .filter(Boolean)
            .join(', ')}{' '}
          against its model.
        </Text>
      ) : null}
      {measuring ? <UnitSheet look={look} light={light} onClose={() => setMeasuring(false)} /> : null}
    </Topic>
  );
}

/** What such light is usually like. */
function MotiveNote({ motive }: { readonly motive: Motive }) {
  return (
    <Text size="label" quiet>
      {[
        motive.cctK ? `${motive.cctK[0]} to ${motive.cctK[1]} K` : 'any colour',
        motive.direction === 'any'
          ? null
          : motive.direction === 'high'
            ? 'from above'
            : motive.direction === 'low'
              ? 'from below'
              : 'level',
        motive.hardness === 'either' ? null : motive.hardness,
        motive.time,
      ]
        .filter(Boolean)
        .join(', ')}
    </Text>
  );
}

function ModifierPick({ modifiers, light }: { readonly modifiers: readonly KitModifier[]; readonly light: Light }) {
  return (
    <Pick
      label="Modifier"
      options={
        modifiers.length
          ? modifiers.map(({ id, name }) => ({ id, name }))
          : MODIFIERS.map(({ id, item }) => ({ id, name: item.name }))
      }
      current={light.modifier.name}
      onPick={(id) => {
        const entry = modifiers.find((one) => one.id === id);
        changeLight(light.id, 'modifier', (one) => ({
          ...one,
          modifier: entry ? { ...entry.modifier, name: entry.name } : modifierOf(id),
        }));
      }}
    />
  );
}
