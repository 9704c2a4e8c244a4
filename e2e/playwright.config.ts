import { existsSync } from 'node:fs';
import { defineConfig } from '@playwright/test';

// The shell has no window of its own to draw round every page: a third less work than the whole browser.
const FOUND = ['/usr/bin/chromium-headless-shell', '/usr/bin/chromium'].find((file) => existsSync(file));
const CHROMIUM = process.env['CHROMIUM_PATH'] ?? FOUND ?? '';

export default defineConfig({
  testDir: '.',
  globalSetup: './seed.ts',
  // A machine that others share can be several times slower for a minute: what passes waits no longer for it.
  timeout: 300_000,
  expect: { timeout: 60_000 },
  workers: 2,
  // Every test has a server and a page of its own.
  fullyParallel: true,
  forbidOnly: Boolean(process.env['CI']),
  retries: 0,
  reporter: [['list']],
  outputDir: './test-results',
  use: {
    screenshot: 'only-on-failure',
    acceptDownloads: true,
    // Kept files would hide what a test changes; the test about them allows it.
    serviceWorkers: 'block',
    launchOptions: {
      executablePath: CHROMIUM,
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--disable-background-networking',
        // Workers live for seconds here: the last tier of compilation costs more than it gives.
        '--js-flags=--no-turbofan',
      ],
    },
  },
  // What does not depend on the width is looked at in one, keys on the wide one.
  projects: [
    { name: 'phone', grepInvert: /@wide/, use: { viewport: { width: 390, height: 844 }, hasTouch: true } },
    { name: 'wide', grepInvert: /@phone/, use: { viewport: { width: 1280, height: 800 } } },
  ],
});
