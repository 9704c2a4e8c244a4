import { writeFileSync } from 'node:fs';
import type { Page, TestInfo } from '@playwright/test';
import { STAND_IN_CHART } from '@fulgent/core/surface';
import { daylightSource } from '@fulgent/core/source';
import { NM, recorded, type Body } from '../core/test/outside/camera-body';
import { random } from '../core/src/figure/numeric';
import { expect, kept, test, visit } from './fixtures';
import { pngOf } from './png';

/** A made-up camera, and pictures that it took: what the application is to find out. */
const bell = (peak: number, width: number) => NM.map((nm) => Math.exp(-(((nm - peak) / width) ** 2)));
const GREY = 0.18;
const GREY_VALUE = 0.4613;
const hill = (x: number) => (1.04 * x ** 1.05) / (x ** 1.05 + (1.04 / GREY_VALUE - 1) * GREY ** 1.05);
const daylight = Array.from(daylightSource(5600));
const camera: Body = {
  sensor: [bell(602, 40), bell(536, 45), bell(460, 33)],
  matrix: [1.7, -0.6, -0.1, -0.2, 1.55, -0.35, 0.02, -0.4, 1.38],
  curve: (x) => Math.min(1, hill(x)),
  white: daylight,
  full: 40,
};
const bytes = (encoded: readonly number[]) => encoded.map((v) => Math.round(255 * v));

const [WIDTH, HEIGHT, SIZE] = [288, 192, 24];

/** A scene of plain things, exposed by so many stops more. */
function frame(stops: number): Buffer {
  const next = random(11);
  const things = Array.from({ length: (WIDTH / SIZE) * (HEIGHT / SIZE) }, () => {
    const [base, rise, at] = [0.03 + 0.3 * next() ** 2, 0.6 * next(), 420 + 260 * next()];
    const surface = NM.map((nm) => base + rise / (1 + Math.exp((at - nm) / 50)));
    return recorded({ ...camera, curve: (x) => x }, daylight, surface, 0.05 + 1.4 * next() ** 2);
  });
  return pngOf(WIDTH, HEIGHT, (x, y) =>
    bytes(things[Math.floor(y / SIZE) * (WIDTH / SIZE) + Math.floor(x / SIZE)]!.map((v) => camera.curve(v * 2 ** stops))),
  );
}

/** Where the chart lies in its picture, shares of it. */
const [LEFT, TOP, RIGHT, BOTTOM] = [0.25, 0.28, 0.75, 0.72];

function chart(): Buffer {
  const patches = STAND_IN_CHART.map(({ reflectance }) => bytes(recorded(camera, daylight, Array.from(reflectance), 0.85)));
  return pngOf(300, 200, (x, y) => {
    const [u, v] = [(x / 300 - LEFT) / (RIGHT - LEFT), (y / 200 - TOP) / (BOTTOM - TOP)];
    return u < 0 || v < 0 || u >= 1 || v >= 1 ? [90, 90, 90] : patches[6 * Math.floor(4 * v) + Math.floor(6 * u)]!;
  });
}

const choose = async (page: Page, info: TestInfo, button: string, files: Readonly<Record<string, Buffer>>) => {
  const paths = Object.entries(files).map(([name, content]) => {
    const file = info.outputPath(name);
    writeFileSync(file, content);
    return file;
  });
  const chooser = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: button, exact: true }).click();
  await (await chooser).setFiles(paths);
};

