// What a phone's screen (390x844 at two pixels a point) waits for and holds with a look of six lights: `npm run phone`.
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { CHROMIUM, ensureBuilt, ensureChromium } from './lib/tools.mjs';
import { startServer, stopServer } from './lib/served.mjs';

const LIGHTS = 6;
const ROUNDS = 3;
/** What is done with is given back while nothing happens. */
const REST_MS = 15_000;

/** Notes when pictures come, and how long the page's own thread is busy at a stretch. */
function watch() {
  const seen = { busy: [], at: {} };
  Object.assign(window, { seen });
  new PerformanceObserver((list) => {
    for (const { startTime, duration } of list.getEntries()) seen.busy.push([startTime, duration]);
  }).observe({ type: 'longtask', buffered: true });
  const look = () => {
    const canvas = document.querySelector('[data-testid=frame] canvas');
    const fineness = canvas?.getAttribute('data-fineness') ?? 'none';
    const note = (name, is) => {
      if (is && seen.at[name] === undefined) seen.at[name] = performance.now();
    };
    note('handed', document.querySelector('[data-poster]')?.naturalWidth > 0);
    note('coarse', fineness !== 'none');
    note('fine', fineness === '2');
    note('ladder', document.querySelector('[data-testid=ladder]'));
  };
  new MutationObserver(look).observe(document, { subtree: true, childList: true, attributes: true });
  addEventListener('load', look, true);
}

/**
 * Memory of the process that shows the page and runs its workers, MB: `own` is what the browser's task manager counts (its private memory);
 * `withProgram` adds its part of what processes share, which is mostly the browser's own program.
 */
async function memoryOf(browser) {
  const session = await browser.newBrowserCDPSession();
  const { processInfo } = await session.send('SystemInfo.getProcessInfo');
  const all = processInfo
    .filter(({ type }) => type === 'renderer')
    .map(({ id }) => {
      const text = readFileSync(`/proc/${id}/smaps_rollup`, 'utf8');
      const mb = (name) => Number(new RegExp(`^${name}:\\s+(\\d+)`, 'm').exec(text)?.[1] ?? 0) / 1024;
      return { own: mb('Pss_Anon'), withProgram: mb('Pss') };
    });
  return all.reduce((most, one) => (one.own > most.own ? one : most));
}

/** Collects what nothing holds any more, in the page and its workers: how much room is left to garbage depends on the machine's memory. */
async function collector(page) {
  const session = await page.context().newCDPSession(page);
  const workers = [];
  session.on('Target.attachedToTarget', ({ sessionId }) => workers.push(sessionId));
  await session.send('Target.setAutoAttach', { autoAttach: true, waitForDebuggerOnStart: false, flatten: false });
  const message = JSON.stringify({ id: 1, method: 'HeapProfiler.collectGarbage' });
  return async () => {
    await session.send('HeapProfiler.collectGarbage');
    for (const sessionId of workers) await session.send('Target.sendMessageToTarget', { sessionId, message });
    await page.waitForTimeout(3000);
  };
}

async function sixLights(url) {
  const { look } = await (await fetch(`${url}/api/looks/saltmarsh-1`)).json();
  const lights = Array.from({ length: LIGHTS }, (_, i) => {
    const light = look.lights[i % look.lights.length];
    const [x, y, z] = light.position;
    return i < look.lights.length ? light : { ...light, id: `more-${i}`, name: `More ${i}`, position: [-x, y + 0.2, z] };
  });
  const answer = await fetch(`${url}/api/looks`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ look: { ...look, title: 'Six lights', lights } }),
  });
  const body = await answer.json();
  if (!answer.ok) throw new Error(JSON.stringify(body));
  return body.id;
}

await ensureBuilt();
ensureChromium();
const { chromium } = await import('@playwright/test');
const folder = mkdtempSync(path.join(tmpdir(), 'fulgent-phone-'));
const { child, url } = await startServer(folder);
const id = await sixLights(url);
const found = [];
for (let round = 0; round < ROUNDS; round++) {
  const browser = await chromium.launch({
    executablePath: CHROMIUM,
    args: ['--no-sandbox', '--disable-gpu', '--disable-quic', '--disable-background-networking'],
  });
  const page = await browser.newPage({
    viewport: { width: 390, height: 844 },
    deviceScaleFactor: 2,
    isMobile: true,
    hasTouch: true,
    serviceWorkers: 'block',
  });
  await page.addInitScript(watch);
  const collect = await collector(page);
  await page.goto(`${url}/looks/${id}/balance`);
  await page.waitForFunction(() => window.seen.at.fine !== undefined, null, { timeout: 120_000 });
  const { at, busy } = await page.evaluate(() => window.seen);
  const loaded = busy.length;
  await page.waitForTimeout(1500);
  // A power is moved, step by step.
  await page.getByTestId('row-key').getByRole('button').first().click();
  const dial = page.getByTestId('dial-key');
  await dial.focus();
  for (let i = 0; i < 12; i++) {
    await page.keyboard.press(i % 4 < 2 ? 'ArrowLeft' : 'ArrowRight');
    await page.waitForTimeout(90);
  }
  await page.waitForTimeout(2500);
  const later = (await page.evaluate(() => window.seen.busy)).slice(loaded);
  const working = await memoryOf(browser);
  await page.waitForTimeout(REST_MS);
  const longest = (list) => Math.round(Math.max(0, ...list.map(([, ms]) => ms)));
  found.push({
    ...at,
    busyLoading: longest(busy),
    busyAfter: longest(later),
    working: working.own,
    ...(await memoryOf(browser)),
  });
  await collect();
  found.at(-1).held = (await memoryOf(browser)).own;
  await browser.close();
}
await stopServer(child);
rmSync(folder, { recursive: true, force: true });
console.log(`Six lights, 390x844 at two pixels a point, ${ROUNDS} rounds, ms from the start of loading:`);
for (const [name, words] of [
  ['ladder', 'the ladder is there'],
  ['handed', 'first picture, kept or from the server'],
  ['coarse', 'first coarse picture'],
  ['fine', 'first fine picture'],
  ['busyLoading', 'longest stretch that the page is busy, loading'],
  ['busyAfter', 'longest stretch that the page is busy, moving a power'],
  ['working', 'memory of the page with its workers, just after, MB'],
  ['own', `the same ${REST_MS / 1000} s later, MB`],
  ['held', 'of that, what is not garbage, MB'],
  ['withProgram', 'the same with its part of what processes share, MB'],
])
  console.log(`  ${words}: ${found.map((one) => (one[name] === undefined ? 'none' : Math.round(one[name]))).join(', ')}`);
