import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { chromium, type Page } from '@playwright/test';
import sharp from 'sharp';
import { expect, kept, test } from './fixtures';

const asJson = { 'Content-Type': 'application/json' };
const LOOK = 'saltmarsh-1';

/** A clip of one picture, as a video input of the browser takes it: YUV 4:2:0, full frames. */
async function clipOf(picture: Buffer, file: string): Promise<void> {
  const { data, info } = await sharp(picture).resize(480, 600).removeAlpha().raw().toBuffer({ resolveWithObject: true });
  const { width, height } = info;
  const planes = [new Uint8Array(width * height), new Uint8Array((width * height) / 4), new Uint8Array((width * height) / 4)];
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const [r, g, b] = [0, 1, 2].map((c) => data[3 * (y * width + x) + c]!) as [number, number, number];
      planes[0]![y * width + x] = 16 + 0.257 * r + 0.504 * g + 0.098 * b;
      if (x % 2 || y % 2) continue;
      const at = (y / 2) * (width / 2) + x / 2;
      planes[1]![at] = 128 - 0.148 * r - 0.291 * g + 0.439 * b;
      planes[2]![at] = 128 + 0.439 * r - 0.368 * g - 0.071 * b;
    }
  const frame = Buffer.concat([Buffer.from('FRAME\n'), ...planes]);
  writeFileSync(file, Buffer.concat([Buffer.from(`YUV4MPEG2 W${width} H${height} F10:1 Ip A1:1 C420\n`), frame, frame, frame]));
}

test.describe('measured in fine pictures', () => {
  test.use({ pictures: 'fine' });

  test('@phone live: an input is taken, the wrong light found, dialled, and the next frame is right and logged', async ({
    server,
    launchOptions,
    viewport,
  }) => {
    test.slow();
    const folder = mkdtempSync(path.join(tmpdir(), 'fulgent-clip-'));
    const post = (address: string, body: unknown) =>
      fetch(`${server.url}/api/${address}`, { method: 'POST', headers: asJson, body: JSON.stringify(body) });
    await post('devices', { on: true });
    await post('devices/deviations', { lookId: LOOK, deviations: { backdrop: { outputStops: 1 } } });
    /** The browser with what the pretended camera sees now at its video input. */
    const opened = async (work: (page: Page) => Promise<void>) => {
      const answer = await post('devices/shoot', { lookId: LOOK, name: 'What it sees' });
      expect(answer.status, await answer.clone().text()).toBe(201);
      const shot = (await answer.json()) as { id: string };
      const picture = Buffer.from(await (await fetch(`${server.url}/api/frames/${shot.id}/original`)).arrayBuffer());
      const clip = path.join(folder, `${shot.id}.y4m`);
      await clipOf(picture, clip);
      const browser = await chromium.launch({
        ...launchOptions,
        args: [
          ...(launchOptions.args ?? []),
          '--use-fake-ui-for-media-stream',
          '--use-fake-device-for-media-stream',
          `--use-file-for-fake-video-capture=${clip}`,
        ],
      });
      try {
        const context = await browser.newContext({ viewport });
        await context.addInitScript(() => localStorage.setItem('fulgent:quick-pictures', 'yes'));
        await work(await context.newPage());
      } finally {
        await browser.close();
      }
    };
    const live = async (page: Page) => {
      await page.goto(`${server.url}/looks/${LOOK}/sheet/frames`);
      await page.getByRole('link', { name: /^Live the phone/ }).click();
      await page.getByRole('button', { name: 'Camera or video input' }).click();
      await expect(page.getByTestId('live-places')).toContainText(/window/);
      await page.getByRole('button', { name: 'Take', exact: true }).click();
      await page.getByRole('link', { name: /^Live \d/ }).click();
      await expect(page.getByText(/From a video signal/)).toBeVisible();
    };
    await opened(async (page) => {
      await live(page);
      const off = page.getByTestId('off-backdrop');
      await expect(off).toContainText(/(0\.[7-9]|1\.[0-2]) over the plan/, { timeout: 150_000 });
      for (const right of ['key', 'rim-left', 'rim-right'])
        await expect(page.getByTestId(`off-${right}`)).toContainText('as planned');
      await off.getByRole('button', { name: /on the sheet/ }).click();
      await kept(page);
    });
    await opened(async (page) => {
      await live(page);
      for (const id of ['key', 'rim-left', 'rim-right', 'backdrop'])
        await expect(page.getByTestId(`off-${id}`)).toContainText('as planned', { timeout: 150_000 });
      await page.getByRole('button', { name: 'Keep', exact: true }).click();
      await page.goto(`${server.url}/log`);
      await expect(page.getByTestId(`log-${LOOK}`)).toContainText('4 frames');
      await expect(page.getByTestId(`log-${LOOK}`)).toContainText('held against a test frame');
    });
    rmSync(folder, { recursive: true });
  });
});

test('@phone live: the simulated camera is split with the plan and held; what an insecure page lacks is said', async ({
  page,
  server,
}) => {
  await page.request.post(`${server.url}/api/devices`, { headers: asJson, data: { on: true } });
  await page.addInitScript(() => Object.defineProperty(window, 'isSecureContext', { value: false }));
  await page.goto(`${server.url}/looks/${LOOK}/sheet/live`);
  await expect(page.getByTestId('no-camera')).toContainText(/secure pages only.*https/);
  await page.getByRole('button', { name: 'Simulated camera' }).click();
  await expect(page.getByRole('table', { name: 'Live clipping and levels' })).toContainText('%');
  await page.getByRole('button', { name: 'Split with the plan' }).click();
  await expect(page.getByText('plan left, live right')).toBeVisible();
  await expect(page.getByRole('img', { name: 'As planned' })).toBeVisible();
  await page.getByRole('button', { name: 'Stop' }).click();
  await expect(page.getByTestId('live-places')).toHaveCount(0);
});
