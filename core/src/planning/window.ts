import { nearFieldRatio } from '../exposure/distance';
import { modifierOf } from '../catalogue/kit';
import { makeLight } from './light-sets';
import type { Light, Look, Point } from '../document/schema';

const WIDTH_M = 1.2;
const HEIGHT_M = 1.5;

/**
 * A window in the wall to one side as a light: a rectangle of sky that sends `lux` to the subject. It burns on, is locked for the
 * balance, and is held back by curtains and blinds as the loss of its modifier.
 */
export function windowLight(look: Look, side: 'left' | 'right', lux: number, id: string): Light {
  const sign = side === 'left' ? -1 : 1;
  const y = look.subject.faceHeightM;
  const position: Point = [sign * (look.room.widthM / 2 - 0.02), Math.max(HEIGHT_M / 2 + 0.1, y + 0.1), 0.4];
  const aim: Point = [0, position[1], 0.4];
  const face = { kind: 'rectangle', widthM: WIDTH_M, heightM: HEIGHT_M } as const;
  const d = Math.hypot(position[0], position[1] - y, position[2]);
  const cosine = Math.abs(position[0]) / d;
  const luxAt1m = (lux * d * d * nearFieldRatio(face, 1)) / (nearFieldRatio(face, d) * cosine);
  return makeLight({
    id,
    name: side === 'left' ? 'Window, left' : 'Window, right',
    role: 'window',
    position,
    aim,
    fixture: {
      kind: 'continuous',
      name: 'Daylight through a window',
      source: { kind: 'daylight', cctK: 6500 },
      luxAt1m: Math.min(10_000_000, Math.max(0.1, luxAt1m)),
      minStops: -10,
      step: { unit: 'stops', value: 1 / 3 },
      dimmer: 1,
      layout: [],
    },
    modifier: { ...modifierOf('window'), face },
    powerStops: 0,
    locked: true,
  });
}
