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

/** A window that is told of nobody: what others change it learns only when it saves. */
const alone = (page: Page) => page.route('**/here', (route) => route.abort());

test('@phone a stale write from a second tab is merged where it touches other things', async ({ page, server, context }) => {
  await openLook(page, server, 'saltmarsh-1');
  const keyBefore = await power(page, server.url, 'key');
  const backdropBefore = await power(page, server.url, 'backdrop');
  const second = await context.newPage();
  await alone(second);
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
    await alone(second);
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
  await alone(second);
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
  await alone(second);
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

test('@phone two phones on two lights see each other, merge by themselves, and undo only their own', async ({
  page,
  server,
  browser,
}) => {
  await openLook(page, server, 'saltmarsh-1');
  const before = { key: await power(page, server.url, 'key'), backdrop: await power(page, server.url, 'backdrop') };
  const context = await browser.newContext({ viewport: page.viewportSize()!, serviceWorkers: 'block' });
  const other = await context.newPage();
  await other.addInitScript(() => {
    localStorage.setItem('fulgent:device', 'Ana’s phone');
    localStorage.setItem('fulgent:quick-pictures', 'yes');
  });
  await openLook(other, server, 'saltmarsh-1');
  await expect(page.getByTestId('others')).toHaveText('Also here: Ana’s phone');
  await expect(other.getByTestId('others')).toHaveText('Also here: A computer');
  await stepDown(page, 'Key', 2);
  await stepUp(other, 'Backdrop', 3);
  // Both saved, and each shows the other's.
  await expect.poll(() => power(page, server.url, 'key')).toBeCloseTo(before.key - 0.2, 6);
  await expect.poll(() => power(page, server.url, 'backdrop')).toBeCloseTo(before.backdrop + 0.3, 6);
  await expect(dial(page, 'backdrop')).toHaveText((await dial(other, 'backdrop').textContent())!);
  await expect(dial(other, 'key')).toHaveText((await dial(page, 'key').textContent())!);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(() => power(page, server.url, 'key')).not.toBeCloseTo(before.key - 0.2, 6);
  await kept(page);
  expect(await power(page, server.url, 'backdrop')).toBeCloseTo(before.backdrop + 0.3, 6);
  await context.close();
  await expect(page.getByTestId('others')).toHaveCount(0);
});

test('@phone an earlier version comes back from the title, and Undo takes it away again', async ({ page, server }) => {
  await openLook(page, server, 'saltmarsh-1');
  const first = await dial(page, 'key').textContent();
  await stepDown(page, 'Key', 4);
  await kept(page);
  const changed = await dial(page, 'key').textContent();
  await page.getByRole('button', { name: /^Rename/ }).click();
  await page.getByRole('button', { name: 'Earlier versions' }).click();
  const oldest = page.getByTestId('version-1');
  await oldest.getByRole('button', { name: 'Keep under a name' }).click();
  await oldest.getByLabel('What it is kept for').fill('As planned');
  await oldest.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(oldest.getByText('As planned')).toBeVisible();
  await oldest.getByRole('button', { name: 'Go back to this' }).click();
  await expect(dial(page, 'key')).toHaveText(first!);
  await kept(page);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(dial(page, 'key')).toHaveText(changed!);
});
