import type * as yup from 'yup';
import { LIMITS } from '../document/fields';
import { lightSchema } from '../document/light-schema';
import { lookSchema } from '../document/schema';

/**
 * Parts of looks that were found right before, by their JSON text: a look comes again and again with one dial changed, and most of the time of reading it
 * goes into what has not changed.
 */
const known = new Set<string>();
/** When so many are known, all are forgotten: those in use are soon known again. */
const MOST_KNOWN = 4000;
const LONGEST = 20_000;

const STRICT = { strict: true } as const;
const schemaOf = new Map<string, yup.Schema>(Object.entries(lookSchema.fields) as [string, yup.Schema][]);

function isRight(kind: string, schema: Pick<yup.Schema, 'isValidSync'>, part: unknown): boolean {
  if (part === undefined) return false;
  const text = `${kind} ${JSON.stringify(part)}`;
  if (known.has(text)) return true;
  if (!schema.isValidSync(part, STRICT)) return false;
  if (known.size >= MOST_KNOWN) known.clear();
  if (text.length <= LONGEST) known.add(text);
  return true;
}

/**
 * Whether the schema of a look finds nothing wrong with a value that came from JSON: what JSON cannot hold would pass here for what it makes of it. What is
 * wrong, the schema says.
 */
export function isRightByParts(value: object): boolean {
  const parts = value as Readonly<Record<string, unknown>>;
  if (Object.keys(parts).some((key) => !schemaOf.has(key))) return false;
  const { lights } = parts;
  if (!Array.isArray(lights) || lights.length > LIMITS.lights) return false;
  if (!lights.every((light) => isRight('light', lightSchema, light))) return false;
  return [...schemaOf].every(([key, schema]) => key === 'lights' || isRight(key, schema, parts[key]));
}
