import { writeFileSync } from 'node:fs';
import type { Page, TestInfo } from '@playwright/test';
import { dial, expect, kept, openLook, test, visit } from './fixtures';
import { png } from './png';

const type = async (page: Page, label: string, text: string) => {
  const field = page.getByRole('textbox', { name: label, exact: true }).first();
  await field.fill(text);
  await field.press('Enter');
};

const chooseFrame = async (page: Page, info: TestInfo, name: string, content: string | Buffer) => {
  const file = info.outputPath(name);
  writeFileSync(file, content);
  const chooser = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: /Choose (the black|another) frame/ }).click();
  await (await chooser).setFiles(file);
};

const toCamera = (page: Page, url: string, look: string, place = '') => page.goto(`${url}/looks/${look}/camera${place}`);

test('@phone from a lit room to a proved black frame', async ({ page, server }, info) => {
  await toCamera(page, server.url, 'saltmarsh-1');
  await page.getByRole('link', { name: /^Ambient and black frame/ }).click();
  const level = page.getByTestId('ambient-level');
  await expect(level).toContainText('gone');
  // The room is lit: the figure by hand is log2(400 / 200 x 200 / (250 x 64)) = -5.3, blue of the overcast sky a little over it.
  await page.getByRole('button', { name: /^Start from: / }).click();
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /^Window, overcast/ })
    .click();
  await expect(level).toContainText(/5\.[0-3] stops under.*a trace/);
  await expect(page.getByTestId('ambient-ways')).toContainText('Black out');
  // The shutter is at sync already: it cannot go faster with flash.
  await expect(page.getByRole('button', { name: 'Set shutter for it' })).toBeDisabled();
  await page.getByRole('button', { name: 'Set black out for it' }).click();
  await expect(level).toContainText(/7\.[01] stops under.*That is as wanted/);
  await expect(page.getByTestId('ambient-ways')).toHaveCount(0);
  await expect(page.getByTestId('gel-rise')).toContainText('lifts ambient as much');

  await chooseFrame(page, info, 'words.png', 'no picture');
  await expect(page.getByRole('alert')).toContainText('no JPEG, PNG or TIFF');
  await chooseFrame(page, info, 'lit.png', png([[90, 60, 30]]));
  const proof = page.getByTestId('proof');
  await expect(proof).toContainText(/Not yet: \d\.\d stops too much in red/);
  await chooseFrame(page, info, 'black.png', png([[2, 2, 1]]));
  await expect(proof).toContainText('Black: the brightest thousandth is');
  await kept(page);
  await page.reload();
  await expect(proof).toContainText('Black:');
  // Both are test frames now, and can be taken again from here.
  await page.getByRole('button', { name: /^Or one that is here/ }).click();
  await page.getByRole('dialog').getByRole('button', { name: /^lit/ }).click();
  await expect(proof).toContainText(/Not yet/);
  await page.getByRole('button', { name: /^Or one that is here/ }).click();
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /^black/ })
    .click();
  await expect(proof).toContainText('Black:');
  await page.getByRole('link', { name: /Camera$/ }).click();
  await expect(page.getByRole('link', { name: /^Ambient and black frame/ })).toContainText('proved by a frame');
  await page.getByRole('button', { name: 'ISO: more' }).click();
  await expect(page.getByRole('link', { name: /^Ambient and black frame/ })).toContainText('changed since it was proved');
});

test('@phone ambient from a meter, from settings, in places; it stands in the ladder', async ({ page, server }) => {
  await toCamera(page, server.url, 'saltmarsh-1', '/black-frame');
  await type(page, 'Metered, EV at ISO 100', '9');
  // 2.5 x 2^9 lx.
  await expect(page.getByRole('textbox', { name: 'The same in lux' })).toHaveValue('1280 lx');
  await page.getByRole('button', { name: 'From a correctly exposed frame' }).click();
  await type(page, 'Its aperture', '4');
  await type(page, 'Its shutter', '1/50');
  await type(page, 'Its ISO', '800');
  // 250 x 16 x 50 / 800 = 250 lx.
  await page.getByRole('button', { name: 'Take 250 lx' }).click();
  await expect(page.getByRole('textbox', { name: 'The same in lux' })).toHaveValue('250 lx');
  await expect(page.getByTestId('place-place-1')).toContainText(/Club hall, tubes on, 450 lx/);
  await page.getByRole('button', { name: 'Add a place' }).click();
  const sheet = page.getByRole('dialog');
  await sheet.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(sheet.getByRole('alert')).toHaveText('Name is missing.');
  await sheet.getByRole('textbox', { name: 'Name' }).fill('Boat shed');
  await sheet.getByRole('button', { name: /^Light: / }).click();
  await page.getByRole('dialog').last().getByRole('button', { name: 'Sun through a window' }).click();
  await sheet.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(page.getByText('Boat shed, 20000 lx')).toBeVisible();
  await page.getByRole('link', { name: 'Balance' }).click();
  await page.getByTestId('row-ambient').click();
  await expect(page.getByTestId('ambient-level')).toBeVisible();
});

