import fc from 'fast-check';
import { demoLooks, nocturneLooks } from '../src/demo';
import type { Board, Look } from '../src/document';
import { MATERIAL } from '../src/figure/materials';
import { meetRoom, roomShape, type Met, type RoomShape } from '../src/transport/room-surface';
import { PAPER_BEFORE_M } from '../src/transport/surround';
import { copyOf } from './support';

/** What lines of sight meet in a room, against what the room's own measures say. */
type Three = readonly [number, number, number];

const base = copyOf(demoLooks()[0]!);
const room = (change: Partial<Look['backdrop']> = {}, boards: Board[] = []): Look => ({
  ...base,
  backdrop: { ...base.backdrop, distanceM: 2, widthM: 2.72, type: 'sweep', ...change },
  room: { ...base.room, widthM: 6, depthM: 8, heightM: 3 },
  boards,
});

function met(look: Look, from: Three, way: Three): Met & { readonly at: Three } {
  const out: Met = { t: 0, material: 0, nx: 0, ny: 0, nz: 0 };
  meetRoom(roomShape(look), ...from, ...way, out);
  return { ...out, at: [from[0] + out.t * way[0], from[1] + out.t * way[1], from[2] + out.t * way[2]] };
}

const EYE: Three = [0, 1.5, 1];
const board = (change: Partial<Board>): Board => ({
  id: 'board',
  name: 'Board',
  finish: 'black',
  lossStops: 0,
  tint: null,
  position: [0, 1.5, -1],
  yawDeg: 0,
  widthM: 1,
  heightM: 1,
  ...change,
});

/** Whether a place is free: inside the walls, over the floor, and before the curve of the paper. */
function isFree({ backM, halfRoomM, heightM, halfBackdropM, type, curveM }: RoomShape, [x, y, z]: Three): boolean {
  if (Math.abs(x) > halfRoomM || y < 0 || y > heightM || z < backM) return false;
  const inCorner = type === 'sweep' && Math.abs(x) <= halfBackdropM && y < curveM && z < backM + curveM;
  return !inCorner || Math.hypot(y - curveM, z - backM - curveM) <= curveM;
}

