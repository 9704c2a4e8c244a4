import type { ChildProcess } from 'node:child_process';
import path from 'node:path';
import { HttpProblem } from '../problem';
import { startBelow } from '../work/helper';
import { DECODE_SECONDS, refused, type Decode, type PictureFacts } from './decoding';

export interface DecodeOrder {
  readonly file: string;
  readonly preview: string;
}

/** What was read, or why not: with a status where it is said to whoever sent the file. */
export type DecodeAnswer =
  { readonly facts: PictureFacts } | { readonly message: string; readonly status?: number; readonly title?: string };

function errorOf({ message, status, title = '' }: Exclude<DecodeAnswer, { readonly facts: PictureFacts }>): Error {
  if (status === undefined) return new Error(message);
  return status === 422 ? refused(message) : new HttpProblem(status, title, message);
}

export interface Decoder {
  readonly decode: Decode;
  readonly close: () => void;
}

/** Below the server's own: an answer to a phone goes before a picture. */
const NICE = 19;

/**
 * Reads pictures in a process of its own, of low priority: reading megabytes keeps no answer waiting, and a file that brings the reader down takes nothing
 * else with it. It starts at its first use and again after a fall. One picture after another, so that uploads queue rather than fill the memory.
 */
export function processDecoder(entry = path.join(__dirname, 'decode-process.js'), limitMs = DECODE_SECONDS * 2000): Decoder {
  let child: ChildProcess | null = null;
  let last: Promise<unknown> = Promise.resolve();

  function running(): ChildProcess {
    if (child?.connected) return child;
    const started = startBelow(entry, NICE);
    started.unref();
    started.on('exit', () => {
      if (child === started) child = null;
    });
    return (child = started);
  }

  function one(order: DecodeOrder): Promise<PictureFacts> {
    const reader = running();
    return new Promise((resolve, reject) => {
      const late = setTimeout(() => reader.kill('SIGKILL'), limitMs);
      const settle = (work: () => void) => {
        clearTimeout(late);
        reader.removeAllListeners('message');
        reader.off('exit', fell).off('error', failed);
        work();
      };
      const fell = () =>
        settle(() => reject(refused('The file stopped the reader, or took too long. Export it again as JPEG, and send that.')));
      const failed = (error: Error) => settle(() => reject(error));
      reader.on('message', (answer: DecodeAnswer) =>
        settle(() => {
          if ('facts' in answer) resolve(answer.facts);
          else reject(errorOf(answer));
        }),
      );
      reader.once('exit', fell).once('error', failed);
      reader.send(order);
    });
  }

  return {
    decode(file, preview) {
      const work = () => one({ file, preview });
      const next = last.then(work, work);
      last = next.catch(() => undefined);
      return next;
    },
    close: () => child?.kill(),
  };
}
