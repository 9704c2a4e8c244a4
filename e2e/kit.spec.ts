import { readFileSync, writeFileSync } from 'node:fs';
import type { Page, TestInfo } from '@playwright/test';
import { escape, expect, kept, test, visit } from './fixtures';
import { png } from './png';

const table = (f: (nm: number) => number) =>
  Array.from({ length: 41 }, (_, i) => `${380 + 10 * i},${f(380 + 10 * i).toFixed(4)}`).join('\n');
const blue = (nm: number) => 0.02 + 0.7 * Math.exp(-4 * Math.LN2 * ((nm - 455) / 85) ** 2);

const withFile = async (page: Page, info: TestInfo, button: string, name: string, content: string | Buffer) => {
  const file = info.outputPath(name);
  writeFileSync(file, content);
  const chooser = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: button, exact: true }).click();
  await (await chooser).setFiles(file);
};

const entries = async (page: Page, url: string) =>
  (await (await page.request.get(`${url}/api/kit`)).json()) as { entry: { name: string } }[];

test('@phone a gel from a file: refused with the reason, then taken, found, used in a look that carries it', async ({
  page,
  server,
}, info) => {
  await visit(page, server, '/kit');
  await expect(page.getByTestId('kit-list')).toContainText('deep teal');
  const before = (await entries(page, server.url)).length;
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  const sheet = page.getByRole('dialog', { name: 'Add a gel' });
  await sheet.getByRole('radio', { name: 'From a file' }).click();
  await sheet.getByRole('button', { name: 'Add to the kit' }).click();
  await expect(sheet.getByRole('alert').first()).toHaveText('Name is missing.');
  await withFile(
    page,
    info,
    'Choose the file',
    'percent.csv',
    table((nm) => 100 * blue(nm)),
  );
  await expect(sheet).toContainText('this looks like percent');
  await withFile(page, info, 'Choose the file', 'bomb.xml', '<!DOCTYPE a [<!ENTITY b "c">]><IESTM2714>&b;</IESTM2714>');
  await expect(sheet).toContainText('document type declaration or entities');
  expect((await entries(page, server.url)).length).toBe(before);
  await withFile(page, info, 'Choose the file', 'harbour.csv', `nm,harbour\n${table(blue)}`);
  await expect(sheet.getByTestId('preview')).toContainText(/3\.(39|40) stops lost in daylight/);
  await sheet.getByRole('textbox', { name: 'Name' }).fill('Harbour blue');
  await sheet.getByRole('textbox', { name: 'Sheets' }).fill('two');
  await sheet.getByRole('button', { name: 'Add to the kit' }).click();
  await expect(sheet.getByText('Sheets must be a number.')).toBeVisible();
  await sheet.getByRole('textbox', { name: 'Sheets' }).fill('2');
  await sheet.getByRole('button', { name: 'Add to the kit' }).click();
  await expect(sheet).toHaveCount(0);
  await page.getByRole('textbox', { name: 'Find in gels' }).fill('harbour');
  const row = page.getByRole('link', { name: /^Harbour blue/ });
  await expect(row).toContainText('2 sheets');
  await row.click();
  await expect(page.getByRole('heading', { name: 'Harbour blue' })).toBeVisible();
  await expect(page.getByRole('img', { name: /Transmission from 380 to 780 nm/ })).toBeVisible();

  await visit(page, server, '/looks/saltmarsh-1/lights/rim-left');
  await page.getByRole('button', { name: 'Add a gel' }).click();
  await page.getByRole('button', { name: /^Harbour blue,/ }).click();
  await expect(page.getByTestId('gel-1')).toContainText('Harbour blue');
  await kept(page);
  const stored = (await (await page.request.get(`${server.url}/api/looks/saltmarsh-1`)).json()).look;
  expect(stored.spectra).toHaveLength(1);
  expect(stored.spectra[0]).toMatchObject({ kind: 'gel', name: 'Harbour blue' });
});

