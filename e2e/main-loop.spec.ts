import { readFileSync, writeFileSync } from 'node:fs';
import { chooseRow, dial, expect, kept, openLook, test, visit } from './fixtures';

test('from first start to a balanced look: create, gel, clip, balance, undo, reload', async ({ page, server }) => {
  await page.goto(server.url);
  await expect(page.getByText('Saltmarsh Fencing Club')).toBeVisible();
  await page.getByRole('button', { name: 'New look', exact: true }).click();

  // A name that is missing is said so, and nothing is lost.
  await page.getByRole('textbox', { name: 'Title' }).fill('');
  await page.getByRole('radio', { name: 'Brown' }).click();
  await page.getByRole('button', { name: 'Make the look' }).click();
  await expect(page.getByRole('alert')).toHaveText(/Title is missing/);
  await expect(page.getByRole('radio', { name: 'Brown' })).toHaveAttribute('aria-checked', 'true');

  await page.getByRole('textbox', { name: 'Title' }).fill('Foil, amber edge');
  await page.getByRole('radio', { name: 'Dark grey paper' }).click();
  await page.getByRole('radio', { name: 'Stills, film-like' }).click();
  await page.getByRole('radio', { name: 'Key and rim' }).click();
  await page.getByRole('button', { name: 'Make the look' }).click();
  await expect(page).toHaveURL(/\/looks\/[^/]+\/balance$/);
  await expect(page.getByRole('heading', { name: 'Foil, amber edge' })).toBeVisible();
  await expect(page.getByTestId('explanation')).toContainText('Every light sits in its window');

  // A gel more on the rim: it loses light, and says how much.
  await chooseRow(page, 'rim');
  await page.getByRole('button', { name: 'Rim: gels, fixture and place' }).click();
  await expect(page.getByTestId('gel-0')).toContainText('deep amber');
  await page.getByRole('button', { name: 'Add a gel' }).click();
  await page.getByRole('button', { name: /^mid orange,/ }).click();
  await expect(page.getByTestId('gel-1')).toContainText('mid orange');
  await expect(page.getByText(/stops lost · R .* G .* B /)).toBeVisible();
  await expect(page.getByText(/Keep it off bare tubes/)).toBeVisible();
  await page.getByRole('button', { name: 'Remove deep amber' }).click();
  await expect(page.getByTestId('gel-0')).toContainText('mid orange');
  await expect(page.getByTestId('gel-1')).toHaveCount(0);
  const distance = page.getByRole('textbox', { name: 'Distance to its aim' });
  await distance.fill('0.5 m');
  await distance.press('Enter');
  await page.getByRole('button', { name: 'Back to the ladder' }).click();

  // Up to full power: red clips. The keyboard does it, in the fixture's own steps.
  const rim = page.getByRole('slider', { name: 'Rim, exposure' });
  await rim.focus();
  await rim.press('End');
  await expect(dial(page, 'rim')).toHaveText('1/1');
  await expect(page.getByTestId('verdict-rim')).toHaveText(/Red channel clips: \d\.\d stops? too hot/);
  await expect(page.getByRole('button', { name: 'Clipped', exact: false }).first()).toContainText(/Clipped \d/);

  // Balance takes the clip away and says what it did.
  await page.getByRole('button', { name: 'Balance', exact: true }).click();
  await expect(page.getByTestId('verdict-rim')).toHaveText(/^(Deep|Middle|Brilliant):/);
  await expect(page.getByTestId('explanation')).toContainText(/Rim -\d\.\d/);
  const balanced = await dial(page, 'rim').textContent();
  await page.getByRole('button', { name: 'Why' }).click();
  await expect(page.getByRole('dialog', { name: 'What Balance did' })).toContainText('Rim');
  await page.keyboard.press('Escape');

  // Undo brings the clip back, redo the balance; a reload loses nothing.
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(dial(page, 'rim')).toHaveText('1/1');
  await expect(page.getByTestId('verdict-rim')).toHaveText(/clips/);
  await page.getByRole('button', { name: 'Redo' }).click();
  await expect(dial(page, 'rim')).toHaveText(balanced!);
  await page.reload();
  await expect(dial(page, 'rim')).toHaveText(balanced!);
  await kept(page);
});

