import { parentPort, workerData } from 'node:worker_threads';
import { answering, type HelperNature } from './answering';

// A thread that computes, for the server that started it.
const isWhole = (done: unknown): done is Uint8Array<ArrayBuffer> =>
  ArrayBuffer.isView(done) && done.buffer instanceof ArrayBuffer && done.byteLength === done.buffer.byteLength;

parentPort!.on(
  'message',
  // Bytes are handed over and not copied, where they are all that their memory holds.
  answering(workerData as HelperNature, (answer) =>
    parentPort!.postMessage(answer, isWhole(answer.done) ? [answer.done.buffer] : []),
  ),
);
