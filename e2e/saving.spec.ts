import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import type { Page } from '@playwright/test';
import { chooseRow, dial, expect, kept, openLook, test } from './fixtures';

const step = async (page: Page, light: string, key: 'ArrowRight' | 'ArrowLeft', times: number) => {
  const slider = page.getByRole('slider', { name: `${light}, exposure` });
  await slider.focus();
  for (let i = 0; i < times; i++) await slider.press(key);
};
const stepUp = (page: Page, light: string, times = 1) => step(page, light, 'ArrowRight', times);
const stepDown = (page: Page, light: string, times = 1) => step(page, light, 'ArrowLeft', times);

/** A power as the demo has it; its fixtures are set in tenths of a stop. */
const power = async (page: Page, url: string, id: string): Promise<number> =>
  (await stored(page, url)).lights.find((light: { id: string }) => light.id === id).powerStops;

/** The first page's two steps down of the key have reached the server: saying "Saved" may be from before them. */
const keyStored = (page: Page, url: string, before: number) =>
  expect.poll(() => power(page, url, 'key')).toBeCloseTo(before - 0.2, 6);

const stored = async (page: Page, url: string) => (await (await page.request.get(`${url}/api/looks/saltmarsh-1`)).json()).look;

test('@phone a stale write from a second tab is merged where it touches other things', async ({ page, server, context }) => {
  await openLook(page, server, 'saltmarsh-1');
  const keyBefore = await power(page, server.url, 'key');
  const backdropBefore = await power(page, server.url, 'backdrop');
  const second = await context.newPage();
  await openLook(second, server, 'saltmarsh-1');
  await stepDown(page, 'Key', 2);
  await keyStored(page, server.url, keyBefore);
  const key = await dial(page, 'key').textContent();
  await stepUp(second, 'Backdrop', 3);
  await kept(second);
  // The second tab has taken the first one's key, and kept its own backdrop.
  await expect(dial(second, 'key')).toHaveText(key!);
  expect(await power(page, server.url, 'key')).toBeCloseTo(keyBefore - 0.2, 6);
  expect(await power(page, server.url, 'backdrop')).toBeCloseTo(backdropBefore + 0.3, 6);
});

for (const [choice, expected] of [
  ['Keep mine at these places', 'mine'],
  ['Take theirs', 'theirs'],
] as const) {
  test(`@phone a stale write to the same place asks, and loses nothing: ${expected}`, async ({ page, server, context }) => {
    await openLook(page, server, 'saltmarsh-1');
    const keyBefore = await power(page, server.url, 'key');
    const second = await context.newPage();
    await openLook(second, server, 'saltmarsh-1');
    await stepDown(page, 'Key', 2);
    await keyStored(page, server.url, keyBefore);
    const theirs = await dial(page, 'key').textContent();
    await stepUp(second, 'Key', 5);
    const mine = await dial(second, 'key').textContent();
    expect(mine).not.toBe(theirs);
    const dialog = second.getByRole('dialog', { name: 'Changed elsewhere' });
    await expect(dialog).toContainText('lights[key].powerStops');
    await dialog.getByRole('button', { name: choice }).click();
    await kept(second);
    await expect(dial(second, 'key')).toHaveText(expected === 'mine' ? mine! : theirs!);
    // What was not chosen is one undo away.
    await second.getByRole('button', { name: 'Undo' }).click();
    await expect(dial(second, 'key')).toHaveText(mine!);
  });
}

test('@phone keep both makes a look of mine beside theirs', async ({ page, server, context }) => {
  await openLook(page, server, 'saltmarsh-1');
  const keyBefore = await power(page, server.url, 'key');
  const second = await context.newPage();
  await openLook(second, server, 'saltmarsh-1');
  await stepDown(page, 'Key', 2);
  await keyStored(page, server.url, keyBefore);
  await stepUp(second, 'Key', 5);
  await second.getByRole('button', { name: /Keep both/ }).click();
  await kept(second);
  await second.goto(server.url);
  await expect(second.getByText('Piste, cyan and amber, my version')).toBeVisible();
});

