import type { Page } from '@playwright/test';
import { PERSON_IDS } from '@fulgent/core/document';
import { SKILLS, type Skill } from '@fulgent/core/practice';
import { expect, installed, test, visit } from './fixtures';

const open = async (page: Page, server: { url: string }, skill: Skill, code = '4K7M2P') => {
  await visit(page, server, `/practice/${skill}?code=${skill}-${code}`);
  await expect(page.getByTestId('question')).toBeVisible();
};
const answer = async (page: Page) => {
  await page.getByRole('button', { name: 'Answer', exact: true }).click();
  await expect(page.getByTestId('judged')).toBeVisible();
};

/** Answers an exercise, rightly or not. */
const GUESS: Readonly<Record<Skill, (page: Page) => Promise<void>>> = {
  async stops(page) {
    const axis = page.getByTestId('guess-axis');
    const { x, y, width, height } = (await axis.boundingBox())!;
    await page.mouse.move(x + width / 2, y + height / 2);
    await page.mouse.down();
    for (let i = 1; i <= 8; i++) await page.mouse.move(x + width / 2 + (i * width) / 24, y + height / 2);
    await page.mouse.up();
    await expect(page.getByTestId('guess')).toContainText('+');
  },
  async edge(page) {
    await page.getByTestId('guess-axis').focus();
    await page.keyboard.press('PageUp');
    await page.getByRole('radio', { name: 'R', exact: true }).click();
  },
  whose: (page) => page.getByRole('radiogroup', { name: 'Light' }).getByRole('radio').first().click(),
  wrong: (page) => page.getByRole('radio').first().click(),
  async cost(page) {
    const axis = page.getByTestId('guess-axis');
    if (await axis.count()) await axis.press('ArrowRight');
    else await page.getByRole('radio').first().click();
  },
  async match(page) {
    await page.getByRole('button', { name: 'Key: more' }).click();
    await page.getByRole('button', { name: 'Take a shot' }).click();
    await expect(page.getByTestId('shots')).toHaveText('Shot 1');
  },
  async white(page) {
    await page.getByRole('button', { name: 'White balance: less' }).click();
  },
  async makes(page) {
    const dial = page.getByRole('button', { name: 'Hue on its own wheel: more' });
    if (await dial.count()) await dial.click();
    else await page.getByRole('radio').first().click();
  },
  change: (page) => page.getByRole('radio', { name: 'Picture 2' }).click(),
};

test('@phone every kind of exercise is asked, answered, and explained; the next one is there at once', async ({
  page,
  server,
}) => {
  for (const skill of SKILLS) {
    await open(page, server, skill);
    await GUESS[skill](page);
    await answer(page);
    await expect(page.getByTestId('code')).toContainText(`${skill}-4K7M2P`);
  }
  // By keys alone.
  await open(page, server, 'wrong', '7K7M2P');
  await page.keyboard.press('3');
  await page.keyboard.press('Enter');
  await expect(page.getByTestId('judged')).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(page.getByTestId('code')).not.toContainText('wrong-7K7M2P');
  await open(page, server, 'change', '7K7M2P');
  await GUESS.change(page);
  await answer(page);
  // It was made while the last one was answered.
  const waits: number[] = [];
  for (let i = 0; i < 3; i++) {
    const before = await page.getByTestId('code').textContent();
    await page.waitForTimeout(1500);
    const start = Date.now();
    await page.getByRole('button', { name: 'Again like this' }).click();
    await expect(page.getByTestId('code')).not.toHaveText(before!);
    waits.push(Date.now() - start);
    await GUESS.change(page);
    await answer(page);
  }
  // 300 ms are aimed at; a machine that others share is several times slower at times.
  test.info().annotations.push({ type: 'ms to the next exercise', description: waits.join(', ') });
  expect(Math.min(...waits)).toBeLessThan(1500);
});

