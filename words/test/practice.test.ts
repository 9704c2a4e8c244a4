import { demoLooks } from '@fulgent/core/demo';
import { SKILLS, type Exercise } from '@fulgent/core/practice';
import { makeExercise } from '@fulgent/core/practice/make';
import { evaluate } from '@fulgent/core/scene';
import { flat, gaussian, WAVELENGTHS_NM } from '@fulgent/core/spectrum';
import {
  biasWords,
  errorWords,
  exerciseQuestion,
  exerciseWhy,
  FAULT_NAMES_PRACTICE,
  judgedWords,
  LESSONS,
  patchWords,
  SKILL_WORDS,
  whatIsAxis,
  whatIsCourse,
  whatIsTurn,
  whatIsDepth,
  whatIsDisc,
  whatIsEvenness,
  whatIsLevels,
  whatIsLoss,
  whatIsMap,
  whatIsOutput,
  whatIsSpectrum,
  whatIsSum,
  whatIsTone,
  whatIsTransmission,
  whatIsVividness,
  whatIsWhite,
  whatIsWindow,
} from '../src/index';

const SEEDS = [3, 1000, 99_999];

describe('words of practice', () => {
  it('ask one thing, and explain the truth with its own numbers', () => {
    for (const skill of SKILLS)
      for (const seed of SEEDS) {
        const exercise: Exercise = makeExercise(skill, seed);
        const [question, why] = [exerciseQuestion(exercise), exerciseWhy(exercise)];
        expect(question).toMatch(/[?.]$/);
        expect(why).toMatch(/\.$/);
        for (const text of [question, why]) {
          expect(text).not.toMatch(/undefined|NaN|null|\{|\}/);
          expect(text.length).toBeLessThan(260);
        }
        if ('lightId' in exercise && exercise.lightId && exercise.skill !== 'wrong') {
          const look = 'look' in exercise ? exercise.look : exercise.before;
          expect(question).toContain(look.lights.find(({ id }) => id === exercise.lightId)!.name);
        }
        // What is asked for is not said before it is answered.
        if (exercise.skill === 'edge') expect(question).not.toContain(exercise.truth.toFixed(1));
        if (exercise.skill === 'white') {
          expect(question).not.toContain(`${exercise.truth} K`);
          expect(why).toContain(`${exercise.truth} K`);
        }
        if (exercise.skill === 'makes')
          expect(why).toContain(
            exercise.ask === 'dial'
              ? `${exercise.truth}° on this dial`
              : patchWords(exercise.options.find(({ id }) => id === exercise.truth)!),
          );
      }
  });

  it('say how far a guess is off, and which way', () => {
    const judged = (error: number, signed: number | null, right: boolean) => ({ error, signed, right, grade: 'good' as const });
    expect(judgedWords(judged(0, 0, true), 'stops')).toBe('Exactly.');
    expect(judgedWords(judged(0.4, -0.4, true), 'stops')).toBe('0.4 stops too little, near enough.');
    expect(judgedWords(judged(1, 1, false), 'stops')).toBe('1.0 stop too much.');
    expect(judgedWords(judged(1.2, null, false), 'stops')).toBe('1.2 stops off.');
    expect(judgedWords(judged(44, 44, false), 'mired')).toBe('44 mired off.');
    expect(judgedWords(judged(1, null, false), 'wrong')).toBe('Not that.');
    expect(judgedWords(judged(0, null, true), 'degrees')).toBe('Right.');
    expect(judgedWords(judged(38.4, null, false), 'degrees')).toBe('Not that: 38° of hue away.');
    expect(judgedWords(judged(12, -12, true), 'degrees')).toBe('12° of hue off, near enough.');
    expect(judgedWords(judged(40, 40, false), 'degrees')).toBe('40° of hue off.');
    expect(errorWords(11.6, 'degrees')).toBe('12° of hue');
    expect(errorWords(0.25, 'wrong')).toBe('75 % right');
    expect(errorWords(31.4, 'mired')).toBe('31 mired');
  });

  it('tell a leaning as what to do about it', () => {
    const bias = (part: object) => ({ skill: 'stops' as const, about: 'blue', signed: 0.7, count: 9, ...part });
    expect(biasWords(bias({}))).toBe('You judge blue 0.7 stops too bright.');
    expect(biasWords(bias({ signed: -1, about: '' }))).toBe('You judge light 1.0 stop too dark.');
    expect(biasWords(bias({ skill: 'white', signed: 31 }))).toBe('You take the white 31 mired too warm.');
    expect(biasWords(bias({ skill: 'edge', signed: -0.5 }))).toBe('You place the edge of blue 0.5 stops too near.');
    expect(biasWords(bias({ skill: 'makes', about: 'teal', signed: -14 }))).toBe(
      'You dial teal 14° of hue too far back, from red over green to blue.',
    );
    expect(biasWords(bias({ skill: 'cost', signed: 0.6 }))).toBe('You think that gels take 0.6 stops more than they do.');
  });

  it('name every skill, fault and lesson', () => {
    expect(Object.keys(SKILL_WORDS).sort()).toEqual([...SKILLS].sort());
    expect(new Set(Object.values(FAULT_NAMES_PRACTICE)).size).toBe(8);
    for (const { title, text, see } of LESSONS) for (const words of [title, text, see]) expect(words.length).toBeGreaterThan(3);
  });
});

