import { spawn, type ChildProcess } from 'node:child_process';
import { tmpdir } from 'node:os';
import path from 'node:path';

const MAIN = path.resolve(__dirname, '../server/dist/main.js');

/** Where the database with the demo shoots is kept during a run: of this checkout alone, however it is called. */
export const SEED = path.join(tmpdir(), `fulgent-e2e-seed${path.resolve(__dirname, '..').replaceAll(path.sep, '-')}`);

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
