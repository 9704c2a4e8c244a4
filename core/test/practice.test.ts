import { default_w } from 'ts-fsrs';
import { demoLooks } from '../src/demo';
import type { Look } from '../src/document';
import { kelvinToMired, turnBetweenDeg } from '../src/colour';
import {
  biases,
  codeOf,
  dialStepAt,
  judge,
  judgeFrame,
  progressOf,
  readCode,
  schedule,
  SEEDS,
  SKILLS,
  type Exercise,
  type PracticeAnswer,
  type Skill,
} from '../src/practice';
import { makeExercise, meanDifference, patchDistance, seenDifference } from '../src/practice/make';
import { evaluate } from '../src/scene';

const SEEDS_TRIED = [1, 77, 4242, 90_001, 1_234_567];
const made = new Map<string, Exercise>();
/** One exercise of each skill for each seed, made once. */
function exercise<K extends Skill>(skill: K, seed: number): Extract<Exercise, { skill: K }> {
  const key = codeOf(skill, seed);
  const found = made.get(key) ?? makeExercise(skill, seed);
  made.set(key, found);
  return found as Extract<Exercise, { skill: K }>;
}
const turned = (look: Look, id: string, by: number): Look => ({
  ...look,
  lights: look.lights.map((light) => (light.id === id ? { ...light, powerStops: light.powerStops + by } : light)),
});

