import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { chooseRow, expect, kept, openLook, test } from './fixtures';

const toSet = async (page: Page, url: string, look: string) => {
  await page.goto(`${url}/looks/${look}/set`);
  await expect(page.getByTestId('plan-top')).toBeVisible();
};

const field = (page: Page, name: string) => page.getByRole('textbox', { name, exact: true });

const part = (page: Page, name: string) => page.getByRole('radio', { name, exact: true }).click();

const dragBy = async (page: Page, testId: string, dx: number, dy: number) => {
  await page.getByTestId(testId).scrollIntoViewIfNeeded();
  const box = (await page.getByTestId(testId).boundingBox())!;
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  for (let i = 1; i <= 8; i++) await page.mouse.move(x + (dx * i) / 8, y + (dy * i) / 8);
  await page.mouse.up();
};

const lookOf = async (page: Page, url: string, look: string) =>
  (await (await page.request.get(`${url}/api/looks/${look}`)).json()).look;

const lightOf = async (page: Page, url: string, look: string, id: string) => {
  const stored = await (await page.request.get(`${url}/api/looks/${look}`)).json();
  return stored.look.lights.find((light: { id: string }) => light.id === id);
};

test('a light and its aim are dragged on the plan in steps of 5 cm; one drag is one undo; fields do the same', async ({
  page,
  server,
}) => {
  await toSet(page, server.url, 'saltmarsh-1');
  await page.getByRole('radio', { name: 'Key', exact: true }).click();
  const before = await lightOf(page, server.url, 'saltmarsh-1', 'key');
  const box = (await page.getByTestId('handle-key').boundingBox())!;
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  for (let i = 1; i <= 8; i++) await page.mouse.move(x - 4 * i, y + 3 * i);
  await page.mouse.up();
  await kept(page);
  const after = await lightOf(page, server.url, 'saltmarsh-1', 'key');
  expect(after.position[0]).toBeLessThan(before.position[0] - 0.1);
  expect(after.position[1]).toBe(before.position[1]);
  expect(Math.abs(after.position[0] / 0.05 - Math.round(after.position[0] / 0.05))).toBeLessThan(1e-6);
  await page.getByRole('button', { name: 'Undo' }).click();
  // "Saved" may still be said of the state before.
  await expect.poll(async () => (await lightOf(page, server.url, 'saltmarsh-1', 'key')).position).toEqual(before.position);

  await field(page, 'Height').fill('2.4');
  await field(page, 'Height').press('Enter');
  await field(page, 'Round the aim, minus is left').fill('60');
  await field(page, 'Round the aim, minus is left').press('Enter');
  await expect(field(page, 'Round the aim, minus is left')).toHaveValue('60° R');
  await page.getByRole('button', { name: /^Aim: / }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Hair edge, left' }).click();
  await kept(page);
  expect((await lightOf(page, server.url, 'saltmarsh-1', 'key')).position[1]).toBe(2.4);
  await field(page, 'Height').fill('-1');
  await field(page, 'Height').press('Enter');
  await expect(page.getByRole('alert')).toContainText('Height must be a length from 0.05 m to 20.00 m');
  await page.getByRole('radio', { name: 'Side' }).click();
  await expect(page.getByTestId('plan-side')).toBeVisible();
});

test('@phone spill is named and cured: a grid is tried in the picture, or it is accepted', async ({ page, server }) => {
  await toSet(page, server.url, 'saltmarsh-2');
  await page.getByRole('radio', { name: 'Key', exact: true }).click();
  const backdrop = page.getByTestId('reach-backdrop');
  await expect(backdrop).toContainText('spill, strong');
  const share = async () => Number(/(\d+) %/.exec(await backdrop.innerText())![1]);
  const strong = await share();
  await expect(page.getByTestId('reach-face-key')).toContainText('wanted');
  await backdrop.getByRole('button', { name: 'Cure spill on Backdrop' }).click();
  const cures = backdrop.getByTestId('remedies');
  // Its own modifier has no grid in the kit; one of its size has.
  await expect(cures).toContainText(/Change Key from .* 40° grid.*-\d\.\d there, .* where it works/);
  await cures
    .getByRole('button', { name: /^See: Change Key from .* 40° grid/ })
    .first()
    .click();
  await expect(cures.getByRole('button', { name: 'Hold to see it as it is now' })).toBeVisible();
  await cures
    .getByRole('button', { name: /^Do it: Change Key from .* 40° grid/ })
    .first()
    .click();
  await expect.poll(share).toBeLessThan(strong);
  await kept(page);
  expect((await lightOf(page, server.url, 'saltmarsh-2', 'key')).modifier.gridDeg).toBe(40);
  await page.getByRole('button', { name: 'Undo' }).first().click();
  await expect.poll(share).toBe(strong);
  if (!(await cures.isVisible())) await backdrop.getByRole('button', { name: 'Cure spill on Backdrop' }).click();
  await cures.getByRole('button', { name: 'Intended' }).click();
  await expect(backdrop).toContainText('accepted');
  await part(page, 'Room');
  await expect(page.getByRole('img', { name: /^Level across the backdrop: from/ })).toBeVisible();
});

test('@phone the picture is drawn coarse and then fine, read at any place, seen full and saved with its settings', async ({
  page,
  server,
}) => {
  await page.addInitScript(() => localStorage.setItem('fulgent:quick-pictures', 'no'));
  await openLook(page, server, 'saltmarsh-1');
  const picture = page.getByTestId('frame').locator('canvas');
  await expect(picture).toHaveAttribute('data-fineness', '2', { timeout: 90_000 });
  const box = (await picture.boundingBox())!;
  await page.mouse.click(box.x + 12, box.y + 20);
  const point = page.getByTestId('point-reading');
  await expect(point).toContainText('Backdrop');
  await expect(point).toContainText(/R [+-]\d/);
  await chooseRow(page, 'backdrop');
  // A change of power is relit, not drawn anew: it is fine at once.
  await page.getByRole('button', { name: 'Backdrop: one step up' }).click();
  await expect(picture).toHaveAttribute('data-fineness', '2');
  await page.keyboard.press('Alt+t');
  await expect(page.getByTestId('timing')).toContainText('surfaces 0.');
  await page.getByRole('button', { name: 'Full', exact: true }).click();
  const full = page.getByRole('dialog', { name: 'Picture, full screen' });
  await expect(full.locator('canvas')).toHaveAttribute('data-fineness', '2', { timeout: 90_000 });
  const download = page.waitForEvent('download');
  await full.getByRole('button', { name: 'Save as PNG' }).click();
  const file = await download;
  expect(file.suggestedFilename()).toBe('Piste cyan and amber.png');
  const bytes = readFileSync(await file.path());
  expect(bytes.subarray(1, 4).toString()).toBe('PNG');
  expect(bytes.toString('utf8')).toContain('"name":"Rim right"');
  await full.getByRole('button', { name: 'Hold to compare' }).hover();
  await page.mouse.down();
  await expect(full.getByRole('img', { name: /as it was opened/ })).toBeVisible();
  await page.mouse.up();
  await full.getByRole('button', { name: 'Close' }).click();
  await expect(full).toHaveCount(0);
});

test('@phone a second worker draws the lower half of the picture, and is not missed when it is gone', async ({
  page,
  server,
}) => {
  await page.addInitScript(() => {
    localStorage.setItem('fulgent:quick-pictures', 'no');
    const helpers: Worker[] = [];
    Object.assign(window, { helpers });
    window.Worker = class extends Worker {
      constructor(address: string | URL, options?: WorkerOptions) {
        super(address, options);
        if (String(address).includes('band')) helpers.push(this);
      }
    };
  });
  await openLook(page, server, 'saltmarsh-1');
  const picture = page.getByTestId('frame').locator('canvas');
  await expect(picture).toHaveAttribute('data-fineness', '2', { timeout: 90_000 });
  const helpers = () => page.evaluate(() => (window as unknown as { helpers: Worker[] }).helpers.length);
  expect(await helpers()).toBe(1);
  /** Mean of the picture's lowest rows, 0 to 255. */
  const below = () =>
    picture.evaluate((canvas: HTMLCanvasElement) => {
      const { data } = canvas.getContext('2d')!.getImageData(0, canvas.height - 20, canvas.width, 20);
      return data.reduce((sum, value, i) => sum + (i % 4 === 3 ? 0 : value), 0) / (0.75 * data.length);
    });
  const before = await below();
  expect(before).toBeGreaterThan(1);
  await page.evaluate(() => {
    const [helper] = (window as unknown as { helpers: Worker[] }).helpers;
    helper!.dispatchEvent(new Event('error'));
  });
  await chooseRow(page, 'key');
  for (let i = 0; i < 3; i++) await page.getByRole('button', { name: 'Key: one step down' }).click();
  await expect.poll(below, { timeout: 60_000 }).toBeLessThan(before - 0.5);
  await expect(picture).toHaveAttribute('data-fineness', '2', { timeout: 90_000 });
  // The next picture has help again.
  expect(await helpers()).toBe(2);
});

test('@phone a figure that cannot be loaded is said with its remedy; without its fine part the quick one is drawn', async ({
  page,
  server,
}) => {
  await page.addInitScript(() => localStorage.setItem('fulgent:quick-pictures', 'no'));
  await page.route('**/figures/**', (route) => route.abort());
  await page.goto(`${server.url}/looks/saltmarsh-1/balance`);
  await expect(page.getByRole('alert')).toContainText(/figure cannot be loaded .*Check the connection to the server/);
  await page.unroute('**/figures/**');
  await page.route('**/figures/*.fine*', (route) => route.abort());
  await page.reload();
  await expect(page.getByTestId('ladder')).toBeVisible();
  await expect(page.getByRole('alert')).toHaveCount(0);
  await expect(page.getByTestId('frame').locator('canvas')).toHaveAttribute('data-fineness', '2');
});

test('@phone a flag is put up, dragged and taken away again; a remedy puts one up by itself', async ({ page, server }) => {
  await toSet(page, server.url, 'saltmarsh-2');
  await part(page, 'Flags');
  await page.getByRole('button', { name: 'Add a white card' }).click();
  await expect(page.getByTestId(/^gain-/).first()).toContainText(/with it, in stops|Changes nothing/);
  const card = page.getByTestId('board-board-1');
  await expect(card).toContainText('Card 1');
  await expect(page.getByTestId('handle-board-1')).toBeVisible();
  await card.getByRole('textbox', { name: 'Width' }).fill('9');
  await card.getByRole('textbox', { name: 'Width' }).press('Enter');
  await expect(card.getByRole('alert')).toContainText('Width must be a length from 0.05 m to 6.00 m');
  await card.getByRole('radio', { name: 'Silk' }).click();
  await expect(card.getByRole('textbox', { name: 'It takes' })).toHaveValue('1 stops');
  await card.getByRole('button', { name: 'Remove Card 1' }).click();
  await expect(card).toHaveCount(0);
  await page.getByRole('button', { name: 'Add a V-flat, black side in' }).click();
  await expect(page.getByTestId('board-board-2')).toContainText('V-flat, rear wing');
  await page.getByRole('button', { name: 'Undo' }).first().click();
  await expect(page.getByTestId('board-board-2')).toHaveCount(0);
  await part(page, 'Lights');
  await page.getByRole('radio', { name: 'Key', exact: true }).click();
  const backdrop = page.getByTestId('reach-backdrop');
  await backdrop.getByRole('button', { name: 'Cure spill on Backdrop' }).click();
  await backdrop.getByRole('button', { name: /^Do it: Set a 50 x 80 cm flag beside Key/ }).click();
  await part(page, 'Flags');
  await expect(page.getByTestId('board-board-1')).toContainText('Flag 1');
  await kept(page);
  const { look } = await (await page.request.get(`${server.url}/api/looks/saltmarsh-2`)).json();
  expect(look.boards).toHaveLength(1);
  expect(look.boards[0]).toMatchObject({ finish: 'black', widthM: 0.5 });
});

test('@phone the subject is turned on the plan by 5 degrees, an aim about its light; the plan is pushed and fitted again', async ({
  page,
  server,
}) => {
  await toSet(page, server.url, 'saltmarsh-1');
  await page.getByRole('radio', { name: 'Key', exact: true }).click();
  await dragBy(page, 'turn-subject', 30, -6);
  await kept(page);
  const { subject } = await lookOf(page, server.url, 'saltmarsh-1');
  expect(subject.turnDeg).toBeGreaterThan(10);
  expect(subject.turnDeg % 5).toBe(0);
  const before = await lightOf(page, server.url, 'saltmarsh-1', 'key');
  await dragBy(page, 'aim-key', 30, 10);
  await kept(page);
  const { position, aim } = await lightOf(page, server.url, 'saltmarsh-1', 'key');
  expect(aim).not.toEqual(before.aim);
  const deg = (Math.atan2(aim[2] - position[2], aim[0] - position[0]) * 180) / Math.PI;
  expect(Math.abs(deg / 5 - Math.round(deg / 5))).toBeLessThan(0.02);
  // All of the plan on the screen.
  await page.getByTestId('plan-ground').evaluate((box) => box.scrollIntoView({ block: 'end' }));
  const key = page.getByTestId('handle-key');
  const place = (await key.boundingBox())!;
  const ground = (await page.getByTestId('plan-ground').boundingBox())!;
  await page.mouse.move(ground.x + 20, ground.y + ground.height - 20);
  await page.mouse.down();
  for (let i = 1; i <= 6; i++) await page.mouse.move(ground.x + 20 + 8 * i, ground.y + ground.height - 20);
  await page.mouse.up();
  expect((await key.boundingBox())!.x - place.x).toBeGreaterThan(20);
  await page.getByRole('button', { name: 'Fit the plan' }).click();
  expect((await key.boundingBox())!.x).toBeCloseTo(place.x, 0);
});

test('@phone the set is changed: seated, in dark glasses, before a glossy wall, with a window, haze and a soft filter', async ({
  page,
  server,
}) => {
  await toSet(page, server.url, 'saltmarsh-1');
  await part(page, 'Subject');
  await page.getByRole('radio', { name: 'Person, seated' }).click();
  await page.getByRole('button', { name: 'Dark glasses' }).click();
  await page.getByRole('radio', { name: 'Hat' }).click();
  await part(page, 'Room');
  await page.getByRole('radio', { name: 'Wall', exact: true }).click();
  await field(page, 'Gloss of the backdrop').fill('40');
  await field(page, 'Gloss of the backdrop').press('Enter');
  await page.getByRole('radiogroup', { name: 'Paint of the walls' }).getByRole('radio', { name: 'Red cloth' }).click();
  await page.getByRole('button', { name: 'Add a window in the right wall' }).click();
  await part(page, 'Air, lens');
  await page.getByRole('button', { name: 'Haze takes of a metre of light: more' }).click();
  await page.getByRole('radio', { name: '1/4' }).click();
  await expect(page.getByTestId('veil-rim-left')).toContainText('°');
  await expect(page.getByTestId('in-frame')).toBeVisible();
  await kept(page);
  const look = await lookOf(page, server.url, 'saltmarsh-1');
  expect(look.subject).toMatchObject({ form: 'seated', headwear: 'hat', sunglasses: true });
  expect(look.backdrop).toMatchObject({ type: 'wall', gloss: 0.4 });
  expect(look.room.paint).toEqual({ kind: 'material', id: 'cloth-red' });
  expect(look.air.hazePerM).toBeGreaterThan(0);
  expect(look.camera.diffusion).toBe(0.25);
  expect(look.lights.at(-1)).toMatchObject({ role: 'window', locked: true });
  // As it is shown, so it is typed.
  await field(page, 'Haze takes of a metre of light').fill('12');
  await field(page, 'Haze takes of a metre of light').press('Enter');
  await expect(field(page, 'Haze takes of a metre of light')).toHaveValue('12 %');
  await expect(page.getByTestId('haze-cost')).toContainText(/colours keep \d+ % of their chroma/);
  await page.getByRole('button', { name: 'Sprayed now' }).click();
  await expect(page.getByText(/sprayed, 12 % a metre/)).toBeVisible();
  await expect(page.getByTestId('haze-clearing')).toContainText('Log the level again');
  await field(page, 'Haze takes of a metre of light').fill('90');
  await field(page, 'Haze takes of a metre of light').press('Enter');
  await expect(page.getByRole('alert').first()).toContainText('must be a number from 0 to');
  await part(page, 'Subject');
  await page.getByRole('radio', { name: 'Bottle', exact: true }).click();
  await page.getByRole('radio', { name: 'Rose' }).click();
  await kept(page);
  const { probes } = await lookOf(page, server.url, 'saltmarsh-1');
  expect(probes.map(({ surface }: { surface: string }) => surface)).toContain('liquid');
  await openLook(page, server, 'saltmarsh-1');
  await expect(page.getByTestId('row-window-1')).toBeVisible();
});

test('@phone a light is shaped: blades, spot to flood, and what that does to its level', async ({ page, server }) => {
  await page.goto(`${server.url}/looks/saltmarsh-1/lights/rim-right`);
  await page.getByRole('button', { name: /^Modifier: / }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Fresnel lens', exact: true }).click();
  await field(page, 'Spot 0 to flood 100').fill('0');
  await field(page, 'Spot 0 to flood 100').press('Enter');
  await expect(page.getByText(/^12° beam, \+\d\.\d against flood/)).toBeVisible();
  await page.getByRole('button', { name: 'Doors or blades' }).click();
  await field(page, 'Left blade').fill('-4');
  await field(page, 'Left blade').press('Enter');
  await kept(page);
  const { modifier } = await lightOf(page, server.url, 'saltmarsh-1', 'rim-right');
  expect(modifier.beam).toMatchObject({ kind: 'zoom', zoom: 0 });
  expect(modifier.cut.leftDeg).toBe(-4);
  await page.getByRole('button', { name: 'Take the blades off' }).click();
  await kept(page);
  expect((await lightOf(page, server.url, 'saltmarsh-1', 'rim-right')).modifier.cut).toBeNull();
});
