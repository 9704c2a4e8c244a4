import type { Page } from '@playwright/test';
import { expect, kept, openLook, test } from './fixtures';

const toBuild = async (page: Page, url: string, look: string, rest = '') => {
  await page.goto(`${url}/looks/${look}/build${rest}`);
  await expect(page.getByRole('heading', { level: 2 }).first()).toBeVisible();
};

const lookOf = async (page: Page, url: string, look: string) =>
  (await (await page.request.get(`${url}/api/looks/${look}`)).json()).look;

test('@phone from a black frame to a chosen version: built light by light, trimmed, judged, compared, locked', async ({
  page,
  server,
}) => {
  test.slow();
  await page.goto(`${server.url}/looks/saltmarsh-1/camera/black-frame`);
  await expect(page.getByText(/gone/i).first()).toBeVisible();
  await page.getByRole('link', { name: /Build$/ }).click();
  await page.getByRole('radio', { name: 'Backdrop first' }).click();
  const backdrop = page.getByTestId('step-backdrop');
  await expect(backdrop).toContainText('Alone');
  await expect(backdrop.getByRole('img', { name: 'Backdrop, alone' })).toHaveAttribute('data-fineness', /\d/);
  await backdrop.getByRole('button', { name: 'Backdrop: a stop down' }).click();
  await kept(page);
  const before = await lookOf(page, server.url, 'saltmarsh-1');
  expect(before.build.order).toBe('background');
  expect(before.build.ledger).toHaveLength(1);
  expect(before.build.ledger[0]).toMatchObject({ light: 'backdrop', stops: -1 });
  await page.getByRole('button', { name: 'Next light' }).click();
  await expect(page.getByTestId('step-key').getByTestId('watch')).toContainText('Catchlight');

  // What comes last of a step pushes what stands below it.
  await expect(page.getByRole('button', { name: 'Key: a stop up' })).toBeVisible();

  await page.getByRole('link', { name: /^Trims and groups/ }).click();
  await expect(page.getByTestId('trim-backdrop')).toContainText('-1.0');
  const picks = page.getByRole('group', { name: 'Lights of the group' });
  await picks.getByRole('button', { name: 'Rim left' }).click();
  await picks.getByRole('button', { name: 'Rim right' }).click();
  await page.getByRole('textbox', { name: 'Name of the group' }).fill('Rims');
  await page.getByRole('button', { name: 'Make a group' }).click();
  await page.getByRole('button', { name: 'Rims: a third down' }).click();
  await expect(page.getByTestId('group-group-1')).toContainText('-0.3');
  await expect(page.getByTestId('trim-rim-right')).toContainText('-0.3');
  await page.getByRole('button', { name: 'Solo Rims' }).click();
  await expect(page.getByRole('button', { name: 'Solo Rims' })).toHaveAttribute('aria-pressed', 'true');
  await page.getByRole('button', { name: 'Solo Rims' }).click();
  await page.getByRole('button', { name: 'Mute Rims' }).click();
  await expect(page.getByRole('button', { name: 'Mute Rims' })).toHaveAttribute('aria-pressed', 'true');
  await page.getByRole('button', { name: 'Mute Rims' }).click();
  await expect(page.getByRole('table', { name: 'Trims' }).getByRole('row', { name: /^Rim left -0\.3/ })).toBeVisible();

  await toBuild(page, server.url, 'saltmarsh-1', '/versions');
  // Every version is seen, with its figures, before it is made.
  await expect(page.getByTestId('offer-dark')).toContainText(/Face -0\.\d, backdrop -\d\.\d/);
  await expect(page.getByRole('img', { name: 'Dark, before it is made' })).toHaveAttribute('data-fineness', /\d/);
  await page.getByRole('button', { name: 'Keep Dark', exact: true }).click();
  const dark = page.getByTestId(/^variant-version-1/);
  await expect(dark).toBeVisible();
  await page.getByRole('button', { name: 'Keep One light only', exact: true }).click();
  await expect(page.getByTestId('variant-version-2')).toBeVisible();
  // The two that were kept last stand beside each other; one is taken away and put back.
  await expect(page.getByTestId('differences-version-2')).toContainText(/changes together: an impression/);
  await dark.getByRole('button', { name: /^Compare / }).click();
  await expect(page.getByTestId('differences-version-2')).toHaveCount(0);
  await dark.getByRole('button', { name: /^Compare / }).click();
  await expect(page.getByTestId('differences-version-2')).toBeVisible();
  await dark.getByRole('button', { name: /^Vote for / }).click();
  await expect(dark).toContainText('1 vote');
  await dark.getByRole('button', { name: /^Choose / }).click();
  await dark.getByRole('button', { name: /^Lock / }).click();
  await expect(dark).toContainText(/chosen · 1 vote · locked/);
  await expect(dark.getByRole('button', { name: /^Remove / })).toHaveCount(0);
  await dark.getByRole('button', { name: /^Set the look to / }).click();
  await kept(page);
  const after = await lookOf(page, server.url, 'saltmarsh-1');
  expect(after.variants[0]).toMatchObject({ chosen: true, votes: 1 });
  expect(after.brief.mood).toBe('dark');
});

