import { AxeBuilder } from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { expect, test, visit } from './fixtures';
import { png } from './png';

// Long and independent: spread over the workers.
test.describe.configure({ mode: 'parallel' });

/** Every view, in groups that are looked at one after another. */
const VIEWS = {
  practice: [
    '/practice',
    '/practice/edge?code=edge-4K7M2P',
    '/practice/whose?code=whose-4K7M2P',
    '/practice/eye',
    '/practice/lessons/clipping',
  ],
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
    '/looks/saltmarsh-1/sheet/poses',
    '/looks/night-oven-1/sheet/addresses',
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

/** Frames of the posters, whose pages are views too. */
async function addFrames(page: Page, url: string): Promise<string[]> {
  const file = png(
    [
      [20, 120, 150],
      [235, 190, 160],
      [255, 160, 20],
    ],
    60,
  );
  const add = async (query: string) => {
    const answer = await page.request.post(`${url}/api/looks/saltmarsh-1/frames?${query}`, {
      headers: { 'Content-Type': 'image/png' },
      data: file,
    });
    return (await answer.json()).id as string;
  };
  const frame = await add('name=Try');
  await add('name=Low&kind=bracket&light=rim-left&stops=-1');
  await add('name=High&kind=bracket&light=rim-left&stops=1');
  return [`frame?frame=${frame}`, `draw?frame=${frame}`, 'bracket?light=rim-left', 'frames'].map(
    (where) => `/looks/saltmarsh-1/sheet/${where}`,
  );
}

const BUSY_S = 90;
const WIDE_PAGES = 3;

for (const [group, paths] of [...Object.entries(VIEWS), ['frames', null] as const])
  test(`axe finds nothing: ${group}`, async ({ page, server }, { project }) => {
    test.slow();
    await page.addInitScript(() => localStorage.setItem('fulgent:theme', 'dark'));
    // The wide page is made of the same parts in two columns: a few of each group show what those do.
    const all: readonly string[] = paths ?? (await addFrames(page, server.url));
    for (const path of project.name === 'wide' ? all.slice(0, WIDE_PAGES) : all) {
      await visit(page, server, path);
      await expect(page.getByRole('heading').first()).toBeVisible();
      await expect(page.locator('[aria-busy=true]')).toHaveCount(0, { timeout: BUSY_S * 1000 });
      if (path.includes('balance')) await page.getByTestId('row-rim-right').getByRole('button').first().click();
      // No frames of other origins, and only what is wrong is wanted: that is quicker.
      const axe = () => new AxeBuilder({ page }).setLegacyMode(true).options({ resultTypes: ['violations'] });
      const found = async (builder: AxeBuilder) =>
        (await builder.analyze()).violations.map(({ id, nodes }) => `${path} ${id}: ${nodes[0]!.html}`);
      // Contrast depends on the theme and not on the width: it is looked at on the phone, in both.
      const isPhone = project.name === 'phone';
      expect(await found(isPhone ? axe() : axe().disableRules(['color-contrast']))).toEqual([]);
      if (!isPhone) continue;
      await page.evaluate(() => window.dispatchEvent(new StorageEvent('storage', { key: 'fulgent:theme', newValue: 'light' })));
      await expect.poll(() => page.evaluate(() => document.documentElement.style.colorScheme)).toBe('light');
      expect(await found(axe().withRules(['color-contrast']))).toEqual([]);
    }
  });

test('@phone the interface is made of pure greys: no style sheet or control carries a hue', async ({ page, server }) => {
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
