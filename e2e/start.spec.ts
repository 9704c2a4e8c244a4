import { expect, test } from './fixtures';

/** As it goes over the wire, compressed. */
const MOST_SCRIPT_KB = 450;

test('@phone what comes before the first page is small, and the figures of people are not part of it', async ({
  page,
  server,
}) => {
  await page.goto(server.url);
  await expect(page.getByRole('button', { name: 'New look', exact: true })).toBeVisible();
  const scripts = await page.evaluate(() =>
    performance
      .getEntriesByType('resource')
      .filter((one): one is PerformanceResourceTiming => one.name.endsWith('.js') && 'encodedBodySize' in one)
      .map(({ name, encodedBodySize }) => ({ name, kb: encodedBodySize / 1000 })),
  );
  const atStart = scripts.filter(({ name }) => !/\/(compute|frame|study|term)-/.test(name));
  expect(atStart.length).toBeGreaterThan(1);
  expect(atStart.reduce((sum, { kb }) => sum + kb, 0)).toBeLessThan(MOST_SCRIPT_KB);
});
