import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { expect, kept, test, visit } from './fixtures';
import { png } from './png';

const asJson = { 'Content-Type': 'application/json' };

/** A frame with skin, teal and amber, added by the API; its id. */

async function addFrame(page: Page, url: string, name: string, level = 1): Promise<string> {
  const tones = [
    [20, 120, 150],
    [190, 150, 120],
    [230, 140, 20],
  ].map((tone) => tone.map((value) => Math.min(255, Math.round(value * level)))) as [number, number, number][];
  const answer = await page.request.post(`${url}/api/looks/saltmarsh-1/frames?name=${encodeURIComponent(name)}`, {
    headers: { 'Content-Type': 'image/png' },
    data: png(tones, 120),
  });
  expect(answer.status()).toBe(201);
  return (await answer.json()).id;
}

test.describe('measured in fine pictures', () => {
  test.use({ pictures: 'fine' });

  test('@phone the whole job: from first start to a frame that was corrected and logged', async ({ page, server }) => {
    test.setTimeout(240_000);
    await page.goto(server.url);
    await page.getByRole('button', { name: 'New look', exact: true }).click();
    await page.getByRole('textbox', { name: 'Title' }).fill('Épée, two edges');
    await page.getByRole('radio', { name: 'Dark grey paper' }).click();
    await page.getByRole('radio', { name: 'Key, two rims, backdrop' }).click();
    await page.getByRole('button', { name: 'Make the look' }).click();
    await expect(page.getByTestId('ladder')).toBeVisible();
    await page.getByRole('button', { name: 'Balance', exact: true }).click();
    await expect(page.getByTestId('explanation')).not.toBeEmpty();
    await kept(page);

    // The sheet: safety first, then a frame of the pretended set, whose key is 0.7 stops too strong.
    await page.getByRole('link', { name: 'Sheet', exact: true }).click();
    await page.getByRole('link', { name: /^Safety/ }).click();
    await expect(page.getByRole('button', { name: /^Acknowledge:/ }).first()).toBeVisible();
    const open = await page.getByRole('button', { name: /^Acknowledge:/ }).count();
    expect(open).toBeGreaterThan(2);
    await page
      .getByRole('button', { name: /^Acknowledge:/ })
      .first()
      .click();
    await expect(page.getByRole('button', { name: /^Acknowledge:/ })).toHaveCount(open - 1);
    await kept(page);
    const id = /looks\/([^/]+)/.exec(page.url())![1]!;
    await page.getByRole('button', { name: 'Back to the run sheet' }).click();
    await page.getByRole('link', { name: /^Stand-in devices/ }).click();
    await page.getByRole('button', { name: 'Turn on' }).click();
    await expect(page.getByText(/listening on UDP/)).toBeVisible();
    const output = page.getByRole('textbox', { name: 'Output' });
    await output.fill('0.7');
    await output.press('Enter');
    await expect(page.getByRole('textbox', { name: 'Output' })).toHaveValue('+0.7');
    await page.getByRole('button', { name: 'Read the meter' }).click();
    await expect(page.getByTestId('meter-reading')).toContainText(/f\/\d/);

    await page.getByRole('button', { name: 'Back to the run sheet' }).click();
    await page.getByRole('link', { name: /^Test frames/ }).click();
    await page.getByRole('button', { name: 'Simulated camera' }).click();
    await page.getByRole('link', { name: /^Frame: compare it/ }).click({ timeout: 150_000 });
    const off = page.getByTestId('off-key');
    await expect(off).toContainText(/Key: 0\.[678] over the plan/, { timeout: 150_000 });
    const before = (await (await page.request.get(`${server.url}/api/looks/${id}`)).json()).look.lights[0];
    await off.getByRole('button', { name: /Correct Key on the sheet/ }).click();
    await kept(page);
    const after = (await (await page.request.get(`${server.url}/api/looks/${id}`)).json()).look.lights[0];
    expect(after.powerStops).toBeLessThan(before.powerStops - 0.4);
    expect(after.unit.outputStops).toBeGreaterThan(0.4);
    await page.getByRole('button', { name: 'Keep', exact: true }).click();
    await page.getByRole('button', { name: 'Selected frame' }).click();
    await expect(page.getByRole('button', { name: 'Selected frame' })).toHaveAttribute('aria-pressed', 'true');
    await page.getByRole('textbox', { name: 'Notes on the frame' }).fill('key was hot, else as planned');
    await page.getByRole('textbox', { name: 'By whom' }).fill('Sitter');
    await page.getByRole('textbox', { name: 'By whom' }).blur();

    // Dialled so, the next frame is as planned.
    await page.request.post(`${server.url}/api/devices/shoot`, { headers: asJson, data: { lookId: id, name: 'After the dial' } });
    await page.getByRole('button', { name: 'Back to the run sheet' }).click();
    await page.getByRole('link', { name: /^Test frames/ }).click();
    await expect(page.getByRole('link', { name: /^After the dial: compare it/ })).toContainText('As planned', {
      timeout: 150_000,
    });

    // The log has it all, and finds it by a word.
    await page.getByRole('link', { name: 'Log', exact: true }).click();
    await page.getByRole('textbox', { name: /^Search titles/ }).fill('hot planned');
    await expect(page.getByTestId(`log-${id}`)).toContainText('2 frames');
    await expect(page.getByTestId(`log-${id}`)).toContainText('Chosen: Frame, by Sitter');
    await expect(page.getByTestId(`log-${id}`)).toContainText('held against a test frame');
    await page.getByRole('textbox', { name: /^Search titles/ }).fill('nothing of the kind');
    await expect(page.getByText(/Nothing in the log fits/)).toBeVisible();

    // Two more frames, of lights alone, and the kit is learned.
    await page.request.post(`${server.url}/api/devices/shoot`, { headers: asJson, data: { lookId: id, alone: 'key' } });
    await visit(page, server, '/log/learned');
    await expect(page.getByTestId('lessons')).toContainText(/From \d frames? and \d+ readings/, { timeout: 150_000 });
  });

  test('@phone a graded frame stands beside the one that it came from, and is no evidence', async ({ page, server }) => {
    await addFrame(page, server.url, 'As it came', 0.8);
    const graded = await addFrame(page, server.url, 'Finished', 1.4);
    await visit(page, server, `/looks/saltmarsh-1/sheet/frame?frame=${graded}`);
    await page.getByRole('button', { name: 'Graded', exact: true }).click();
    await expect(page.getByTestId('no-evidence')).toContainText('It was graded', { timeout: 150_000 });
    await expect(page.getByRole('button', { name: /^Correct .* on the sheet/ })).toHaveCount(0);
    await page.getByRole('button', { name: 'From: not said. Change' }).click();
    await page.getByRole('button', { name: 'As it came', exact: true }).click();
    const table = page.getByRole('table', { name: 'Before and after grading' });
    await expect(table.getByRole('row').filter({ hasText: 'Clips, any channel' })).toContainText(/0 %.*\d+ %/, {
      timeout: 90_000,
    });
    await page.getByRole('textbox', { name: 'What was done to it' }).fill('up half a stop, contrast');
    await page.getByRole('textbox', { name: 'What was done to it' }).blur();
    await expect
      .poll(async () => (await (await page.request.get(`${server.url}/api/frames/${graded}`)).json()).notes.gradedHow)
      .toBe('up half a stop, contrast');
  });
});