test('@phone a camera is learned from a bracket and a chart, kept, and narrows what its windows carry', async ({
  page,
  server,
}, info) => {
  await visit(page, server, '/kit?kind=camera');
  await page
    .getByRole('link', { name: /^Stills/ })
    .first()
    .click();
  const name = await page.getByRole('heading', { level: 1 }).textContent();
  await page.getByRole('link', { name: /Learn from its pictures/ }).click();
  await expect(page.getByRole('button', { name: 'Learn', exact: true })).toBeDisabled();

  // Too few first: what is missing is said, and nothing is lost.
  await choose(page, info, 'Choose the frames', { 'a.png': frame(-3), 'b.png': frame(-2) });
  await expect(page.getByText('b.png, its file does not say')).toBeVisible();
  await page.getByRole('button', { name: 'Learn', exact: true }).click();
  await expect(page.getByRole('alert')).toContainText('A bracket has 3 to 15 frames; there are 2.');

  const stops = [-3, -2, -1, 0, 1, 2, 3];
  await choose(page, info, 'Other frames', Object.fromEntries(stops.map((stop, i) => [`bracket-${i}.png`, frame(stop)])));
  await expect(page.getByRole('textbox', { name: 'Frame 7: stops more than the first' })).toHaveValue('6.00');
  await choose(page, info, 'Choose the picture of the chart', { 'chart.png': chart() });
  await expect(page.getByTestId('point-3')).toBeVisible();
  await page.getByRole('button', { name: 'Corner down' }).scrollIntoViewIfNeeded();
  const places = [
    [LEFT, TOP],
    [RIGHT, TOP],
    [RIGHT, BOTTOM],
    [LEFT, BOTTOM],
  ] as const;
  // The page may still move under the first of them.
  for (const [i, [x, y]] of places.entries())
    await expect(async () => {
      const box = (await page.getByTestId('points-on-picture').boundingBox())!;
      const middle = async () => {
        const handle = (await page.getByTestId(`point-${i}`).boundingBox())!;
        return [handle.x + handle.width / 2, handle.y + handle.height / 2] as const;
      };
      const to = [box.x + x * box.width, box.y + y * box.height] as const;
      await page.mouse.move(...(await middle()));
      await page.mouse.down();
      await page.mouse.move(...to, { steps: 6 });
      await page.mouse.up();
      const at = await middle();
      expect(Math.hypot(at[0] - to[0], at[1] - to[1])).toBeLessThan(3);
    }).toPass();
  await page.getByRole('button', { name: 'Learn', exact: true }).click();
  const found = page.getByTestId('found');
  await expect(found).toContainText(/over mid-grey ± 0\.\d\d/);
  await expect(found).toContainText(/Colours, left unexplained0\.0\d stop; 0\.\d\d with the stand-in/);
  await expect(found).toContainText(/± 0\.1[01] stop; ± 0\.15 until now/);
  await page.getByRole('button', { name: 'Keep it in the kit' }).click();
  await expect(page.getByRole('link', { name: /Learned: curve, white \d\.\d stops over mid-grey/ })).toBeVisible();
  await kept(page);

  // The look has what it had until the camera is chosen for it.
  await visit(page, server, '/looks/saltmarsh-1/camera');
  const learned = page.getByTestId('learned');
  await expect(learned).toContainText('± 0.15 stop');
  await page.getByRole('radio', { name: `${name}, own` }).click();
  await expect(learned).toContainText(/Learned from its pictures: curve, white \d\.\d stops/);
  await expect(page.getByRole('radiogroup', { name: 'Curve', exact: true })).toHaveCount(0);
  await kept(page);
  const { look } = await (await page.request.get(`${server.url}/api/looks/saltmarsh-1`)).json();
  expect(look.camera.learned.matrix).toHaveLength(9);
  await page.getByRole('button', { name: 'Do without it' }).click();
  await expect(learned).toContainText('± 0.15 stop');
  await page.getByRole('button', { name: 'Use what the kit has learned of it' }).click();
  await expect(learned).toContainText('Learned from its pictures');
});

test('@phone skin is found from a picture with a grey card and from a meter, and gels are ranked for it', async ({
  page,
  server,
}, info) => {
  await visit(page, server, '/looks/saltmarsh-1/brief');
  await page.getByRole('button', { name: 'Skin from a sample' }).click();
  const sheet = page.getByRole('dialog', { name: 'Skin from a sample' });
  await sheet.getByRole('radio', { name: 'A meter on the skin' }).click();
  await sheet.getByRole('button', { name: 'Read the skin' }).click();
  await expect(sheet.getByRole('alert')).toContainText('L must be a number from 0 to 100');
  for (const [name, value] of [
    ['L', '40'],
    ['a', '10'],
    ['b', '-50'],
  ] as const)
    await sheet.getByRole('textbox', { name, exact: true }).fill(value);
  await sheet.getByRole('button', { name: 'Read the skin' }).click();
  await expect(sheet.getByRole('alert')).toContainText('That is no skin');
  await sheet.getByRole('textbox', { name: 'b', exact: true }).fill('17');
  await sheet.getByRole('button', { name: 'Read the skin' }).click();
  await expect(sheet.getByTestId('skin-found')).toContainText(/Depth \d+, undertone/);

  // Left half skin, right half a grey card, by a camera that records in proportion.
  await sheet.getByRole('radio', { name: 'A picture with a grey patch' }).click();
  const linear = (v: number) => Math.round(255 * (v <= 0.0031308 ? 12.92 * v : 1.055 * v ** (1 / 2.4) - 0.055));
  const halves = pngOf(120, 80, (x) => (x < 60 ? [0.4, 0.22, 0.14] : [0.18, 0.18, 0.18]).map(linear));
  await choose(page, info, 'Choose the picture', { 'card.png': halves });
  await sheet.getByRole('radio', { name: 'Skin', exact: true }).click();
  await sheet.getByRole('button', { name: 'Mark to the left' }).click();
  await sheet.getByRole('button', { name: 'Read the skin' }).click();
  await expect(sheet.getByTestId('skin-found')).toContainText(/within 0\.\d\d stop in every channel/);
  const depth = Number(/Depth (\d+)/.exec((await sheet.getByTestId('skin-found').textContent())!)![1]);
  await sheet.getByRole('button', { name: 'Use it for this person' }).click();
  await expect(page.getByRole('textbox', { name: 'Skin depth' })).toHaveValue(`${depth}`);
  await kept(page);

  await visit(page, server, '/looks/saltmarsh-1/lights/key');
  await page.getByRole('button', { name: 'Warm the skin' }).click();
  const gels = page.getByRole('dialog', { name: 'Warm the skin' });
  await expect(gels.getByTestId('warming').first()).toContainText(/mired · skin/);
  await gels
    .getByRole('button', { name: /^Take / })
    .first()
    .click();
  await expect(page.getByTestId('gel-0')).toBeVisible();
});