test("@phone a day's session: what is due, a lesson, a shared code, own looks, and how the eye goes", async ({
  page,
  server,
}) => {
  await visit(page, server, '/practice');
  await page.getByRole('link', { name: 'Begin: How many stops?' }).click();
  await GUESS.stops(page);
  await answer(page);
  await page.getByRole('button', { name: 'Again like this' }).click();
  await GUESS.stops(page);
  await answer(page);
  await page.getByRole('button', { name: /^Next: / }).click();
  await expect(page.getByTestId('question')).toBeVisible();
  await page.getByRole('button', { name: 'Back to practice' }).click();
  await expect(page.getByText(/at hand, again in/)).toBeVisible();

  await page.getByRole('link', { name: /^Where colour ends/ }).click();
  const paled = page.getByRole('textbox', { name: 'Rim left' });
  await expect(paled).toHaveValue('0 stops');
  await page.getByRole('button', { name: 'Rim left: more' }).click();
  await expect(paled).toHaveValue('+1 stops');
  await page.getByRole('button', { name: 'On to the exercises' }).click();
  for (const skill of ['edge', 'stops', 'edge'] as const) {
    await GUESS[skill](page);
    await answer(page);
    await page.getByRole('button', { name: 'Go on' }).click();
  }
  await expect(page.getByTestId('lesson-step')).toHaveText('Done');
  await page.getByRole('button', { name: 'Your eye' }).click();
  await expect(page.getByTestId('progress-stops')).toContainText('3 answers');
  await expect(page.getByTestId('progress-edge')).toContainText('2 answers');

  const kept = async () => ((await (await page.request.get(`${server.url}/api/practice`)).json()) as unknown[]).length;
  expect(await kept()).toBe(5);
  await page.getByRole('button', { name: 'Forget all answers' }).click();
  await expect.poll(kept).toBe(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(kept).toBe(5);

  await visit(page, server, '/practice');
  await page.getByRole('radio', { name: 'My own looks' }).click();
  const code = page.getByRole('textbox', { name: 'Code' });
  if (!(await code.isVisible())) await page.getByTestId('topic-practice.code').click();
  await code.fill('whose-4K7M2P');
  await page.getByRole('button', { name: 'Open it' }).click();
  await expect(page.getByTestId('question')).toContainText('Which light makes most');
});

test.describe('installed', () => {
  test.use({ serviceWorkers: 'allow' });

  test('@phone practice goes on without a connection, after the page was closed too', async ({ page, server, context }) => {
    test.slow();
    await visit(page, server, '/practice');
    await installed(page, page.getByText('Predict, then see'));
    // Everybody in made-up looks is kept.
    await expect
      .poll(() =>
        page.evaluate(async () => {
          const names: string[] = [];
          for (const one of await caches.keys()) for (const { url } of await (await caches.open(one)).keys()) names.push(url);
          return names.filter((url) => /head-.*\.fine/.test(url)).length;
        }),
      )
      .toBe(PERSON_IDS.length);
    await server.stop();
    await context.setOffline(true);
    await page.reload();
    await page.getByRole('link', { name: /^Which white/ }).click();
    await expect(page.getByTestId('question')).toBeVisible();
    await expect(page.getByRole('img', { name: 'The picture' })).toBeVisible();
    await GUESS.white(page);
    await answer(page);
    await page.getByRole('button', { name: 'Again like this' }).click();
    await expect(page.getByTestId('judged')).toHaveCount(0);
    await expect(page.getByTestId('question')).toBeVisible();
    await server.start();
    await context.setOffline(false);
  });
});

test('@phone without a connection an answer waits, and is sent when it is back', async ({ page, server, context }) => {
  await open(page, server, 'cost');
  await GUESS.cost(page);
  await context.setOffline(true);
  await answer(page);
  await expect.poll(() => page.evaluate(() => localStorage.getItem('fulgent:practice-unsent') ?? '')).toContain('cost-4K7M2P');
  await context.setOffline(false);
  await page.evaluate(() => window.dispatchEvent(new Event('online')));
  await expect
    .poll(async () =>
      ((await (await page.request.get(`${server.url}/api/practice`)).json()) as { code: string }[]).map(({ code }) => code),
    )
    .toEqual(['cost-4K7M2P']);
});