describe('what a figure is', () => {
  const look = demoLooks()[0]!;
  const readings = evaluate(look);

  it('is said with the numbers of the look', () => {
    expect(whatIsAxis(readings).text).toContain('The face meters');
    for (const light of readings.lights) {
      const { text } = whatIsWindow(light);
      expect(text).toContain(light.name);
      if (!light.isWhite && light.window) expect(text).toContain('brackets');
      expect(whatIsVividness(light).text).toContain(`${Math.round(100 * light.vividness)} %`);
      if (light.stopsLost > 0) expect(whatIsLoss(light).text).toContain(`${light.stopsLost.toFixed(1)} stops are lost`);
    }
    expect(whatIsMap(look.palette.members, look).text).toContain(`${look.camera.whiteK} K`);
    expect(whatIsMap([], look).text).not.toContain('strongest');
    const across = [-1.2, -0.5, -0.9].map((stops, x) => ({ x, stops }));
    expect(whatIsEvenness({ across, spanStops: 0.7 }).text).toContain('From its left end (-1.2) to its right (-0.9)');
    const levels = { fromStops: -1, stepStops: 1, r: [0.5, 0.3, 0.15, 0.05], g: [1, 0, 0, 0], b: [0, 0, 0, 1], ceilingStops: 1 };
    expect(whatIsLevels(levels).text).toContain('20 % of it in red, 0 % in green and 100 % in blue');
    expect(whatIsDisc({ size: 1, reach: 0.32, density: new Float32Array(1) }).text).toContain('0.32 (OKLCh)');
    expect(whatIsOutput({ name: 'Panel', lowK: 2700, highK: 6500 }).text).toContain('Panel mixes white from 2700 to 6500 K');
    expect(whatIsWhite(look).text).toContain(`${Math.round(1e6 / look.camera.whiteK)} here`);
    expect(whatIsTransmission(2.3, [0.4, 2.9, 3.1]).text).toContain('2.3 stops less: 0.4 of what the camera has as red');
    expect(whatIsSpectrum('Tube', flat(0.5)).text).toContain('all wavelengths in good measure');
    const narrow = WAVELENGTHS_NM.map((nm) => gaussian(nm, 450, 20));
    expect(whatIsSpectrum('Tube', narrow).text).toMatch(/strongest at 450 nm\. Over \d+ % of the range/);
    expect(whatIsTone(3.1, 0.07).text).toMatch(/\+3\.1 over mid-grey.*sure to 0\.07 stop/);
    expect(whatIsDepth(['Wall']).text).toContain('Here: Wall.');
    expect(whatIsDepth([]).text).toContain('stands off');
    expect(whatIsSum(4).text).toContain('all 4 lights');
    const steps = [-20, 0, 20, 40].map((turnDeg) => ({ turnDeg, keyStops: turnDeg / 40, lost: [] }));
    expect(whatIsTurn({ steps, lowDeg: -20, highDeg: 20 }).text).toMatch(/40° wide.*changes by 1\.0 stops/);
    expect(whatIsTurn({ steps: [], lowDeg: 0, highDeg: 0 }).text).toMatch(/0° wide.*changes by 0\.0 stops/);
    expect(whatIsCourse({ rateHz: 2, rangeStops: 1 }).text).toContain(
      '2 times a second and falls by 1 stops at most: at its lowest 50 %',
    );
    const [first] = readings.lights;
    expect(whatIsWindow({ ...first!, isWhite: false, window: null }).text).toContain('has no window');
  });
});
