import { platform, setPriority } from 'node:os';
import path from 'node:path';
import { parentPort, workerData } from 'node:worker_threads';
import { InputError } from '@fulgent/core/errors';
import { readFiguresFrom } from '@fulgent/core/figures';
import { makeStudio } from '@fulgent/core/picture';
import { LookError } from '@fulgent/core/scene';
import { HttpProblem } from '../problem';
import type { Answer } from './lane';
import type { Asked, WorkerNature } from './pool';
import { tasksWith, type Tasks } from './tasks';

/** Below the server's own thread. On other systems than Linux the whole process would sink. */
const NICE = 15;
const { isSlow, pictures } = workerData as WorkerNature;
if (isSlow && platform() === 'linux') setPriority(0, NICE);

readFiguresFrom(path.join(__dirname, '../../core/figures'));
const tasks = tasksWith(makeStudio(), pictures);

const answerTo = <T extends keyof Tasks>(task: T, request: Parameters<Tasks[T]>[0]): Promise<unknown> =>
  (tasks[task] as (request: Parameters<Tasks[T]>[0]) => Promise<unknown>)(request);

const isWhole = (done: unknown): done is Uint8Array<ArrayBuffer> =>
  ArrayBuffer.isView(done) && done.buffer instanceof ArrayBuffer && done.byteLength === done.buffer.byteLength;

/** What went wrong, in a form that goes from thread to thread. */
function failure(error: unknown): Omit<Answer, 'id'> {
  const failed = error instanceof Error ? error.message : String(error);
  if (error instanceof HttpProblem) return { failed, status: error.status, title: error.title };
  if (error instanceof LookError) return { failed, problems: error.problems };
  return error instanceof InputError ? { failed, field: error.field } : { failed };
}

parentPort!.on('message', ({ id, task, request }: Asked) => {
  const answer = (part: Omit<Answer, 'id'>, given: ArrayBuffer[] = []) => parentPort!.postMessage({ id, ...part }, given);
  answerTo(task, request).then(
    // Bytes are handed over and not copied, where they are all that their memory holds.
    (done) => answer({ done }, isWhole(done) ? [done.buffer] : []),
    (error: unknown) => answer(failure(error)),
  );
});
