import { AxeBuilder } from '@axe-core/playwright';
import { chooseRow, escape, expect, kept, openLook, test } from './fixtures';

test('@wide keys lead through the steps, balance and are listed; undo says what it takes back, and a list goes back further', async ({
  page,
  server,
}) => {
  await openLook(page, server, 'saltmarsh-1');
  await page.keyboard.press('3');
  await expect(page).toHaveURL(/\/camera$/);
  await page.keyboard.press('6');
  await expect(page.getByTestId('ladder')).toBeVisible();
  await page.keyboard.press('?');
  const keys = page.getByRole('dialog', { name: 'Keys' });
  await expect(keys).toContainText('Balance the powers');
  // What lies over the page has the keys to itself.
  await page.keyboard.press('1');
  await expect(page).toHaveURL(/\/balance$/);
  // A key of one's own: who had it takes the old one.
  await keys.getByRole('button', { name: 'Balance the powers: B, change it' }).click();
  await page.keyboard.press('m');
  await expect(keys.getByRole('status')).toContainText('Exchanged with: Mute the chosen light');
  await expect(keys.getByRole('button', { name: 'Mute the chosen light: B, change it' })).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(keys).toHaveCount(0);
  await page.reload();
  await expect(page.getByTestId('ladder')).toBeVisible();
  await chooseRow(page, 'backdrop');
  await page.keyboard.press('b');
  await expect(page.getByRole('button', { name: 'Mute', exact: true })).toHaveAttribute('aria-pressed', 'true');
  await page.keyboard.press('b');
  await page.keyboard.press('s');
  await expect(page.getByRole('button', { name: 'Solo', exact: true })).toHaveAttribute('aria-pressed', 'true');
  await page.keyboard.press('s');
  await page.keyboard.press('c');
  await expect(page.getByRole('dialog')).toBeVisible();
  await escape(page);
  await page.keyboard.press('f');
  await expect(page.getByRole('dialog', { name: 'Picture, full screen' })).toBeVisible();
  await escape(page);
  await page.keyboard.press('e');
  await expect(page).toHaveURL(/lights\/backdrop$/);
  await page.keyboard.press('6');

  await chooseRow(page, 'rim-right');
  const power = page.getByRole('slider', { name: /^Rim right/ });
  await power.focus();
  // Up and down to the next light, and back.
  await page.keyboard.press('ArrowDown');
  await expect(page.getByRole('slider', { name: /^Backdrop/ })).toBeFocused();
  await page.keyboard.press('ArrowUp');
  await expect(power).toBeFocused();
  await page.keyboard.press('ArrowRight');
  const undo = page.getByRole('button', { name: /^Undo: Rim right \+/ });
  await expect(undo).toBeVisible();
  await chooseRow(page, 'key');
  await page.getByRole('slider', { name: /^Key/ }).focus();
  await page.keyboard.press('ArrowLeft');
  await page.getByRole('button', { name: /^Undo: Key -/ }).click();
  await expect(page.getByText(/^Undone: Key -/)).toBeVisible();
  await page.getByRole('button', { name: /^Redo: Key -/ }).click();

  await page.getByRole('button', { name: /^Rename/ }).click();
  await page.getByRole('button', { name: /^Back to before: Rim right \+/ }).click();
  await expect(page.getByRole('button', { name: /^Undo: Rim right/ })).toHaveCount(0);
  await expect(page.getByRole('button', { name: /^Redo: Rim right \+/ })).toBeEnabled();
  await kept(page);
});

test('@phone the display is set on the device: bright sun, larger text; on its side the picture stands beside', async ({
  page,
  server,
}) => {
  await page.goto(server.url);
  await page.getByRole('button', { name: 'Display' }).click();
  await page.getByRole('radio', { name: 'Bright sun' }).click();
  await page.getByRole('radio', { name: 'Larger', exact: true }).click();
  await page.keyboard.press('Escape');
  const ground = () => page.evaluate(() => document.documentElement.style.backgroundColor);
  expect(await ground()).toBe('rgb(255, 255, 255)');
  const titlePx = () =>
    page.getByRole('heading', { level: 1 }).evaluate((node) => Math.round(parseFloat(getComputedStyle(node).fontSize)));
  expect(await titlePx()).toBe(42);
  await page.reload();
  await expect.poll(ground).toBe('rgb(255, 255, 255)');
  await expect.poll(titlePx).toBe(42);

  for (const path of ['/', '/looks/saltmarsh-1/balance', '/looks/saltmarsh-1/sheet']) {
    await page.goto(server.url + path);
    await expect(page.getByRole('heading').first()).toBeVisible();
    await expect(page.locator('[aria-busy=true]')).toHaveCount(0);
    const { violations } = await new AxeBuilder({ page }).setLegacyMode(true).analyze();
    expect(violations.map(({ id, nodes }) => `${path} ${id}: ${nodes[0]!.html}`)).toEqual([]);
    expect(await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth)).toBeLessThanOrEqual(0);
  }

  await page.setViewportSize({ width: 844, height: 390 });
  await openLook(page, server, 'saltmarsh-1');
  const [picture, ladder] = [await page.getByTestId('frame').boundingBox(), await page.getByTestId('ladder').boundingBox()];
  expect(picture!.x + picture!.width).toBeLessThanOrEqual(ladder!.x + 1);
  expect(picture!.height).toBeGreaterThan(300);
});