test('@phone edits while the server is gone are shown as not sent, survive a reload of the page, and are sent when it is back', async ({
  page,
  server,
}) => {
  await openLook(page, server, 'saltmarsh-1');
  const was = (await stored(page, server.url)).lights[1].powerStops;
  await server.stop();
  await stepUp(page, 'Rim left', 2);
  await expect(page.getByTestId('save-state')).toHaveText('Not synced');
  await expect(page.getByRole('status')).toContainText('cannot be reached');
  const dialled = await dial(page, 'rim-left').textContent();
  await server.start();
  await page.reload();
  await expect(dial(page, 'rim-left')).toHaveText(dialled!);
  await kept(page);
  const look = await stored(page, server.url);
  expect(look.lights[1].powerStops).toBeCloseTo(was + 0.2, 6);
});

test('@phone two windows closed while the server is gone lose nothing: their work comes together', async ({
  page,
  server,
  context,
}) => {
  await openLook(page, server, 'saltmarsh-1');
  const second = await context.newPage();
  await openLook(second, server, 'saltmarsh-1');
  const was = (await stored(page, server.url)).lights.map(({ powerStops }: { powerStops: number }) => powerStops);
  await server.stop();
  await stepUp(page, 'Rim left', 2);
  await stepUp(second, 'Backdrop', 1);
  await expect(page.getByTestId('save-state')).toHaveText('Not synced');
  await expect(second.getByTestId('save-state')).toHaveText('Not synced');
  await second.close({ runBeforeUnload: true });
  const third = await context.newPage();
  await page.close({ runBeforeUnload: true });
  await server.start();
  await openLook(third, server, 'saltmarsh-1');
  await kept(third);
  const look = await stored(third, server.url);
  expect(look.lights[1].powerStops).toBeCloseTo(was[1]! + 0.2, 6);
  expect(look.lights[3].powerStops).toBeGreaterThan(was[3]!);
});

test('@phone a look that was left while the server is gone is marked in the list, and is sent from there', async ({
  page,
  server,
}) => {
  await page.goto(server.url);
  await page
    .getByRole('link', { name: /^Piste, cyan and amber\./ })
    .first()
    .click();
  await expect(page.getByTestId('ladder')).toBeVisible();
  const was = await power(page, server.url, 'rim-left');
  await server.stop();
  await stepUp(page, 'Rim left', 2);
  await expect(page.getByTestId('save-state')).toHaveText('Not synced');
  await page.getByRole('link', { name: 'Shoots', exact: true }).click();
  await expect(page.getByText('Changes on this device, not synced')).toHaveCount(1);
  await server.start();
  await page.reload();
  await expect(page.getByText('Piste, cyan and amber', { exact: true })).toBeVisible();
  await expect(page.getByText('Changes on this device, not synced')).toHaveCount(0);
  const look = await stored(page, server.url);
  expect(look.lights[1].powerStops).toBeCloseTo(was + 0.2, 6);
});

test('@phone a look that is not there says so and leads back', async ({ page, server }) => {
  await page.goto(`${server.url}/looks/none/balance`);
  await expect(page.getByText(/There is no such look/)).toBeVisible();
  await page.getByRole('button', { name: 'Back to shoots' }).click();
  await expect(page.getByText('Saltmarsh Fencing Club')).toBeVisible();
});

test('@phone undo and redo by keys', async ({ page, server }) => {
  await openLook(page, server, 'saltmarsh-1');
  const before = await dial(page, 'key').textContent();
  await chooseRow(page, 'key');
  await stepUp(page, 'Key', 1);
  const after = await dial(page, 'key').textContent();
  await page.keyboard.press('Control+z');
  await expect(dial(page, 'key')).toHaveText(before!);
  await page.keyboard.press('Control+Shift+z');
  await expect(dial(page, 'key')).toHaveText(after!);
});

test('@phone killed in the middle of writes, the server loses nothing that it acknowledged', async ({ page, server }) => {
  const { look } = await (await page.request.get(`${server.url}/api/looks/saltmarsh-1`)).json();
  const folder = mkdtempSync(path.join(tmpdir(), 'fulgent-kill-'));
  // Node's own import: the script is a module, these tests are not.
  const { killRounds } = (await (new Function('file', 'return import(file)') as (file: string) => Promise<unknown>)(
    path.resolve(__dirname, '../scripts/lib/kill-rounds.mjs'),
  )) as { killRounds: (folder: string, look: unknown, rounds: number) => Promise<{ writes: number; faults: string[] }> };
  const { writes, faults } = await killRounds(folder, look, 5);
  expect(faults).toEqual([]);
  expect(writes).toBeGreaterThan(0);
  rmSync(folder, { recursive: true, force: true });
});
