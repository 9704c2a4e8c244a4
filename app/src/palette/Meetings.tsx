import type { Member } from '@fulgent/core/document';
import { lightPartnerDeg, mixOfTargets, paintersPartnerDeg, purityLimit } from '@fulgent/core/planning';
import { hexOfPoint, planeDistance, pointOf } from '@fulgent/core/vivid';
import { targetWord } from '@fulgent/words';
import { View } from 'react-native';
import { SPACE } from '../theme/theme';
import { Section } from '../ui/Section';
import { Text } from '../ui/Text';

/** The two rings disagree about what lies opposite: both answers, labelled. */
export function BothPartners({ baseHueDeg }: { readonly baseHueDeg: number }) {
  const partners = [
    ['Light-mixing ring', lightPartnerDeg(baseHueDeg), 'adds to white'],
    ['Painters’ ring', paintersPartnerDeg(baseHueDeg), 'pleasing, does not add to white'],
  ] as const;
  return (
    <View style={{ flexDirection: 'row', gap: SPACE.m, paddingHorizontal: SPACE.m, paddingBottom: SPACE.m }} testID="partners">
      {partners.map(([name, hueDeg, text]) => (
        <View key={name} style={{ flex: 1, flexDirection: 'row', gap: SPACE.s }}>
          <View
            testID="light-colour"
            style={{
              width: 30,
              height: 36,
              borderRadius: 2,
              backgroundColor: hexOfPoint(pointOf({ hueDeg, purity: 0.8 * purityLimit(hueDeg) })),
            }}
          />
          <View style={{ flex: 1 }}>
            <Text size="label" weight="medium">
              {name}: {Math.round(hueDeg)}°
            </Text>
            <Text size="small" quiet>
              {text}
            </Text>
          </View>
        </View>
      ))}
    </View>
  );
}

const OVERLAP_STOPS = [-3, -2, -1, 0, 1, 2, 3];
const MOST_OVERLAPS = 4;

/** What two colours make where their lights overlap, from the first three stops over to the second three stops over. */
export function Overlaps({ members }: { readonly members: readonly Member[] }) {
  const coloured = members.filter(({ purity }) => purity > 0.05);
  const pairs = coloured.flatMap((a, i) =>
    coloured.slice(i + 1).flatMap((b) => (planeDistance(pointOf(a), pointOf(b)) > 0.08 ? [[a, b] as const] : [])),
  );
  if (pairs.length === 0) return null;
  return (
    <Section title="Where two overlap" aside="from the first 3 stops over, to the second">
      {pairs.slice(0, MOST_OVERLAPS).map(([a, b]) => (
        <View key={`${a.id}-${b.id}`} style={{ gap: 3 }}>
          <View style={{ flexDirection: 'row', height: 30, borderRadius: 2, overflow: 'hidden' }}>
            {OVERLAP_STOPS.map((stops) => (
              <View
                key={stops}
                testID="light-colour"
                style={{ flex: 1, backgroundColor: hexOfPoint(pointOf(mixOfTargets(a, b, stops))) }}
              />
            ))}
          </View>
          <Text size="label" quiet>
            {a.name} and {b.name}: {targetWord(mixOfTargets(a, b))} where both fall alike.
          </Text>
        </View>
      ))}
    </Section>
  );
}
