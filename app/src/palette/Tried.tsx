import { LIMITS, type Look } from '@fulgent/core/document';
import { hexOfPoint, pointOf } from '@fulgent/core/vivid';
import { SCHEME_WORDS } from '@fulgent/words';
import { useState } from 'react';
import { View } from 'react-native';
import { SPACE } from '../theme/theme';
import { Button } from '../ui/Button';
import { Field } from '../ui/Field';
import { Section } from '../ui/Section';
import { Sheet } from '../ui/Sheet';
import { Text } from '../ui/Text';
import { keepTried } from './edits';

/** Palettes that were tried, with what was thought of them. */
export function TriedSection({ look }: { readonly look: Look }) {
  const { palette } = look;
  return (
    <Section title="Tried">
      {palette.tried.map(({ id: tried, scheme, hues, verdict, places }) => (
        <View key={tried} style={{ flexDirection: 'row', gap: SPACE.m, alignItems: 'center' }}>
          <View style={{ flexDirection: 'row' }}>
            {hues.map((hueDeg, i) => (
              <View
                key={i}
                testID="light-colour"
                style={{ width: 16, height: 28, backgroundColor: hexOfPoint(pointOf({ hueDeg, purity: 0.15 })) }}
              />
            ))}
          </View>
          <Text size="label" style={{ flex: 1 }}>
            {SCHEME_WORDS[scheme].name}: {verdict || 'no verdict'}
            {movedSince(look, places)}
          </Text>
        </View>
      ))}
    </Section>
  );
}

/** Which of the lights have been moved since: then colour and direction were not the same. */
function movedSince(look: Look, places: Look['palette']['tried'][number]['places']): string {
  const moved = places.flatMap(({ light, position }) => {
    const now = look.lights.find(({ id }) => id === light);
    const far = now ? Math.hypot(...now.position.map((v, i) => v - position[i]!)) : 0;
    return now && far > MOVED_M ? [`${now.name} ${far.toFixed(1)} m`] : [];
  });
  return moved.length ? `. Moved since: ${moved.join(', ')}` : '';
}

const MOVED_M = 0.15;

export function TriedSheet({ onClose }: { readonly onClose: () => void }) {
  const [verdict, setVerdict] = useState('');
  const keep = () => {
    keepTried(verdict.trim().slice(0, LIMITS.noteLength));
    onClose();
  };
  return (
    <Sheet title="Keep this palette as tried" onClose={onClose}>
      <Field label="What you think of it" value={verdict} onChange={setVerdict} onSubmit={keep} autoFocus />
      <Button label="Keep" filled onPress={keep} />
    </Sheet>
  );
}