describe('exercises', () => {
  it('are the same for a seed, and others for another', () => {
    for (const skill of SKILLS) {
      expect(makeExercise(skill, SEEDS_TRIED[0]!)).toEqual(exercise(skill, SEEDS_TRIED[0]!));
      expect(makeExercise(skill, SEEDS_TRIED[1]!)).not.toEqual(exercise(skill, SEEDS_TRIED[0]!));
    }
  });

  it.each(SEEDS_TRIED)('have one right answer by the model: seed %i', (seed) => {
    const stops = exercise('stops', seed);
    const own = (look: Look, id: string) => evaluate(look).lights.find((light) => light.id === id)!;
    expect(own(stops.after, stops.lightId).stops - own(stops.before, stops.lightId).stops).toBeCloseTo(stops.truth, 2);
    expect(seenDifference(evaluate(stops.before), evaluate(stops.after))).toBeGreaterThan(0.02);

    // At the edge its zone is clipped in that channel, and right before it is not.
    const edge = exercise('edge', seed);
    const at = (by: number) => {
      const { lights, probes } = evaluate(turned(edge.look, edge.lightId, by));
      return probes.find(({ id }) => id === lights.find((light) => light.id === edge.lightId)!.probe)!.clipped;
    };
    expect(at(edge.truth + 0.04)).toContain(edge.channel);
    expect(at(edge.truth - 0.04)).toEqual([]);

    // Without the light that is asked for, the place loses what is said of it.
    const whose = exercise('whose', seed);
    const lit = (look: Look) => evaluate(look).probes.find(({ id }) => id === whose.probe)!;
    for (const id of whose.options) {
      const without = {
        ...whose.look,
        lights: whose.look.lights.map((light) => (light.id === id ? { ...light, on: false } : light)),
      };
      const share = lit(whose.look).shares.find(({ lightId }) => lightId === id)?.share ?? 0;
      if (id === whose.truth) expect(lit(without).stops).toBeLessThan(lit(whose.look).stops - 1);
      else expect(share).toBeLessThanOrEqual(0.25);
    }

    const wrong = exercise('wrong', seed);
    expect(wrong.options).toHaveLength(4);
    expect(new Set(wrong.options).size).toBe(4);
    expect(wrong.options).toContain(wrong.truth);
    expect(seenDifference(evaluate(wrong.look), evaluate(wrong.cured))).toBeGreaterThan(0.06);

    const white = exercise('white', seed);
    expect(Math.abs(kelvinToMired(white.truth) - kelvinToMired(white.keyK))).toBeGreaterThanOrEqual(15);
    expect(white.look.camera.whiteK).toBe(white.truth);

    const match = exercise('match', seed);
    expect(match.start.lights.map(({ id }) => id)).toEqual(match.target.lights.map(({ id }) => id));
    expect(seenDifference(evaluate(match.start), evaluate(match.target))).toBeGreaterThan(0.06);
  });

  it.each(SEEDS_TRIED)('have wrong answers that can be seen to be wrong: seed %i', (seed) => {
    const makes = exercise('makes', seed);
    if (makes.ask === 'which') {
      const right = makes.options.filter(({ hex }) => patchDistance(hex, makes.hex) < 0.01);
      expect(right.map(({ id }) => id)).toEqual([makes.truth]);
      for (const a of makes.options)
        for (const b of makes.options)
          if (a !== b) {
            expect(patchDistance(a.hex, b.hex)).toBeGreaterThan(0.08);
            expect(Math.abs(turnBetweenDeg(a.hueDeg, b.hueDeg))).toBeGreaterThanOrEqual(15);
          }
      for (const { id, hueDeg } of makes.options)
        expect(judge(makes, { kind: 'choice', id })).toMatchObject({
          right: id === makes.truth,
          error: expect.closeTo(Math.abs(turnBetweenDeg(makes.hueDeg, hueDeg)), 6),
        });
    } else {
      expect(judge(makes, { kind: 'number', value: makes.truth })).toMatchObject({ error: 0, right: true });
      expect(judge(makes, { kind: 'number', value: makes.truth + 180 }).right).toBe(false);
    }

    const change = exercise('change', seed);
    const pictures = change.options.map(({ look }) => evaluate(look));
    pictures.forEach((a, i) => pictures.forEach((b, j) => i < j && expect(seenDifference(a, b)).toBeGreaterThan(0.05)));
    // What is said of flash and lasting light is what the camera records of them.
    const chosen = change.options.find(({ id }) => id === change.truth)!.look;
    for (const light of change.before.lights) {
      const [was, is] = [change.before, chosen].map((look) => evaluate(look).lights.find(({ id }) => id === light.id)!.stops);
      const said = light.fixture.kind === 'flash' ? change.flashStops : change.lastingStops;
      // A soft box twice as far loses a little less than two stops.
      expect(Math.abs(is! - was! - said)).toBeLessThan(change.change.of === 'distance' ? 0.6 : 0.06);
    }

    const cost = exercise('cost', seed);
    if (cost.ask === 'which-most') {
      const [most, next] = [...cost.patches].sort((a, b) => b.stopsLost - a.stopsLost);
      expect(most!.id).toBe(cost.truth);
      expect(most!.stopsLost - next!.stopsLost).toBeGreaterThanOrEqual(0.7);
    } else expect(cost.truth).toBe(cost.patches[0]!.stopsLost);
    const wrong = exercise('wrong', seed);
    expect(meanDifference(evaluate(wrong.look), evaluate(wrong.cured))).toBeGreaterThan(0.01);
  });

  it('ask for a place on a hue dial, judged by the hue that is seen', () => {
    const dial = [4, 5, 6, 7, 8, 9]
      .map((seed) => exercise('makes', seed))
      .find((one): one is Extract<typeof one, { ask: 'dial' }> => one.ask === 'dial')!;
    // Nominally a dial says red at 0, green at 120 and blue at 240 degrees.
    for (const [at, hue] of [
      [0, 29],
      [120, 142],
      [240, 264],
    ] as const)
      expect(Math.abs(turnBetweenDeg(hue, dialStepAt(dial.steps, at).hueDeg))).toBeLessThan(25);
    expect(dialStepAt(dial.steps, 359)).toBe(dial.steps[0]);
    expect(dialStepAt(dial.steps, -5)).toBe(dialStepAt(dial.steps, 355));
    for (const { dialDeg, hueDeg } of dial.steps) {
      const { signed, error } = judge(dial, { kind: 'number', value: dialDeg });
      expect(signed).toBeCloseTo(turnBetweenDeg(dial.hueDeg, hueDeg), 6);
      expect(error).toBeCloseTo(Math.abs(signed!), 6);
    }
    expect(() => judge(dial, { kind: 'choice', id: '1' })).toThrow('answered with a number');
  });

  it('are made of own looks, or it is said that these have nothing to practise on', () => {
    const own = demoLooks().slice(0, 1);
    for (const skill of ['stops', 'edge', 'whose', 'match', 'white'] as const) {
      const one = makeExercise(skill, 5, own);
      const look = 'look' in one ? one.look : 'target' in one ? one.target : 'before' in one ? one.before : null;
      expect(look!.title).toBe(own[0]!.title);
    }
    expect(() => makeExercise('whose', 5, [{ ...own[0]!, lights: [] }])).toThrow('no lights that this can be practised on');
  });

  it('are called by a code that is read again', () => {
    for (const seed of [0, 1, 31, 32, SEEDS - 1]) expect(readCode(codeOf('edge', seed))).toEqual({ skill: 'edge', seed });
    expect(readCode(' Stops - 22222b ')).toEqual({ skill: 'stops', seed: readCode('stops-22222B').seed });
    for (const text of ['', 'stops', 'stops-1', 'stops-22222O', 'nothing-222222', 'stops-2222222'])
      expect(() => readCode(text)).toThrow('no code of an exercise');
  });
});

