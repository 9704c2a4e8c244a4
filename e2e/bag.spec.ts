import { writeFileSync } from 'node:fs';
import type { Page, TestInfo } from '@playwright/test';
import type { Look } from '@fulgent/core/document';
import { expect, kept, test } from './fixtures';

/** Somebody's own bag: entered on a phone, then a look made of nothing else. */

const choose = async (page: Page, info: TestInfo, button: string, name: string, content: string) => {
  const file = info.outputPath(name);
  writeFileSync(file, content);
  const chooser = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: button, exact: true }).click();
  await (await chooser).setFiles(file);
};

const GELS = [
  'name,count,stops,colour,width_cm,height_cm',
  'Deep rose,2,2.4,#c02060,50,60',
  'Amber,2,1.1,#e8a030,50,60',
  'Sea,2,2.2,#1080a0,50,60',
  'Night blue,2,3.6,#2030a0,50,60',
  'Leaf,1,2,#40a040,50,60',
  'Straw,1,0.6,#f0d080,50,60',
  'Plum,1,3,#702080,50,60',
  'Brick,1,2.6,#b04020,50,60',
  'Broken,1,,#b04020,50,60',
].join('\n');

const lookOf = async (page: Page, url: string, id: string) =>
  ((await (await page.request.get(`${url}/api/looks/${id}`)).json()) as { look: Look }).look;

/** Three lobes and a white, as a spectrometer has them, lx by lx. */
const bell = (nm: number, peak: number, width: number) => Math.exp(-4 * Math.LN2 * ((nm - peak) / width) ** 2);
const SPECTRA = [
  'nm,Red,Green,Blue,White',
  ...Array.from({ length: 81 }, (_, i) => 380 + 5 * i).map((nm) =>
    [nm, bell(nm, 628, 20), bell(nm, 524, 34), bell(nm, 460, 22), bell(nm, 452, 24) + 0.9 * bell(nm, 565, 120)]
      .map((v) => Number(v.toFixed(5)))
      .join(','),
  ),
].join('\n');

