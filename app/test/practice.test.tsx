import type { Exercise, PracticeAnswer, Skill } from '@fulgent/core/practice';
import { makeExercise } from '@fulgent/core/practice/make';
import { LESSONS, TOUCHES } from '@fulgent/words';
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { Answering } from '../src/practice/Answering';
import { EyePage } from '../src/practice/EyePage';
import { GuessFirst } from '../src/practice/GuessFirst';
import { PracticePage } from '../src/practice/PracticePage';
import { touchedLook } from '../src/practice/touched';
import { poster, press, show, type } from './pages';

jest.mock('expo-router', () => jest.requireActual('./router'));
jest.mock('comlink', () => jest.requireActual('./in-process'));

const sent: PracticeAnswer[] = [];
jest.mock('../src/api/client', () => {
  const actual = jest.requireActual('../src/api/client');
  return { ...actual, api: { ...actual.api, addPractice: async (lot: PracticeAnswer[]) => void mockSent().push(...lot) } };
});
const mockSent = () => sent;

beforeEach(() => {
  sent.length = 0;
  localStorage.removeItem('fulgent:practice-unsent');
});

const SEED = 4242;
const made = <K extends Skill>(skill: K) => makeExercise(skill, SEED) as Extract<Exercise, { skill: K }>;
/** The first exercise of "makes" that asks so. */
function ofMakes<A extends 'which' | 'dial'>(ask: A) {
  for (let seed = SEED; ; seed++) {
    const exercise = makeExercise('makes', seed) as Extract<Exercise, { skill: 'makes' }>;
    if (exercise.ask === ask) return exercise as Extract<Exercise, { skill: 'makes'; ask: A }>;
  }
}
const asked = (exercise: Exercise) => show(<Answering exercise={exercise} width={360} onJudged={() => undefined} />);
const answered = async () => {
  press('Answer');
  await screen.findByTestId('judged');
  await waitFor(() => expect(sent).toHaveLength(1));
  return sent[0]!;
};

describe('an exercise', () => {
  it('of stops is answered on an axis, judged with its numbers, and kept', async () => {
    const exercise = made('stops');
    asked(exercise);
    expect(screen.getByTestId('question').textContent).toContain('By how many stops');
    expect((screen.getByRole('button', { name: 'Answer' }) as HTMLButtonElement).getAttribute('aria-disabled')).toBe('true');
    const axis = screen.getByRole('slider', { name: 'Stops that the light was changed by' });
    const thirds = Math.round(exercise.truth * 3);
    for (let i = 0; i < Math.abs(thirds); i++) fireEvent.keyDown(axis, { key: thirds > 0 ? 'ArrowRight' : 'ArrowLeft' });
    const { error, skill, code, grade, about } = await answered();
    expect(error).toBeLessThan(0.01);
    expect([skill, code, grade]).toEqual(['stops', exercise.code, 'easy']);
    expect(about).not.toBe('');
    expect(screen.getByTestId('judged').textContent).toContain('Exactly.');
    // What is answered stands.
    fireEvent.keyDown(axis, { key: 'PageUp' });
    expect(Number(axis.getAttribute('aria-valuenow'))).toBeCloseTo(exercise.truth, 2);
    expect(screen.getByTestId('truth')).toBeTruthy();
  });

  it('of the edge wants its channel too, and uncovers the strip', async () => {
    const exercise = made('edge');
    asked(exercise);
    fireEvent.keyDown(screen.getByRole('slider'), { key: 'ArrowRight' });
    expect(screen.getByRole('button', { name: 'Answer' }).getAttribute('aria-disabled')).toBe('true');
    fireEvent.click(screen.getByRole('radio', { name: exercise.channel.toUpperCase() }));
    expect(screen.queryByTestId('uncovered')).toBeNull();
    await answered();
    expect(screen.getByTestId('uncovered')).toBeTruthy();
    expect(screen.getByTestId('judged').textContent).toContain('clips first');
  });

  it('of whose light is answered by name or on the plan', async () => {
    const exercise = made('whose');
    asked(exercise);
    const name = exercise.look.lights.find(({ id }) => id === exercise.truth)!.name;
    fireEvent.click(screen.getByRole('radio', { name }));
    expect((await answered()).error).toBe(0);
    expect(screen.getByTestId('judged').textContent).toContain(`${name} is`);
  });

  it('of a colour on a hue dial is dialled on the wheel, and shows both colours then', async () => {
    const exercise = ofMakes('dial');
    asked(exercise);
    expect(screen.getByTestId('question').textContent).toContain('Where on its hue dial');
    type('Hue on its own wheel', String(exercise.truth));
    expect(await answered()).toMatchObject({ error: 0, grade: 'easy' });
    expect(screen.getByText(`Yours, ${exercise.truth}°`)).toBeTruthy();
    expect(screen.getByTestId('judged').textContent).toContain(`It is ${exercise.truth}° on this dial`);
  });

  it.each(['wrong', 'makes', 'change'] as const)('of %s is a choice of which one is right', async (skill) => {
    const exercise = skill === 'makes' ? ofMakes('which') : made(skill);
    const { unmount } = asked(exercise);
    const truth = exercise.options.findIndex((option) => (typeof option === 'string' ? option : option.id) === exercise.truth);
    const radios = screen.getAllByRole('radio');
    fireEvent.click(radios[(truth + 1) % radios.length]!);
    expect((await answered()).grade).toBe('again');
    expect(sent[0]!.error).toBeGreaterThanOrEqual(1);
    expect(screen.getByTestId('judged').textContent).toContain('Not that');
    unmount();
    sent.length = 0;
    asked(exercise);
    fireEvent.click(screen.getAllByRole('radio')[truth]!);
    expect(await answered()).toMatchObject({ error: 0, grade: 'good' });
  });

  it('of a match takes shots, and shows what it was', async () => {
    const exercise = made('match');
    asked(exercise);
    const light = exercise.target.lights[0]!;
    press(`${light.name}: more`);
    press('Take a shot');
    expect(screen.getByTestId('shots').textContent).toBe('Shot 1');
    await answered();
    expect(screen.getByTestId('judged').textContent).toContain('in stops from full');
  });

  it('of white is dialled in kelvins, and says that it is for the eye', async () => {
    const exercise = made('white');
    asked(exercise);
    type('White balance', `${exercise.truth}`);
    expect((await answered()).error).toBeCloseTo(0, 6);
    expect(screen.getByText(/for the eye/)).toBeTruthy();
  });

  it('has its picture in figures, without the answer', () => {
    asked(made('wrong'));
    press('In figures');
    expect(screen.getByTestId('figures').children.length).toBeGreaterThan(5);
  });
});

