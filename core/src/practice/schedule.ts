import { createEmptyCard, fsrs, Rating, type Card, type Grade as FsrsGrade } from 'ts-fsrs';
import type { Grade } from './judge';
import { SKILLS, type Skill } from './skills';

/** One answer, as it is kept. */
export interface PracticeAnswer {
  readonly id: string;
  /** Epoch milliseconds. */
  readonly at: number;
  readonly skill: Skill | 'frame';
  /** What its exercise is made again by; '' for a test frame. */
  readonly code: string;
  readonly error: number;
  readonly signed: number | null;
  readonly grade: Grade;
  /** What it was about, such as the hue of a light: "blue"; '' where it was about none. */
  readonly about: string;
}

const RATINGS: Readonly<Record<Grade, FsrsGrade>> = {
  again: Rating.Again,
  hard: Rating.Hard,
  good: Rating.Good,
  easy: Rating.Easy,
};

/** Without chance: two devices plan alike. Short steps within a day are left out: one answer a day and skill moves the plan. */
const scheduler = fsrs({ enable_fuzz: false, enable_short_term: false });

export interface Planned {
  readonly skill: Skill;
  /** When it is to be practised again; null where it never was. */
  readonly due: number | null;
  /** How likely it is still at hand, 0 to 1; 0 where it was never practised. */
  readonly recall: number;
}

/**
 * What to practise next, the most wanted first: skills are repeated at growing distances after the Free Spaced Repetition Scheduler, by the grades of
 * their answers. Never tried comes after what is due and before what is not.
 */
export function schedule(answers: readonly PracticeAnswer[], now: number): readonly Planned[] {
  return SKILLS.map((skill): Planned => {
    const own = answers.filter((one) => one.skill === skill).sort((a, b) => a.at - b.at);
    if (own.length === 0) return { skill, due: null, recall: 0 };
    const card = own.reduce<Card>(
      (before, { at, grade }) => scheduler.next(before, new Date(at), RATINGS[grade]).card,
      createEmptyCard(new Date(own[0]!.at)),
    );
    return { skill, due: card.due.getTime(), recall: scheduler.get_retrievability(card, new Date(now), false) };
  }).sort((a, b) => urgency(b, now) - urgency(a, now));
}

/** Due: by what has been forgotten; new: between; later: by how soon. */
function urgency({ due, recall }: Planned, now: number): number {
  if (due === null) return 1;
  return due <= now ? 2 - recall : -(due - now) / 86_400_000;
}