test('the marker is dragged along the axis; one drag is one undo', async ({ page, server }) => {
  await openLook(page, server, 'saltmarsh-1');
  const before = await dial(page, 'backdrop').textContent();
  const from = Number(await page.getByRole('slider', { name: 'Backdrop, exposure' }).getAttribute('aria-valuenow'));
  const strip = (await page.getByRole('slider', { name: 'Backdrop, exposure' }).boundingBox())!;
  const y = strip.y + strip.height / 2;
  await page.mouse.move(strip.x + strip.width * 0.5, y);
  await page.mouse.down();
  await page.mouse.move(strip.x + strip.width * 0.4, y, { steps: 6 });
  await page.mouse.move(strip.x + strip.width * 0.25, y, { steps: 6 });
  await page.mouse.up();
  await expect(dial(page, 'backdrop')).not.toHaveText(before!);
  const now = Number(await page.getByRole('slider', { name: 'Backdrop, exposure' }).getAttribute('aria-valuenow'));
  // A quarter of an axis of eight stops is two stops down.
  expect(now - from).toBeGreaterThan(-2.5);
  expect(now - from).toBeLessThan(-1.5);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(dial(page, 'backdrop')).toHaveText(before!);
  await expect(page.getByRole('button', { name: 'Undo' })).toBeDisabled();
});

test('@phone solo, mute and lock', async ({ page, server }) => {
  await openLook(page, server, 'saltmarsh-1');
  await chooseRow(page, 'rim-right');
  const row = page.getByTestId('row-rim-right');
  const paper = page.getByTestId('frame').getByRole('button', { name: /^Backdrop: / });
  await row.getByRole('button', { name: 'Solo' }).click();
  await expect(paper).toHaveAccessibleName(/near black|orange|red|amber/);
  await row.getByRole('button', { name: 'Solo' }).click();
  await row.getByRole('button', { name: 'Mute' }).click();
  await expect(page.getByTestId('verdict-rim-right')).toHaveText('Not in the picture now.');
  await row.getByRole('button', { name: 'Mute' }).click();

  // A locked light stays where it is.
  await row.getByRole('button', { name: 'Lock' }).click();
  const slider = page.getByRole('slider', { name: 'Rim right, exposure' });
  await slider.focus();
  await slider.press('End');
  await page.getByRole('button', { name: 'Balance', exact: true }).click();
  await expect(page.getByTestId('explanation')).not.toContainText('Rim right +');
  await expect(dial(page, 'rim-right')).toHaveText('1/1');
});

test('@phone a place in the picture is read: stops, vividness, headroom, shares', async ({ page, server }) => {
  await openLook(page, server, 'saltmarsh-2');
  await page
    .getByTestId('frame')
    .getByRole('button', { name: /^Backdrop: / })
    .click();
  const reading = page.getByTestId('reading');
  await expect(reading).toContainText('Backdrop');
  await expect(reading).toContainText(/Key \d\d %/);
  await expect(reading).toContainText(/to clip/);
  await chooseRow(page, 'backdrop');
  await expect(page.getByTestId('verdict-backdrop')).toHaveText(/Washed out by Key/);
});