test('@phone a drowned colour is rescued by the ratio, and the change is put down to its controls', async ({ page, server }) => {
  const { look } = await (await page.request.get(`${server.url}/api/looks/night-oven-3`)).json();
  // The flash without its grid falls on the apron, which is the tube's to colour.
  for (const light of look.lights) {
    if (light.id === 'tube')
      Object.assign(light, {
        zone: 'wardrobe',
        position: [-0.6, 1.4, 0.8],
        aim: [0, 1.2, 0],
        powerStops: 0,
        setting: { ...light.setting, saturation: 0.95 },
      });
    if (light.id === 'key') Object.assign(light, { powerStops: -4, modifier: { ...light.modifier, gridDeg: null } });
  }
  look.title = 'Drowned';
  look.camera = { ...look.camera, shutterS: 1 / 125, longestS: 1 / 30, iso: 100, aperture: 5.6 };
  const made = await page.request.post(`${server.url}/api/looks`, { data: { shootId: 'night-oven', look } });
  const { id } = await made.json();
  await openLook(page, server, id);
  await expect(page.getByTestId('row-tube').getByRole('button').first()).toHaveAccessibleName(/Washed out/);
  await toCamera(page, server.url, id, '/mixed');
  await page.getByRole('button', { name: 'Set as baseline' }).click();
  const drowned = page.getByTestId('drowned-tube');
  await expect(drowned).toContainText(/flash is \d+\.\d stops over it/);
  await drowned.getByRole('button', { name: 'Bring Blue tube up' }).click();
  const answer = page.getByTestId('ratio-answer');
  // From 1/125 to 1/30 the shutter gives 2 stops; the rest is power.
  await expect(answer).toContainText('-2.1 by the shutter');
  await expect(answer).toContainText('Shutter 1/125 to 1/30.');
  await page.getByRole('button', { name: 'Set these' }).click();
  await expect(page.getByText('No continuous light has flash over it where it works.')).toBeVisible();
  const report = page.getByTestId('change-report');
  await expect(report).toContainText(/by the shutter, -\d+\.\d by power/);
  await expect(report.getByRole('row', { name: /^Shutter 1\/125 to 1\/30 0\.0 \+2\.1 \+2\.1/ })).toBeVisible();
  await kept(page);
  await page.getByRole('link', { name: 'Balance' }).click();
  await expect(page.getByTestId('row-tube').getByRole('button').first()).not.toHaveAccessibleName(/Washed out/);
  await page.goBack();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(drowned).toBeVisible();
  await page.getByRole('button', { name: 'Redo' }).click();
  await expect(drowned).toHaveCount(0);
  await page.getByRole('button', { name: 'Restore the baseline' }).click();
  await expect(drowned).toBeVisible();
});

test('@phone a flash at its lowest power: ways down with their price', async ({ page, server }) => {
  await openLook(page, server, 'saltmarsh-1');
  await page.getByRole('slider', { name: /^Rim left/ }).press('Home');
  await expect(dial(page, 'rim-left')).toHaveText('1/256');
  await toCamera(page, server.url, 'saltmarsh-1', '/mixed');
  await expect(page.getByRole('heading', { name: 'A flash at its lowest power' })).toBeVisible();
  await type(page, 'Still too bright by', '2');
  await expect(page.getByText('Stop down from f/8 to f/16.')).toBeVisible();
  await expect(page.getByText('Put 2.0 stops of neutral density on Rim left.')).toBeVisible();
});

