import { fork, type ChildProcess } from 'node:child_process';
import { EventEmitter } from 'node:events';
import { setPriority } from 'node:os';
import type { Answer } from './lane';

/** What computes beside the server's own thread: a thread, or a process. */
export interface Helper {
  postMessage(message: unknown): void;
  on(event: 'message', heard: (message: Answer) => void): unknown;
  on(event: 'error', fell: (error: Error) => void): unknown;
  on(event: 'exit', ended: () => void): unknown;
  /** Whether the server waits for it to end. */
  ref(): void;
  unref(): void;
  terminate(): unknown;
}

/** Starts a script as a process below the server's own threads, by so much. Whole arrays of bytes go to and fro. */
export function startBelow(script: string, nice: number, told: readonly string[] = []): ChildProcess {
  const child = fork(script, [...told], { serialization: 'advanced', stdio: ['ignore', 'inherit', 'inherit', 'ipc'] });
  // At once: what it starts later takes its priority from it.
  if (child.pid !== undefined) setPriority(child.pid, nice);
  return child;
}

/**
 * A process of low priority. Of a thread only the thread itself could be put below others, and not what collects its garbage, compiles its code and reads
 * its pictures beside it.
 */
export class HelperProcess extends EventEmitter implements Helper {
  readonly #child: ChildProcess;

  /** Runs so far below the server; `nature` is told to the script as its only argument. */
  constructor(script: string, nice: number, nature: object) {
    super();
    this.#child = startBelow(script, nice, [JSON.stringify(nature)]);
    for (const event of ['message', 'error', 'exit'] as const) this.#child.on(event, (...told) => this.emit(event, ...told));
  }

  postMessage(message: unknown): void {
    // Where it cannot be sent any more it has ended, and says so.
    if (this.#child.connected) this.#child.send(message as object);
  }

  ref(): void {
    this.#child.ref();
    this.#child.channel?.ref();
  }

  unref(): void {
    this.#child.unref();
    this.#child.channel?.unref();
  }

  terminate(): void {
    this.#child.kill('SIGKILL');
  }
}