test('@phone a file as a frame: refused with the reason, then read, marked, judged, deleted and brought back', async ({
  page,
  server,
}) => {
  await visit(page, server, '/looks/saltmarsh-1/sheet/frames');
  const choose = async (file: { name: string; mimeType: string; buffer: Buffer }) => {
    const chooser = page.waitForEvent('filechooser');
    await page.getByRole('button', { name: 'Load a file' }).click();
    await (await chooser).setFiles(file);
  };
  await choose({ name: 'contract.png', mimeType: 'image/png', buffer: Buffer.from('%PDF-1.7') });
  await expect(page.getByText(/no JPEG, PNG or TIFF/)).toBeVisible();
  await choose({
    name: 'try-1.png',
    mimeType: 'image/png',
    buffer: png(
      [
        [20, 120, 150],
        [235, 190, 160],
        [255, 160, 20],
      ],
      120,
    ),
  });
  // It is measured though nobody opens it; being no picture of this plan, it names no light, and the log none either.
  await expect(page.getByRole('link', { name: /^try-1: compare it/ })).toContainText('No evidence of the plan', {
    timeout: 90_000,
  });
  await visit(page, server, '/log');
  await expect(page.getByTestId('log-saltmarsh-1')).toContainText('1 frame');
  await expect(page.getByTestId('log-saltmarsh-1')).not.toContainText(/(over|under) the plan/);
  await page.goBack();
  await page.getByRole('link', { name: /^try-1: compare it/ }).click();
  await expect(page.getByRole('table', { name: 'Clipping and floor' })).toContainText(/Red clips.*33/, { timeout: 150_000 });
  await expect(page.getByTestId('no-evidence')).toContainText(/lie on the plan|colours are not|too little/i);
  await expect(page.getByRole('button', { name: /^Correct .* on the sheet/ })).toHaveCount(0);
  await page.getByRole('button', { name: 'See the frame large and move its marks' }).click();
  await page.getByRole('button', { name: 'Right', exact: true }).click();
  await page.getByRole('button', { name: 'Done' }).click();
  await page.getByRole('button', { name: 'See the frame large and move its marks' }).click();
  await page.getByRole('button', { name: 'Find the places again' }).click();
  await page.getByRole('button', { name: 'Reject' }).click();
  await expect(page.getByRole('button', { name: 'Reject' })).toHaveAttribute('aria-pressed', 'true');
  await visit(page, server, '/looks/saltmarsh-1/sheet/frames');
  await expect(page.getByRole('link', { name: /^try-1: compare it/ })).toContainText('rejected');
  await page.getByRole('button', { name: 'Delete try-1' }).click();
  await expect(page.getByText('none yet')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).last().click();
  await expect(page.getByRole('link', { name: /^try-1: compare it/ })).toBeVisible();
});