test('@phone day for night: white, density, what turns blue and what falls short', async ({ page, server }) => {
  await toCamera(page, server.url, 'night-oven-1', '/night');
  await type(page, 'Spot reading, EV at ISO 100', '12');
  await page.getByRole('button', { name: /^Its light: / }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Daylight' }).click();
  await expect(page.getByText('1/16 of the light, density 1.2')).toBeVisible();
  const answer = page.getByTestId('night-answer');
  await expect(answer).toContainText(/The window (still burns out|keeps)/);
  await expect(answer).toContainText('Falls short even at full');
  await expect(page.getByTestId('night-lamp')).toContainText(/W lamp would do, over the 60 W its holder is rated for/);
  await expect(page.getByTestId('night-key')).toContainText(/warm to neutral/);
  await type(page, 'ND on the lens', '-1');
  await expect(page.getByRole('alert')).toHaveText(/ND on the lens must be a number from 0 to 20 stops/);
  await type(page, 'ND on the lens', '2');
  await page.getByRole('button', { name: 'And raise the lights' }).click();
  // The lights are looked for first, and what was found is saved then.
  const camera = async () => (await (await page.request.get(`${server.url}/api/looks/night-oven-1`)).json()).look.camera;
  await expect.poll(camera).toMatchObject({ whiteK: 3200, ndStops: 2 });
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('button', { name: 'Set white and ND' })).toBeEnabled();
});

test('@phone white balance is part of the look: schools, versions side by side, none by itself', async ({ page, server }) => {
  await toCamera(page, server.url, 'saltmarsh-1', '/white');
  await expect(page.getByTestId('white-rim-right')).toContainText('its own colour');
  await expect(page.getByTestId('version-white-1')).toContainText('in use');
  await expect(page.getByTestId('version-white-2')).toContainText('+54 mired');
  await page.getByRole('button', { name: 'Set white: Pushed cool' }).click();
  await expect(page.getByTestId('version-white-1')).toContainText('mired from the white in use');
  const white = await page.getByRole('textbox', { name: 'Colour temperature', exact: true }).inputValue();
  await page.getByRole('button', { name: `Keep ${white} as a version` }).click();
  await expect(page.getByTestId('version-white-3')).toContainText('in use');
  await page.getByRole('button', { name: 'Use Daylight, 5600 K' }).click();
  await expect(page.getByRole('textbox', { name: 'Colour temperature', exact: true })).toHaveValue('5600 K');
  await type(page, 'Colour temperature', '100');
  await expect(page.getByRole('alert')).toContainText('White balance must be a number from');
  await kept(page);
  const { look } = await (await page.request.get(`${server.url}/api/looks/saltmarsh-1`)).json();
  expect(look.whites).toHaveLength(3);
  expect(look.camera.whiteK).toBe(5600);
});

test('@phone cinema: angle, frames, flicker, T-stops; wrong entries say what is right', async ({ page, server }) => {
  await toCamera(page, server.url, 'saltmarsh-1');
  await type(page, 'ISO', '0');
  await expect(page.getByRole('alert')).toHaveText(/ISO must be a number from 25 to 102400/);
  await type(page, 'ISO', '400');
  await page.getByRole('radio', { name: 'Cinema', exact: true }).click();
  const angle = page.getByRole('textbox', { name: 'Shutter angle' });
  await expect(angle).toHaveValue('43.2 °');
  await type(page, 'Shutter angle', '400');
  await expect(page.getByRole('alert')).toHaveText(/Shutter angle must be a number from 1 to 360/);
  await type(page, 'Shutter angle', '180');
  await expect(page.getByText('Nearest angle that is safe: 172.8°.', { exact: false })).toBeVisible();
  await type(page, 'Shutter angle', '172.8');
  await expect(page.getByText('Whole pulses of 50 Hz mains light')).toBeVisible();
  await page.getByRole('radio', { name: '60 Hz mains' }).click();
  await expect(page.getByText('Nearest angle that is safe: 144.0°.', { exact: false })).toBeVisible();
  // The angle stays when the frame rate changes.
  await type(page, 'Frames a second', '48');
  await expect(angle).toHaveValue('172.8 °');
  await page.getByRole('radio', { name: 'T-stops' }).click();
  await expect(page.getByRole('textbox', { name: 'T-stop', exact: true })).toHaveValue('T8.6');
  await kept(page);
  await page.getByRole('link', { name: /^What a stop costs/ }).click();
  await expect(page.getByRole('table', { name: 'What each aperture means' })).toContainText('as now');
  await expect(page.getByRole('table', { name: 'What each shutter means' })).toContainText('mains');
});

