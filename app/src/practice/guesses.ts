import type { Exercise, Guess, Skill } from '@fulgent/core/practice';

/** What one kind of exercise shows and is answered by. */
export interface PartProps<K extends Skill> {
  readonly exercise: Extract<Exercise, { skill: K }>;
  readonly width: number;
  readonly guess: Guess | null;
  readonly onGuess: (guess: Guess) => void;
  /** The truth is shown. */
  readonly isAnswered: boolean;
}

/** What was chosen, or null. */
export const idOf = (guess: Guess | null) => (guess?.kind === 'choice' ? guess.id : null);

/** The number that was guessed, or where the dial stands first. */
export function useNumber(guess: Guess | null, first: number) {
  return guess?.kind === 'number' ? guess.value : first;
}
