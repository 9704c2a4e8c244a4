import { demoLooks } from '../src/demo';
import type { Light } from '../src/document';
import { nearFieldRatio } from '../src/exposure/distance';
import { exposureLines, lampShape, onPlan, roomWindow, type OnPlan } from '../src/scene';

const look = demoLooks()[0]!;
const base = look.lights[0]!;
const ROOM = { left: -4, right: 4, top: -4, bottom: 4 };

/** A light over the middle of the plan that looks along x, at the height of its aim. */
const level = (modifier: Partial<Light['modifier']> = {}): Light => ({
  ...base,
  position: [-2, 1.5, 0],
  aim: [0, 1.5, 0],
  rollDeg: 0,
  modifier: {
    ...base.modifier,
    face: { kind: 'disc', radiusM: 0.01 },
    beam: { kind: 'bare' },
    gridDeg: null,
    cut: null,
    spill: 0,
    ...modifier,
  },
});

const length = ([a, b]: readonly OnPlan[]) => Math.hypot(b![0] - a![0], b![1] - a![1]);
const middle = (points: readonly OnPlan[]): OnPlan => [
  points.reduce((sum, [u]) => sum + u, 0) / points.length,
  points.reduce((sum, [, v]) => sum + v, 0) / points.length,
];

describe('lines of equal exposure', () => {
  it('of a bare bulb are circles round it, a stop apart by the square of the distance', () => {
    const lines = exposureLines(level(), 'top', ROOM);
    for (const { stops, rings } of lines) {
      const radius = 2 * 2 ** (-stops / 2);
      if (radius > 2 || radius < 0.4) continue;
      expect(rings).toHaveLength(1);
      for (const [u, v] of rings[0]!) expect(Math.abs(Math.hypot(u + 2, v) - radius)).toBeLessThan(0.05);
    }
    expect(lines.map(({ stops }) => stops)).toEqual(expect.arrayContaining([-2, -1, 0, 1, 2]));
  });

  it('of a large face fall off as it does, and pass through its aim where they are 0', () => {
    const face = { kind: 'disc', radiusM: 0.6 } as const;
    const ratio = (d: number) => nearFieldRatio(face, d) / d ** 2;
    const lines = exposureLines(level({ face, beam: { kind: 'diffuse' } }), 'top', ROOM);
    const crossing = (stops: number) =>
      Math.max(
        ...lines
          .find((line) => line.stops === stops)!
          .rings.flat()
          .filter(([, v]) => Math.abs(v) < 0.06)
          .map(([u]) => u),
      );
    expect(crossing(0)).toBeCloseTo(0, 1);
    // On its axis, by the same law as the figures: bisected by hand.
    for (const stops of [1, -1]) {
      let [near, far] = [0.2, 5.5];
      for (let i = 0; i < 60; i++) {
        const mid = (near + far) / 2;
        if (ratio(mid) / ratio(2) > 2 ** stops) near = mid;
        else far = mid;
      }
      expect(crossing(stops)).toBeCloseTo(near - 2, 1);
    }
  });

  it('end where a grid or a blade ends the light', () => {
    const gridded = exposureLines(level({ gridDeg: 20 }), 'top', ROOM);
    for (const [u, v] of gridded.flatMap(({ rings }) => rings.flat()))
      expect(Math.abs(Math.atan2(v, u + 2))).toBeLessThan((21 * Math.PI) / 180 + 0.1 / Math.max(0.2, Math.hypot(v, u + 2)));
    expect(exposureLines({ ...level(), aim: [-2, 1.5, 0] }, 'top', ROOM)).toEqual([]);
  });

  it('lie in each plane alike', () => {
    const overhead = { ...level(), position: [0, 3, 0] as Light['position'], aim: [0, 1, 0] as Light['aim'] };
    for (const side of ['side', 'front'] as const) {
      const line = exposureLines(overhead, side, { left: -3, right: 3, top: -4, bottom: 1 }).find(({ stops }) => stops === 0)!;
      const lowest = Math.max(...line.rings.flat().map(([, v]) => v));
      expect(lowest).toBeCloseTo(-1, 1);
    }
  });
});

describe('a lamp on the plan', () => {
  it('has its true width across its axis, and what is before it', () => {
    const box = level({ face: { kind: 'rectangle', widthM: 1.2, heightM: 0.3 }, gridDeg: 40 });
    const top = lampShape(box, 'top');
    expect(length(top.front)).toBeCloseTo(1.2, 6);
    expect(middle(top.front)).toEqual([expect.closeTo(-2, 6), expect.closeTo(0, 6)]);
    expect(top.grid).toHaveLength(6);
    // The body lies behind the front: away from the aim.
    expect(middle(top.body)[0]).toBeLessThan(-2);
    expect(length(lampShape(box, 'front').front)).toBeCloseTo(0.3, 6);
    expect(length(lampShape({ ...box, rollDeg: 90 }, 'top').front)).toBeCloseTo(0.3, 6);
    expect(lampShape(level({ face: { kind: 'tube', lengthM: 1.2 } }), 'top').grid).toEqual([]);
  });

  it('has its doors as wide open as they are', () => {
    const cut = { kind: 'cut', leftDeg: 10, rightDeg: 50, topDeg: 30, bottomDeg: 30, edgeDeg: 6 } as const;
    const { doors, front } = lampShape(level({ face: { kind: 'disc', radiusM: 0.1 }, cut }), 'top');
    expect(doors).toHaveLength(2);
    const open = doors.map(([a, b]) => Math.abs(Math.atan2(b[1] - a[1], b[0] - a[0]) * (180 / Math.PI)));
    expect(open.map(Math.round).sort((a, b) => a - b)).toEqual([10, 50]);
    for (const [a] of doors) expect(Math.min(...front.map((end) => length([end, a])))).toBeCloseTo(0, 6);
  });
});

it('the room and its places lie on the plan as they are looked at', () => {
  expect(onPlan('top', [1, 2, 3])).toEqual([1, 3]);
  expect(onPlan('side', [1, 2, 3])).toEqual([3, -2]);
  expect(onPlan('front', [1, 2, 3])).toEqual([1, -2]);
  const { room, backdrop } = look;
  expect(roomWindow(look, 'top').bottom - roomWindow(look, 'top').top).toBeCloseTo(room.depthM, 6);
  expect(roomWindow(look, 'front')).toEqual({ left: -room.widthM / 2, right: room.widthM / 2, top: -room.heightM, bottom: 0 });
  expect(roomWindow(look, 'side').left).toBeCloseTo(-backdrop.distanceM - 0.05, 6);
});