test('@phone a moving subject: trail, frozen share, and what lies behind', async ({ page, server }) => {
  await toCamera(page, server.url, 'night-oven-3', '/motion');
  const answer = page.getByTestId('drag-answer');
  // 0.8 m/s x 0.5 s x 50 mm / 3 m on 36 mm of 6000 px.
  await expect(answer).toContainText('Trail 1111 px');
  await expect(page.getByTestId('drag-face-key')).toContainText('% frozen');
  await type(page, 'Speed across the picture', '1.6');
  await expect(answer).toContainText('Trail 2222 px');
  await expect(answer).toContainText('covers one place for 50 %');
  await type(page, 'Speed across the picture', '900');
  await expect(page.getByRole('alert')).toContainText('must be a number from 0 to 200 m/s');
});

test('@phone a lamp over the rating of its holder stops Balance until somebody takes it on', async ({ page, server }) => {
  await visit(page, server, '/looks/night-oven-1/lights/lamp');
  await type(page, 'Lamp fitted', '200');
  await expect(page.getByTestId('lamp-stop')).toContainText('140 W over');
  await expect(page.getByTestId('lamp-answer')).toContainText('+1.7 by watts');
  await page.getByRole('link', { name: 'Balance' }).click();
  await expect(page.getByTestId('explanation')).toContainText('Stop: Shelf lamp.');
  await expect(page.getByRole('button', { name: 'Balance', exact: true })).toBeDisabled();
  await page.getByRole('button', { name: 'Open Shelf lamp' }).click();
  await page.getByRole('button', { name: 'I have read this and accept the risk' }).click();
  await kept(page);
  await page.getByRole('link', { name: 'Balance' }).click();
  await expect(page.getByRole('button', { name: 'Balance', exact: true })).toBeEnabled();
});

test('@phone openings are closed off one by one; a flash metered by the camera cannot be compared', async ({ page, server }) => {
  await toCamera(page, server.url, 'saltmarsh-1', '/black-frame');
  await expect(page.getByText('1 still open')).toBeVisible();
  await page.getByRole('checkbox', { name: /^Crack under the door/ }).click();
  await expect(page.getByText('all closed: prove it below')).toBeVisible();
  await page.getByRole('button', { name: 'Add an opening' }).click();
  const sheet = page.getByRole('dialog');
  await sheet.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(sheet.getByRole('alert')).toHaveText('Say what it is: a window, a door, a crack.');
  await sheet.getByRole('textbox', { name: 'What, and how it is closed' }).fill('Roof light, card');
  await sheet.getByRole('button', { name: 'How many: more' }).click();
  await sheet.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(page.getByRole('checkbox', { name: 'Roof light, card, 2' })).not.toBeChecked();
  await visit(page, server, '/looks/saltmarsh-1/lights/key');
  await page.getByRole('radio', { name: 'TTL' }).click();
  await expect(page.getByText(/it moves when somebody steps in/)).toBeVisible();
  await kept(page);
  await toCamera(page, server.url, 'saltmarsh-1', '/mixed');
  await expect(page.getByText(/Key: in TTL, .* no two frames can be compared/)).toBeVisible();
});

test('@phone the same questions on the Bench: a light against white, day for night, sun in the window', async ({
  page,
  server,
}) => {
  await visit(page, server, '/bench/reads');
  const answer = page.getByTestId('answer');
  await expect(answer).toContainText('Reads warm, +179 mired');
  await type(page, 'White of the camera', '2800');
  await expect(answer).toContainText('Reads neutral');
  await visit(page, server, '/bench/night');
  await expect(answer).toContainText('1/16 of the light, density 1.2');
  // 18 % times 16 is 288 %: 1.5 stops short, 173 W.
  await expect(answer).toContainText('it falls 1.5 stops short. About 175 W would do');
  await visit(page, server, '/bench/sun');
  await type(page, 'Day', '21 June');
  await expect(page.getByRole('alert')).toHaveText('Day must be like 2026-06-21.');
  await type(page, 'Day', '2026-06-21');
  await type(page, 'Window looks to', '0');
  await expect(answer).toContainText(/Sun in the window \d+:\d\d to \d+:\d\d, \d+:\d\d to 20:\d\d/);
});
