import { demoLooks } from '../src/demo';
import type { Board, Light, Look } from '../src/document/schema';
import { boardGains } from '../src/planning/search';
import { evaluate } from '../src/scene';
import { copyOf, withLights } from './support';

const [poster] = demoLooks() as [Look];
const key = poster.lights.find(({ role }) => role === 'key')!;
const rowOf = (look: Look, id: string) => evaluate(look).lights.find((row) => row.id === id)!;

describe('what a light gives against the key', () => {
  it('is told in stops of incident light, each at its own place', () => {
    const second: Light = {
      ...(copyOf(key) as Light),
      id: 'second',
      name: 'Second',
      role: 'fill',
      powerStops: key.powerStops - 1.3,
    };
    const look = { ...poster, lights: [...poster.lights, second] };
    expect(rowOf(look, 'second').toKeyStops).toBeCloseTo(-1.3, 6);
    expect(rowOf(look, key.id).toKeyStops).toBeNull();
    // A stop less on a light is a stop less against the key, a stop less on the key one more.
    const rim = rowOf(poster, 'rim-left').toKeyStops!;
    const moved = (id: string) =>
      rowOf(
        withLights(poster, (light) => ({ powerStops: light.powerStops - (light.id === id ? 1 : 0) })),
        'rim-left',
      );
    expect(moved('rim-left').toKeyStops).toBeCloseTo(rim - 1, 6);
    expect(moved(key.id).toKeyStops).toBeCloseTo(rim + 1, 6);
  });

  it('is not told without a key that burns', () => {
    const dark = withLights(poster, ({ role }) => ({ on: role !== 'key' }));
    expect(evaluate(dark).lights.map(({ toKeyStops }) => toKeyStops)).toEqual(dark.lights.map(() => null));
  });
});

describe('what flags and cards do', () => {
  const board = (id: string, change: Partial<Board>): Board => ({
    id,
    name: id,
    finish: 'white',
    position: [0.9, 1.5, 0.4],
    widthM: 1,
    heightM: 1.4,
    yawDeg: -70,
    lossStops: 0,
    tint: null,
    ...change,
  });
  const dark = { ...poster, room: { ...poster.room, walls: 0.04, ceiling: 0.04, floor: 0.04 } };

  it('is what the look gains over itself without them', () => {
    const look = {
      ...dark,
      boards: [board('card', {}), board('silver', { finish: 'silver', position: [-0.9, 1.5, 0.5], yawDeg: 70 })],
    };
    for (const { boardId, places } of boardGains(look)) {
      const without = evaluate({ ...look, boards: look.boards.filter(({ id }) => id !== boardId) });
      const all = evaluate(look);
      expect(places.length).toBeGreaterThan(0);
      for (const { name, stops } of places) {
        const at = all.probes.findIndex((probe) => probe.name === name);
        expect(stops).toBeCloseTo(all.probes[at]!.stops - without.probes[at]!.stops, 6);
      }
    }
  });

  it('a flag before the key takes, and one out of all ways does nothing', () => {
    const at = (t: number) => key.position.map((v, i) => v + (key.aim[i]! - v) * t) as [number, number, number];
    const yawDeg = (Math.atan2(key.aim[0] - key.position[0], key.aim[2] - key.position[2]) * 180) / Math.PI;
    const flag = board('flag', { finish: 'black', position: at(0.4), yawDeg });
    const away = board('away', { finish: 'black', position: [0, 0.4, 6], widthM: 0.1, heightM: 0.1 });
    const [gain, none] = boardGains({ ...dark, boards: [flag, away] });
    expect(gain!.places[0]!.stops).toBeLessThan(-0.5);
    expect(none!.places).toEqual([]);
  });
});
