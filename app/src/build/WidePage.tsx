import type { Look } from '@fulgent/core/document';
import { formatStops } from '@fulgent/core/exposure';
import { type Freedom, type WideBalance, type Sensitivity, type WhiteCost } from '@fulgent/core/planning';
import { limitWords, wideWords } from '@fulgent/words';
import { useState } from 'react';
import { View } from 'react-native';
import { useKitEntries } from '../kit/useKit';
import { undo } from '../look/store';
import { SPACE } from '../theme/theme';
import { Button } from '../ui/Button';
import { Section } from '../ui/Section';
import { Table } from '../ui/Table';
import { Text } from '../ui/Text';
import { say } from '../ui/Toasts';
import { study } from '../workers/study';
import { useStudy } from '../workers/useStudy';
import { takeLook } from './edits';

const FREE: readonly { readonly id: keyof Freedom; readonly name: string }[] = [
  { id: 'iso', name: 'ISO' },
  { id: 'aperture', name: 'Aperture' },
  { id: 'shutter', name: 'Shutter' },
  { id: 'nd', name: 'ND' },
  { id: 'distance', name: 'Distances' },
  { id: 'gels', name: 'Gels' },
  { id: 'grid', name: 'Grids' },
];

/** A balance that may change more than powers, and what moves the picture most. */
export function WidePage({ look }: { readonly look: Look }) {
  const [free, setFree] = useState<Freedom>({ iso: true });
  const [busy, setBusy] = useState(false);
  const [answer, setAnswer] = useState<{ readonly of: Look; readonly wide: WideBalance } | null>(null);
  const kit = useKitEntries();
  const { value: most } = useStudy(() => study().sensitivities(look), look);
  const solve = async () => {
    setBusy(true);
    try {
      setAnswer({ of: look, wide: await study().wide(look, free, kit) });
    } catch (error) {
      say(error instanceof Error ? error.message : String(error));
    } finally {
      setBusy(false);
    }
  };
  const wide = answer?.of === look ? answer.wide : null;
  return (
    <>
      <Section title="Besides powers it may change">
        <View role="group" aria-label="Besides powers" style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
          {FREE.map(({ id, name }) => (
            <Button key={id} label={name} on={free[id] === true} onPress={() => setFree({ ...free, [id]: !free[id] })} />
          ))}
        </View>
        <Button
          label={busy ? 'Solving …' : 'Solve'}
          filled
          disabled={busy || look.lights.length === 0}
          onPress={() => void solve()}
        />
        {wide ? (
          <View style={{ gap: SPACE.s }} testID="wide-answer" aria-live="polite">
            <Text>{wideWords(wide)}</Text>
            {wide.result.limits.map((limit, i) => (
              <Text key={i} size="label">
                {limitWords(limit, wide.result.look)}
              </Text>
            ))}
            <Button
              label="Set all of this"
              onPress={() => {
                takeLook('balance.wide', wide.result.look);
                say('Set.', { label: 'Undo', run: undo });
              }}
            />
          </View>
        ) : (
          <Text size="label" quiet>
            Each change is taken only where it brings the look clearly nearer to its aims, with all powers solved anew.
          </Text>
        )}
      </Section>
      <MostChanging most={most} />
      {most?.whites.length ? <WhiteTrade most={most} /> : null}
    </>
  );
}

const MOST_SHOWN = 14;

interface Most {
  readonly list: readonly Sensitivity[];
  readonly whites: readonly WhiteCost[];
}

function WhiteTrade({ most }: { readonly most: Most }) {
  return (
    <Section title="A third of a stop more white light" aside="what it costs and gives">
      <Table
        label="White light"
        columns={['Light', 'Colour lost', 'Contrast']}
        rows={most.whites.map(({ lightId, name, vividnessLost, where, contrastGained }) => ({
          id: lightId,
          cells: [name, `${(100 * vividnessLost).toFixed(1)} %`, `${formatStops(contrastGained)}`],
          note: where ? `Most on ${where.toLowerCase()}.` : undefined,
        }))}
      />
    </Section>
  );
}

function MostChanging({ most }: { readonly most: Most | null }) {
  const free = most?.list.filter(({ isFree, lightId }) => isFree && lightId !== null) ?? [];
  return (
    <Section title="What changes the picture most" aside="mean difference; 2 is just seen">
      {most ? (
        <Table
          label="What changes the picture most"
          columns={['Change', 'Most on', 'Change of picture']}
          rows={most.list.slice(0, MOST_SHOWN).map(({ name, property, change, where }) => ({
            id: `${name} ${property}`,
            cells: [`${name}, ${property}`, where, change.toFixed(1)],
          }))}
        />
      ) : (
        <Text quiet>Trying …</Text>
      )}
      {free.length ? (
        <Text testID="free-to-play">
          Free to play with, hardly seen: {free.map(({ name, property }) => `${name}, ${property}`).join('; ')}.
        </Text>
      ) : null}
    </Section>
  );
}