describe('what a line of sight meets', () => {
  it('straight on is the backdrop at its distance; beside it the wall, level with it', () => {
    expect(met(room(), EYE, [0, 0, -1])).toMatchObject({ t: 3, material: MATERIAL.backdrop, nx: 0, ny: 0, nz: 1 });
    expect(met(room(), EYE, [0.5, 0, -1])).toMatchObject({ t: 3, material: MATERIAL.wall });
    expect(met(room({ type: 'wall' }), EYE, [0.5, 0, -1])).toMatchObject({ t: 3, material: MATERIAL.backdrop });
    expect(met(room({ type: 'none' }), EYE, [0, 0, -1])).toMatchObject({ t: 3, material: MATERIAL.wall });
  });

  it('down is paper under a sweep as far as it lies, and floor after that and under any other backdrop', () => {
    const down = (look: Look, z: number) => met(look, [0, 1, z], [0, -1, 0]).material;
    expect(down(room(), PAPER_BEFORE_M - 0.01)).toBe(MATERIAL.backdrop);
    expect(down(room(), PAPER_BEFORE_M + 0.01)).toBe(MATERIAL.floor);
    expect(down(room({ type: 'cloth' }), -1)).toBe(MATERIAL.floor);
    expect(met(room(), [2, 1, -1], [0, -1, 0])).toMatchObject({ t: 1, material: MATERIAL.floor, ny: 1 });
  });

  it('up and to the sides is ceiling and walls, facing the room', () => {
    expect(met(room(), EYE, [0, 1, 0])).toMatchObject({ t: 1.5, material: MATERIAL.ceiling, ny: -1 });
    expect(met(room(), EYE, [1, 0, 0])).toMatchObject({ t: 3, material: MATERIAL.wall, nx: -1 });
    expect(met(room(), EYE, [-1, 0, 0])).toMatchObject({ t: 3, material: MATERIAL.wall, nx: 1 });
  });

  it('into the corner is the curve of the paper: half way down it faces half up, and it meets wall and floor without an edge', () => {
    const look = room();
    const { curveM } = roomShape(look);
    const slant = met(look, [0, curveM + 1, -2 + curveM + 1], [0, -Math.SQRT1_2, -Math.SQRT1_2]);
    expect(slant.material).toBe(MATERIAL.backdrop);
    expect([slant.nx, slant.ny, slant.nz]).toEqual([0, expect.closeTo(Math.SQRT1_2, 9), expect.closeTo(Math.SQRT1_2, 9)]);
    // On the circle round (curve, back + curve), by Pythagoras.
    expect(Math.hypot(slant.at[1] - curveM, slant.at[2] + 2 - curveM)).toBeCloseTo(curveM, 9);
    const high = met(look, [0, curveM - 1e-3, 1], [0, 0, -1]);
    expect(high.nz).toBeGreaterThan(0.999);
    const low = met(look, [0, 1, -2 + curveM - 1e-3], [0, -1, 0]);
    expect(low.ny).toBeGreaterThan(0.999);
  });

  it('a board in the way is a flag or a card, from both sides, as far as it reaches and as it is turned', () => {
    const look = room({}, [board({ finish: 'black' })]);
    expect(met(look, EYE, [0, 0, -1])).toMatchObject({ t: 2, material: MATERIAL.flag, nz: 1 });
    expect(met(look, [0, 1.5, -1.5], [0, 0, 1])).toMatchObject({ t: 0.5, material: MATERIAL.flag, nz: -1 });
    expect(met(room({}, [board({ finish: 'white' })]), EYE, [0, 0, -1]).material).toBe(MATERIAL.card);
    expect(met(look, [0.49, 1.5, 1], [0, 0, -1]).material).toBe(MATERIAL.flag);
    expect(met(look, [0.51, 1.5, 1], [0, 0, -1]).material).toBe(MATERIAL.backdrop);
    expect(met(look, [0, 2.01, 1], [0, 0, -1]).material).toBe(MATERIAL.backdrop);
    const edgeOn = room({}, [board({ yawDeg: 90 })]);
    expect(met(edgeOn, EYE, [0, 0, -1]).material).toBe(MATERIAL.backdrop);
    expect(met(edgeOn, [1, 1.5, -1.2], [-1, 0, 0])).toMatchObject({ t: expect.closeTo(1, 9) as number, material: MATERIAL.flag });
    const turned = met(room({}, [board({ yawDeg: 60 })]), EYE, [0, 0, -1]);
    expect([turned.nx, turned.nz]).toEqual([expect.closeTo(Math.sqrt(3) / 2, 9), expect.closeTo(0.5, 9)]);
  });

  it('of two boards the nearer one is met', () => {
    const look = room({}, [
      board({ id: 'far', finish: 'white', position: [0, 1.5, -1.5] }),
      board({ id: 'near', finish: 'black', position: [0, 1.5, -0.5] }),
    ]);
    expect(met(look, EYE, [0, 0, -1])).toMatchObject({ t: 1.5, material: MATERIAL.flag });
  });

  it('a table under a thing is met from above, where it lies', () => {
    const bottle = copyOf(nocturneLooks()[0]!);
    const { table } = roomShape(bottle);
    expect(roomShape(room()).table).toBeNull();
    const down = (x: number) => met(bottle, [x, table!.topM + 0.3, 0], [0, -1, 0]);
    expect(down(table!.halfWidthM - 0.01)).toMatchObject({
      t: expect.closeTo(0.3, 9) as number,
      material: MATERIAL.table,
      ny: 1,
    });
    expect(down(table!.halfWidthM + 0.01).material).not.toBe(MATERIAL.table);
    expect(met(bottle, [0, table!.topM - 0.1, 0], [0, 1, 0]).material).toBe(MATERIAL.ceiling);
  });

  it('from anywhere to anywhere ends on the first surface: free up to it, not behind it, and turned to whoever looks', () => {
    const share = fc.double({ min: 0.02, max: 0.98, noNaN: true });
    const turn = fc.double({ min: -1, max: 1, noNaN: true });
    const types = fc.constantFrom('sweep' as const, 'wall' as const, 'none' as const);
    fc.assert(
      fc.property(types, fc.tuple(share, share, share), fc.tuple(turn, turn, turn), (type, [u, v, w], way) => {
        const length = Math.hypot(...way);
        const look = room({ type });
        const shape = roomShape(look);
        const from: Three = [(2 * u - 1) * shape.halfRoomM, v * shape.heightM, shape.backM + 0.01 + w * 5];
        // What goes away from the set leaves it: nothing stands behind the camera.
        if (length < 0.1 || way[2] > -0.05 || !isFree(shape, from)) return;
        const d = way.map((c) => c / length) as unknown as Three;
        const found = met(look, from, d);
        expect(Math.hypot(found.nx, found.ny, found.nz)).toBeCloseTo(1, 9);
        expect(found.nx * d[0] + found.ny * d[1] + found.nz * d[2]).toBeLessThan(1e-9);
        const along = (t: number) => from.map((c, i) => c + t * d[i]!) as unknown as Three;
        for (const part of [0.2, 0.5, 0.9, 0.999]) expect(isFree(shape, along(part * found.t))).toBe(true);
        expect(isFree(shape, along(found.t + 0.01))).toBe(false);
      }),
      { numRuns: 600, seed: 8 },
    );
  });

  it('on cloth hangs in folds: turned this way and that by turns, on the whole towards the camera', () => {
    const look = room({ type: 'cloth' });
    const normals = Array.from({ length: 400 }, (_, i) => met(look, [-1.3 + 0.0065 * i, 1.4, 1], [0, 0, -1]));
    for (const { material, nx, ny, nz } of normals) {
      expect(material).toBe(MATERIAL.backdrop);
      expect(ny).toBe(0);
      expect(Math.hypot(nx, nz)).toBeCloseTo(1, 9);
      expect(nz).toBeGreaterThan(0.8);
    }
    const mean = normals.reduce((sum, { nx }) => sum + nx, 0) / normals.length;
    expect(Math.abs(mean)).toBeLessThan(0.05);
    expect(Math.max(...normals.map(({ nx }) => nx))).toBeGreaterThan(0.3);
    expect(Math.min(...normals.map(({ nx }) => nx))).toBeLessThan(-0.3);
  });
});
