import { parentPort } from 'node:worker_threads';
import path from 'node:path';
import { InputError } from '@fulgent/core/errors';
import { balance, remediesFor } from '@fulgent/core/planning/search';
import { readFiguresFrom } from '@fulgent/core/figures';
import { makeStudio } from '@fulgent/core/picture';
import { evaluate } from '@fulgent/core/scene';
import { measureWith } from './measure';
import { finenessFor } from './fineness';
import type { Answer } from './lane';
import type { Asked } from './pool';

readFiguresFrom(path.join(__dirname, '../../core/figures'));
const studio = makeStudio();
const measure = measureWith(studio);

async function answerTo(asked: Asked): Promise<unknown> {
  switch (asked.task) {
    case 'measure':
      return measure(asked.request);
    case 'remedies':
      return remediesFor(asked.request.look, asked.request.kit);
    case 'evaluate':
      return evaluate(asked.request);
    case 'balance':
      return balance(asked.request.look, asked.request.options);
    case 'picture': {
      const { look, width, height, only } = asked.request;
      return studio.picture({ look, width, height, fineness: finenessFor(look, only), only: only ?? undefined }).rgba;
    }
  }
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
