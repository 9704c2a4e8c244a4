import type { Locator, Page } from '@playwright/test';
import { expect, kept, test } from './fixtures';
import { png } from './png';

/** Counts what a hand does on a phone: a press, or a field that is filled, is one. */
function counted(page: Page) {
  let taps = 0;
  return {
    tap: async (what: Locator) => {
      await what.click();
      taps++;
    },
    fill: async (label: string, text: string) => {
      const field = page.getByRole('textbox', { name: label, exact: true }).first();
      await field.fill(text);
      await field.press('Enter');
      taps++;
    },
    taps: () => taps,
  };
}

const button = (page: Page, name: string | RegExp) =>
  page.getByRole('button', { name, ...(typeof name === 'string' ? { exact: true } : {}) });
const link = (page: Page, name: string | RegExp) => page.getByRole('link', { name }).first();
const gelsOf = async (page: Page, url: string) => {
  const id = /looks\/([^/]+)/.exec(page.url())![1]!;
  return (await (await page.request.get(`${url}/api/looks/${id}`)).json()).look;
};

test('@phone in few taps: three lights with gels from the kit, balanced and read', async ({ page, server }) => {
  const { tap, taps } = counted(page);
  await page.goto(server.url);
  await tap(button(page, 'New look'));
  await tap(page.getByRole('radio', { name: 'Magenta and teal' }));
  await tap(page.getByRole('radio', { name: 'Two rims and key' }));
  await tap(button(page, 'Make the look'));
  await expect(page.getByTestId('ladder')).toBeVisible();
  await expect(page.getByTestId('explanation')).toContainText('Every light sits in its window');
  await tap(page.getByTestId('row-rim-left').getByRole('button').first());
  await expect(page.getByTestId('verdict-rim-left')).toContainText(/\w+:.*the key/s);
  await tap(button(page, 'Picture: touch a place to read it'));
  await expect(page.getByTestId('point-reading')).toBeVisible();
  await kept(page);
  const { lights } = await gelsOf(page, server.url);
  expect(lights).toHaveLength(3);
  expect(lights.filter(({ gels }: { gels: unknown[] }) => gels.length > 0).length).toBeGreaterThanOrEqual(2);
  expect(taps()).toBeLessThanOrEqual(6);
  test.info().annotations.push({ type: 'taps', description: String(taps()) });
});

test('@phone in few taps: two panels and a tube in teal and orange', async ({ page, server }) => {
  const { tap, fill, taps } = counted(page);
  await page.goto(server.url);
  await tap(button(page, 'New look'));
  await tap(page.getByRole('radio', { name: 'Two rims and key' }));
  await tap(button(page, 'Make the look'));
  await expect(page.getByTestId('ladder')).toBeVisible();
  await tap(page.getByTestId('row-key').getByRole('button').first());
  await tap(button(page, new RegExp('gels, fixture and place')));
  for (const fixture of [/^Colour panel/, /^Colour panel/, /^Colour tube/]) {
    const name = await page.getByRole('heading', { level: 2 }).first().textContent();
    await tap(button(page, /^Fixture: /));
    await tap(page.getByRole('dialog').getByRole('button', { name: fixture }).first());
    await expect(page.getByRole('dialog')).toHaveCount(0);
    if (fixture.source.endsWith('tube')) continue;
    await tap(button(page, /^Next light: /));
    await expect(page.getByRole('heading', { level: 2 }).first()).not.toHaveText(name!);
  }
  await tap(link(page, 'Palette'));
  await tap(page.getByRole('radio', { name: 'Opposite', exact: true }));
  await fill('Base hue', '195');
  await tap(button(page, 'Make all'));
  await expect(page.getByTestId('made')).toContainText(/Hardly to be told|Near it/);
  await tap(button(page, 'Set and balance'));
  await kept(page);
  const { lights } = await gelsOf(page, server.url);
  expect(
    lights.every(
      ({ fixture, gels }: { fixture: { kind: string }; gels: unknown[] }) => fixture.kind === 'colour' && gels.length === 0,
    ),
  ).toBe(true);
  expect(taps()).toBeLessThanOrEqual(18);
  test.info().annotations.push({ type: 'taps', description: String(taps()) });
});

