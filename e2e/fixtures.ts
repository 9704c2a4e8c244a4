import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { test as base, expect, type Locator, type Page } from '@playwright/test';
import { Host, SEED } from './server';

interface Server {
  readonly url: string;
  readonly stop: () => Promise<void>;
  readonly start: () => Promise<void>;
}

/** A real server with the demo shoot on a database of its own for every test, and a page that may not log errors. */
export const test = base.extend<{ pictures: 'fine' | 'quick'; server: Server; page: Page }, { host: Host }>({
  // Cards and stand-in frames are coarse where a test is not about what is measured in them.
  pictures: ['quick', { option: true }],
  host: [
    async ({}, use) => {
      const host = new Host();
      await use(host);
      await host.kill();
    },
    { scope: 'worker' },
  ],
  server: async ({ pictures, host }, use) => {
    const folder = mkdtempSync(path.join(tmpdir(), 'fulgent-e2e-'));
    cpSync(SEED, folder, { recursive: true });
    const url = await host.open({ folder, port: 0, pictures });
    const port = Number(new URL(url).port);
    await use({
      url,
      stop: () => host.kill(),
      start: async () => {
        await host.open({ folder, port, pictures });
      },
    });
    await host.close();
    rmSync(folder, { recursive: true, force: true });
  },
  page: async ({ page }, use) => {
    const errors: string[] = [];
    // Most tests are about what stands beside the picture; those about it turn this off again.
    await page.addInitScript(() => {
      if (!localStorage.getItem('fulgent:quick-pictures')) localStorage.setItem('fulgent:quick-pictures', 'yes');
      // Pages are folded to one line a topic at first; most tests are about what stands in them.
      // Somebody who knows the ladder.
      if (!localStorage.getItem('fulgent:first-steps')) localStorage.setItem('fulgent:first-steps', 'drag touch balance');
      if (!localStorage.getItem('fulgent:topics')) localStorage.setItem('fulgent:topics', 'all');
    });
    page.on('pageerror', (error) => errors.push(error.message));
    page.on('console', (message) => {
      if (message.text().includes('Content Security Policy')) errors.push(message.text());
    });
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

/** Opens the page until it is under the care of what keeps it for when there is no connection: once it is, what is read is kept. */
export async function installed(page: Page, shown: Locator): Promise<void> {
  await page.evaluate(async () => {
    await navigator.serviceWorker.ready;
  });
  await page.reload();
  await expect.poll(() => page.evaluate(() => navigator.serviceWorker.controller !== null)).toBe(true);
  await page.reload();
  await expect(shown).toBeVisible();
}

/** Closes by Escape what lies over the page: one that has only just come does not hear it yet. */
export async function escape(page: Page): Promise<void> {
  await expect(async () => {
    await page.keyboard.press('Escape');
    await expect(page.getByRole('dialog')).toHaveCount(0, { timeout: 2000 });
  }).toPass();
}

export const dial = (page: Page, lightId: string) => page.getByTestId(`dial-${lightId}`);

/** Waits until all is on the server. What was said before the last change is given a moment to go. */
export const kept = async (page: Page): Promise<void> => {
  await page.waitForTimeout(120);
  await expect(page.getByTestId('save-state')).toHaveText('Saved');
};

/** Goes to a page of the application as its own links do, without loading it anew, and waits until it shows; loads it the first time. */
export async function visit(page: Page, server: { url: string }, path: string): Promise<void> {
  if (!page.url().startsWith(server.url)) {
    await page.goto(`${server.url}${path}`);
    return;
  }
  const before = await page.evaluate(() => document.body.innerText);
  await page.evaluate((to) => {
    window.history.pushState(null, '', to);
    window.dispatchEvent(new PopStateEvent('popstate'));
  }, path);
  await page.waitForFunction((was) => document.body.innerText !== was, before);
}