test('@phone a bag is entered, and a look made from it alone: sheet, what is cut, what is short', async ({
  page,
  server,
}, info) => {
  test.setTimeout(240_000);
  const listed = async () =>
    (await (await page.request.get(`${server.url}/api/kit`)).json()) as {
      entry: { name: string; kind: string };
      standIn: boolean;
    }[];
  const own = async () => (await listed()).filter(({ standIn }) => !standIn).map(({ entry }) => entry.name);

  await page.goto(`${server.url}/kit`);
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await page.getByRole('radio', { name: 'Many, from a list' }).click();
  await choose(page, info, 'Choose the list', 'none.csv', 'colour;stops\n#123456;2');
  await expect(page.getByRole('alert').first()).toContainText('column "name"');
  await choose(page, info, 'Choose the list', 'gels.csv', GELS);
  await expect(page.getByText(/^Row 10: Broken: /)).toBeVisible();
  await page.getByRole('button', { name: 'Take 8 into the kit' }).click();
  await expect.poll(async () => (await own()).length).toBe(8);

  await page.getByRole('radio', { name: 'Fixtures' }).click();
  const add = async (kind: string, fill: () => Promise<void>) => {
    const before = (await own()).length;
    await page.getByRole('button', { name: 'Add', exact: true }).click();
    await page.getByRole('radio', { name: kind, exact: true }).click();
    await fill();
    await page.getByRole('button', { name: 'Add to the kit' }).click();
    await expect.poll(async () => (await own()).length).toBe(before + 1);
    await expect(page.getByRole('dialog')).toHaveCount(0);
  };
  const put = (name: string | RegExp, value: string) => page.getByRole('textbox', { name }).fill(value);
  await add('Flash', async () => {
    await put('Name', 'My flash');
    await put('Count', '3');
    await put(/^Guide number/, '52');
    await put('Lowest power, 1 over', '256');
  });
  await add('Full colour', async () => {
    await put('Name', 'My tube');
    const channel = async (n: number, x: string, y: string, lux: string) => {
      const group = page.getByRole('group', { name: `Channel ${n}`, exact: true });
      for (const [label, value] of [
        ['x', x],
        ['y', y],
        ['lx at 1 m', lux],
      ] as const)
        await group.getByRole('textbox', { name: label, exact: true }).fill(value);
    };
    await channel(1, '0.692', '0.308', '640');
    await channel(2, '0.201', '0.712', '1300');
    await channel(3, '0.146', '0.036', '180');
    await channel(4, '0.329', '0.341', '2600');
    await page.getByRole('button', { name: 'Another channel' }).click();
    await put('Channel 5', 'Amber');
    await channel(5, '0.56', '0.435', '700');
  });
  await add('Full colour', async () => {
    await put('Name', 'My panel');
    await page.getByRole('radio', { name: 'A table of spectra' }).click();
    await choose(page, info, 'Choose the table', 'panel.csv', SPECTRA);
    for (const [i, lux] of ['700', '1400', '200', '2800'].entries())
      await page
        .getByRole('group', { name: `Channel ${i + 1}`, exact: true })
        .getByRole('textbox', { name: 'lx at 1 m' })
        .fill(lux);
  });

  await page.getByRole('button', { name: 'Only mine' }).click();
  await expect(page.getByText(/^Only your own/)).toBeVisible();
  await page.goto(`${server.url}/new`);
  await page.getByRole('textbox', { name: 'Title' }).fill('From my bag');
  await page.getByText('Key, two rims, backdrop').click();
  await page.getByRole('button', { name: 'Make the look' }).click();
  await expect(page).toHaveURL(/\/looks\/[^/]+\/balance$/, { timeout: 60_000 });
  const id = /looks\/([^/]+)\//.exec(page.url())![1]!;
  const look = await lookOf(page, server.url, id);
  const mine = await own();
  for (const { fixture } of look.lights) expect(mine).toContain(fixture.name);
  for (const { gels } of look.lights) for (const { gel } of gels) expect(gel).toMatch(/^own-/);

  await page.goto(`${server.url}/looks/${id}/sheet`);
  await expect(page.getByTestId(`card-${look.lights[0]!.id}`)).toContainText('My ');
  await page.getByRole('link', { name: /^Gels to cut/ }).click();
  await expect(page.getByText('To buy')).toBeVisible();
});

test('@phone a meter at a place names the light that is off; it is dialled, logged, and then as planned', async ({
  page,
  server,
}) => {
  const post = (route: string, data: object) => page.request.post(`${server.url}/api/devices${route}`, { data });
  await post('', { on: true });
  await post('/deviations', { lookId: 'saltmarsh-1', deviations: { key: { outputStops: 0.7 } } });
  await page.goto(`${server.url}/looks/saltmarsh-1/sheet/frames`);
  await expect(page.getByText(/^0 of \d+ today$/)).toBeVisible();
  await page.getByRole('link', { name: /^Meter readings/ }).click();
  await expect(page.getByTestId('meter-plan')).toContainText('f/');
  await page.getByRole('button', { name: /^Burning: / }).click();
  await page.getByRole('dialog').getByText('Key', { exact: true }).click();
  await page.getByRole('button', { name: 'Simulated meter' }).click();
  const off = page.getByTestId('off-key');
  await expect(off).toContainText(/^Key: 0\.[678] over the plan/);
  await page.getByRole('button', { name: /^Correct Key on the sheet/ }).click();
  await expect(off).toContainText('as planned');
  await page.getByRole('button', { name: 'Simulated meter' }).click();
  await expect(off).toContainText('as planned');
  await expect(page.getByText('Readings', { exact: true })).toBeVisible();
  await kept(page);
  expect((await lookOf(page, server.url, 'saltmarsh-1')).day.meter).toHaveLength(2);
  await page.goto(`${server.url}/log`);
  await expect(page.getByTestId('log-saltmarsh-1')).toContainText(/Meter, .*Key alone/);
});
