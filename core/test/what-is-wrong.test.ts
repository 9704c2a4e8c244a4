import { STAND_IN_KIT } from '../src/catalogue';
import { demoLooks } from '../src/demo';
import type { Look } from '../src/document/schema';
import { FAULT_WORDS, type Cause } from '../src/planning';
import { clash } from '../src/planning/faults/agree';
import { faultMeasure } from '../src/planning/faults/words';
import { causesOf } from '../src/planning/search';
import { evaluate, parseLook } from '../src/scene';
import { PROBLEM_LOOKS } from './problem-looks';
import { shaken } from './shaken-looks';

const [piste] = demoLooks() as [Look];
const named = ({ finding: { kind }, lightId }: Cause) => `${kind} ${lightId ?? ''}`.trim();

describe('what is wrong with thirty looks', () => {
  it.each(PROBLEM_LOOKS)('$name: $word', ({ word, causes, look }) => {
    parseLook(look);
    const found = causesOf(word, look, STAND_IN_KIT);
    expect(found.slice(0, causes.length).map(named)).toEqual(expect.arrayContaining(causes.map((cause) => cause.join(' '))));
    const before = faultMeasure(word, evaluate(look));
    for (const cause of found) {
      parseLook(cause.look);
      // What is said of a cure is what it does; one that another hides is told with it.
      const alone = (before - faultMeasure(word, evaluate(cause.look))) / before;
      if (cause.partner) expect(cause.helps).toBeGreaterThan(alone);
      else expect(cause.helps).toBeCloseTo(Math.min(1, alone), 6);
    }
  });

  it('holds thirty-one of them, eleven with two faults', () => {
    expect(PROBLEM_LOOKS).toHaveLength(31);
    expect(PROBLEM_LOOKS.filter(({ causes }) => causes.length === 2).length).toBeGreaterThanOrEqual(10);
  });

  it('a look without the fault has little to blame', () => {
    expect(causesOf('just-white', piste, STAND_IN_KIT)).toEqual([]);
  });
});

describe('causes agree with each other', () => {
  it('no two of a generated look contradict each other, nor say one thing twice', () => {
    for (let seed = 1; seed <= 12; seed++) {
      const look = shaken(9000 + seed);
      for (const word of [FAULT_WORDS[seed % FAULT_WORDS.length]!, 'washed-out'] as const) {
        const found = causesOf(word, look, STAND_IN_KIT);
        expect(new Set(found.map(named)).size).toBe(found.length);
        found.forEach((a, i) =>
          found.slice(0, i).forEach((b) => expect([named(a), named(b), clash(a, b)]).toEqual([named(a), named(b), false])),
        );
        // One white balance, one exposure, one word on each gel.
        const kinds = found.map(({ finding }) => finding.kind);
        expect(kinds.filter((kind) => kind === 'white-balance').length).toBeLessThan(2);
        expect(kinds.includes('exposure-high') && kinds.includes('exposure-low')).toBe(false);
      }
    }
  });

  it('a camera that is set to its key is not blamed, whatever hangs before the key', () => {
    for (let seed = 1; seed <= 6; seed++) {
      const look = shaken(300 + seed);
      const key = look.lights.find(({ role }) => role === 'key');
      if (key?.fixture.kind !== 'flash') continue;
      const set = { ...look, camera: { ...look.camera, whiteK: 5600, tintDuv: 0 } };
      for (const word of ['too-orange', 'washed-out'] as const)
        expect(causesOf(word, set, STAND_IN_KIT).map(({ finding }) => finding.kind)).not.toContain('white-balance');
    }
  });

  it.each([
    ['level-high', 'a', 'level-low', 'a', true],
    ['level-high', 'a', 'level-low', 'b', false],
    ['exposure-high', null, 'level-low', 'b', true],
    ['exposure-high', null, 'level-high', 'b', true],
    ['gel-pale', 'a', 'gel-deep', 'a', true],
    ['gel-pale', 'a', 'gel-deep', 'b', false],
    ['spill', 'a', 'level-low', 'a', true],
    ['haze', null, 'ambient', null, false],
    ['leak', 'a', 'haze', null, false],
  ] as const)('%s of %s and %s of %s: %s', (kind, lightId, other, otherId, expected) => {
    const one = { finding: { kind }, lightId };
    const two = { finding: { kind: other }, lightId: otherId };
    expect([clash(one, two), clash(two, one)]).toEqual([expected, expected]);
  });
});