test('@phone the camera changes the light: sync, white balance, typed values and their errors', async ({ page, server }) => {
  await openLook(page, server, 'saltmarsh-1');
  await page.getByRole('link', { name: 'Camera' }).click();
  await expect(page).toHaveURL(/camera$/);
  const shutter = page.getByRole('textbox', { name: 'Shutter' });
  await shutter.fill('1/800');
  await shutter.press('Enter');
  await expect(page.getByText(/faster than flash sync: flash loses about 3.8 stops/)).toBeVisible();
  await shutter.fill('nonsense');
  await shutter.press('Enter');
  await expect(page.getByRole('alert')).toHaveText(/Shutter must be like 1\/200/);
  await expect(shutter).toHaveValue('nonsense');
  await shutter.fill('1/125');
  await shutter.press('Enter');
  await expect(page.getByRole('alert')).toHaveCount(0);
  await expect(page.getByText(/faster than flash sync/)).toHaveCount(0);

  await page.getByRole('button', { name: 'ISO: more' }).click();
  await expect(page.getByRole('textbox', { name: 'ISO' })).toHaveValue('250');
  await page.getByRole('link', { name: /^White balance/ }).click();
  const white = page.getByRole('textbox', { name: 'Colour temperature' });
  await white.fill('3200 K');
  await white.press('Enter');
  await kept(page);
  await page.goBack();
  await expect(page).toHaveURL(/camera$/);
  await expect(page.getByText(/costs 0.26 stop of headroom/)).toBeVisible();
  await page.goBack();
  await expect(page).toHaveURL(/balance$/);
  await page.reload();
  await page.getByRole('link', { name: 'Camera' }).click();
  await expect(page.getByRole('link', { name: /^White balance/ })).toContainText('3200 K');
});

test('@phone the brief: skin, backdrop tone, distance, mood', async ({ page, server }) => {
  await openLook(page, server, 'saltmarsh-1');
  await page.getByRole('link', { name: 'Brief' }).click();
  await page.getByRole('radio', { name: 'Dark', exact: true }).first().click();
  await expect(page.getByText('colours aim at 35 % of their window')).toBeVisible();
  await page.getByRole('button', { name: 'Compare tones under this light' }).click();
  const table = page.getByRole('table', { name: 'Backdrop tones compared' });
  await expect(table.getByRole('row', { name: /White paper -2\.3/ })).toBeVisible();
  await expect(table.getByRole('row', { name: /Black paper \+2\.2/ })).toBeVisible();
  await page.getByRole('radio', { name: 'Black velvet' }).click();
  const distance = page.getByRole('textbox', { name: 'Behind the subject' });
  await distance.fill('-3');
  await distance.press('Enter');
  await expect(page.getByRole('alert')).toHaveText(/Backdrop distance must be a length from 0.40 m to 12.00 m/);
  await page.getByRole('link', { name: 'Balance' }).click();
  await chooseRow(page, 'backdrop');
  await expect(page.getByTestId('verdict-backdrop')).toHaveText(/Too dark to read as colour|Washed out/);
});