const DAY = 86_400_000;
const answer = (i: number, part: Partial<PracticeAnswer> = {}): PracticeAnswer => ({
  id: `a${i}`,
  at: Date.now() - (40 - i) * DAY,
  skill: 'stops',
  code: '',
  error: 1 - i / 40,
  signed: 0.7,
  grade: 'good',
  about: 'blue',
  ...part,
});

describe('practice', () => {
  it('begins with what is due, and tells of every skill', async () => {
    show(<PracticePage />, async () => [answer(0), answer(39, { id: 'e', skill: 'edge', grade: 'easy', at: Date.now() })]);
    expect(await screen.findByText('Begin: How many stops?')).toBeTruthy();
    expect(screen.getByText(/at hand, again in/)).toBeTruthy();
    expect(screen.getAllByText('new')).toHaveLength(7);
    type('Code', 'nonsense');
    press('Open it');
    expect((await screen.findByRole('alert')).textContent).toContain('no code of an exercise');
  });

  it('shows how the eye goes, and where it leans', async () => {
    show(<EyePage />, async () => Array.from({ length: 24 }, (_, i) => answer(i, { signed: 0.7 + (i % 3) / 20 })));
    expect((await screen.findByTestId('leaning')).textContent).toContain('You judge blue 0.8 stops too bright.');
    expect(screen.getByRole('button', { name: 'Forget all answers' })).toBeTruthy();
  });

  it('keeps what cannot be sent on the device until it can', async () => {
    const { api } = jest.requireMock('../src/api/client');
    const { keepAnswer, sendAnswers } = jest.requireActual('../src/practice/answers');
    const add = api.addPractice;
    api.addPractice = async () => Promise.reject(new Error('offline'));
    keepAnswer({ skill: 'white', code: '', error: 12, signed: 12, grade: 'easy', about: '' });
    await waitFor(() => expect(JSON.parse(localStorage.getItem('fulgent:practice-unsent')!)).toHaveLength(1));
    await new Promise((resolve) => setTimeout(resolve, 20));
    api.addPractice = add;
    await sendAnswers();
    expect(sent.map(({ skill }) => skill)).toEqual(['white']);
    expect(JSON.parse(localStorage.getItem('fulgent:practice-unsent')!)).toEqual([]);
  });

  it('takes a guess at a test frame before it is shown', async () => {
    const lights = [{ lightId: 'rim-left', offStops: 0.8, isOff: true }];
    show(
      <GuessFirst frameId="f1" look={poster} lights={lights}>
        <p>What was measured</p>
      </GuessFirst>,
    );
    expect(screen.getByText('What was measured')).toBeTruthy();
    press('Guess before it is shown');
    expect(screen.queryByText('What was measured')).toBeNull();
    fireEvent.click(screen.getByRole('radio', { name: 'All as planned' }));
    press('Show what was measured');
    expect(screen.getByText('What was measured')).toBeTruthy();
    expect(screen.getByTestId('frame-guess').textContent).toContain('0.8 stops off');
    await waitFor(() => expect(sent.map(({ skill, error }) => [skill, error])).toEqual([['frame', 0.8]]));
  });
});

describe('lessons', () => {
  it('are ten, each with a picture to touch that changes at every step', () => {
    expect(LESSONS).toHaveLength(10);
    expect(new Set(LESSONS.map(({ touch }) => touch))).toEqual(new Set(TOUCHES));
    for (const { touch, skills } of LESSONS) {
      const { steps, first } = touchedLook(touch, poster);
      expect(steps.length).toBeGreaterThan(3);
      expect(steps[first]).toBeDefined();
      expect(new Set(steps.map(({ look }) => JSON.stringify(look))).size).toBeGreaterThan(2);
      expect(skills).toHaveLength(3);
    }
  });
});
