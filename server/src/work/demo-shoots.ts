import { demoLooks, nightOvenLooks, nocturneLooks } from '@fulgent/core/demo';
import type { Look } from '@fulgent/core/document';
import type { AcceptedLook } from './tasks';

/** A shoot with its looks, by id, ready to be stored. */
export interface MadeShoot {
  readonly id: string;
  readonly title: string;
  readonly note: string;
  readonly looks: readonly (AcceptedLook & { readonly id: string })[];
}

interface DemoShoot {
  readonly title: string;
  readonly note: string;
  /** Of the ids of its looks. */
  readonly prefix: string;
  readonly make: () => readonly Look[];
}

const SHOOTS = new Map<string, DemoShoot>([
  [
    'nocturne',
    {
      title: 'Nocturne bottle',
      note: 'A still life for a shop window: amber liquid lit from behind, a tiny flash, two lights that burn on.',
      prefix: 'nocturne',
      make: nocturneLooks,
    },
  ],
  [
    'night-oven',
    {
      title: 'Night Oven',
      note: 'A short film: a baker at 3 a.m., street light against cold fridge light.',
      prefix: 'night-oven',
      make: nightOvenLooks,
    },
  ],
  [
    'saltmarsh-fencing-club',
    {
      title: 'Saltmarsh Fencing Club',
      note: 'Season posters: a white jacket, grey paper, cyan against amber.',
      prefix: 'saltmarsh',
      make: demoLooks,
    },
  ],
]);

/** Makes a shoot of the demo, its looks balanced as they begin. @throws Error for an id that is none. */
export function madeDemoShoot(id: string, accept: (look: Look) => AcceptedLook): MadeShoot {
  const found = SHOOTS.get(id);
  if (!found) throw new Error(`The demo has no shoot "${id}".`);
  const { title, note, prefix, make } = found;
  return { id, title, note, looks: make().map((look, i) => ({ id: `${prefix}-${i + 1}`, ...accept(look) })) };
}
