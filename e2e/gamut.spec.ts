import { expect, openLook, test } from './fixtures';

test('@phone what the file cannot hold is marked in the picture, and a touched place says by how much', async ({
  page,
  server,
}) => {
  await openLook(page, server, 'saltmarsh-1');
  const picture = page.getByRole('img', { name: 'Simulated picture of Piste, cyan and amber' });
  await page.getByText('Out of gamut').click();
  await expect(picture).toHaveAttribute('data-fineness', /\d/);
  await expect(picture).toHaveAttribute('data-space', 'srgb');
  await page.getByRole('button', { name: 'Picture: touch a place to read it' }).click({ position: { x: 40, y: 40 } });
  await expect(page.getByTestId('point-reading')).toContainText(/Out of sRGB gamut: recorded 0\.\d\d off/);
  // Kept hue is one setting of the camera, and undone as one step.
  await page.goto(`${server.url}/looks/saltmarsh-1/camera`);
  await page.getByRole('radio', { name: 'Gamut: keep hue' }).click();
  await expect(page.getByRole('radio', { name: 'Gamut: keep hue' })).toHaveAttribute('aria-checked', 'true');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('radio', { name: 'Gamut: clip channels' })).toHaveAttribute('aria-checked', 'true');
});

test('@phone a wider screen is drawn for in its own colours', async ({ page, server, context }) => {
  const session = await context.newCDPSession(page);
  await session.send('Emulation.setEmulatedMedia', { features: [{ name: 'color-gamut', value: 'p3' }] });
  await openLook(page, server, 'saltmarsh-1');
  const picture = page.getByRole('img', { name: 'Simulated picture of Piste, cyan and amber' });
  // What is marked is drawn at once, and not shown as it was stored.
  await page.getByText('Out of gamut').click();
  await expect(picture).toHaveAttribute('data-fineness', /\d/);
  await expect(picture).toHaveAttribute('data-space', 'display-p3');
  const space = await picture.evaluate((node) => (node as HTMLCanvasElement).getContext('2d')!.getContextAttributes().colorSpace);
  expect(space).toBe('display-p3');
});
