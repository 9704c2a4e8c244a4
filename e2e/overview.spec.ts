import type { Page } from '@playwright/test';
import { expect, kept, openLook, test, visit } from './fixtures';

/** Pages as they come: one line a topic. */
const folded = (page: Page) => page.addInitScript(() => localStorage.setItem('fulgent:topics', 'one'));

/** Height of what is scrolled on the page, px. */
const scrolled = (page: Page) =>
  page.evaluate(() =>
    Math.max(
      0,
      ...[...document.querySelectorAll('div')]
        .filter((box) => ['auto', 'scroll'].includes(getComputedStyle(box).overflowY))
        .map((box) => box.scrollHeight),
    ),
  );

test('@phone brief, light, set and sheet are overviews of two screens; a topic opens in place; the main act is in reach', async ({
  page,
  server,
}) => {
  await folded(page);
  const { height } = page.viewportSize()!;
  for (const [path, act] of [
    ['brief', page.getByRole('link', { name: 'Compose the palette' })],
    ['lights/rim-right', page.getByRole('button', { name: 'Rim right: a step more' })],
    ['set', page.getByTestId('handle-rim-right')],
    ['sheet', page.getByRole('button', { name: 'Key is set, the next one' })],
  ] as const) {
    await visit(page, server, `/looks/saltmarsh-1/${path}`);
    await expect(act).toBeInViewport();
    expect(await scrolled(page)).toBeLessThan(2 * height);
  }
  await page.getByRole('button', { name: 'Key is set, the next one' }).click();
  await expect(page.getByRole('button', { name: 'Rim left is set, the next one' })).toBeVisible();

  await visit(page, server, '/looks/saltmarsh-1/lights/rim-right');
  const gels = page.getByTestId('topic-light.gels');
  await expect(gels).toHaveAttribute('aria-expanded', 'false');
  await expect(page.getByRole('button', { name: 'Add a gel' })).toHaveCount(0);
  await gels.click();
  await expect(page.getByRole('button', { name: 'Add a gel' })).toBeVisible();
  await page.getByRole('button', { name: 'Rim right: a step more' }).click();
  await expect(page.getByTestId('foot-power')).toHaveText('1/8 +0.6');
  await page.getByRole('button', { name: 'Open everything' }).click();
  await expect(page.getByTestId('topic-light.shape')).toHaveAttribute('aria-expanded', 'true');
});

test('@phone the picture is pulled to most of the screen and to a strip, and compared by uncovering', async ({
  page,
  server,
}) => {
  await openLook(page, server, 'saltmarsh-1');
  const frame = page.getByTestId('frame');
  const handle = page.getByTestId('picture-handle');
  const high = async () => (await frame.boundingBox())!.height;
  const usual = await high();
  const pull = async (by: number) => {
    const { x, y, width } = (await handle.boundingBox())!;
    await page.mouse.move(x + width / 2, y + 12);
    await page.mouse.down();
    for (let i = 1; i <= 8; i++) await page.mouse.move(x + width / 2, y + 12 + (by * i) / 8);
    await page.mouse.up();
  };
  await pull(90);
  await expect.poll(high).toBeGreaterThan(480);
  await handle.focus();
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('ArrowUp');
  await expect.poll(high).toBeLessThan(80);
  await page.keyboard.press('ArrowDown');
  await expect.poll(high).toBe(usual);

  await page.getByRole('button', { name: 'Compare' }).click();
  await page.getByRole('button', { name: 'As it was opened' }).click();
  const grip = page.getByRole('slider', { name: 'Uncovers as it was opened' });
  await expect(grip).toHaveAttribute('aria-valuenow', '50');
  const uncovered = async () => (await page.getByTestId('compared').boundingBox())!.width;
  expect(await uncovered()).toBeCloseTo(195, -1);
  await grip.focus();
  await page.keyboard.press('ArrowRight');
  await expect.poll(uncovered).toBeGreaterThan(205);
  const { x, y, width, height } = (await grip.boundingBox())!;
  await page.mouse.move(x + width / 2, y + height / 3);
  await page.mouse.down();
  for (let i = 1; i <= 10; i++) await page.mouse.move(x + width / 2 - 12 * i, y + height / 3);
  await page.mouse.up();
  await expect.poll(uncovered).toBeLessThan(150);
  await page.getByRole('button', { name: 'End comparing' }).click();
  await expect(grip).toHaveCount(0);
});

test('@wide Space held shows the look as it was opened', async ({ page, server }) => {
  await openLook(page, server, 'saltmarsh-1');
  // Nothing was drawn of it before: the server has a coarse picture at once, and whoever keeps pictures quick needs no other until an edit.
  await expect
    .poll(() => page.locator('[data-poster]').evaluate((image: HTMLImageElement) => image.naturalWidth))
    .toBeGreaterThan(80);
  await expect(page.getByTestId('frame').locator('canvas')).toHaveAttribute('data-fineness', 'none');
  await expect(page.getByTestId('compared')).toHaveCount(0);
  await page.keyboard.down(' ');
  await expect(page.getByTestId('compared')).toBeVisible();
  await page.keyboard.up(' ');
  await expect(page.getByTestId('compared')).toHaveCount(0);
});

