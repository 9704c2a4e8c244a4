import { baseCamera, recordedValue } from '@fulgent/core/camera';
import type { CameraLearned } from '@fulgent/core/day';
import { formatStops } from '@fulgent/core/exposure';
import { whatIsTone } from '@fulgent/words';
import { useState } from 'react';
import { View } from 'react-native';
import { ToneCurve } from '../../charts/ToneCurve';
import { Button } from '../../ui/Button';
import { Section } from '../../ui/Section';
import { Table } from '../../ui/Table';
import { Text } from '../../ui/Text';
import { whiteShiftText } from './words';

const straight = baseCamera();

/** What the pictures taught, with how sure it is, before it is kept. */
export function Found({
  found,
  standIn,
  onKeep,
}: {
  readonly found: CameraLearned;
  /** It was learned as a camera that ships with the application. */
  readonly standIn: boolean;
  readonly onKeep: () => void;
}) {
  const { curve, white, chart, edgeStops, edgeBefore } = found;
  const [width, setWidth] = useState(0);
  const facts = [
    ...(curve
      ? [
          ['White of the file', `${formatStops(curve.headroomStops, 2)} over mid-grey ± ${curve.deviation.toFixed(2)}`],
          ['Left unexplained', `${curve.residualStops.toFixed(3)} stop over ${curve.places} places`],
        ]
      : []),
    ...(white ? [['White against its setting', whiteShiftText(white.mired, white.duv)]] : []),
    ...(chart
      ? [
          [
            'Colours, left unexplained',
            `${chart.residualStops.toFixed(2)} stop; ${chart.beforeStops.toFixed(2)} with the stand-in`,
          ],
        ]
      : []),
    ['Windows and first clips', `± ${edgeStops.toFixed(2)} stop; ± ${edgeBefore.toFixed(2)} until now`],
  ];
  const off = curve?.exposures.filter(({ stops, found: is }) => Math.abs(is - stops) > 0.05) ?? [];
  const farthest = [...(chart?.patches ?? [])]
    .filter(({ distance }) => distance !== null)
    .sort((a, b) => b.distance! - a.distance!)
    .slice(0, 4);
  return (
    <Section flush title="What they taught" what={curve ? whatIsTone(curve.headroomStops, edgeStops) : null}>
      <View onLayout={({ nativeEvent }) => setWidth(nativeEvent.layout.width)} testID="found">
        {curve && width > 0 ? (
          <ToneCurve tone={curve.tone} straight={(stops) => recordedValue(straight, 0.18 * 2 ** stops)} width={width} />
        ) : null}
        <Table
          label="What was learned"
          columns={['Of the camera', 'Found']}
          rows={facts.map((cells) => ({ id: cells[0]!, cells }))}
          first={1}
        />
      </View>
      {off.length ? (
        <Text size="label" quiet>
          Exposures that came out otherwise than they say:{' '}
          {off.map(({ stops, found: is }) => `${formatStops(stops)} as ${formatStops(is, 2)}`).join('; ')}.
        </Text>
      ) : null}
      {farthest.length ? (
        <Text size="label" quiet>
          Least well met: {farthest.map(({ name, distance }) => `${name} ${distance!.toFixed(3)}`).join(', ')} (OKLab).
          {chart!.turned ? ' The chart lay upside down.' : ''}
        </Text>
      ) : null}
      <Text size="label" quiet>
        {standIn
          ? 'It becomes a camera of your own in the kit, to be chosen for a look.'
          : 'Looks that use this camera keep what they have until it is chosen for them again.'}
      </Text>
      <Button label="Keep it in the kit" filled onPress={onKeep} />
    </Section>
  );
}
