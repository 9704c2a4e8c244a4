import { KEY_HOLDS_STOPS, TURN_STEP_DEG, turnRange } from '../src/day';
import { demoLooks, nightOvenLooks, nocturneLooks } from '../src/demo';
import type { Look } from '../src/document';
import { evaluate } from '../src/scene';

const poster = demoLooks()[0]!;
const turned = (look: Look, turnDeg: number): Look => ({ ...look, subject: { ...look.subject, turnDeg } });
const holds = (kind: string) => kind === 'vivid' || kind === 'white';

describe('how far a person may turn', () => {
  it.each([...demoLooks(), ...nightOvenLooks()].map((look) => [look.title, look] as const))(
    'as evaluated angle by angle: %s',
    (_title, look) => {
      const range = turnRange(look);
      const plan = evaluate(look);
      const holding = plan.lights.filter(({ verdict }) => holds(verdict.kind)).map(({ id }) => id);
      expect(range.lowDeg).toBeLessThanOrEqual(look.subject.turnDeg);
      expect(range.highDeg).toBeGreaterThanOrEqual(look.subject.turnDeg);
      for (let deg = range.lowDeg; deg <= range.highDeg; deg += TURN_STEP_DEG) {
        const now = evaluate(turned(look, deg));
        for (const id of holding) expect(holds(now.lights.find((light) => light.id === id)!.verdict.kind)).toBe(true);
        if (Number.isFinite(plan.keyStops)) expect(Math.abs(now.keyStops - plan.keyStops)).toBeLessThanOrEqual(KEY_HOLDS_STOPS);
      }
      for (const [deg, limit] of [
        [range.lowDeg - TURN_STEP_DEG, range.lowLimit],
        [range.highDeg + TURN_STEP_DEG, range.highLimit],
      ] as const) {
        if (limit === null) continue;
        const now = evaluate(turned(look, deg));
        const gone = holding.some((id) => !holds(now.lights.find((light) => light.id === id)!.verdict.kind));
        expect(gone || Math.abs(now.keyStops - plan.keyStops) > KEY_HOLDS_STOPS).toBe(true);
      }
    },
  );

  it('darkens the face when it turns away from a hard key at the side, as the cosine says', () => {
    const steps = turnRange(poster).steps;
    const key = poster.lights.find(({ role }) => role === 'key')!;
    const away = key.position[0] < 0 ? steps.at(-1)! : steps[0]!;
    expect(away.keyStops).toBeLessThan(evaluate(poster).keyStops - 1);
  });

  it('counts from how the person stands in the look', () => {
    const range = turnRange(turned(poster, 150));
    expect(range.steps.some(({ turnDeg }) => turnDeg === 150)).toBe(true);
    expect(Math.max(...range.steps.map(({ turnDeg }) => turnDeg))).toBe(180);
    expect(range.steps.find(({ turnDeg }) => turnDeg === 150)!.lost).toEqual([]);
  });

  it('has no say about a bottle that is alike all round, but answers', () => {
    const range = turnRange(nocturneLooks()[0]!);
    expect(range.steps.length).toBeGreaterThan(20);
  });
});