test('@phone on the plan: whole stops, the view of the camera, distances by touch, all of the screen; lengths in feet', async ({
  page,
  server,
}) => {
  await visit(page, server, '/looks/saltmarsh-1/set');
  await page.getByRole('radio', { name: 'Rim right', exact: true }).click();
  await page.getByRole('button', { name: 'Lines of equal exposure, in stops' }).click();
  await expect(page.getByTestId('plan-top').getByText('as at its aim')).toBeVisible();
  await expect(page.getByTestId('plan-top').getByText('−2', { exact: true })).toBeVisible();
  await page.getByRole('radio', { name: 'Camera', exact: true }).click();
  await expect(page.getByTestId('plan-front').getByText('what 85 mm sees')).toBeVisible();
  await page.getByRole('radio', { name: 'Top', exact: true }).click();

  await page.getByRole('button', { name: 'Measure', exact: true }).click();
  const spot = async (name: RegExp) => {
    const { x, y } = (await page.getByRole('button', { name }).first().boundingBox())!;
    await page.mouse.click(x + 22, y + 22);
  };
  await spot(/^Measure from Camera/);
  await spot(/^Measure to Backdrop/);
  await expect(page.getByTestId('distance')).toHaveText('Camera to Backdrop: 4.30 m');
  // By keys as well.
  await page.getByRole('button', { name: /^Measure from Key/ }).focus();
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: /^Measure to Camera/ }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByTestId('distance')).toHaveText(/^Key to Camera: \d\.\d\d m, \d\.\d\d m over the floor$/);

  await page.getByRole('button', { name: 'Plan, full screen' }).click();
  const full = page.getByRole('dialog', { name: 'Plan, full screen' });
  await expect(full.getByText('as at its aim')).toBeVisible();
  expect((await full.getByTestId('plan-top').boundingBox())!.height).toBeGreaterThan(650);
  await full.getByRole('button', { name: 'Close the plan' }).click();

  const height = page.getByRole('textbox', { name: 'Height', exact: true });
  await height.fill(`7' 6"`);
  await height.press('Enter');
  await expect(height).toHaveValue('2.29 m');
  await kept(page);
  await page.evaluate(() => localStorage.setItem('fulgent:lengths', 'feet'));
  await page.reload();
  await expect(page.getByRole('textbox', { name: 'Distance to its aim' })).toHaveValue(/^\d+′ \d+½?″$/);
});

test('@phone values are dragged, and keys that a keyboard of figures lacks are offered', async ({ page, server }) => {
  await visit(page, server, '/looks/saltmarsh-1/lights/rim-right');
  const power = page.getByRole('textbox', { name: 'Power', exact: true });
  await expect(power).toHaveValue('1/8 +0.5');
  const { x, y, width, height } = (await page.getByTestId('drag-Power').boundingBox())!;
  await page.mouse.move(x + width / 2, y + height / 2);
  await page.mouse.down();
  for (let i = 1; i <= 12; i++) await page.mouse.move(x + width / 2 - 4 * i, y + height / 2);
  await page.mouse.up();
  await expect(power).not.toHaveValue('1/8 +0.5');
  await power.fill('');
  await page.getByRole('group', { name: 'Keys for this value' }).getByRole('button', { name: '1/' }).click();
  await expect(power).toBeFocused();
  await page.keyboard.type('4');
  await page.getByRole('button', { name: '+0.3', exact: true }).click();
  await power.press('Enter');
  await expect(power).toHaveValue('1/4 +0.3');
});

test('@phone first steps are ticked off by doing them, and gone then; a figure says what it is', async ({ page, server }) => {
  await page.addInitScript(() => {
    if (!sessionStorage.getItem('begun')) localStorage.setItem('fulgent:first-steps', ' ');
    sessionStorage.setItem('begun', 'yes');
  });
  await openLook(page, server, 'saltmarsh-1');
  const steps = page.getByTestId('first-steps');
  await expect(steps).toContainText('Drag the white marker');
  await page.getByRole('slider', { name: 'Key, exposure' }).press('ArrowLeft');
  await page.getByRole('button', { name: 'Picture: touch a place to read it' }).press('Enter');
  await page
    .getByRole('button', { name: /^Backdrop: / })
    .first()
    .press('Enter');
  await page.getByRole('button', { name: 'What is this: Stops from mid-grey' }).click();
  await expect(page.getByTestId('what-is')).toContainText('The face meters');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Balance', exact: true }).click();
  await expect(steps).toHaveCount(0);
  await page.reload();
  await expect(page.getByTestId('ladder')).toBeVisible();
  await expect(steps).toHaveCount(0);
  await visit(page, server, '/looks/saltmarsh-1/lights/rim-right');
  await page.getByRole('button', { name: 'What is this: Vivid window' }).click();
  await expect(page.getByTestId('what-is')).toContainText('Between the brackets Rim right keeps its colour');
});
