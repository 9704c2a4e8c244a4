import { nightOvenLooks, demoLooks, nocturneLooks } from '../src/demo';
import type { Look } from '../src/document';
import { random } from '../src/figure/numeric';
import { paintsOf, reflectancesOf } from '../src/scene/reflectances';
import { reaching } from '../src/transport/reach';
import { stageOf, type Stage } from '../src/transport/stage';
import { SENT_COLOURS, surroundLight, type SurroundLight } from '../src/transport/surround-light';
import { fourLands, plainLands, surroundLands } from '../src/transport/surround-lands';

/** Light by way of the surround on many places in WebAssembly against one place after the other in TypeScript, and both against the formula. */

const four = fourLands()!;
const next = random(17);
const between = (low: number, high: number) => low + (high - low) * next();

/** Places all over a room, each with a direction, and shares of the groups: a third of them unseen. */
function places(count: number, groups: number): { at: Float32Array; shares: Uint8Array } {
  const at = new Float32Array(6 * count);
  for (let n = 0; n < count; n++) {
    const normal = [between(-1, 1), between(-1, 1), between(-1, 1)];
    const length = Math.hypot(...normal);
    at.set([between(-1.5, 1.5), between(0.2, 2.2), between(-0.8, 1.5), ...normal.map((v) => v / length)], 6 * n);
  }
  return { at, shares: Uint8Array.from({ length: groups * count }, () => (next() < 0.33 ? 0 : Math.round(255 * next()))) };
}

const hazy = (look: Look): Look => ({ ...look, air: { hazePerM: 0.15 } });
const LOOKS = [...demoLooks(), ...nightOvenLooks(), ...nocturneLooks()].flatMap((look) => [look, hazy(look)]);

describe('what the surround lands on many places at once', () => {
  const apart = (look: Look, count: number): number => {
    const stage = stageOf(look);
    const light = surroundLight(reaching(look.lights[0]!, stage, paintsOf(look, reflectancesOf(look))));
    const { at, shares } = places(count, stage.surround.groups.count);
    const [a, b] = [four(light, stage, at, shares), plainLands(light, stage, at, shares)];
    expect(a).toHaveLength(light.colours.length * count);
    const most = Math.max(...b);
    expect(most).toBeGreaterThan(0);
    return Math.max(...a.map((v, i) => Math.abs(v - b[i]!))) / most;
  };

  it('is what it is on each by itself, in every demo room, clear and hazy', () => {
    for (const look of LOOKS) expect(apart(look, 40)).toBeLessThan(3e-6);
  });

  it.each([3, 511, 512, 1030])('is so however many there are: %d', (count) => {
    for (const look of LOOKS.slice(-2)) expect(apart(look, count)).toBeLessThan(3e-6);
  });

  /** A square metre at 2 m, seen straight on by a place that sees half of it. */
  const alone = (hazePerM: number, colours: readonly number[]) => {
    const flux = new Float64Array(SENT_COLOURS);
    flux[0] = 3;
    flux[2] = 5;
    const light: SurroundLight = {
      colours,
      senders: Float64Array.from([0, 0, 2, 0, 0, -1]),
      group: Uint16Array.from([1]),
      areaM2: Float64Array.from([1]),
      flux,
      groupFlux: new Float64Array(2 * SENT_COLOURS),
    };
    const stage = { hazePerM, surround: { groups: { count: 2 } } } as unknown as Stage;
    return [light, stage, Float32Array.from([0, 0, 0, 0, 0, 1]), Uint8Array.from([255, 51])] as const;
  };

  it.each([0, 0.2])('is by the formula of a disc of the same size, with haze of %d per metre in the way', (hazePerM) => {
    for (const lands of [four, plainLands, surroundLands]) {
      const factor = (0.2 / (4 + 1 / Math.PI)) * Math.exp(-2 * hazePerM);
      const out = lands(...alone(hazePerM, [0, 2]));
      expect(out[0]).toBeCloseTo(3 * factor, 6);
      expect(out[1]).toBeCloseTo(5 * factor, 6);
    }
  });

  it('is nothing behind a place, behind a sender, and from what is not seen', () => {
    for (const lands of [four, plainLands]) {
      const [light, stage, at, shares] = alone(0, [0]);
      const on = (place: readonly number[], seen = shares) => lands(light, stage, Float32Array.from(place), seen)[0];
      expect(on([...at])).toBeGreaterThan(0);
      expect(on([0, 0, 0, 0, 0, -1])).toBe(0);
      expect(on([0, 0, 3, 0, 0, -1])).toBe(0);
      expect(on([0, 0, 2, 0, 0, 1])).toBe(0);
      expect(on([...at], Uint8Array.from([255, 0]))).toBe(0);
      expect(lands({ ...light, group: new Uint16Array() }, stage, at, shares)[0]).toBe(0);
    }
  });
});