test('@phone adds, orders and removes a light, and takes the removal back', async ({ page, server }) => {
  await openLook(page, server, 'saltmarsh-3');
  await page.getByRole('button', { name: 'Add a light' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Fill', exact: true }).click();
  await expect(page.getByTestId('row-fill')).toBeVisible();
  await page.getByRole('button', { name: 'Fill: gels, fixture and place' }).click();
  await page.getByRole('button', { name: 'Earlier' }).click();
  await page.getByRole('button', { name: 'Fixture: Flash 400 J. Change' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'LED panel' }).click();
  await expect(page.getByRole('textbox', { name: 'Power' })).toHaveValue(/%$/);
  const distance = page.getByRole('textbox', { name: 'Distance to its aim' });
  await distance.fill('2.5');
  await distance.press('Enter');
  await expect(distance).toHaveValue('2.50 m');
  await page.getByRole('button', { name: 'Remove light' }).click();
  await expect(page.getByTestId('row-fill')).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo', exact: true }).last().click();
  await expect(page.getByTestId('row-fill')).toBeVisible();
});

test('@phone exports a look file and imports it again without loss; says what is wrong with a bad one', async ({
  page,
  server,
}, info) => {
  await page.goto(server.url);
  // A sheet hears the key once it stands; pressed a moment too soon, the key is nobody's.
  const escape = () =>
    expect(async () => {
      await page.keyboard.press('Escape');
      await expect(page.getByRole('dialog')).toHaveCount(0, { timeout: 500 });
    }).toPass();
  await page.getByRole('button', { name: 'More on Piste, cyan and amber' }).click();
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Export look file' }).click();
  const file = await (await download).path();
  const text = readFileSync(file, 'utf8');
  const original = await (await page.request.get(`${server.url}/api/looks/saltmarsh-1`)).json();
  expect(JSON.parse(text)).toEqual(original.look);
  await escape();

  const choose = async (name: string, content: string) => {
    const target = info.outputPath(name);
    writeFileSync(target, content);
    const chooser = page.waitForEvent('filechooser');
    await page.getByRole('button', { name: 'Import look file' }).click();
    await (await chooser).setFiles(target);
  };
  const count = async () => ((await (await page.request.get(`${server.url}/api/looks`)).json()) as unknown[]).length;

  const before = await count();
  const broken = JSON.parse(text);
  broken.lights[0].gels[0].gel = 'no-such-gel';
  broken.backdrop.distanceM = 2;
  await choose('bad.json', JSON.stringify(broken));
  await expect(page.getByRole('dialog')).toContainText('There is no gel "no-such-gel"');
  await expect(page.getByRole('dialog')).toContainText('Nothing was stored');
  expect(await count()).toBe(before);
  await escape();
  await choose('not.json', 'lights, camera');
  await expect(page.getByRole('dialog')).toContainText('not JSON');
  await escape();

  await choose('good.json', JSON.stringify({ ...JSON.parse(text), title: 'Back again' }));
  await page.getByRole('button', { name: 'Open' }).click();
  await expect(page.getByRole('heading', { name: 'Back again' })).toBeVisible();
  expect(await count()).toBe(before + 1);
  const id = new URL(page.url()).pathname.split('/')[2];
  const again = await (await page.request.get(`${server.url}/api/looks/${id}`)).json();
  expect({ ...again.look, title: '' }).toEqual({ ...original.look, title: '' });
});

test('@phone duplicates and deletes a look, with undo', async ({ page, server }) => {
  await page.goto(server.url);
  await page.getByRole('button', { name: 'More on Salute, amber too hot' }).click();
  await page.getByRole('button', { name: 'Duplicate' }).click();
  await expect(page.getByText('Salute, amber too hot, copy')).toBeVisible();
  await page.getByRole('button', { name: 'More on Salute, amber too hot, copy' }).click();
  await page.getByRole('button', { name: 'Delete look' }).click();
  await expect(page.getByText('Salute, amber too hot, copy', { exact: true })).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText('Salute, amber too hot, copy', { exact: true })).toBeVisible();
});

test('@phone fits without scrolling sideways at any width, down to 320 px', async ({ page, server }) => {
  test.slow();
  for (const path of [
    '/',
    '/new',
    '/looks/saltmarsh-1/balance',
    '/looks/saltmarsh-1/camera',
    '/looks/saltmarsh-1/camera/black-frame',
    '/looks/night-oven-1/camera/white',
    '/looks/night-oven-3/camera/mixed',
    '/looks/night-oven-1/camera/trade-off',
    '/looks/night-oven-3/camera/motion',
    '/looks/night-oven-1/camera/night',
    '/looks/saltmarsh-1/set',
    '/looks/saltmarsh-1/build',
    '/looks/night-oven-1/sheet',
    '/looks/night-oven-1/sheet/safety',
    '/looks/saltmarsh-1/sheet/frames',
    '/looks/saltmarsh-1/sheet/schedule',
    '/looks/saltmarsh-1/sheet/poses',
    '/looks/night-oven-1/sheet/addresses',
    '/log',
    '/log/remake',
    '/log/phone',
    '/looks/saltmarsh-1/build/versions',
    '/looks/saltmarsh-1/build/trims',
    '/looks/saltmarsh-1/brief',
    '/looks/saltmarsh-1/lights/rim-right',
    '/looks/saltmarsh-1/palette',
    '/looks/saltmarsh-1/palette/colour-3',
    '/looks/night-oven-1/lights/street',
    '/kit',
    '/kit/azure-deep',
    '/bench/gels',
    '/bench/power',
  ]) {
    await visit(page, server, path);
    await expect(page.getByRole('main').first()).toBeVisible();
    await expect(page.getByRole('heading').first()).toBeVisible();
    for (const width of [320, 390, 1024, 1280]) {
      await page.setViewportSize({ width, height: 844 });
      const overflow = () => page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth);
      await expect.poll(overflow, { message: `${path} at ${width}` }).toBeLessThanOrEqual(0);
    }
  }
});
