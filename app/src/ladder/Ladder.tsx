import type { Look } from '@fulgent/core/document';
import type { Readings } from '@fulgent/core/scene';
import { View } from 'react-native';
import { SPACE } from '../theme/theme';
import { useLate } from '../ui/held';
import { AmbientRow } from './AmbientRow';
import { axisOf } from './axis';
import { LadderAxis } from './LadderAxis';
import { LadderRow, type RowLayout } from './LadderRow';

interface Props {
  readonly look: Look;
  readonly readings: Readings;
  readonly width: number;
  readonly wide: boolean;
  readonly selected: string | null;
  readonly onSelect: (light: string | null) => void;
  readonly onOpen: (light: string) => void;
  /** Opens what is known of the ambient. */
  readonly onAmbient: () => void;
}

/** The ladder: one row a light, in build order, on one axis of stops from mid-grey. */
export function Ladder({ look, readings, width, wide, selected, onSelect, onOpen, onAmbient }: Props) {
  const late = useLate(readings);
  const axis = axisOf(readings.lights);
  const nameWidth = wide ? 172 : Math.max(84, Math.round(width * 0.25));
  const figureWidth = wide ? 66 : 0;
  const layout: RowLayout = { nameWidth, figureWidth, stripWidth: Math.max(80, width - 2 * SPACE.m - nameWidth - figureWidth) };
  return (
    <View testID="ladder">
      <LadderAxis axis={axis} width={layout.stripWidth} left={SPACE.m + nameWidth} />
      {look.lights.map((light) => {
        // The row under the finger first: what its light does to the others is seen right after.
        const reading = (selected === light.id ? readings : late).lights.find(({ id }) => id === light.id);
        return reading ? (
          <LadderRow
            key={light.id}
            light={light}
            reading={reading}
            axis={axis}
            layout={layout}
            selected={selected === light.id}
            onSelect={() => onSelect(selected === light.id ? null : light.id)}
            onOpen={() => onOpen(light.id)}
          />
        ) : null;
      })}
      {readings.ambient.active ? (
        <AmbientRow look={look} readings={readings} axis={axis} layout={layout} onOpen={onAmbient} />
      ) : null}
    </View>
  );
}
