import { readFileSync } from 'node:fs';
import { expect, kept, test } from './fixtures';

test('the sheet: cards in build order, checked off, large type, CSV, a page to print', async ({ page, server, context }) => {
  await page.goto(`${server.url}/looks/saltmarsh-1/sheet`);
  const key = page.getByTestId('card-key');
  await expect(key).toContainText('1. Key');
  await expect(key).toContainText('quarter warming');
  await expect(key).toContainText(/1\.\d\d m from the face, 2\.07 m high, 43° to the left/);
  await expect(page.getByTestId('camera-card')).toContainText('5600 K');
  await key.getByRole('button', { name: 'Check off Key' }).click();
  await expect(page.getByText('1 of 4 set')).toBeVisible();
  await kept(page);
  await page.reload();
  await expect(page.getByRole('button', { name: 'Key is set; take it back' })).toBeVisible();
  await page.getByRole('button', { name: 'Large type, to read at arm’s length' }).click();
  await expect(page.getByRole('table', { name: 'To pack' })).toContainText('deep teal');
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save as CSV' }).click();
  const file = await download;
  expect(file.suggestedFilename()).toBe('Piste cyan and amber, sheet.csv');
  expect(readFileSync(await file.path(), 'utf8')).toMatch(/^order,light,role/);
  const opened = context.waitForEvent('page');
  await page.getByRole('button', { name: 'Print', exact: true }).click();
  const sheet = await opened;
  await expect(sheet.getByRole('heading', { name: 'Piste, cyan and amber' })).toBeVisible();
  await expect(sheet.getByText('4. Backdrop')).toBeVisible();
  await expect(sheet.getByRole('img', { name: 'Simulated picture' })).toBeVisible();
});
