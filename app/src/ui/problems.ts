import { LookError } from '@fulgent/core/scene';
import { ApiError } from '../api/client';

const SHOWN = 8;

/** What is wrong with a file or a form, in lines for a person. */
export function problemLines(failure: unknown): string[] {
  const problems = failure instanceof LookError || failure instanceof ApiError ? failure.problems : [];
  if (problems.length) {
    const lines = problems.slice(0, SHOWN).map(({ message }) => message);
    const rest = problems.length - lines.length;
    return rest > 0 ? [...lines, `and ${rest} more`] : lines;
  }
  return [failure instanceof Error ? failure.message : String(failure)];
}
