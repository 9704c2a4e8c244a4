import { demoLooks } from '../src/demo';
import { LIMITS, upgradeLook, type Look, type Point } from '../src/document';
import { netTrims, stoodAt, trimmed, withGroup, withHistory } from '../src/planning';
import { mergeLooks } from '../src/document';
import { evaluate, parseLook } from '../src/scene';
import { pathOnSensor } from '../src/scene/motion';
import { copyOf, withLights } from './support';

const [poster] = demoLooks() as [Look];
const at = (minute: number) => new Date(Date.UTC(2026, 4, 1, 20, minute)).toISOString();
const moved = (look: Look, id: string, position: Point): Look =>
  withLights(look, (light) => (light.id === id ? { position } : {}));
const step = (look: Look, change: (look: Look) => Look, minute: number) => withHistory(look, change(look), at(minute));

describe('where lights stood', () => {
  it('is kept of every move, the last first, and what is where it stands now is left out', () => {
    const first = poster.lights[0]!;
    const once = step(poster, (look) => moved(look, 'key', [-1, 2, 1]), 1);
    const twice = step(once, (look) => moved(look, 'key', [-1.5, 2.2, 1]), 2);
    parseLook(twice);
    const key = (look: Look) => look.lights.find(({ id }) => id === 'key')!;
    expect(stoodAt(twice, key(twice)).map(({ position }) => position)).toEqual([[-1, 2, 1], first.position]);
    const back = step(twice, (look) => moved(look, 'key', first.position), 3);
    expect(stoodAt(back, key(back)).map(({ position }) => position)).toEqual([
      [-1.5, 2.2, 1],
      [-1, 2, 1],
    ]);
    expect(new Set(back.build.moves.map(({ id }) => id)).size).toBe(3);
    expect(stoodAt(back, back.lights[1]!)).toEqual([]);
  });

  it('is one place for a drag: the look before the whole step counts', () => {
    let look = poster;
    for (let i = 1; i <= 20; i++) look = withHistory(poster, moved(look, 'key', [-1 - i / 100, 2, 1]), at(1));
    expect(look.build.moves).toHaveLength(1);
    expect(look.build.moves[0]!.position).toEqual(poster.lights[0]!.position);
  });

  it('does not grow for ever, and an edit of something else leaves it alone', () => {
    let look = poster;
    for (let i = 1; i <= LIMITS.moves + 20; i++) look = step(look, (now) => moved(now, 'key', [-1 - i / 100, 2, 1]), i);
    expect(look.build.moves).toHaveLength(LIMITS.moves);
    parseLook(look);
    const renamed = { ...look, title: 'Another' };
    expect(withHistory(look, renamed, at(0))).toBe(renamed);
  });

  it('merges: two who move two lights keep both', () => {
    const mine = step(poster, (look) => moved(look, 'key', [-1, 2, 1]), 1);
    const theirs = step(poster, (look) => moved(look, 'rim-left', [-1, 2, -1]), 1);
    const { look, conflicts } = mergeLooks(poster, mine, theirs);
    expect(conflicts).toEqual([]);
    expect(look.build.moves.map(({ light }) => light).sort()).toEqual(['key', 'rim-left']);
  });
});

describe('the net of all trims', () => {
  it('counts moves on the ladder and by Balance, from when the first was made', () => {
    const dimmed = (stops: number) => (look: Look) =>
      withLights(look, (light) => (light.id === 'backdrop' ? { powerStops: light.powerStops + stops } : {}));
    const ladder = step(poster, dimmed(-1), 1);
    const both = step(ladder, (look) => trimmed(look, ['backdrop'], -0.5, at(2), 'Trim'), 2);
    expect(netTrims(both).lights).toEqual([{ id: 'backdrop', name: 'Backdrop', stops: expect.closeTo(-1.5, 9), trims: 1 }]);
    const undone = step(both, dimmed(1.5), 3);
    expect(netTrims(undone).lights[0]!.stops).toBeCloseTo(0, 9);
    // Of a group: what its lights have in common.
    const grouped = withGroup(
      step(
        both,
        (look) => withLights(look, ({ id, powerStops }) => (id.startsWith('rim') ? { powerStops: powerStops - 0.3 } : {})),
        4,
      ),
      {
        id: 'g',
        name: 'All behind',
        lights: ['backdrop', 'rim-left', 'rim-right'],
      },
    );
    expect(netTrims(grouped).groups[0]!.stops).toBeCloseTo(-0.3, 9);
    parseLook(grouped);
  });
});

describe('looks of the ninth version', () => {
  it('get what came after it, and keep all they had', () => {
    const { start: _s, moves: _m, ...build } = poster.build;
    const { zoomToMm: _z, tries: _t, ...motion } = poster.motion;
    const reference = { id: 'r', name: 'R', thumbnail: '', clusters: [] };
    const tried = { id: 't', scheme: 'triad' as const, hues: [10], verdict: 'no' };
    const old = {
      ...(copyOf(poster) as Look),
      version: 9,
      build,
      motion,
      brief: { ...poster.brief, references: [reference] },
      palette: { ...poster.palette, tried: [tried] },
    };
    const look = parseLook(upgradeLook(old));
    expect(look.build).toMatchObject({ ...build, start: [], moves: [] });
    expect(look.motion).toEqual({ ...motion, zoomToMm: null, tries: [] });
    expect(look.brief.references[0]).toEqual({ ...reference, tolerance: 0.08 });
    expect(look.palette.tried[0]).toEqual({ ...tried, places: [] });
    expect(evaluate(look).lights).toEqual(evaluate(poster).lights);
    // A zoom that was told by a speed ends where its trail is as long as it was.
    const camera = { ...poster.camera, focalMm: 50, shutterS: 0.5, distanceM: 2.5, sensorWidthMm: 36 };
    const zoomed = parseLook(upgradeLook({ ...old, camera, motion: { ...motion, of: 'zoom', speedMS: 1 } }));
    expect(pathOnSensor(zoomed).mm).toBeCloseTo((1 * 0.5 * 50) / 2.5, 2);
  });
});
