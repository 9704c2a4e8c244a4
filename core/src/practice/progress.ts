import type { PracticeAnswer } from './schedule';

/** Answers of one skill over time, to be drawn. */
export interface Progress {
  /** The mean of the last few answers at each answer, in the unit of the skill. */
  readonly points: readonly { readonly at: number; readonly error: number }[];
  readonly count: number;
  /** Mean error of the first ten answers and of the last ten. */
  readonly first: number;
  readonly last: number;
}

const WINDOW = 5;
const ENDS = 10;

const mean = (values: readonly number[]) => values.reduce((sum, one) => sum + one, 0) / Math.max(1, values.length);

/** How the error of a skill went; null without answers. */
export function progressOf(answers: readonly PracticeAnswer[], skill: PracticeAnswer['skill']): Progress | null {
  const own = answers.filter((one) => one.skill === skill).sort((a, b) => a.at - b.at);
  if (own.length === 0) return null;
  const errors = own.map(({ error }) => error);
  return {
    points: own.map(({ at }, i) => ({ at, error: mean(errors.slice(Math.max(0, i - WINDOW + 1), i + 1)) })),
    count: own.length,
    first: mean(errors.slice(0, ENDS)),
    last: mean(errors.slice(-ENDS)),
  };
}

/** A leaning: by how much one kind of thing is judged too high or too low, as a rule. */
export interface Bias {
  readonly skill: PracticeAnswer['skill'];
  readonly about: string;
  readonly signed: number;
  readonly count: number;
}

const FEWEST = 4;

/** Leanings that are more than chance: the mean of signed errors over twice its own uncertainty, of at least four answers. The largest first. */
export function biases(answers: readonly PracticeAnswer[]): readonly Bias[] {
  const groups = new Map<string, PracticeAnswer[]>();
  for (const answer of answers) {
    if (answer.signed === null) continue;
    const key = `${answer.skill}/${answer.about}`;
    groups.set(key, [...(groups.get(key) ?? []), answer]);
  }
  return [...groups.values()]
    .flatMap((group): Bias[] => {
      const signed = group.map((one) => one.signed!);
      const middle = mean(signed);
      const spread = Math.sqrt(mean(signed.map((one) => (one - middle) ** 2)) / Math.max(1, group.length - 1));
      if (group.length < FEWEST || Math.abs(middle) <= 2 * spread || Math.abs(middle) < 1e-6) return [];
      return [{ skill: group[0]!.skill, about: group[0]!.about, signed: middle, count: group.length }];
    })
    .sort((a, b) => Math.abs(b.signed) - Math.abs(a.signed));
}
