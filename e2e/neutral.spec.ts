import { AxeBuilder } from '@axe-core/playwright';
import { expect, isWide, test } from './fixtures';

const VIEWS = [
  '/',
  '/new',
  '/looks/saltmarsh-3/balance',
  '/looks/saltmarsh-1/camera',
  '/looks/saltmarsh-1/camera/black-frame',
  '/looks/night-oven-1/camera/white',
  '/looks/night-oven-3/camera/mixed',
  '/looks/night-oven-1/camera/trade-off',
  '/looks/night-oven-3/camera/motion',
  '/looks/night-oven-1/camera/night',
  '/looks/saltmarsh-1/set',
  '/looks/saltmarsh-1/brief',
  '/looks/saltmarsh-1/lights/rim-right',
  '/looks/saltmarsh-1/palette',
  '/looks/saltmarsh-1/palette/colour-3',
  '/looks/night-oven-1/lights/street',
  '/looks/night-oven-1/lights/lamp',
  '/kit',
  '/kit/azure-deep',
  '/kit/colour-spot',
  '/bench',
  '/bench/gels',
  '/bench/change',
];

for (const theme of ['dark', 'light'] as const) {
  test(`axe finds nothing on any view, ${theme}`, async ({ page, server }) => {
    // Colours do not depend on the width: each theme is looked at in one.
    test.skip(isWide(page) === (theme === 'light'), 'looked at in the other width');
    test.slow();
    await page.addInitScript((name) => localStorage.setItem('fulgent:theme', name), theme);
    for (const path of VIEWS) {
      await page.goto(`${server.url}${path}`);
      await expect(page.getByRole('heading').first()).toBeVisible();
      if (path.includes('balance')) await page.getByTestId('row-rim-right').getByRole('button').first().click();
      const { violations } = await new AxeBuilder({ page }).analyze();
      expect(violations.map(({ id, nodes }) => `${path} ${id}: ${nodes[0]!.html}`)).toEqual([]);
    }
  });
}

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
