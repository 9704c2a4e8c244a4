import type { Look } from '@fulgent/core/document';
import { withOnly } from '@fulgent/core/planning';
import { whatIsSum } from '@fulgent/words';
import { useMemo, useState } from 'react';
import { View } from 'react-native';
import { FrameCanvas } from '../frame/FrameCanvas';
import { SPACE } from '../theme/theme';
import { Section } from '../ui/Section';
import { Text } from '../ui/Text';
import { thumbs } from '../workers/frame';
import { useStudy } from '../workers/useStudy';

const ASPECT = 0.72;
const MOST_PAIRS = 10;
const EACH_PX = 112;

/** Pictures of nothing but ambient, of each light, of pairs, and of all; and whether single pictures add up to the whole. */
export function MatrixPage({ look }: { readonly look: Look }) {
  const [width, setWidth] = useState(0);
  const { value: check } = useStudy(() => thumbs().sumCheck(look), look);
  const groups = useMemo(() => {
    const lights = look.lights.filter(({ on, muted }) => on && !muted);
    const pairs = lights.flatMap((a, i) =>
      lights.slice(i + 1).map((b) => ({ name: `${a.name} + ${b.name}`, look: withOnly(look, [a.id, b.id]) })),
    );
    return [
      {
        title: 'Ambient only, all lights',
        cells: [
          { name: 'Ambient alone', look: withOnly(look, []) },
          { name: 'All', look },
        ],
      },
      { title: 'Alone', cells: lights.map(({ id, name }) => ({ name, look: withOnly(look, [id], true) })) },
      { title: 'In pairs', cells: pairs.slice(0, MOST_PAIRS) },
    ];
  }, [look]);
  const columns = Math.max(2, Math.floor((width - 2 * SPACE.m + SPACE.s) / (EACH_PX + SPACE.s)));
  const each = Math.floor((width - 2 * SPACE.m - (columns - 1) * SPACE.s) / columns);
  return (
    <View onLayout={({ nativeEvent }) => setWidth(nativeEvent.layout.width)}>
      <Section title="Do they add up?" what={check ? whatIsSum(check.lights) : null}>
        <Text testID="sum-check" aria-live="polite">
          {check
            ? `Light adds: the ${check.lights} single pictures, ambient with them, differ from the whole by ${check.worst < 1e-6 ? 'less than a millionth' : `${(1e6 * check.worst).toFixed(0)} millionths`} of its brightest value, before any clip.`
            : 'Adding up …'}
        </Text>
      </Section>
      {groups.map(({ title, cells }) =>
        cells.length && width > 0 ? (
          <Section key={title} title={title}>
            <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
              {cells.map((cell) => (
                <View key={cell.name} style={{ width: each, gap: 3 }}>
                  <FrameCanvas small look={cell.look} width={each} height={Math.round(each * ASPECT)} label={cell.name} />
                  <Text size="small" narrow numberOfLines={2}>
                    {cell.name}
                  </Text>
                </View>
              ))}
            </View>
          </Section>
        ) : null,
      )}
    </View>
  );
}
