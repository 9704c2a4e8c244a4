/**
 * @jest-environment node
 */
import type { readFiguresFrom } from '../figures/read';
import { demoLooks } from '../src/demo';
import type { Light, Look } from '../src/document';
import { balance } from '../src/planning/search';
import { evaluate } from '../src/scene';
import { compileScene } from '../src/scene/compile';
import { copyOf, isAlike, withLights } from './support';

/** A scene keeps what was worked out before. Nobody may tell it by the answer: each is held against one of a program that has just started. */
function anew(look: Look): unknown {
  let readings: unknown;
  jest.isolateModules(() => {
    (jest.requireActual('../figures/read') as { readFiguresFrom: typeof readFiguresFrom }).readFiguresFrom('figures');
    readings = (jest.requireActual('../src/scene') as { evaluate: typeof evaluate }).evaluate(look);
  });
  return readings;
}

const first = () => copyOf(demoLooks()[0]!);
const only = (l: number, change: (light: Light) => Partial<Light>) => (look: Look) =>
  withLights(look, (light) => (light.id === look.lights[l]!.id ? change(light) : {}));

/** One edit of every kind that a light or the rest of a look can see. */
const EDITS: readonly (readonly [string, (look: Look) => Look])[] = [
  ['a power', only(1, ({ powerStops }) => ({ powerStops: powerStops - 0.7 }))],
  ['a gel taken off', only(1, () => ({ gels: [] }))],
  ['a place', only(0, ({ position: [x, y, z] }) => ({ position: [x + 0.3, y, z] }))],
  ['a unit that gives less', only(0, ({ unit }) => ({ unit: { ...unit, outputStops: -0.5 } }))],
  ['a light muted', only(2, () => ({ muted: true }))],
  ['a light alone', only(0, () => ({ solo: true }))],
  ['a zone', (look) => only(0, () => ({ zone: look.probes.at(-1)!.id }))(look)],
  ['the exposure', (look) => ({ ...look, camera: { ...look.camera, iso: 2 * look.camera.iso } })],
  ['the white', (look) => ({ ...look, camera: { ...look.camera, whiteK: 4300 } })],
  ['haze', (look) => ({ ...look, air: { ...look.air, hazePerM: 0.08 } })],
  ['the walls', (look) => ({ ...look, room: { ...look.room, walls: 0.1 } })],
  ['the room light', (look) => ({ ...look, ambient: { ...look.ambient, lux: 40 } })],
  ['the head turned', (look) => ({ ...look, subject: { ...look.subject, turnDeg: 20 } })],
  ['a probe', (look) => ({ ...look, probes: look.probes.slice(0, -1) })],
];

describe('a scene that keeps what it worked out', () => {
  it('reads every edit, and the way back, as a program does that has just started', () => {
    const look = first();
    const before = evaluate(look);
    for (const [what, edit] of EDITS) {
      const edited = edit(look);
      const [kept, fresh] = [evaluate(edited), anew(edited)];
      expect([what, isAlike(kept, fresh)]).toEqual([what, true]);
      expect([what, isAlike(kept, before)]).toEqual([what, false]);
      expect([what, isAlike(evaluate(look), before)]).toEqual([what, true]);
    }
  });

  it('does not follow what is written into a look that it was given', () => {
    const look = first();
    const before = evaluate(look);
    const written = copyOf(look);
    evaluate(written);
    written.lights[0]!.position[0] += 0.4;
    written.lights[1]!.gels = [];
    written.probes[0]!.normal = [0, 1, 0];
    written.camera.iso *= 2;
    written.boards = [];
    expect(isAlike(evaluate(written), anew(written))).toBe(true);
    expect(isAlike(evaluate(look), before)).toBe(true);
  });

  it('is not written into by a balance, which lays the sheen of skin over it', () => {
    const look = first();
    const figures = () => JSON.stringify(compileScene(look).lights.map(({ knots }) => knots));
    const before = figures();
    const found = balance(look);
    expect(figures()).toBe(before);
    expect(isAlike(balance(look).objective, found.objective)).toBe(true);
  });

  it('works the other lights out no second time when one is moved', () => {
    const look = first();
    const [before, after] = [look, only(0, () => ({ powerStops: -3 }))(look)].map((one) => compileScene(one).lights);
    before!.forEach((light, l) => expect(after![l]!.knots).toBe(light.knots));
    const moved = compileScene(only(0, ({ position: [x, y, z] }) => ({ position: [x, y + 0.2, z] }))(look)).lights;
    expect(moved.map(({ knots }, l) => knots === before![l]!.knots)).toEqual(moved.map((_, l) => l !== 0));
  });
});
