import type { TurnLimit } from '@fulgent/core/day';
import { stopsWords } from './numbers';
import { verdictWords } from './verdict';

/** What gives way when the person turns further. */
export function turnWords(limit: TurnLimit): string {
  if ('verdict' in limit) return `${limit.name}: ${verdictWords(limit.verdict)}`;
  return `The face gets ${stopsWords(limit.keyChangeStops)} ${limit.keyChangeStops < 0 ? 'darker' : 'brighter'}.`;
}
