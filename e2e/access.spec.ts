import type { Page } from '@playwright/test';
import { expect, kept, openLook, test, visit } from './fixtures';

const MOST_TABS = 150;

/** What stands under the focus, as it is called. */
const focused = (page: Page) =>
  page.evaluate(() => document.activeElement?.getAttribute('aria-label') ?? document.activeElement?.textContent ?? '');

/** Goes on by Tab until what is called so has the focus: nothing is reached by a pointer. */
async function tabTo(page: Page, name: RegExp, key = 'Tab'): Promise<void> {
  for (let i = 0; i < MOST_TABS; i++) {
    await page.keyboard.press(key);
    if (name.test(await focused(page))) return;
  }
  throw new Error(`${String(name)} is not reached by ${key}`);
}

test('@wide the main job by keys alone: a new look, a light, balance, its sheet, a card checked off', async ({
  page,
  server,
}) => {
  await page.goto(server.url);
  await expect(page.getByRole('button', { name: 'New look', exact: true })).toBeVisible();
  await tabTo(page, /New look$/);
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/\/new$/);
  await expect(page.getByRole('button', { name: 'Make the look' })).toBeVisible();
  await tabTo(page, /^Dark$/);
  await page.keyboard.press(' ');
  await expect(page.getByRole('radiogroup', { name: 'Mood' }).getByRole('radio', { name: 'Dark' })).toBeChecked();
  await tabTo(page, /Make the look/);
  await page.keyboard.press('Enter');
  await expect(page.getByTestId('ladder')).toBeVisible();

  await tabTo(page, /, exposure$/);
  const strip = await focused(page);
  const value = () => page.getByRole('slider', { name: strip }).getAttribute('aria-valuetext');
  const before = await value();
  await page.keyboard.press('PageDown');
  await expect.poll(value).not.toBe(before);
  await page.keyboard.press('b');
  await expect(page.getByTestId('explanation')).toContainText(/\+\d|window|moved/);
  await kept(page);

  await page.keyboard.press('7');
  await expect(page).toHaveURL(/\/sheet$/);
  await expect(page.getByRole('button', { name: /^Check off / }).first()).toBeVisible();
  await tabTo(page, /^Check off /);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: /is set; take it back$/ })).toHaveCount(1);
  await kept(page);
});

/** Roles that a reader of the screen says with their names. */
const NAMELESS = /^\s*- (button|link|slider|textbox|checkbox|radio|img|tab|combobox|dialog)( \[[^\]]*\])*:?$/;

test('@phone to a reader of the screen every page has a heading, and whatever is used or shown has a name', async ({
  page,
  server,
}) => {
  for (const path of [
    '/',
    '/new',
    '/looks/saltmarsh-1/brief',
    '/looks/saltmarsh-1/palette',
    '/looks/saltmarsh-1/camera',
    '/looks/saltmarsh-1/set',
    '/looks/saltmarsh-1/build',
    '/looks/saltmarsh-1/balance',
    '/looks/saltmarsh-1/lights/rim-left',
    '/looks/saltmarsh-1/sheet',
    '/kit',
    '/practice',
    '/log',
  ]) {
    await visit(page, server, path);
    await expect(page.getByRole('heading', { level: 1 }).first()).toBeVisible();
    await expect(page.locator('[aria-busy=true]')).toHaveCount(0);
    const lines = (await page.locator('body').ariaSnapshot()).split('\n');
    expect(
      lines.filter((line) => NAMELESS.test(line)),
      path,
    ).toEqual([]);
  }
});

test('@phone a strip says its light, its place and its verdict, and what balance did is told', async ({ page, server }) => {
  await openLook(page, server, 'saltmarsh-2');
  const strip = page.getByRole('slider', { name: 'Rim right, exposure' });
  await expect(strip).toHaveAttribute('aria-valuetext', /^1\/\d+.*from mid-grey\. .+\./);
  const [low, now, high] = await Promise.all(
    ['aria-valuemin', 'aria-valuenow', 'aria-valuemax'].map(async (name) => Number(await strip.getAttribute(name))),
  );
  expect(low!).toBeLessThanOrEqual(now!);
  expect(now!).toBeLessThanOrEqual(high!);
  await page.getByRole('button', { name: 'Balance', exact: true }).click();
  const said = page.getByTestId('explanation');
  await expect(said).toHaveAttribute('aria-live', 'polite');
  // Not what stood there before it.
  await expect(said).toContainText(/^(Key|Backdrop|Rim right) [+−]\d/);
});

test('@phone at twice the size on a wide screen nothing is cut off, and the main act is in reach', async ({ page, server }) => {
  // A browser's 200 % on 1280 x 800.
  await page.setViewportSize({ width: 640, height: 400 });
  for (const path of [
    '/',
    '/looks/saltmarsh-1/balance',
    '/looks/saltmarsh-1/set',
    '/looks/saltmarsh-1/sheet',
    '/kit',
    '/practice',
  ]) {
    await visit(page, server, path);
    await expect(page.getByRole('heading', { level: 1 }).first()).toBeVisible();
    expect(await page.evaluate(() => document.documentElement.scrollWidth), path).toBeLessThanOrEqual(640);
  }
  await visit(page, server, '/looks/saltmarsh-1/balance');
  const balance = page.getByRole('button', { name: 'Balance', exact: true });
  await balance.scrollIntoViewIfNeeded();
  await expect(balance).toBeInViewport();
});
