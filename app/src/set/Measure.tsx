import type { Look, Point } from '@fulgent/core/document';
import { Pressable } from 'react-native';
import { themed, TOUCH } from '../theme/theme';
import type { Layout } from './layout';

/** Something on the set that a distance can be taken from. */
export interface Thing {
  readonly id: string;
  readonly name: string;
  readonly at: Point;
}

/** Everything that stands on a set and has a place; no light can be called what is always there. */
export function thingsOf({ subject, camera, backdrop, lights, boards }: Look): readonly Thing[] {
  return [
    { id: 'set:subject', name: subject.name, at: [0, subject.faceHeightM, 0] },
    { id: 'set:camera', name: 'Camera', at: [0, subject.faceHeightM, camera.distanceM] },
    { id: 'set:backdrop', name: 'Backdrop', at: [0, subject.faceHeightM, -backdrop.distanceM] },
    ...lights.map(({ id, name, position }) => ({ id, name, at: position })),
    ...boards.map(({ id, name, position }) => ({ id, name, at: position })),
  ];
}

/** The straight way between two things, and over the floor, m. */
export function distanceM(a: Point, b: Point): { readonly straight: number; readonly floor: number; readonly rise: number } {
  const [dx, dy, dz] = [b[0] - a[0], b[1] - a[1], b[2] - a[2]];
  return { straight: Math.hypot(dx, dy, dz), floor: Math.hypot(dx, dz), rise: dy };
}

const useStyles = themed((t) => ({
  spot: { pointerEvents: 'none', position: 'absolute', width: TOUCH, height: TOUCH, borderRadius: TOUCH / 2 },
  on: { borderWidth: 2, borderColor: t.text },
}));

/** What lies nearest to a place on the plan, px. */
export function nearestThing(look: Look, layout: Layout, [x, y]: readonly [number, number]): Thing {
  const away = ({ at }: Thing) => {
    const [px, py] = layout.at(at);
    return Math.hypot(px - x, py - y);
  };
  return thingsOf(look).reduce((best, thing) => (away(thing) < away(best) ? thing : best));
}

/** Touched anywhere the plan takes what is nearest, so that things before one another can be had; by keys each of them is reached. */
export function MeasureSpots({
  look,
  layout,
  measured,
  onTouch,
}: {
  readonly look: Look;
  readonly layout: Layout;
  readonly measured: readonly string[];
  readonly onTouch: (id: string) => void;
}) {
  const styles = useStyles();
  return (
    <>
      <Pressable
        style={{ position: 'absolute', left: 0, top: 0, right: 0, bottom: 0 }}
        tabIndex={-1}
        accessibilityLabel="Plan: touch what to measure"
        accessibilityRole="button"
        testID="measure-ground"
        onPress={({ nativeEvent }) => {
          const { offsetX, offsetY } = nativeEvent as unknown as MouseEvent;
          onTouch(nearestThing(look, layout, [offsetX, offsetY]).id);
        }}
      />
      {thingsOf(look).map(({ id, name, at }) => {
        const [x, y] = layout.at(at);
        return (
          <Pressable
            key={id}
            accessibilityRole="button"
            accessibilityLabel={`Measure ${measured.length === 1 ? 'to' : 'from'} ${name}`}
            aria-pressed={measured.includes(id)}
            style={[styles.spot, { left: x - TOUCH / 2, top: y - TOUCH / 2 }, measured.includes(id) && styles.on]}
            onPress={() => onTouch(id)}
          />
        );
      })}
    </>
  );
}
