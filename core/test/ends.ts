import { lookSchema, type Look } from '../src/document/schema';

/** What a schema says of one value, as far as it is walked here. */
interface Described {
  readonly type: string;
  readonly fields?: Readonly<Record<string, Described>>;
  readonly innerType?: Described;
  readonly tests?: readonly { readonly name?: string; readonly params?: Readonly<Record<string, unknown>> }[];
}

type Path = readonly (string | number)[];

/** Every number of a look with the ends of its range: where it lies, and what it may be at most and at least. Two of each list are enough. */
function ends(value: unknown, schema: Described, at: Path = []): { path: Path; to: number }[] {
  if (typeof value === 'number') {
    const limits = (schema.tests ?? []).flatMap(({ name, params }) =>
      name === 'min' ? [params!['min']] : name === 'max' ? [params!['max']] : [],
    );
    return limits.flatMap((to) => (typeof to === 'number' && to !== value ? [{ path: at, to }] : []));
  }
  if (Array.isArray(value))
    return value.slice(0, 2).flatMap((one, i) => (schema.innerType ? ends(one, schema.innerType, [...at, i]) : []));
  if (value !== null && typeof value === 'object')
    return Object.entries(value).flatMap(([key, one]) =>
      schema.fields?.[key] ? ends(one, schema.fields[key], [...at, key]) : [],
    );
  return [];
}

/** A copy of a look with one value set. */
export function withValue(look: Look, path: Path, to: number): unknown {
  const out = structuredClone(look) as unknown as Record<string | number, unknown>;
  let place = out;
  for (const key of path.slice(0, -1)) place = place[key] as Record<string | number, unknown>;
  place[path.at(-1)!] = to;
  return out;
}

/** Every number of a look that its schema bounds, with either end of its range. */
export const endsIn = (look: Look): { readonly path: Path; readonly to: number }[] =>
  ends(look, lookSchema.describe({ value: look }) as unknown as Described);