test('@phone a gel from two photographs of a white, refused while they clip', async ({ page, server }, info) => {
  await visit(page, server, '/kit');
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  const sheet = page.getByRole('dialog', { name: 'Add a gel' });
  await sheet.getByRole('radio', { name: 'From two photographs' }).click();
  await withFile(page, info, 'Without the gel', 'white.png', png([[255, 255, 255]]));
  await withFile(page, info, 'Through the gel', 'through.png', png([[190, 150, 90]]));
  await expect(sheet.getByRole('alert')).toContainText('clips; expose it less');
  await withFile(page, info, 'Without: white.png', 'white-2.png', png([[200, 200, 200]]));
  await expect(sheet.getByTestId('preview')).toContainText(/stops lost in daylight, R 0\.\d G \d\.\d B \d\.\d/);
  await expect(sheet.getByTestId('preview')).toContainText('rough for others');
  await sheet.getByRole('textbox', { name: 'Name' }).fill('Tea paper');
  await sheet.getByRole('button', { name: 'Add to the kit' }).click();
  await expect(page.getByRole('link', { name: /^Tea paper, .*/ })).toContainText('measured');
});

test('@phone a stand-in is counted, archived, duplicated; its copy is changed and deleted, with undo', async ({
  page,
  server,
}) => {
  await visit(page, server, '/kit/azure-deep');
  await expect(page.getByText('stand-in, made up')).toBeVisible();
  await expect(page.getByText('Tungsten', { exact: true })).toBeVisible();
  const sheets = page.getByRole('textbox', { name: 'Sheets' });
  await page.getByRole('button', { name: 'Sheets: more' }).click();
  await expect(sheets).toHaveValue('3');
  await sheets.fill('-1');
  await sheets.press('Enter');
  await expect(page.getByRole('alert')).toHaveText(/Count must be a number from 0/);
  await page.getByRole('radio', { name: 'Worn' }).click();
  await expect(page.getByRole('radio', { name: 'Worn' })).toHaveAttribute('aria-checked', 'true');
  await kept(page);
  await page.reload();
  await expect(sheets).toHaveValue('3');
  await expect(page.getByRole('radio', { name: 'Worn' })).toHaveAttribute('aria-checked', 'true');
  await page.getByRole('button', { name: 'Archive' }).click();
  await expect(page.getByRole('button', { name: 'Use again' })).toBeVisible();
  await kept(page);
  await page.getByRole('button', { name: 'Back to the kit' }).click();
  await expect(page.getByRole('link', { name: /^deep azure,/ })).toHaveCount(0);
  await page.getByRole('button', { name: 'Archived' }).click();
  await page.getByRole('link', { name: /^deep azure,/ }).click();
  await page.getByRole('button', { name: 'Use again' }).click();
  await kept(page);
  await page.getByRole('button', { name: 'Duplicate' }).click();
  await expect(page.getByRole('heading', { name: 'deep azure, own' })).toBeVisible();
  const name = page.getByRole('textbox', { name: 'Name' });
  await name.fill('North window');
  await name.press('Enter');
  await expect(page.getByRole('heading', { name: 'North window' })).toBeVisible();
  await page.getByRole('button', { name: 'Delete' }).click();
  await expect(page.getByText('North window deleted.')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('link', { name: /^North window/ })).toBeVisible();
});

