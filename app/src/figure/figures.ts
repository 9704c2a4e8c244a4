import type { Look } from '@fulgent/core/document';
import { missingFiles, providePart, shapeOf, type Detail, type SubjectShape } from '@fulgent/core/figure';
import { fetchFile } from './files';

/** Baked parts of figures, fetched when a look first needs them: by each worker for itself. */

const underWay = new Map<string, Promise<void>>();

async function fetchPart(part: string, detail: Detail): Promise<void> {
  const answer = await fetchFile({ part, detail });
  providePart(part, detail, new Uint8Array(await answer.arrayBuffer()));
}

function part(name: string, detail: Detail): Promise<void> {
  const key = `${name}.${detail}`;
  let found = underWay.get(key);
  if (!found) {
    // A head's fine file builds on its quick one. What failed may be tried again.
    const before = detail === 'fine' && missingQuick.has(name) ? part(name, 'quick') : Promise.resolve();
    found = before
      .then(() => fetchPart(name, detail))
      .catch((error: unknown) => {
        underWay.delete(key);
        throw error;
      });
    underWay.set(key, found);
  }
  return found;
}

const missingQuick = new Set<string>();

/** Makes a subject's figure ready. @throws Error with a remedy where a part cannot be loaded or is damaged. */
export async function ensureFigure(shape: SubjectShape, detail: Detail): Promise<void> {
  const files = missingFiles(shape, detail);
  for (const file of files) if (file.detail === 'quick') missingQuick.add(file.part);
  await Promise.all(files.map((file) => part(file.part, file.detail)));
}

const isLook = (value: unknown): value is Look =>
  typeof value === 'object' && value !== null && 'subject' in value && 'lights' in value && 'probes' in value;

/** How deep in the arguments of a call looks are searched for. */
const DEPTH = 3;

/** Looks among the arguments of a call, and inside lists and requests. */
function looksIn(values: readonly unknown[], depth = DEPTH): Look[] {
  return values.flatMap((value): Look[] => {
    if (isLook(value)) return [value];
    if (depth === 0 || typeof value !== 'object' || value === null || ArrayBuffer.isView(value) || value instanceof Blob)
      return [];
    return looksIn(Object.values(value), depth - 1);
  });
}

type Async<Api> = {
  [K in keyof Api]: Api[K] extends (...args: infer A) => infer R ? (...args: A) => Promise<Awaited<R>> : Api[K];
};

/** The same calls, each made once the figures of the looks in its arguments are there. */
export function withFigures<Api extends object>(api: Api): Async<Api> {
  const out: Record<string, unknown> = {};
  for (const [name, call] of Object.entries(api) as [string, (...args: unknown[]) => unknown][])
    out[name] = async (...args: unknown[]) => {
      await Promise.all(looksIn(args).map((look) => ensureFigure(shapeOf(look.subject), 'quick')));
      return call.apply(api, args);
    };
  return out as Async<Api>;
}
