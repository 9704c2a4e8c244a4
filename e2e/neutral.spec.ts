import { AxeBuilder } from '@axe-core/playwright';
import { expect, isWide, test } from './fixtures';

/** Every view, in groups that are looked at one after another. */
const VIEWS = {
  'start and kit': ['/', '/new', '/kit', '/kit/azure-deep', '/kit/colour-spot', '/bench', '/bench/gels', '/bench/change'],
  'brief, palette and lights': [
    '/looks/saltmarsh-1/brief',
    '/looks/saltmarsh-1/palette',
    '/looks/saltmarsh-1/palette/colour-3',
    '/looks/saltmarsh-1/lights/rim-right',
    '/looks/night-oven-1/lights/street',
    '/looks/night-oven-1/lights/lamp',
  ],
  camera: [
    '/looks/saltmarsh-1/camera',
    '/looks/saltmarsh-1/camera/black-frame',
    '/looks/night-oven-1/camera/white',
    '/looks/night-oven-3/camera/mixed',
    '/looks/night-oven-1/camera/trade-off',
    '/looks/night-oven-3/camera/motion',
    '/looks/night-oven-1/camera/night',
  ],
  'set, balance, sheet': ['/looks/saltmarsh-1/set', '/looks/saltmarsh-3/balance', '/looks/saltmarsh-1/sheet'],
  day: [
    '/looks/saltmarsh-1/sheet/safety',
    '/looks/saltmarsh-1/sheet/frames',
    '/looks/saltmarsh-1/sheet/roles',
    '/looks/saltmarsh-1/sheet/schedule',
    '/looks/night-oven-1/sheet/devices',
    '/log',
    '/log/continuity',
    '/log/remake',
    '/log/learned',
    '/log/backup',
    '/log/phone',
  ],
  build: [
    '/looks/saltmarsh-1/build',
    '/looks/saltmarsh-1/build/wrong',
    '/looks/saltmarsh-1/build/versions',
    '/looks/saltmarsh-1/build/wide',
    '/looks/saltmarsh-1/build/trims',
    '/looks/saltmarsh-1/build/pockets',
    '/looks/night-oven-1/build/effects',
    '/looks/saltmarsh-1/build/instruments',
  ],
} as const;

for (const [group, paths] of Object.entries(VIEWS))
  for (const theme of ['dark', 'light'] as const)
    test(`axe finds nothing: ${group}, ${theme}`, async ({ page, server }) => {
      // Colours do not depend on the width: each theme is looked at in one.
      test.skip(isWide(page) === (theme === 'light'), 'looked at in the other width');
      test.slow();
      await page.addInitScript((name) => localStorage.setItem('fulgent:theme', name), theme);
      for (const path of paths) {
        await page.goto(`${server.url}${path}`);
        await expect(page.getByRole('heading').first()).toBeVisible();
        if (path.includes('balance')) await page.getByTestId('row-rim-right').getByRole('button').first().click();
        const { violations } = await new AxeBuilder({ page }).analyze();
        expect(violations.map(({ id, nodes }) => `${path} ${id}: ${nodes[0]!.html}`)).toEqual([]);
      }
    });

test('the interface is made of pure greys: no style sheet or control carries a hue', async ({ page, server }) => {
  await page.goto(`${server.url}/looks/saltmarsh-1/camera`);
  await expect(page.getByRole('heading', { name: 'Exposure' })).toBeVisible();
  const hued = await page.evaluate(() => {
    const found: string[] = [];
    for (const element of document.querySelectorAll('body *:not(svg *):not([data-testid=light-colour])')) {
      const style = getComputedStyle(element);
      for (const value of [style.color, style.backgroundColor, style.borderTopColor]) {
        const [r, g, b, a = 1] = value.match(/[\d.]+/g)!.map(Number);
        if (a > 0 && (r !== g || g !== b)) found.push(`${element.tagName} ${value}`);
      }
    }
    return found;
  });
  expect(hued).toEqual([]);
});