test('@phone a fixture from measurements, a beam from a photometric file, a surface and a camera from tables', async ({
  page,
  server,
}, info) => {
  await visit(page, server, '/kit?kind=fixture');
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  const sheet = page.getByRole('dialog');
  await sheet.getByRole('textbox', { name: 'Name' }).fill('Shop panel');
  await sheet.getByRole('textbox', { name: /Measured at 1 m/ }).fill('1850');
  await sheet.getByRole('textbox', { name: 'Colour temperature, K' }).fill('4300');
  await sheet.getByRole('button', { name: 'Add to the kit' }).click();
  await expect(page.getByRole('link', { name: /^Shop panel, continuous, 1850 lx at 1 m/ })).toBeVisible();

  await page.getByRole('radio', { name: 'Modifiers' }).click();
  await expect(page).toHaveURL(/kind=/);
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Add a modifier' })).toBeVisible();
  const angles = Array.from({ length: 19 }, (_, i) => i * 5);
  const ies = `IESNA:LM-63-2002\n[LUMINAIRE] Works spot\nTILT=NONE\n1 1000 1 19 1 1 2 0.1 0.1 0\n1 1 40\n${angles.join(' ')}\n0\n${angles.map((deg) => (4000 * 2 ** -((deg / 12) ** 2)).toFixed(1)).join(' ')}`;
  await page.getByRole('radio', { name: 'From a file' }).click();
  await withFile(page, info, 'Choose the file', 'bad.ies', 'TILT=NONE\n1 2');
  await expect(sheet).toContainText('The file ends before its candela multiplier');
  await withFile(page, info, 'Choose the file', 'spot.ies', ies);
  await expect(sheet.getByTestId('preview')).toContainText(/4000 cd on the axis.*beam 2[34]/);
  await sheet.getByRole('button', { name: 'Add to the kit' }).click();
  await expect(page.getByRole('link', { name: /^Works spot, .*measured beam/ })).toBeVisible();

  await page.getByRole('radio', { name: 'Surfaces' }).click();
  await expect(page).toHaveURL(/kind=/);
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Add a surface' })).toBeVisible();
  await withFile(
    page,
    info,
    'Choose the file',
    'brick.csv',
    table((nm) => (nm > 590 ? 0.4 : 0.1)),
  );
  await expect(sheet.getByTestId('preview')).toContainText('41 wavelengths read');
  await sheet.getByRole('textbox', { name: 'Name' }).fill('Brick wall');
  await sheet.getByRole('button', { name: 'Add to the kit' }).click();
  await expect(page.getByRole('link', { name: /^Brick wall, backdrop/ })).toBeVisible();

  await page.getByRole('radio', { name: 'Cameras' }).click();
  await expect(page).toHaveURL(/kind=/);
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Add a camera' })).toBeVisible();
  await sheet.getByRole('textbox', { name: 'Name' }).fill('Workshop camera');
  const sensor = Array.from({ length: 41 }, (_, i) => {
    const nm = 380 + 10 * i;
    const at = (peak: number) => Math.exp(-(((nm - peak) / 45) ** 2)).toFixed(4);
    return `${nm};${at(600)};${at(540)};${at(455)}`;
  }).join('\n');
  await withFile(page, info, 'Sensitivities from a file (optional)', 'sensor.csv', sensor);
  await expect(sheet.getByText('Sensitivities read; another file')).toBeVisible();
  await sheet.getByRole('button', { name: 'Add to the kit' }).click();
  await expect(page.getByRole('link', { name: /^Workshop camera, .*own sensitivities/ })).toBeVisible();

  // All four in a look.
  await visit(page, server, '/looks/saltmarsh-1/brief');
  await page.getByRole('radio', { name: 'Brick wall' }).click();
  await page.getByRole('link', { name: 'Camera' }).click();
  await page.getByRole('radio', { name: 'Workshop camera' }).click();
  await page.getByRole('link', { name: /Balance$/ }).click();
  await page.getByTestId('row-key').getByRole('button').first().click();
  await page.getByRole('button', { name: 'Key: gels, fixture and place' }).click();
  await page.getByRole('button', { name: /^Fixture: .* Change$/ }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Shop panel' }).click();
  await expect(page.getByRole('textbox', { name: 'Power' })).toHaveValue(/%$/);
  await page.getByRole('button', { name: /^Modifier: .* Change$/ }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Works spot' }).click();
  await expect(page.getByTestId('light-verdict')).not.toBeEmpty();
  await kept(page);
  const { look } = await (await page.request.get(`${server.url}/api/looks/saltmarsh-1`)).json();
  expect(look.spectra.map(({ kind }: { kind: string }) => kind).sort()).toEqual(['reflectance', 'sensor']);
  expect(look.lights[0]).toMatchObject({
    fixture: { name: 'Shop panel' },
    modifier: { name: 'Works spot', beam: { kind: 'table' } },
  });
});

test('@phone the kit goes out as a file and comes back without loss', async ({ page, server }, info) => {
  await visit(page, server, '/kit/amber-mid');
  await page.getByRole('button', { name: 'Sheets: more' }).click();
  await expect(page.getByRole('textbox', { name: 'Sheets' })).toHaveValue('3');
  await kept(page);
  await page.getByRole('button', { name: 'Duplicate' }).click();
  await expect(page.getByRole('heading', { name: 'mid amber, own' })).toBeVisible();
  await visit(page, server, '/kit');
  const before = await entries(page, server.url);
  await page.getByRole('button', { name: 'Files' }).click();
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Export kit file' }).click();
  const text = readFileSync(await (await download).path(), 'utf8');
  expect(JSON.parse(text).entries).toHaveLength(2);
  await escape(page);
  for (const { id } of JSON.parse(text).entries) await page.request.delete(`${server.url}/api/kit/${id}`);
  await page.getByRole('button', { name: 'Files' }).click();
  await withFile(page, info, 'Import kit file or table', 'broken.json', text.replace('"count":3', '"count":-3'));
  await expect(page.getByRole('dialog', { name: 'This file cannot be taken' })).toContainText('must be 0 or more');
  await escape(page);
  await page.getByRole('button', { name: 'Files' }).click();
  await withFile(page, info, 'Import kit file or table', 'kit.json', text);
  await expect(page.getByText('1 added, 1 replaced.')).toBeVisible();
  const stripped = (list: { entry: object }[]) => list.map(({ entry }) => entry);
  expect(stripped(await entries(page, server.url))).toEqual(stripped(before));
});

test('@phone the Bench answers single questions', async ({ page, server }) => {
  await visit(page, server, '/bench');
  await page.getByRole('link', { name: /^Change of camera/ }).click();
  await expect(page.getByTestId('answer')).toContainText('flash +4.0, continuous +6.0');
  const iso = page.getByRole('textbox', { name: 'To: ISO' });
  await iso.fill('0');
  await iso.press('Enter');
  await expect(page.getByRole('alert')).toHaveText(/To: ISO must be a number from 25/);
  await iso.fill('800');
  await iso.press('Enter');
  await expect(page.getByTestId('answer')).toContainText('flash +5.0, continuous +7.0');
  await page.reload();
  await expect(iso).toHaveValue('800');
  await visit(page, server, '/bench/gels');
  await expect(page.getByTestId('stack')).toContainText('nearly black');
  await expect(page.getByTestId('overlap')).toContainText('Adds: 2.2 stops under one bare lamp');
  await visit(page, server, '/bench/white');
  await expect(page.getByTestId('answer')).toContainText('+116 mired');
  await visit(page, server, '/bench/flash');
  await expect(page.getByTestId('answer')).toContainText(/over the meter/);
  const guide = page.getByRole('textbox', { name: 'Guide number, ISO 100, m' });
  await guide.fill('60');
  await guide.press('Enter');
  const set = async (name: string, value: string) => {
    const box = page.getByRole('textbox', { name });
    await box.fill(value);
    await box.press('Enter');
  };
  await set('Power, stops under full', '-1');
  await set('Distance', '3');
  await set('Aperture', '11');
  await expect(page.getByTestId('answer')).toContainText('+0.7 over the meter');
  await visit(page, server, '/bench/nd');
  await set('Density', '1.2');
  await expect(page.getByTestId('answer')).toContainText('3.99 stops, density 1.20');
  await visit(page, server, '/bench/ambient');
  await expect(page.getByTestId('answer')).toContainText('5.9 stops under working white');
  await page.getByRole('radio', { name: 'Just there' }).click();
  await expect(page.getByTestId('answer')).toContainText('Already just there');
  await visit(page, server, '/bench/cinema');
  await set('Shutter angle', '400');
  await expect(page.getByRole('alert')).toHaveText(/Shutter angle must be a number from 1 to 360/);
  await set('Shutter angle', '172.8');
  await expect(page.getByTestId('answer')).toContainText('does not flicker');
  await visit(page, server, '/bench/practical');
  await set('Lamp fitted', '200');
  await expect(page.getByTestId('answer')).toContainText('Refused: over its rating');
  for (const tool of ['mix', 'lux', 'sync', 'power', 'ratio', 'drag', 'depth']) {
    await visit(page, server, `/bench/${tool}`);
    await expect(page.getByTestId('answer')).toBeVisible();
  }
  await visit(page, server, '/bench/nothing');
  await page.getByRole('button', { name: 'To the Bench' }).click();
  await expect(page.getByRole('heading', { name: 'Bench' })).toBeVisible();
});
