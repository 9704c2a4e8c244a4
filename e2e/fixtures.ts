import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { test as base, expect, type Page } from '@playwright/test';

const MAIN = path.resolve(__dirname, '../server/dist/main.js');

interface Server {
  readonly url: string;
  readonly stop: () => Promise<void>;
  readonly start: () => Promise<void>;
}

function launch(folder: string, port: number, demo: boolean): Promise<{ child: ChildProcess; url: string }> {
  const child = spawn(process.execPath, [MAIN, ...(demo ? ['--demo'] : [])], {
    env: { ...process.env, PORT: String(port), FULGENT_DATA: folder, LOG_LEVEL: 'warn', HOST: '127.0.0.1' },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  return new Promise((resolve, reject) => {
    let text = '';
    child.stdout!.on('data', (chunk: Buffer) => {
      text += String(chunk);
      const url = /http:\/\/\S+/.exec(text)?.[0];
      if (url) resolve({ child, url });
    });
    child.once('exit', (code) => reject(new Error(`The server ended with ${code}: ${text}`)));
  });
}

function ended(child: ChildProcess): Promise<void> {
  return new Promise((resolve) => {
    if (child.exitCode !== null) resolve();
    else child.once('exit', () => resolve());
  });
}

/** A real server with the demo shoot on a database of its own for every test, and a page that may not log errors. */
export const test = base.extend<{ server: Server; page: Page }>({
  server: async ({}, use) => {
    const folder = mkdtempSync(path.join(tmpdir(), 'fulgent-e2e-'));
    const first = await launch(folder, 0, true);
    const { url } = first;
    let { child } = first;
    const port = Number(new URL(url).port);
    await use({
      url,
      stop: async () => {
        child.kill('SIGKILL');
        await ended(child);
      },
      start: async () => {
        ({ child } = await launch(folder, port, false));
      },
    });
    child.kill('SIGTERM');
    await ended(child);
    rmSync(folder, { recursive: true, force: true });
  },
  page: async ({ page }, use) => {
    const errors: string[] = [];
    // Most tests are about what stands beside the picture; those about it turn this off again.
    await page.addInitScript(() => {
      if (!localStorage.getItem('fulgent:quick-pictures')) localStorage.setItem('fulgent:quick-pictures', 'yes');
    });
    page.on('pageerror', (error) => errors.push(error.message));
    await use(page);
    expect(errors).toEqual([]);
  },
});

export { expect };

export const isWide = (page: Page): boolean => page.viewportSize()!.width >= 1000;

/** Opens a demo look's ladder and waits until it is computed. */
export async function openLook(page: Page, server: { url: string }, id: string): Promise<void> {
  await page.goto(`${server.url}/looks/${id}/balance`);
  await expect(page.getByTestId('ladder')).toBeVisible();
}

/** Chooses a light's row by the light's name, unless it is chosen already. */
export async function chooseRow(page: Page, lightId: string): Promise<void> {
  const name = page.getByTestId(`row-${lightId}`).getByRole('button').first();
  if ((await name.getAttribute('aria-expanded')) !== 'true') await name.click();
  await expect(page.getByTestId(`verdict-${lightId}`)).toBeVisible();
}

export const dial = (page: Page, lightId: string) => page.getByTestId(`dial-${lightId}`);

/** Waits until all is on the server. What was said before the last change is given a moment to go. */
export const kept = async (page: Page): Promise<void> => {
  await page.waitForTimeout(120);
  await expect(page.getByTestId('save-state')).toHaveText('kept');
};
