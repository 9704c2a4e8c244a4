import type { Look } from './schema';

/** Where two states of a look differ: lights by name, and other parts. */
export interface Changed {
  readonly lights: readonly string[];
  readonly parts: readonly ChangedPart[];
}

export type ChangedPart = Exclude<keyof Look, 'lights' | 'format' | 'version'>;

const isSame = (a: unknown, b: unknown) => a === b || JSON.stringify(a) === JSON.stringify(b);

/** What is not in `after` as it was in `before`; a light that is new or gone counts as changed. */
export function changedIn(before: Look, after: Look): Changed {
  const names = new Map([...before.lights, ...after.lights].map(({ id, name }) => [id, name]));
  const find = ({ lights }: Look, id: string) => lights.find((light) => light.id === id);
  return {
    lights: [...names].filter(([id]) => !isSame(find(before, id), find(after, id))).map(([, name]) => name),
    parts: (Object.keys(after) as (keyof Look)[]).filter(
      (key): key is ChangedPart => isPart(key) && !isSame(before[key], after[key]),
    ),
  };
}

const isPart = (key: keyof Look): key is ChangedPart => key !== 'lights' && key !== 'format' && key !== 'version';
