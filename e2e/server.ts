import { fork, spawn, type ChildProcess } from 'node:child_process';
import { tmpdir } from 'node:os';
import path from 'node:path';

const MAIN = path.resolve(__dirname, '../server/dist/main.js');
/** Where seed.ts bundles server/test/host.ts. */
export const HOST = path.resolve(__dirname, '../server/dist/e2e-host.js');

/** Where the database with the demo shoots is kept during a run: of this checkout alone, however it is called. */
export const SEED = path.join(tmpdir(), `fulgent-e2e-seed${path.resolve(__dirname, '..').replaceAll(path.sep, '-')}`);

/** What a host is asked: to serve a folder, or to end the server it has. */
export type Order = { readonly folder: string; readonly port: number; readonly pictures: 'fine' | 'quick' } | 'end';
export type Answer = { readonly url: string } | { readonly ended: true } | { readonly error: string };

interface LaunchOptions {
  readonly demo?: boolean;
  readonly env?: Readonly<Record<string, string>>;
}

/** Starts the built server on `folder`; resolves when it listens. Port 0 takes a free one. */
export function launch(
  folder: string,
  port: number,
  { demo = false, env = {} }: LaunchOptions = {},
): Promise<{ child: ChildProcess; url: string }> {
  const child = spawn(process.execPath, [MAIN, ...(demo ? ['--demo'] : [])], {
    env: { ...process.env, PORT: String(port), FULGENT_DATA: folder, LOG_LEVEL: 'warn', HOST: '127.0.0.1', ...env },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  return new Promise((resolve, reject) => {
    let text = '';
    child.stdout!.on('data', (chunk: Buffer) => {
      text += String(chunk);
      const url = /https?:\/\/\S+/.exec(text)?.[0];
      if (url) resolve({ child, url });
    });
    child.once('exit', (code) => reject(new Error(`The server ended with ${code}: ${text}`)));
  });
}

/** Resolves when the process has ended. */
export function ended(child: ChildProcess): Promise<void> {
  return new Promise((resolve) => {
    if (child.exitCode !== null || child.signalCode !== null) resolve();
    else child.once('exit', () => resolve());
  });
}

/** Asks the server to stop and waits until it has. */
export async function stopped(child: ChildProcess): Promise<void> {
  child.kill('SIGTERM');
  await ended(child);
}

/** One process for all servers of a worker, see server/test/host.ts. */
export class Host {
  #child: ChildProcess | null = null;

  /** Serves `order.folder`; resolves with the address. */
  async open(order: Exclude<Order, 'end'>): Promise<string> {
    this.#child ??= fork(HOST, { stdio: ['ignore', 'inherit', 'inherit', 'ipc'] });
    const answer = await this.#ask(order);
    if ('url' in answer) return answer.url;
    throw new Error('error' in answer ? answer.error : 'The host did not answer.');
  }

  async close(): Promise<void> {
    if (this.#child) await this.#ask('end');
  }

  /** As when the power goes: nothing is closed. */
  async kill(): Promise<void> {
    const child = this.#child;
    this.#child = null;
    if (!child) return;
    child.kill('SIGKILL');
    await ended(child);
  }

  #ask(order: Order): Promise<Answer> {
    const child = this.#child!;
    return new Promise((resolve, reject) => {
      const gone = () => reject(new Error('The host of the servers ended.'));
      child.once('exit', gone);
      child.once('message', (answer: Answer) => {
        child.off('exit', gone);
        resolve(answer);
      });
      child.send(order);
    });
  }
}
