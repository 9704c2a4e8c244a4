import { writeFileSync } from 'node:fs';
import { chooseRow, dial, expect, isWide, kept, test, visit } from './fixtures';
import { png } from './png';

test('@phone from brief to palette to lights: a reference, a scheme, gels for each colour, balance', async ({
  page,
  server,
}, info) => {
  await visit(page, server, '/looks/saltmarsh-1/brief');
  await page.getByRole('radio', { name: 'Low key' }).click();
  await page.getByRole('textbox', { name: 'Place', exact: true }).fill('Hall, north end');
  const time = page.getByRole('textbox', { name: 'Time available' });
  await time.fill('20');
  await time.press('Enter');
  await expect(page.getByTestId('setup-time')).toContainText(/Tight: .* take about \d+ minutes to set, 20 are there/);
  await page.getByRole('button', { name: 'Rim right: None. Change' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Low sun' }).click();

  // A reference is taken apart into its colours; what is no picture is refused and nothing is lost.
  const picture = info.outputPath('reference.png');
  writeFileSync(
    picture,
    png([
      [224, 140, 40],
      [224, 140, 40],
      [30, 90, 170],
    ]),
  );
  const junk = info.outputPath('reference.txt.png');
  writeFileSync(junk, 'not a picture');
  const choose = async (file: string) => {
    const chooser = page.waitForEvent('filechooser');
    await page.getByRole('button', { name: 'Add a picture' }).click();
    await (await chooser).setFiles(file);
  };
  await choose(junk);
  await expect(page.getByRole('alert')).toHaveText(/cannot be read. Choose a JPEG or PNG/);
  await choose(picture);
  const reference = page.getByTestId('reference-reference-1');
  await expect(reference).toContainText(/amber 6\d %/);
  await expect(reference).toContainText(/azure 3\d %|blue 3\d %/);
  await reference.getByRole('button', { name: 'Use its colours as the palette' }).click();

  // On the palette each is on the light whose own is nearest; a scheme then lays others.
  await expect(page).toHaveURL(/palette$/);
  await expect(page.getByTestId('member-colour-2')).toContainText(/Rim left.*(blue|azure)/);
  await expect(page.getByTestId('member-colour-3')).toContainText(/Rim right.*amber/);
  await page.getByRole('radio', { name: 'Opposite', exact: true }).click();
  await expect(page.getByTestId('reach-map')).toHaveAccessibleName(/hue \d+, purity 0\.\d\d/);
  const first = page.getByTestId('member-colour-1');
  await expect(first).toContainText('Backdrop');

  // How to make the first: every gel and pair of the kit, best first.
  await first.click();
  await expect(page.getByText(/all pairs searched/)).toBeVisible();
  const best = page.getByTestId(/^fit-/).first();
  await expect(best).toContainText(/same|very near|near/);
  const taken = (await best.getByRole('button').getAttribute('aria-label'))!.replace(/^Take /, '');
  await best.getByRole('button').click();
  await expect(best.getByRole('button')).toHaveText('On');
  await page.getByRole('radio', { name: 'Most light' }).click();
  await expect(page.getByText('From other fixtures')).toBeVisible();
  await page.getByRole('textbox', { name: 'Purpose' }).fill('The sea behind the hall');
  await page.getByRole('button', { name: 'Back to the palette' }).click();
  await expect(first).toContainText(taken.split(' and ')[0]!);

  // It is on the light itself, and Balance takes it from there.
  await page.getByRole('link', { name: 'Balance' }).click();
  await chooseRow(page, 'backdrop');
  await page.getByRole('button', { name: 'Balance', exact: true }).click();
  await expect(page.getByTestId('verdict-backdrop')).not.toHaveText(/too hot|Washed out/);
  await kept(page);
  await page.reload();
  await page.getByRole('link', { name: 'Palette' }).click();
  await expect(page.getByTestId('member-colour-1')).toContainText(taken.split(' and ')[0]!);
  await page.getByRole('link', { name: 'Brief' }).click();
  await expect(page.getByRole('textbox', { name: 'Place', exact: true })).toHaveValue('Hall, north end');
});

test('a colour is dragged on the map; one drag is one undo; fields do the same', async ({ page, server }) => {
  await visit(page, server, '/looks/saltmarsh-1/palette');
  const map = page.getByTestId('reach-map');
  await expect(map).toHaveAccessibleName(/Rim right hue 54/);
  const box = (await map.boundingBox())!;
  // Where the amber stands: its place on the plane within the drawn bounds.
  const at = (a: number, b: number) => ({
    x: box.x + ((a + 0.31) / 0.76) * box.width,
    y: box.y + ((0.27 - b) / 0.87) * box.height,
  });
  const amber = at(0.24 * Math.cos((54 * Math.PI) / 180), 0.24 * Math.sin((54 * Math.PI) / 180));
  await page.mouse.move(amber.x, amber.y);
  await page.mouse.down();
  await page.mouse.move(amber.x + 20, amber.y + 20, { steps: 4 });
  await page.mouse.move(amber.x + 60, amber.y + 45, { steps: 6 });
  await page.mouse.up();
  await expect(map).not.toHaveAccessibleName(/Rim right hue 54/);
  await expect(page.getByTestId('checks')).toContainText(/Off its colour/);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(map).toHaveAccessibleName(/Rim right hue 54/);
  await page.getByTestId('member-colour-3').click();
  const hue = page.getByRole('textbox', { name: 'Hue' });
  await hue.fill('400');
  await hue.press('Enter');
  await expect(page.getByRole('alert')).toHaveText(/Hue must be a number from 0 to 360/);
  await hue.fill('30');
  await hue.press('Enter');
  await expect(hue).toHaveValue('30°');
});

test('@phone schemes differ on both rings; colours are swapped; a check is accepted on purpose and that is kept', async ({
  page,
  server,
}) => {
  // Dark hair before black cloth, no rim: the edge is lost.
  const address = `${server.url}/api/looks/saltmarsh-2`;
  const { look, revision } = await (await page.request.get(address)).json();
  look.backdrop.surface = { kind: 'material', id: 'velvet-black' };
  look.lights = look.lights.map((light: { role: string }) => ({ ...light, muted: light.role === 'rim' }));
  await page.request.put(address, { data: look, headers: { 'If-Match': `"${revision}"` } });
  await visit(page, server, '/looks/saltmarsh-2/palette');
  const words = async () => page.getByTestId('reach-map').getAttribute('aria-label');
  await page.getByRole('radio', { name: 'Opposite', exact: true }).click();
  await expect(page.getByText('where they overlap they make white')).toBeVisible();
  const light = await words();
  await page.getByRole('radio', { name: 'Opposite, painters’' }).click();
  await expect.poll(words).not.toBe(light);
  const before = await page.getByTestId('member-colour-1').textContent();
  await page.getByTestId('member-colour-1').click();
  await page.getByRole('button', { name: 'Swap with: another colour. Change' }).click();
  await page.getByRole('dialog').getByRole('button').last().click();
  await page.getByRole('button', { name: 'Back to the palette' }).click();
  await expect(page.getByTestId('member-colour-1')).not.toHaveText(before!);

  const separation = page.getByTestId('check-separation');
  await expect(separation).toContainText(/0\.\d\d from the backdrop/);
  await separation.getByRole('button', { name: 'Intended' }).click();
  await expect(separation).toHaveCount(0);
  await kept(page);
  await page.reload();
  await page.getByRole('button', { name: /more hold or are on purpose/ }).click();
  await expect(page.getByTestId('check-separation').getByRole('button', { name: 'Not intended' })).toBeVisible();
  await page.getByRole('button', { name: 'Keep as tried' }).click();
  await page.getByRole('textbox', { name: 'What you think of it' }).fill('Too like a poster of last year');
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(page.getByText(/Too like a poster of last year/)).toBeVisible();
});

test('@phone two fixtures at one hue angle differ; match brings the follower to the leader', async ({ page, server }) => {
  await visit(page, server, '/looks/night-oven-2/lights/tubes');
  await expect(page.getByRole('textbox', { name: 'Hue on its own wheel' })).toHaveValue('195°');
  await page.getByRole('button', { name: 'Match to another light' }).click();
  const dialog = page.getByRole('dialog', { name: 'Match Wall tubes' });
  await dialog.getByRole('button', { name: /^To: / }).click();
  await page.getByRole('dialog', { name: 'To' }).getByRole('button', { name: 'Fridge' }).click();
  await expect(dialog.getByTestId('match')).toContainText(/At the leader’s own setting it is 0\.0[1-9]\d off/);
  await expect(dialog.getByTestId('match')).toContainText(/Matched: 0\.0\d\d is left/);
  await dialog.getByRole('button', { name: 'Dial in Hue' }).click();
  await expect(page.getByRole('textbox', { name: 'Hue on its own wheel' })).not.toHaveValue('195°');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('textbox', { name: 'Hue on its own wheel' })).toHaveValue('195°');
});

test('@phone a full-colour fixture in each of its modes; hue does nothing without saturation; wrong values are told', async ({
  page,
  server,
}) => {
  await visit(page, server, '/looks/night-oven-1/lights/street');
  await expect(page.getByRole('radio', { name: 'x, y' })).toHaveAttribute('aria-checked', 'true');
  await page.getByRole('radio', { name: 'Hue' }).click();
  const saturation = page.getByRole('textbox', { name: 'Saturation' });
  await saturation.fill('130');
  await saturation.press('Enter');
  await expect(page.getByRole('alert')).toHaveText(/Saturation must be a number from 0 to 100 %/);
  await saturation.fill('0');
  await saturation.press('Enter');
  await expect(page.getByText('At 0 % saturation the hue does nothing: it is the white.')).toBeVisible();
  await page.getByRole('radio', { name: 'White' }).click();
  await expect(page.getByRole('img', { name: /Output from \d+ to \d+ lx at 1 m/ })).toBeVisible();
  const kelvin = page.getByRole('textbox', { name: 'Colour temperature' });
  await kelvin.fill('3200');
  await kelvin.press('Enter');
  await expect(kelvin).toHaveValue('3200 K');
  await page.getByRole('button', { name: 'In its other modes' }).click();
  await expect(page.getByTestId('way-xy')).toContainText('0.42');
  await expect(page.getByTestId('way-rgb')).toContainText(/255/);

  // One unit measured: what to dial to get what the model would give.
  await page.getByRole('button', { name: 'Measure this unit' }).click();
  const sheet = page.getByRole('dialog', { name: 'Measure Street' });
  await sheet.getByRole('textbox', { name: 'Colour temperature, K' }).fill('warm');
  await sheet.getByRole('button', { name: 'Keep as this unit’s own' }).click();
  await expect(sheet.getByRole('alert')).toHaveText('Colour temperature must be a number.');
  await sheet.getByRole('textbox', { name: 'Colour temperature, K' }).fill('3050');
  await sheet.getByRole('textbox', { name: 'Duv, positive is green' }).fill('0.004');
  await sheet.getByRole('button', { name: 'Keep as this unit’s own' }).click();
  await expect(page.getByText(/warmer by \d+ mired, green 0\.\d+ against its model/)).toBeVisible();
  await page.getByRole('button', { name: 'This unit deviates: measured' }).click();
  await page.getByRole('button', { name: 'Dial that' }).click();
  await expect(kelvin).toHaveValue(/^3[34]\d\d K$/);
});

test('@phone gel against a bare tube stops the planner until it is taken on', async ({ page, server }) => {
  await visit(page, server, '/looks/saltmarsh-1/lights/rim-right');
  await page.getByRole('button', { name: /^Modifier: .* Change$/ }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Bare tube' }).click();
  const stop = page.getByTestId('heat-stop');
  await expect(stop).toContainText('A bare flash tube is too hot for gel');
  await page.getByRole('link', { name: 'Balance' }).click();
  await expect(page.getByRole('button', { name: 'Balance', exact: true })).toBeDisabled();
  await expect(page.getByTestId('explanation')).toContainText('Stop: Rim right');
  await page.getByRole('button', { name: 'Open Rim right' }).click();
  await stop.getByRole('button', { name: 'I have read this and accept the risk' }).click();
  await expect(stop).toContainText('Taken on at');
  await page.getByRole('link', { name: 'Balance' }).click();
  await expect(page.getByRole('button', { name: 'Balance', exact: true })).toBeEnabled();
});

test('@phone a white is matched to another: mired, fraction, what is left, and why not afterwards', async ({ page, server }) => {
  await visit(page, server, '/looks/saltmarsh-1/lights/key');
  await page.getByRole('button', { name: 'Match a white' }).click();
  const sheet = page.getByRole('dialog', { name: 'Match Key to a white' });
  await expect(sheet.getByTestId('needed')).toContainText(/From 5600 K it takes \+99 mired: 0\.62 of a full warming gel/);
  await sheet.getByRole('radio', { name: 'Left a little cool' }).click();
  await expect(sheet.getByTestId('needed')).toContainText('+79 mired');
  await expect(sheet.getByText('No gel, warmed afterwards')).toBeVisible();
  await sheet
    .getByRole('button', { name: /^Take / })
    .first()
    .click();
  await expect(page.getByTestId('gel-0')).toContainText(/warming/);
  if (isWide(page)) await expect(page.getByTestId('frame')).toBeVisible();
});

test('@phone a colour is taken from a found light, a light made neutral, pieces counted', async ({ page, server }) => {
  await visit(page, server, '/looks/saltmarsh-1/palette/colour-3');
  await page.getByRole('button', { name: 'As: a light that is found. Change' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Sodium street light' }).click();
  await expect(page.getByRole('textbox', { name: 'Hue' })).toHaveValue(/^[5-8]\d°$/);
  await page.getByRole('button', { name: 'Make its light neutral' }).click();
  await expect(page.getByRole('textbox', { name: 'Purity' })).toHaveValue('0.00');
  await visit(page, server, '/looks/saltmarsh-1/lights/rim-right');
  await expect(page.getByTestId('gel-0')).toHaveCount(0);
  await page.getByRole('button', { name: 'Identical units, as one light: more' }).click();
  await expect(page.getByText('+1.0 against one; each needs its gel')).toBeVisible();
  await page.getByRole('link', { name: 'Balance' }).click();
  // Two bare pieces need less than one behind a deep gel did.
  await expect(dial(page, 'rim-right')).toHaveText(/^1\/(8|16|32)/);
  await kept(page);
});

test('@phone all colours of a scheme are made at once: seen first, named, and taken back', async ({ page, server }) => {
  await visit(page, server, '/looks/saltmarsh-1/palette');
  await page.getByRole('radio', { name: 'Triad' }).click();
  await page.getByRole('button', { name: 'Make all' }).click();
  const sheet = page.getByRole('dialog', { name: 'Make all of it' });
  await expect(sheet.getByTestId('made')).toContainText(/Rim left.*off\)/s);
  await expect(sheet.getByRole('button', { name: 'Hold to see it as it is now' })).toBeVisible();
  await sheet.getByRole('button', { name: 'Set and balance' }).click();
  await expect(page.getByText('Colours set, powers balanced.')).toBeVisible();
  await kept(page);
  const gels = async () => {
    const { look } = await (await page.request.get(`${server.url}/api/looks/saltmarsh-1`)).json();
    return look.lights.flatMap((light: { gels: { gel: string }[] }) => light.gels.map(({ gel }) => gel)) as string[];
  };
  const made = await gels();
  await page.getByRole('button', { name: 'Undo' }).first().click();
  await kept(page);
  expect(await gels()).not.toEqual(made);
  // What a light makes by hand can become its colour.
  await page
    .getByRole('button', { name: /Rim left/ })
    .first()
    .click();
  await page.getByTestId('made-now').getByRole('button', { name: 'Take that as the colour' }).click();
  await expect(page.getByTestId('made-now')).toHaveCount(0);
});

test('@phone schemes and gels are chosen by their picture', async ({ page, server }) => {
  await visit(page, server, '/looks/saltmarsh-1/palette');
  await page.getByRole('button', { name: 'Schemes as pictures of this look' }).click();
  const sheet = page.getByRole('dialog', { name: 'Schemes in this picture' });
  await sheet.getByRole('button', { name: 'Split', exact: true }).click();
  await expect(sheet.getByTestId('scheme')).toContainText(/hue/i);
  await sheet.getByRole('button', { name: 'Set and balance' }).click();
  await expect(page.getByText('Split: colours set, powers balanced.')).toBeVisible();
  await expect(page.getByRole('radio', { name: 'Split' })).toBeChecked();
  await kept(page);

  await visit(page, server, '/looks/saltmarsh-1/lights/key');
  await page.getByRole('button', { name: 'Add a gel' }).click();
  const gels = page.getByRole('dialog', { name: 'Add a gel' });
  await gels.getByRole('radio', { name: 'In the picture' }).click();
  const pictures = gels.getByTestId('gel-pictures').getByRole('button');
  await expect(pictures).toHaveCount(12);
  await gels.getByRole('button', { name: /more$/ }).click();
  await expect(pictures).not.toHaveCount(12);
  const name = (await pictures.nth(2).getAttribute('aria-label'))!.split(',')[0]!;
  await pictures.nth(2).click();
  await expect(gels).toHaveCount(0);
  await expect(page.getByText(name, { exact: false }).first()).toBeVisible();
});
