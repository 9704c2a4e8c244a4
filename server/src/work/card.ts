import type { Look } from '@fulgent/core/document';
import { evaluate } from '@fulgent/core/scene';
import type { LookCard } from '@fulgent/core/contracts';
import { verdictWords } from '@fulgent/words';

const TROUBLE = new Set(['clipped', 'crowded', 'diluted', 'dark', 'unreached']);

/** What a card shows of a look, worked out once before it is stored. */
export function cardOf(look: Look): LookCard {
  const readings = evaluate(look);
  const troubled = readings.lights.find(({ verdict }) => TROUBLE.has(verdict.kind));
  return {
    patches: Object.fromEntries(readings.probes.map(({ id, hex }) => [id, hex])),
    lights: look.lights.length,
    date: look.day.date,
    trouble: troubled ? `${troubled.name}: ${verdictWords(troubled.verdict)}` : null,
  };
}
