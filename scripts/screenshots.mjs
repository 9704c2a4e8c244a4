// Takes one current picture of each main view from the demo data into docs/screenshots; of some only, by name, where any are given.
import { spawn } from 'node:child_process';
import { mkdirSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { CHROMIUM, ensureBuilt, ensureChromium, root } from './lib/tools.mjs';

await ensureBuilt();
ensureChromium();
const { chromium } = await import('@playwright/test');
const folder = mkdtempSync(path.join(tmpdir(), 'fulgent-shots-'));
const out = path.join(root, 'docs/screenshots');
mkdirSync(out, { recursive: true });

const child = spawn(process.execPath, [path.join(root, 'server/dist/main.js'), '--demo'], {
  env: { ...process.env, PORT: '0', FULGENT_DATA: folder, LOG_LEVEL: 'silent', HOST: '127.0.0.1' },
  stdio: ['ignore', 'pipe', 'inherit'],
});
const url = await new Promise((resolve) =>
  child.stdout.on('data', (chunk) => {
    const found = /http:\/\/\S+/.exec(String(chunk))?.[0];
    if (found) resolve(found);
  }),
);

const PHONE = { width: 390, height: 844 };
const WIDE = { width: 1280, height: 800 };
const row = (light) => async (page) => page.getByTestId(`row-${light}`).getByRole('button').first().click();
const touch = (name) => async (page) => page.getByTestId('frame').getByRole('button', { name }).click();

/** The worker has told what the kit reaches and what to mind. */
const studied = async (page) => {
  await page.getByTestId('checks').waitFor();
  await page.getByText(/this kit reaches/).waitFor();
};

const told = (page) => page.getByTestId('light-verdict').waitFor();

/** A frame of the pretended set, whose key is a little strong, opened and measured. */
const takenFrame = async (page) => {
  const post = (route, data) => page.request.post(`${url}/api/devices${route}`, { data });
  await post('', { on: true });
  await post('/deviations', { lookId: 'saltmarsh-1', deviations: { key: { outputStops: 0.7 } } });
  const shoot = async () => {
    const answer = await post('/shoot', { lookId: 'saltmarsh-1', widthPx: 640, name: 'First frame' });
    // It goes on being drawn meanwhile.
    return answer.status() === 503 ? shoot() : answer.json();
  };
  const frame = await shoot();
  await page.goto(`${url}/looks/saltmarsh-1/sheet/frame?frame=${frame.id}`);
  await page.getByTestId('off-key').waitFor({ timeout: 60_000 });
};

const VIEWS = [
  ['shoots-phone', PHONE, '/'],
  ['balance-phone', PHONE, '/looks/saltmarsh-1/balance', row('rim-right')],
  [
    'clipped-phone',
    PHONE,
    '/looks/saltmarsh-3/balance',
    row('rim-right'),
    (page) => page.getByRole('button', { name: /Clipped/ }).click(),
    touch(/^Hair edge, right/),
  ],
  ['light-phone', PHONE, '/looks/saltmarsh-1/lights/rim-right', told],
  ['camera-phone', PHONE, '/looks/saltmarsh-1/camera'],
  [
    'practice-phone',
    PHONE,
    '/practice/edge?code=edge-4K7M2Q',
    (page) => page.getByTestId('guess-axis').press('PageUp'),
    (page) => page.getByRole('radio', { name: 'R', exact: true }).click(),
    (page) => page.getByRole('button', { name: 'Answer', exact: true }).click(),
  ],
  ['palette-phone', PHONE, '/looks/saltmarsh-1/palette', studied],
  ['sheet-phone', PHONE, '/looks/night-oven-1/sheet', (page) => page.getByTestId('card-key').waitFor()],
  ['safety-phone', PHONE, '/looks/saltmarsh-1/sheet/safety', (page) => page.getByTestId('load-circuit-1').waitFor()],
  ['frame-phone', PHONE, '/looks/saltmarsh-1/sheet/frames', takenFrame],
  ['log-phone', PHONE, '/log', (page) => page.getByTestId('log-saltmarsh-1').waitFor()],
  ['kit-phone', PHONE, '/kit', (page) => page.getByText('deep red').waitFor()],
  ['brief-phone', PHONE, '/looks/saltmarsh-1/brief'],
  ['set-phone', PHONE, '/looks/saltmarsh-1/set', (page) => page.getByTestId('plan-top').waitFor()],
  ['set-bottle-wide', WIDE, '/looks/nocturne-1/set', (page) => page.getByRole('radio', { name: 'Subject', exact: true }).click()],
  ['build-phone', PHONE, '/looks/saltmarsh-1/build', (page) => page.getByTestId('step-key').waitFor()],
  [
    'wrong-phone',
    PHONE,
    '/looks/saltmarsh-3/build/wrong',
    (page) => page.getByRole('radio', { name: 'Just white' }).click(),
    (page) =>
      page
        .getByText(/Takes away/)
        .first()
        .waitFor(),
  ],
  ['balance-wide', WIDE, '/looks/saltmarsh-1/balance', row('rim-right'), touch(/^Hair edge, right/)],
];

const browser = await chromium.launch({
  executablePath: CHROMIUM,
  args: ['--no-sandbox', '--disable-gpu', '--disable-quic', '--disable-background-networking'],
});
const wanted = process.argv.slice(2);
for (const [name, viewport, address, ...steps] of VIEWS) {
  if (wanted.length && !wanted.includes(name)) continue;
  const page = await browser.newPage({ viewport });
  await page.addInitScript(() => localStorage.setItem('fulgent:first-steps', 'drag touch balance'));
  await page.goto(`${url}${address}`);
  await page.getByRole('heading').first().waitFor();
  if (/^\/looks\/.*(balance|camera|brief|lights)/.test(address)) await page.getByTestId('frame').waitFor();
  for (const step of steps) await step(page);
  // Every picture is to be fine before it is taken.
  await page.waitForFunction(
    () =>
      [...document.querySelectorAll('canvas')].every((canvas) => canvas.dataset.fineness === canvas.dataset.finest) &&
      [...document.images].every(({ complete, naturalWidth }) => complete && naturalWidth > 0),
    undefined,
    { timeout: 90_000 },
  );
  await page.evaluate(() => document.fonts.ready);
  await page.mouse.move(0, 0);
  await page.screenshot({ path: path.join(out, `${name}.png`) });
  await page.close();
}
await browser.close();
child.kill('SIGTERM');
await new Promise((resolve) => child.once('exit', resolve));
rmSync(folder, { recursive: true, force: true });
console.log(`Pictures are in ${path.relative(process.cwd(), out) || out}.`);