test('@phone light-alone frames are added up at other powers', async ({ page, server }) => {
  const send = (name: string, light: string, colour: readonly [number, number, number]) =>
    page.request.post(`${server.url}/api/looks/saltmarsh-1/frames?name=${name}&kind=alone&light=${light}`, {
      headers: { 'Content-Type': 'image/png' },
      data: png([colour], 40),
    });
  await send('one', 'key', [100, 0, 0]);
  await send('two', 'backdrop', [0, 0, 100]);
  await visit(page, server, '/looks/saltmarsh-1/sheet/reweigh');
  const canvas = page.getByRole('img', { name: 'The frames added up' });
  const middle = () =>
    canvas.evaluate((node) => [...(node as HTMLCanvasElement).getContext('2d')!.getImageData(20, 20, 1, 1).data].slice(0, 3));
  // The frames are measured meanwhile.
  await expect.poll(middle).toEqual([100, 0, 100]);
  for (let i = 0; i < 3; i++) await page.getByRole('button', { name: 'Key: more' }).click();
  // One stop more: 100 is 0.127 linear, twice that 138 encoded.
  await expect.poll(middle).toEqual([138, 0, 100]);
});

test('@phone a bracket of one light: side by side, what clips, where the colour is strongest', async ({ page, server }) => {
  for (const [stops, colour] of [
    [-1, [120, 60, 10]],
    [0, [190, 95, 12]],
    [1, [255, 200, 60]],
  ] as const)
    await page.request.post(`${server.url}/api/looks/saltmarsh-1/frames?name=b&kind=bracket&light=rim-right&stops=${stops}`, {
      headers: { 'Content-Type': 'image/png' },
      data: png([colour], 80),
    });
  await visit(page, server, '/looks/saltmarsh-1/sheet/frames');
  await page.getByRole('link', { name: /^Bracket of Rim right/ }).click();
  await expect(page.getByTestId('bracket-text')).toHaveText('Rim right: strongest at 0.0; at +1.0 100 % of its place clips.', {
    timeout: 90_000,
  });
  await expect(page.getByRole('table', { name: 'Bracket' })).toContainText('100 %');
  await expect(page.getByRole('img', { name: 'Rim right at +1.0' })).toBeVisible();
});

