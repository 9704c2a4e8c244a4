import { demoLooks } from '@fulgent/core/demo';
import type { Point } from '@fulgent/core/document';
import { roundOf } from '@fulgent/core/scene';
import { bearing, carriedTo, layoutOf, snap, turnOnPlan } from '../src/set/layout';

const look = demoLooks()[0]!;

describe('the plan', () => {
  const top = layoutOf(look, 'top', 390, 330);
  const side = layoutOf(look, 'side', 390, 330);

  it('shows everything that has a place, and moves it by what was dragged', () => {
    for (const layout of [top, side])
      for (const { position } of look.lights) {
        const [x, y] = layout.at(position);
        expect(x).toBeGreaterThan(0);
        expect(x).toBeLessThan(390);
        expect(y).toBeGreaterThan(0);
        expect(y).toBeLessThan(330);
      }
    const from: Point = [0.5, 1.5, 1];
    expect(top.moved(from, top.scale * 0.5, -top.scale * 0.25)).toEqual([1, 1.5, 0.75]);
    expect(side.moved(from, side.scale * 0.5, side.scale * 0.25)).toEqual([0.5, 1.25, 1.5]);
  });

  it('draws who turns to the picture’s right turned to the right', () => {
    for (const deg of [-120, -35, 0, 40, 90]) {
      const angle = (deg * Math.PI) / 180;
      // Before the face, as the look has it: x to the right, z to the camera.
      const [fx, fy] = top.at([0, 1.6, 0]);
      const [x, y] = top.at([Math.sin(angle), 1.6, Math.cos(angle)]);
      // A nose that points down the plan, turned clockwise on a screen whose y runs down.
      const turn = (turnOnPlan(deg) * Math.PI) / 180;
      expect((x - fx) / top.scale).toBeCloseTo(-Math.sin(turn), 9);
      expect((y - fy) / top.scale).toBeCloseTo(Math.cos(turn), 9);
    }
  });

  it('is pushed by pixels and grows about its middle', () => {
    const pushed = layoutOf(look, 'top', 390, 330, 1, [30, -10]);
    const [x, y] = top.at([0, 1.5, 0]);
    expect(pushed.at([0, 1.5, 0])).toEqual([x + 30, y - 10]);
    expect(layoutOf(look, 'top', 390, 330, 2).scale).toBeCloseTo(2 * top.scale, 9);
  });

  it('turns an aim about its light by 5 degrees and 5 cm', () => {
    const light: Point = [-1, 2, 1];
    for (const [dx, dy] of [
      [13, 4],
      [-40, 22],
      [3, -60],
    ] as const) {
      const aim = top.turned(light, [0, 1.6, 0], dx, dy);
      const deg = (Math.atan2(aim[2] - light[2], aim[0] - light[0]) * 180) / Math.PI;
      expect(Math.abs(deg / 5 - Math.round(deg / 5))).toBeLessThan(0.02);
      const radius = Math.hypot(aim[0] - light[0], aim[2] - light[2]);
      expect(Math.abs(radius / 0.05 - Math.round(radius / 0.05))).toBeLessThan(0.03);
      expect(aim[1]).toBe(1.6);
    }
  });

  it('measures bearings from the camera, to 5 degrees, and carries a light round', () => {
    expect(bearing([0, 0, 0], [0, 0, 2])).toBe(0);
    expect(bearing([0, 0, 0], [2, 0, 0])).toBe(90);
    expect(bearing([0, 0, 0], [-1, 0, 1.05])).toBe(-45);
    const carried = carriedTo([0, 2, 1.5], [0, 1.6, 0], 60);
    expect(roundOf({ position: carried, aim: [0, 1.6, 0] })).toMatchObject({ side: 'R' });
    expect(roundOf({ position: carried, aim: [0, 1.6, 0] }).deg).toBeCloseTo(60, 1);
    expect(carried[1]).toBe(2);
    expect(snap(1.234)).toBe(1.25);
  });
});
