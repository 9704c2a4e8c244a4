import { demoLooks } from '@fulgent/core/demo';
import { PERSON_IDS, type Look, type Point } from '@fulgent/core/document';
import { EYES_ASPECT, eyesAt, throughLongLens } from '@fulgent/core/scene';
import { viewOf } from '@fulgent/core/transport';
import { eyesInFrame, eyesInPlan } from '../src/frame/EyeCrop';
import { projected } from '../src/frame/project';

const poster = demoLooks()[0]!;
const turned: Look = { ...poster, subject: { ...poster.subject, turnDeg: 25 } };
const WIDTH = 180;
const SENSORS = [
  [36, 24],
  [24, 36],
  [17.3, 13],
  [27, 11.3],
] as const;

/** Where a place lies in the crop of the plan. */
function inPlan(look: Look, place: Point) {
  const near = throughLongLens(look);
  const { height, top } = eyesInPlan(near, WIDTH)!;
  const at = projected(viewOf(near, WIDTH, height), place)!;
  return { left: at.left, top: top + at.top };
}

/** And in that of a frame of that shape. */
function inFrame(look: Look, aspect: number, place: Point) {
  const whole = eyesInFrame(look, aspect, WIDTH)!;
  const at = projected(viewOf(look, aspect, 1), place)!;
  return { left: whole.left + at.left * whole.height, top: whole.top + at.top * whole.height };
}

describe('the eyes of a frame beside those of the plan', () => {
  it.each([
    ['as tall as a poster', 0.8, poster],
    ['square', 1, poster],
    ['all of the sensor', 1.5, poster],
    ['a wide cut', 2.39, poster],
    ['a turned head', 1.5, turned],
  ] as const)('are as large and in the same place: %s', (_name, aspect, look) => {
    const [x, y, z] = eyesAt(look)!;
    for (const [across, up] of [
      [0, 0],
      [0.035, 0.004],
      [-0.035, 0.004],
      [0.02, -0.02],
    ] as const) {
      const place: Point = [x + across, y + up, z];
      const [plan, frame] = [inPlan(look, place), inFrame(look, aspect, place)];
      expect(Math.abs(plan.left - frame.left)).toBeLessThan(1);
      expect(Math.abs(plan.top - frame.top)).toBeLessThan(1);
    }
  });

  it.each(PERSON_IDS.flatMap((person) => SENSORS.map((sensor) => [person, ...sensor] as const)))(
    'stand in the middle of the band: %s, %s x %s mm',
    (person, sensorWidthMm, sensorHeightMm) => {
      const look = {
        ...poster,
        subject: { ...poster.subject, person },
        camera: { ...poster.camera, sensorWidthMm, sensorHeightMm },
      };
      expect(Math.abs(inPlan(look, eyesAt(look)!).top - WIDTH / EYES_ASPECT / 2)).toBeLessThan(1);
      const { height, top } = eyesInPlan(throughLongLens(look), WIDTH)!;
      expect(top + height).toBeGreaterThan(WIDTH / EYES_ASPECT);
    },
  );

  it('are not looked for behind dark glasses', () => {
    expect(eyesInFrame({ ...poster, subject: { ...poster.subject, sunglasses: true } }, 1.5, WIDTH)).toBeNull();
  });
});
