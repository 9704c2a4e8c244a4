import { parentPort } from 'node:worker_threads';
import path from 'node:path';
import { InputError } from '@fulgent/core/errors';
import { remediesFor } from '@fulgent/core/planning/search';
import { readFiguresFrom } from '@fulgent/core/figures';
import { makeStudio } from '@fulgent/core/picture';
import { measureWith } from './measure';
import type { Answer, Asked } from './render';

readFiguresFrom(path.join(__dirname, '../../core/figures'));
const studio = makeStudio();
const measure = measureWith(studio);

async function answerTo(asked: Asked): Promise<NonNullable<Answer['done']>> {
  if (asked.task === 'measure') return measure(asked.request);
  if (asked.task === 'remedies') return remediesFor(asked.request.look, asked.request.kit);
  const { look, width, height, only } = asked.request;
  return studio.picture({ look, width, height, fineness: 2, only: only ?? undefined }).rgba;
}

parentPort!.on('message', (asked: Asked) => {
  const answer = (part: Omit<Answer, 'id'>) => parentPort!.postMessage({ id: asked.id, ...part });
  answerTo(asked).then(
    (done) => answer({ done }),
    (error: unknown) =>
      answer({
        failed: error instanceof Error ? error.message : String(error),
        ...(error instanceof InputError ? { field: error.field } : {}),
      }),
  );
});
