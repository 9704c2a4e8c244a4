// Everything from a fresh clone: install, types, lint, unit, API and browser tests. Ends with a plain total.
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import {
  bin,
  ensureAppBuilt,
  ensureDatabase,
  ensurePackages,
  ensureServerBuilt,
  ensureTestBrowser,
  root,
  runCaptured,
} from './lib/tools.mjs';

ensurePackages();
const database = ensureDatabase();
ensureServerBuilt();
ensureAppBuilt();
const chromium = ensureTestBrowser();

const reports = mkdtempSync(path.join(tmpdir(), 'fulgent-test-'));
const total = { passed: 0, failed: 0 };

/** A check without tests of its own counts only when it fails. */
async function check(name, command, args) {
  console.log(`\n== ${name}`);
  const { code } = await runCaptured(command, args);
  if (code !== 0) total.failed += 1;
}

async function jest(workspace, workers) {
  console.log(`\n== ${workspace}`);
  const report = path.join(reports, `${workspace}.json`);
  const { code } = await runCaptured(
    bin('jest'),
    ['-c', 'jest.config.js', `--maxWorkers=${workers}`, '--json', `--outputFile=${report}`, '--testLocationInResults=false'],
    {
      cwd: path.join(root, workspace),
      stdio: ['ignore', 'ignore', 'pipe'],
    },
  );
  take(() => {
    const { numPassedTests, numFailedTests, numFailedTestSuites } = JSON.parse(readFileSync(report, 'utf8'));
    return { passed: numPassedTests, failed: Math.max(numFailedTests, numFailedTestSuites) };
  }, code);
}

async function browser() {
  console.log('\n== browser');
  const report = path.join(reports, 'browser.json');
  const { code } = await runCaptured(bin('playwright'), ['test', '--reporter=list,json'], {
    cwd: path.join(root, 'e2e'),
    env: { PLAYWRIGHT_JSON_OUTPUT_NAME: report, CHROMIUM_PATH: chromium },
  });
  take(() => {
    const { stats } = JSON.parse(readFileSync(report, 'utf8'));
    return { passed: stats.expected, failed: stats.unexpected + stats.flaky };
  }, code);
}

/** Adds a suite's figures; a suite that failed without saying where counts as one failure. */
function take(read, code) {
  let result;
  try {
    result = read();
  } catch {
    result = { passed: 0, failed: 1 };
  }
  total.passed += result.passed;
  total.failed += code !== 0 && result.failed === 0 ? 1 : result.failed;
}

// For all of them; each would do it by itself. It needs packages, which a fresh clone has by now only.
(await import('../jest.demo.js')).default();

// Each check is one thread for minutes: they run beside the tests of core, which need no database either, while that is still being compiled.
const checks = Promise.all([
  check('types', process.execPath, ['scripts/types.mjs']),
  check('lint', bin('eslint'), ['.', '--max-warnings', '0']),
  check('format', bin('prettier'), ['--check', '--log-level', 'warn', '.']),
]);
// Two at once also where there are only two cores: jest would leave one of them idle.
for (const workspace of ['core', 'words']) await jest(workspace, 2);
await Promise.all([database, checks]);
// Browser tests wait a third of their time, for pages and for pictures: the others fill it, one at a time.
await Promise.all([browser(), jest('server', 1).then(() => jest('app', 1))]);

rmSync(reports, { recursive: true, force: true });
console.log(`\n${total.passed} passed, ${total.failed} failed`);
process.exit(total.failed === 0 ? 0 : 1);