test('@phone from symptom to cause, which is tried and taken back', async ({ page, server }) => {
  await toBuild(page, server.url, 'saltmarsh-3', '/wrong');
  await page.getByRole('radio', { name: 'Just white' }).click();
  const causes = page.getByTestId('causes');
  await expect(causes).toContainText(/Rim right: too bright for its colour/);
  const before = await lookOf(page, server.url, 'saltmarsh-3');
  await causes
    .getByRole('button', { name: /^Do it: Lower Rim right/ })
    .first()
    .click();
  await kept(page);
  const power = (look: { lights: { id: string; powerStops: number }[] }) =>
    look.lights.find(({ id }) => id === 'rim-right')!.powerStops;
  expect(power(await lookOf(page, server.url, 'saltmarsh-3'))).toBeLessThan(power(before));
  await page.getByRole('radio', { name: 'Too orange' }).click();
  await expect(page.getByTestId('causes').or(page.getByTestId('no-cause')).first()).toBeVisible();
});

test('@phone what limits a look is said, what helps is seen, done and undone', async ({ page, server }) => {
  const weak = await lookOf(page, server.url, 'saltmarsh-1');
  for (const light of weak.lights) if (light.id === 'backdrop') light.fixture.guideNumberM = 6;
  const at = `${server.url}/api/looks/saltmarsh-1`;
  const { revision } = await (await page.request.get(at)).json();
  expect((await page.request.put(at, { data: weak, headers: { 'If-Match': `"${revision}"` } })).ok()).toBe(true);
  await openLook(page, server, 'saltmarsh-1');
  await page.getByRole('button', { name: 'Balance', exact: true }).click();
  await page.getByRole('button', { name: 'Why' }).click();
  const sheet = page.getByRole('dialog');
  await expect(sheet).toContainText(/Backdrop is at full power, \d\.\d stops short/);
  const first = sheet.getByTestId('proposal').first();
  await expect(first).toContainText(/\d+ % nearer to the aims/);
  await first.getByRole('button', { name: /^See/ }).click();
  await expect(first.getByRole('button', { name: 'Hold to see it as it is now' })).toBeVisible();
  const before = await lookOf(page, server.url, 'saltmarsh-1');
  await first.getByRole('button', { name: /^Do it/ }).click();
  await expect(page.getByText(/^Done: /)).toBeVisible();
  await kept(page);
  expect(await lookOf(page, server.url, 'saltmarsh-1')).not.toEqual(before);
  await page.getByRole('button', { name: 'Undo' }).last().click();
  await kept(page);
  expect(await lookOf(page, server.url, 'saltmarsh-1')).toEqual(before);
});

test('@phone more than powers, pockets, sums and instruments', async ({ page, server }) => {
  test.slow();
  await toBuild(page, server.url, 'saltmarsh-2', '/wide');
  await page.getByRole('button', { name: 'Grids' }).click();
  await page.getByRole('button', { name: 'Solve' }).click();
  const answer = page.getByTestId('wide-answer');
  await expect(answer).toContainText(/powers/i);
  await answer.getByRole('button', { name: 'Set all of this' }).click();
  await kept(page);
  await expect(page.getByRole('table', { name: 'What changes the picture most' })).toBeVisible();
  await toBuild(page, server.url, 'saltmarsh-1', '/pockets');
  await expect(page.getByTestId('pocket-backdrop')).toContainText('4.30 m');
  await toBuild(page, server.url, 'saltmarsh-1', '/matrix');
  await expect(page.getByTestId('sum-check')).toContainText(/5 single pictures/);
  await expect(page.getByRole('img', { name: 'Key + Rim left' })).toBeVisible();
  await toBuild(page, server.url, 'saltmarsh-1', '/instruments');
  await expect(page.getByTestId('highlight-skin')).toContainText(/% burnt/);
  await expect(page.getByRole('img', { name: 'Share of the picture by level, for each channel' })).toBeVisible();
});

test('@phone a lamp that flashes: its course, its frames, and a stop for rates that can harm', async ({ page, server }) => {
  await toBuild(page, server.url, 'night-oven-1', '/effects');
  await page.getByRole('radiogroup', { name: 'Light' }).getByRole('radio', { name: 'Shelf lamp' }).click();
  await page.getByRole('radio', { name: 'Turning beacon' }).click();
  await expect(page.getByTestId('effect-reading')).toContainText('Frames differ by');
  await expect(page.getByRole('alert')).toHaveCount(0);
  await page.getByRole('textbox', { name: 'Times a second' }).fill('10');
  await page.getByRole('textbox', { name: 'Times a second' }).press('Enter');
  await expect(page.getByRole('alert')).toContainText('can bring on seizures');
  await page.getByRole('textbox', { name: 'Cue' }).fill('Door opens');
  await kept(page);
  const { lights } = await lookOf(page, server.url, 'night-oven-1');
  expect(lights.find(({ id }: { id: string }) => id === 'lamp').effect).toMatchObject({
    type: 'beacon',
    rateHz: 10,
    cue: 'Door opens',
  });
  await page.getByRole('textbox', { name: 'Times a second' }).fill('0');
  await page.getByRole('textbox', { name: 'Times a second' }).press('Enter');
  await expect(page.getByText(/Times a second must be a number from 0.01 to 200/)).toBeVisible();
});