describe('answers', () => {
  it('are off by what lies between guess and truth, and graded by that', () => {
    const stops = exercise('stops', 1);
    const guess = (by: number) => judge(stops, { kind: 'number', value: stops.truth + by });
    expect(guess(0)).toMatchObject({ error: 0, right: true, grade: 'easy' });
    expect(guess(-0.4)).toMatchObject({ right: true, grade: 'good' });
    expect(guess(-0.4).signed).toBeCloseTo(-0.4, 9);
    expect(guess(0.8)).toMatchObject({ right: false, grade: 'hard' });
    expect(guess(2)).toMatchObject({ right: false, grade: 'again' });
    const edge = exercise('edge', 1);
    const other = (['r', 'g', 'b', 'R', 'G', 'B'] as const).find((one) => one !== edge.channel) as typeof edge.channel;
    expect(judge(edge, { kind: 'number', value: edge.truth, channel: edge.channel }).error).toBeCloseTo(0, 9);
    expect(judge(edge, { kind: 'number', value: edge.truth, channel: other }).error).toBeCloseTo(0.5, 9);
    const white = exercise('white', 1);
    expect(judge(white, { kind: 'number', value: white.truth })).toMatchObject({ error: 0, grade: 'easy' });
    const whose = exercise('whose', 1);
    for (const id of whose.options) expect(judge(whose, { kind: 'choice', id }).right).toBe(id === whose.truth);
    const match = exercise('match', 1);
    const powers = Object.fromEntries(match.target.lights.map(({ id, powerStops }) => [id, powerStops]));
    expect(judge(match, { kind: 'powers', powers, shots: 2 })).toMatchObject({ error: 0, grade: 'easy' });
    expect(judge(match, { kind: 'powers', powers, shots: 9 })).toMatchObject({ right: true, grade: 'good' });
    expect(judge(match, { kind: 'powers', powers: {}, shots: 1 }).error).toBeGreaterThan(0.3);
    expect(() => judge(match, { kind: 'choice', id: 'key' })).toThrow('by dialling');
    expect(() => judge(stops, { kind: 'number', value: NaN })).toThrow('with a number');
  });

  it('before a test frame are held against what was measured in it', () => {
    const lights = [
      { lightId: 'key', offStops: -0.1, isOff: false },
      { lightId: 'rim', offStops: 1.2, isOff: true },
      { lightId: 'hair', offStops: -0.6, isOff: true },
    ];
    expect(judgeFrame(lights, { lightId: 'rim', stops: 1 })).toMatchObject({ right: true, grade: 'easy' });
    expect(judgeFrame(lights, { lightId: 'rim', stops: 0.5 }).signed).toBeCloseTo(-0.7, 9);
    expect(judgeFrame(lights, { lightId: 'hair', stops: -0.6 })).toMatchObject({ error: 1.2, right: false, grade: 'again' });
    expect(judgeFrame(lights, null)).toMatchObject({ error: 1.2, right: false });
    expect(judgeFrame(lights.slice(0, 1), null)).toMatchObject({ error: 0, right: true });
    expect(judgeFrame(lights.slice(0, 1), { lightId: 'key', stops: 1.5 })).toMatchObject({ error: 1.5, grade: 'again' });
  });

  const day = 86_400_000;
  const answer = (at: number, part: Partial<PracticeAnswer> = {}): PracticeAnswer => ({
    id: `${at}`,
    at,
    skill: 'stops',
    code: 'stops-222222',
    error: 0.3,
    signed: 0.3,
    grade: 'good',
    about: 'blue',
    ...part,
  });

  it('set when a skill comes again: what was good later each time, what was wrong soon', () => {
    const planned = (list: readonly PracticeAnswer[], now: number) => schedule(list, now).find(({ skill }) => skill === 'stops')!;
    let list: PracticeAnswer[] = [];
    let now = 0;
    const waits: number[] = [];
    for (let i = 0; i < 5; i++) {
      list = [...list, answer(now)];
      const { due } = planned(list, now);
      waits.push((due! - now) / day);
      // By the published forgetting curve nine tenths are still at hand when it is due.
      expect(planned(list, due!).recall).toBeCloseTo(0.9, 1);
      now = due!;
    }
    for (let i = 1; i < waits.length; i++) expect(waits[i]).toBeGreaterThan(waits[i - 1]!);
    // After the published curve, R(t) = (1 + f t / S)^-d with R(S) = 0.9: also long before and long after it is due.
    const d = default_w[20]!;
    const f = 0.9 ** (-1 / d) - 1;
    const [last, wait] = [list.at(-1)!.at, waits.at(-1)!];
    for (const times of [0.25, 0.5, 2, 4])
      expect(planned(list, last + times * wait * day).recall).toBeCloseTo((1 + f * times) ** -d, 2);
    const after = planned([...list, answer(now, { grade: 'again' })], now);
    expect((after.due! - now) / day).toBeLessThan(waits.at(-1)! / 2);
    // What is due comes first, then what was never tried, then what is at hand.
    const order = schedule([answer(0), answer(0, { skill: 'edge', grade: 'easy' })], 3 * day).map(({ skill }) => skill);
    expect(order[0]).toBe('stops');
    expect(order.at(-1)).toBe('edge');
    expect(order).toHaveLength(SKILLS.length);
  });

  it('show how the error went, and what is judged too high or too low', () => {
    const list = Array.from({ length: 24 }, (_, i) =>
      answer(i * day, {
        error: 1 - i / 30,
        signed: (i % 2 ? 0.7 : 0.8) * (i % 3 === 0 ? 1 : 0.9),
        about: i % 2 ? 'blue' : 'amber',
      }),
    );
    const progress = progressOf(list, 'stops')!;
    expect(progress.count).toBe(24);
    expect(progress.last).toBeLessThan(progress.first);
    expect(progress.points).toHaveLength(24);
    expect(progressOf(list, 'white')).toBeNull();
    const [first] = biases(list);
    expect(first).toMatchObject({ about: 'amber', skill: 'stops' });
    expect(first!.signed).toBeGreaterThan(0.7);
    // As often one way as the other is no leaning.
    expect(biases(list.map((one, i) => ({ ...one, signed: (i % 4 < 2 ? 1 : -1) * 0.5 })))).toEqual([]);
  });
});