test('@phone in few taps: from a lit room to a black frame, four lights, versions, sheet and safety', async ({
  page,
  server,
}) => {
  const { tap, taps } = counted(page);
  await page.goto(server.url);
  await tap(button(page, 'New look'));
  await tap(page.getByRole('radio', { name: 'Key, two rims, backdrop' }));
  await tap(button(page, 'Make the look'));
  await expect(page.getByTestId('ladder')).toBeVisible();
  await tap(link(page, 'Camera'));
  await tap(link(page, /^Ambient and black frame/));
  await tap(button(page, /^Start from: /));
  await tap(page.getByRole('dialog').getByRole('button', { name: /^Window, overcast/ }));
  await tap(button(page, 'Set black out for it'));
  await expect(page.getByTestId('ambient-level')).toContainText('That is as wanted');
  const chooser = page.waitForEvent('filechooser');
  await tap(button(page, /Choose the black frame/));
  await (await chooser).setFiles({ name: 'black.png', mimeType: 'image/png', buffer: png([[2, 2, 1]]) });
  await expect(page.getByTestId('proof')).toContainText('Black:');
  await tap(link(page, 'Build'));
  for (let i = 0; i < 3; i++) {
    await expect(page.getByTestId('watch').first()).toBeVisible();
    await tap(button(page, 'Next light'));
  }
  await tap(link(page, /^Versions/));
  await expect(page.getByTestId('offer-dark')).toContainText('Face');
  await tap(button(page, 'Keep Dark'));
  await expect(page.getByTestId('offer-bright')).toContainText('Face');
  await tap(button(page, 'Keep Bright'));
  await expect(page.getByTestId('differences-version-2')).toBeVisible();
  await tap(link(page, 'Sheet'));
  await tap(link(page, /^Safety/));
  const open = button(page, /^Acknowledge:/);
  await expect(open.first()).toBeVisible();
  for (let left = await open.count(); left > 0; left--) {
    await tap(open.first());
    await expect(open).toHaveCount(left - 1);
  }
  await kept(page);
  expect(taps()).toBeLessThanOrEqual(23);
  test.info().annotations.push({ type: 'taps', description: String(taps()) });
});

test('@phone from first start to a balanced picture of one’s own: under a minute and eight taps', async ({ page, server }) => {
  const { tap, taps } = counted(page);
  const start = Date.now();
  await page.goto(server.url);
  await tap(button(page, 'New look'));
  await tap(page.getByRole('radio', { name: 'Magenta and teal' }));
  await tap(page.getByRole('radio', { name: 'Dark', exact: true }).first());
  await tap(button(page, 'Make the look'));
  await expect(page.getByTestId('explanation')).toContainText('Every light sits in its window');
  const seconds = (Date.now() - start) / 1000;
  expect(taps()).toBeLessThanOrEqual(8);
  expect(seconds).toBeLessThan(60);
  const look = await gelsOf(page, server.url);
  expect(look.brief.mood).toBe('dark');
  expect(look.lights.flatMap(({ gels }: { gels: { gel: string }[] }) => gels.map(({ gel }) => gel))).toEqual(
    expect.arrayContaining(['teal-mid', 'magenta-mid']),
  );
  test.info().annotations.push({ type: 'taps', description: `${taps()}, ${seconds.toFixed(0)} s` });
});

test('@phone a surprise changes the picture, and leaves what is typed', async ({ page, server }) => {
  await page.goto(`${server.url}/new`);
  await page.getByRole('textbox', { name: 'Title' }).fill('My own');
  const checked = () => page.getByRole('radio', { checked: true }).allTextContents();
  const before = (await checked()).join();
  for (let i = 0; i < 4 && (await checked()).join() === before; i++)
    await page.getByRole('button', { name: 'Surprise me' }).click();
  expect((await checked()).join()).not.toBe(before);
  await expect(page.getByRole('textbox', { name: 'Title' })).toHaveValue('My own');
});