test('@phone a frame is drawn and written on, by finger and by buttons, and saved as a picture', async ({ page, server }) => {
  const frame = await addFrame(page, server.url, 'Try');
  const notes = async () => (await (await page.request.get(`${server.url}/api/frames/${frame}`)).json()).notes;
  await visit(page, server, `/looks/saltmarsh-1/sheet/draw?frame=${frame}`);
  const board = page.getByTestId('drawing-board');
  await board.scrollIntoViewIfNeeded();
  const box = (await board.boundingBox())!;
  const at = (x: number, y: number) => [box.x + x * box.width, box.y + y * box.height] as const;
  await page.mouse.move(...at(0.2, 0.3));
  await page.mouse.down();
  for (let i = 1; i <= 20; i++) await page.mouse.move(...at(0.2 + 0.02 * i, 0.3 + 0.1 * Math.sin(i / 3)));
  await page.mouse.up();
  await expect(page.getByText('1 drawn')).toBeVisible();
  await page.getByRole('radio', { name: 'Ring' }).click();
  await page.mouse.move(...at(0.5, 0.5));
  await page.mouse.down();
  await page.mouse.move(...at(0.6, 0.6), { steps: 4 });
  await page.mouse.move(...at(0.8, 0.7), { steps: 4 });
  await page.mouse.up();
  await expect(page.getByText('2 drawn')).toBeVisible();
  await page.getByRole('radio', { name: 'Arrow' }).click();
  await page.getByRole('button', { name: /^Arrow at/ }).click();
  await page.getByRole('textbox', { name: '3. Arrow, words' }).fill('half a stop less');
  await page.getByRole('textbox', { name: '3. Arrow, words' }).blur();
  await expect
    .poll(async () => (await notes()).drawn.map(({ kind, text }: { kind: string; text: string }) => [kind, text]))
    .toEqual([
      ['line', ''],
      ['ring', ''],
      ['arrow', 'half a stop less'],
    ]);
  const [line, ring] = (await notes()).drawn;
  expect(line.points.length).toBeGreaterThan(3);
  expect(line.points.length).toBeLessThan(20);
  expect(ring.points[0][0]).toBeCloseTo(0.5, 1);
  expect(ring.points[1][1]).toBeCloseTo(0.7, 1);
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save the picture with what is drawn on it' }).click();
  const file = await download;
  expect(file.suggestedFilename()).toBe('Try, drawn.png');
  const bytes = readFileSync(await file.path());
  expect([bytes.readUInt32BE(16), bytes.readUInt32BE(20)]).toEqual([120, 120]);
  await page.getByRole('button', { name: 'Take ring 2 away' }).click();
  await expect.poll(async () => (await notes()).drawn.length).toBe(2);
  await page.getByRole('button', { name: 'Undo', exact: true }).last().click();
  await expect.poll(async () => (await notes()).drawn[1]?.kind).toBe('ring');
  // Whoever looks at the frame sees it.
  await visit(page, server, `/looks/saltmarsh-1/sheet/frame?frame=${frame}`);
  await expect(page.getByRole('button', { name: 'Draw and write on the frame' })).toContainText('Drawing, 3');
});
