import { cpSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { test as plain } from '@playwright/test';
import { dial, expect, kept, openLook, test, visit, installed } from './fixtures';
import { launch, SEED, stopped } from './server';

const asJson = { 'Content-Type': 'application/json' };

test('@phone cautions, circuits and how a light is held', async ({ page, server }) => {
  await visit(page, server, '/looks/saltmarsh-1/sheet/safety');
  await expect(page.getByText(/Nothing here says that a set-up is safe/)).toBeVisible();
  await expect(page.getByTestId('load-circuit-1')).toContainText(/\d+ W, \d+\.\d A of 16 A/);
  await page.getByRole('button', { name: 'Held: On a stand. Change' }).click();
  await page.getByRole('button', { name: 'Hung from above' }).click();
  await expect(page.getByTestId('caution-overhead-stop')).toContainText('Key: hangs');
  await page.getByRole('button', { name: 'Second hold' }).click();
  await expect(page.getByTestId('caution-overhead-stop')).toHaveCount(0);
  await expect(page.getByTestId('caution-overhead-act')).toContainText('rated line');
  const draw = page.getByRole('textbox', { name: 'Rated power (from the nameplate)' });
  await draw.fill('5000');
  await draw.press('Enter');
  await expect(page.getByTestId('caution-power-stop')).toContainText('More than the circuit is rated for');
  await page.getByRole('button', { name: 'Another circuit' }).click();
  await page.getByRole('button', { name: 'Circuit: Circuit 1. Change' }).click();
  await page.getByRole('button', { name: 'Circuit 2', exact: true }).click();
  await expect(page.getByTestId('load-circuit-2')).toContainText('Key');
  await page.getByRole('button', { name: 'Rain, a hose or wet ground' }).click();
  await expect(page.getByTestId('caution-wet-stop').first()).toContainText('not rated for wet');
  await page.getByRole('textbox', { name: 'Who helps with it' }).fill('Ash');
  await kept(page);
  await visit(page, server, '/looks/saltmarsh-1/sheet/roles');
  await expect(page.getByRole('heading', { name: 'Ash' })).toBeVisible();
  await expect(page.getByText(/Hang Key .* dial 1\//)).toBeVisible();
});

test('@phone fixtures on the network take what is dialled; set-ups are put in order', async ({ page, server }) => {
  await visit(page, server, '/looks/night-oven-1/sheet/devices');
  await page.getByRole('button', { name: 'Turn on' }).click();
  await page.getByRole('button', { name: 'Send settings' }).click();
  await expect(page.getByTestId('fixture-fridge')).toContainText(/%, hue 210 °, saturation 70 %, white 6500 K/);
  await expect(page.getByTestId('fixture-street')).toContainText('x 0.5100, y 0.4200');
  await page.getByRole('button', { name: 'Turn off' }).click();
  await expect(page.getByTestId('fixture-fridge')).toHaveCount(0);
  await visit(page, server, '/looks/saltmarsh-1/sheet/schedule');
  await expect(page.getByTestId('schedule')).toContainText('Piste, washed out');
  await page.getByRole('button', { name: 'Piste, washed out comes first' }).click();
  await expect(
    page
      .getByTestId('schedule')
      .getByText(/^\d\d:\d\d$/)
      .first(),
  ).toBeVisible();
  expect((await page.getByTestId('schedule').innerText()).split('\n')[2]).toBe('Piste, washed out');
  // All three need no more than there is; with one flash gone they do.
  const kit = page.getByRole('table', { name: 'Kit of the day' });
  await expect(kit.getByRole('row').filter({ hasText: 'Flash 400 J' })).toContainText(/4.*4/);
  const entry = (await (await page.request.get(`${server.url}/api/kit`)).json()).find(
    (one: { entry: { name: string } }) => one.entry.name === 'Flash 400 J',
  );
  await page.request.put(`${server.url}/api/kit/${entry.entry.id}`, {
    headers: { ...asJson, 'If-Match': `"${entry.revision}"` },
    data: { ...entry.entry, count: 3 },
  });
  await page.reload();
  await expect(page.getByText(/^Flash 400 J: 1 short: the kit has 3\. For .*Piste, cyan and amber/)).toBeVisible();
});

test('@phone a look is approved: the brief says since when, and the log finds it', async ({ page, server }) => {
  await visit(page, server, '/looks/saltmarsh-2/brief');
  await page.getByRole('radio', { name: 'Approved' }).click();
  await expect(page.getByText(/^Approved, \d+ \w+, \d\d:\d\d\. What is changed/)).toBeVisible();
  await kept(page);
  await visit(page, server, '/log');
  await page.getByRole('radio', { name: 'Approved' }).click();
  await expect(page.getByTestId('log-saltmarsh-2')).toContainText(/Approved, \d+ \w+/);
  await expect(page.getByTestId('log-saltmarsh-1')).toHaveCount(0);
});

test('@phone the log: continuity, a look made again, the sheet as PDF', async ({ page, server }) => {
  await visit(page, server, '/log/continuity');
  await expect(page.getByText(/would be seen in a cut/)).toBeVisible();
  await expect(page.getByTestId('alarm').first()).toBeVisible();
  await visit(page, server, '/log/remake');
  await page.getByRole('button', { name: /^Key: .* Change$/ }).click();
  await page.getByRole('button', { name: 'Household bulb 60 W' }).click();
  await expect(page.getByTestId('unreached-key')).toContainText('too weak');
  await page.getByRole('button', { name: 'Keep it as a look beside' }).click();
  await expect(page.getByText(/other lamps stands beside it/)).toBeVisible();
  await visit(page, server, '/looks/saltmarsh-1/sheet');
  const download = page.waitForEvent('download', { timeout: 150_000 });
  await page.getByRole('button', { name: 'Save as PDF, A4' }).click();
  const bytes = readFileSync(await (await download).path());
  expect(bytes.subarray(0, 5).toString()).toBe('%PDF-');
  expect(bytes.length).toBeGreaterThan(20_000);
});

test('@phone everything as one file, and back after it was deleted', async ({ page, server }) => {
  await visit(page, server, '/log/backup');
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save everything' }).click();
  const file = await (await download).path();
  await page.request.delete(`${server.url}/api/looks/saltmarsh-2`);
  const chooser = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: 'Take one in' }).click();
  await (await chooser).setFiles({ name: 'fulgent.zip', mimeType: 'application/zip', buffer: readFileSync(file) });
  await expect(page.getByText(/\d+ here already/)).toBeVisible();
  expect((await page.request.get(`${server.url}/api/looks/saltmarsh-2`)).status()).toBe(200);
  await page.getByRole('button', { name: 'Make one now' }).click();
  await expect(page.getByText(/is made and read back/)).toBeVisible();
});

test('@phone addresses of network lights are set, told when they clash, and stand on the card', async ({ page, server }) => {
  await visit(page, server, '/looks/night-oven-1/sheet');
  await page.getByRole('link', { name: /^Addresses/ }).click();
  const first = page.getByTestId(/^address-/).first();
  await expect(first).toHaveText('Universe 1, slots 1 to 9');
  const keep = page.getByRole('button', { name: /^Keep the address of/ });
  const name = (await keep.first().getAttribute('aria-label'))!.replace('Keep the address of ', '');
  await keep.first().click();
  const slots = page.getByRole('textbox', { name: 'First slot' });
  await slots.first().fill('510');
  await slots.first().press('Enter');
  await expect(page.getByRole('alert').filter({ hasText: 'ends at 512' })).toContainText('504 or lower');
  await slots.first().fill('40');
  await slots.first().press('Enter');
  await expect(page.getByRole('alert').filter({ hasText: 'slot' })).toHaveCount(0);
  await slots.nth(1).fill('45');
  await slots.nth(1).press('Enter');
  await expect(page.getByRole('alert').filter({ hasText: 'run into those of' }).first()).toBeVisible();
  await page
    .getByRole('button', { name: /^Allot the address of/ })
    .nth(1)
    .click();
  await expect(page.getByRole('alert').filter({ hasText: 'run into' })).toHaveCount(0);
  await kept(page);
  await visit(page, server, '/looks/night-oven-1/sheet');
  await expect(
    page
      .getByTestId(/^card-/)
      .filter({ hasText: name })
      .first(),
  ).toContainText('universe 1, slots 40 to 48');
});

test('@phone poses: how far to turn, and a list to take off', async ({ page, server }) => {
  await visit(page, server, '/looks/saltmarsh-1/sheet/poses');
  await expect(page.getByTestId('turn-text')).toContainText(/left in the picture and \d+° right/);
  await expect(page.getByRole('img', { name: /Exposure of the face by angle/ })).toBeVisible();
  await page.getByRole('button', { name: 'Add a pose' }).click();
  await page.getByRole('textbox', { name: 'Pose' }).fill('Blade up, three quarters');
  const turned = page.getByRole('textbox', { name: 'Turned' });
  await turned.fill('60');
  await turned.press('Enter');
  await expect(page.getByText(/^Outside/)).toBeVisible();
  await page.getByRole('button', { name: 'Take Blade up, three quarters off the list' }).click();
  await kept(page);
  const { look } = await (await page.request.get(`${server.url}/api/looks/saltmarsh-1`)).json();
  expect(look.day.poses).toEqual([expect.objectContaining({ name: 'Blade up, three quarters', turnDeg: 60, done: true })]);
  await visit(page, server, '/looks/saltmarsh-1/sheet');
  await expect(page.getByRole('link', { name: /^Poses/ })).toContainText('1 of 1 taken');
});

plain.describe('from another machine', () => {
  // A browser that does not trust the machine's certificate yet, and was told to go on.
  plain.use({ ignoreHTTPSErrors: true });

  plain('@phone the passcode once, then work, encrypted; a wrong one is told', async ({ page }) => {
    const folder = mkdtempSync(path.join(tmpdir(), 'fulgent-door-'));
    cpSync(SEED, folder, { recursive: true });
    const { child, url } = await launch(folder, 0, { env: { HOST: '0.0.0.0', FULGENT_PASSCODE: 'darkroom' } });
    expect(url).toMatch(/^https:/);
    const here = url.replace('0.0.0.0', '127.0.0.1');
    try {
      await page.goto(`${here}/looks/saltmarsh-1/balance`);
      await page.getByLabel('Passcode').last().fill('guess');
      await page.getByRole('button', { name: 'Enter' }).click();
      await expect(page.getByRole('alert')).toHaveText(/not the passcode/);
      await page.getByLabel('Passcode').last().fill('darkroom');
      await page.getByRole('button', { name: 'Enter' }).click();
      await expect(page.getByTestId('ladder')).toBeVisible();
      // What keeps the screen awake and the pages on a phone is there.
      expect(await page.evaluate(() => [window.isSecureContext, 'serviceWorker' in navigator])).toEqual([true, true]);
      await page.goto(`${here}/log/phone`);
      await expect(page.getByText('Trust this machine, once on each phone')).toBeVisible();
      const certificate = page.waitForEvent('download');
      await page.getByRole('button', { name: 'Certificate' }).click();
      expect((await certificate).suggestedFilename()).toBe('fulgent.crt');
      await page.getByRole('button', { name: 'Sign out' }).click();
      await expect(page.getByRole('dialog', { name: 'Passcode' })).toBeVisible();
    } finally {
      await stopped(child);
      rmSync(folder, { recursive: true, force: true });
    }
  });
});

test.describe('installed', () => {
  test.use({ serviceWorkers: 'allow' });

  test('@phone without a connection: it starts, edits queue and are sent when it is back', async ({ page, server, context }) => {
    test.slow();
    await openLook(page, server, 'saltmarsh-1');
    await installed(page, page.getByTestId('ladder'));
    await server.stop();
    await context.setOffline(true);
    await page.reload();
    const rim = page.getByRole('slider', { name: 'Rim left, exposure' });
    await rim.focus();
    await rim.press('ArrowRight');
    await rim.press('ArrowRight');
    const dialled = await dial(page, 'rim-left').textContent();
    await expect(page.getByTestId('save-state')).toHaveText('Not synced');
    // Closed and opened again, still without a connection.
    await page.reload();
    await expect(dial(page, 'rim-left')).toHaveText(dialled!);
    await server.start();
    await context.setOffline(false);
    await kept(page);
    await page.reload();
    await expect(dial(page, 'rim-left')).toHaveText(dialled!);
  });
});
