import path from 'node:path';
import { InputError } from '@fulgent/core/errors';
import { readFiguresFrom } from '@fulgent/core/figures';
import { makeStudio } from '@fulgent/core/picture';
import { LookError } from '@fulgent/core/scene';
import type { PictureWish } from '../config';
import { HttpProblem } from '../problem';
import type { Answer } from './lane';
import type { Asked } from './pool';
import { tasksWith, type Tasks } from './tasks';

/** What a helper is told of itself when it starts. */
export interface HelperNature {
  readonly pictures: PictureWish;
}

/** What went wrong, in a form that goes from thread to thread. */
function failure(error: unknown): Omit<Answer, 'id'> {
  const failed = error instanceof Error ? error.message : String(error);
  if (error instanceof HttpProblem) return { failed, status: error.status, title: error.title };
  if (error instanceof LookError) return { failed, problems: error.problems };
  return error instanceof InputError ? { failed, field: error.field } : { failed };
}

/** Does what it is asked, and tells it to `tell`. For a helper, when it starts. */
export function answering({ pictures }: HelperNature, tell: (answer: Answer) => void): (asked: Asked) => void {
  readFiguresFrom(path.join(__dirname, '../../core/figures'));
  const tasks = tasksWith(makeStudio(), pictures);
  const answerTo = <T extends keyof Tasks>(task: T, request: Parameters<Tasks[T]>[0]): Promise<unknown> =>
    (tasks[task] as (request: Parameters<Tasks[T]>[0]) => Promise<unknown>)(request);
  return ({ id, task, request }) => {
    answerTo(task, request).then(
      (done) => tell({ id, done }),
      (error: unknown) => tell({ id, ...failure(error) }),
    );
  };
}
