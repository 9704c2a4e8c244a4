import { writeFileSync } from 'node:fs';
import { zipSync } from 'fflate';
import type { Page, TestInfo } from '@playwright/test';
import type { Look } from '@fulgent/core/document';
import { expect, test, visit } from './fixtures';

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

const SLOTS = 'slot,channel,byte\n1,level,coarse\n2,level,fine\n3,hue,coarse\n4,saturation,coarse\n5,cct,coarse';
const text = (value: string) => new TextEncoder().encode(value);
const SPOT = {
  'spot/spot.json': text(
    JSON.stringify({
      format: 'fulgent-fixture',
      version: 1,
      name: 'My spot',
      provenance: 'maker',
      spectrum: { file: 'white.csv' },
      beam: { file: 'spot.ies' },
      fixture: {
        kind: 'continuous',
        name: 'My spot',
        source: { kind: 'spectrum', id: 'own' },
        minStops: -6,
        step: { unit: 'percent', value: 1 },
        dimmer: 1,
      },
    }),
  ),
  'spot/white.csv': text(
    SPECTRA.split('\n')
      .map((line) => [line.split(',')[0], line.split(',')[4]].join(','))
      .join('\n'),
  ),
  'spot/spot.ies': text(
    'IESNA:LM-63-2002\n[LUMINAIRE] My spot, lens\nTILT=NONE\n1 1000 1 5 1 1 2 0.2 0.2 0\n1 1 80\n0 10 20 30 40\n0\n900 700 300 60 0',
  ),
};
const MODIFIERS = [
  ['My octa', 'Octa'],
  ['My strip', 'Soft box'],
  ['My dish', 'Reflector'],
  ['My bowl', 'Umbrella'],
] as const;

const chooseBytes = async (page: Page, info: TestInfo, button: string, name: string, bytes: Uint8Array) => {
  const file = info.outputPath(name);
  writeFileSync(file, bytes);
  const chooser = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: button, exact: true }).click();
  await (await chooser).setFiles(file);
};

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

  await visit(page, server, '/kit');
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
    await put('Energy at full, J', '250');
    await put('Ready again after full, s', '1.2');
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
    await page.getByRole('radio', { name: 'Their spectra' }).click();
    await choose(page, info, 'Choose the files', 'panel.csv', SPECTRA);
    for (const [i, lux] of ['700', '1400', '200', '2800'].entries())
      await page
        .getByRole('group', { name: `Channel ${i + 1}`, exact: true })
        .getByRole('textbox', { name: 'lx at 1 m' })
        .fill(lux);
  });

  // What its maker prints of its slots stands on its page.
  await page.getByRole('link', { name: /^My panel/ }).click();
  await choose(page, info, 'Slots from a table', 'wrong.csv', 'slot,channel\n1,gobo');
  await expect(page.getByRole('alert').first()).toContainText('"gobo"');
  await choose(page, info, 'Slots from a table', 'slots.csv', SLOTS);
  await expect(page.getByText('5 slots', { exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Back to the kit' }).click();

  // A zip of a folder: fixture, spectra, beam; one figure is missing and asked for.
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await page.getByRole('radio', { name: 'From files' }).click();
  await chooseBytes(page, info, 'Choose the files', 'bomb.zip', zipSync({ 'a.json': new Uint8Array(9_000_000) }));
  await expect(page.getByRole('alert').first()).toContainText('unpacks to more than');
  await chooseBytes(page, info, 'Choose the files', 'spot.zip', zipSync(SPOT));
  await expect(page.getByText('spot.json: 1 figures are missing; type them.')).toBeVisible();
  await page.getByRole('textbox', { name: 'Missing: fixture.luxAt1m' }).fill('2100');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Add My spot to the kit' }).click();
  await expect.poll(async () => (await own()).includes('My spot')).toBe(true);

  await page.getByRole('radio', { name: 'Modifiers' }).click();
  for (const [name, shape] of MODIFIERS) {
    await page.getByRole('button', { name: 'Add', exact: true }).click();
    await put('Name', name);
    await page.getByRole('radio', { name: shape, exact: true }).click();
    await page.getByRole('button', { name: 'Add to the kit' }).click();
    await expect.poll(async () => (await own()).includes(name)).toBe(true);
    await expect(page.getByRole('dialog')).toHaveCount(0);
  }

  await page.getByRole('button', { name: 'Only mine' }).click();
  await expect(page.getByText(/^Only your own/)).toBeVisible();
  await visit(page, server, '/new');
  await page.getByRole('textbox', { name: 'Title' }).fill('From my bag');
  await page.getByRole('radio', { name: 'Key, two rims, backdrop' }).click();
  await page.getByRole('button', { name: 'Make the look' }).click();
  await expect(page).toHaveURL(/\/looks\/[^/]+\/balance$/, { timeout: 60_000 });
  const id = /looks\/([^/]+)\//.exec(page.url())![1]!;
  const look = await lookOf(page, server.url, id);
  const mine = await own();
  for (const { fixture } of look.lights) expect(mine).toContain(fixture.name);
  for (const { gels } of look.lights) for (const { gel } of gels) expect(gel).toMatch(/^own-/);

  await visit(page, server, `/looks/${id}/sheet`);
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
  await visit(page, server, '/looks/saltmarsh-1/sheet/frames');
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
  await expect.poll(async () => (await lookOf(page, server.url, 'saltmarsh-1')).day.meter.length).toBe(2);
  await visit(page, server, '/log');
  await expect(page.getByTestId('log-saltmarsh-1')).toContainText(/Meter, .*Key alone/);
});
