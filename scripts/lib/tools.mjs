// Shared steps of the scripts: built-ins only, so that they run before anything is installed.
import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';
import { brotliCompressSync, constants, gzipSync } from 'node:zlib';

export const root = path.resolve(path.dirname(fileURLToPath(import.meta.url)), '../..');
const stamps = path.join(root, '.stamps');
const npm = process.platform === 'win32' ? 'npm.cmd' : 'npm';
export const bin = (name) => path.join(root, 'node_modules/.bin', name);

/** Runs a command to its end; output goes to the terminal. Exits with its code when it fails. */
export function run(command, args, options = {}) {
  const { status, error } = spawnSync(command, args, {
    cwd: root,
    stdio: 'inherit',
    ...options,
    env: { ...process.env, ...options.env },
  });
  if (error) throw error;
  if (status !== 0) process.exit(status ?? 1);
}

/** Runs a command, shows its output, and resolves to its exit code and text. */
export function runCaptured(command, args, options = {}) {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, { cwd: root, ...options, env: { ...process.env, ...options.env } });
    let text = '';
    const take = (chunk) => {
      text += chunk;
      process.stdout.write(chunk);
    };
    child.stdout?.on('data', take);
    child.stderr?.on('data', take);
    child.on('error', reject);
    child.on('close', (code) => resolve({ code: code ?? 1, text }));
  });
}

/** Bundles a TypeScript entry of scripts/lib into one module. `external`: packages that stay where they are. */
export function bundle(entry, outfile, external = []) {
  run(bin('esbuild'), [
    entry,
    '--bundle',
    '--platform=node',
    '--format=esm',
    `--outfile=${outfile}`,
    '--log-level=error',
    ...external.map((name) => `--external:${name}`),
  ]);
}

/** Bundles an entry, and gives what it exports. */
export async function bundled(entry, outfile, external = []) {
  bundle(entry, outfile, external);
  return import(pathToFileURL(outfile).href);
}

function filesBelow(folder) {
  const out = [];
  for (const entry of readdirSync(folder, { withFileTypes: true }).sort((a, b) => (a.name < b.name ? -1 : 1))) {
    if (['node_modules', 'dist', '.expo', 'test'].includes(entry.name)) continue;
    const full = path.join(folder, entry.name);
    if (entry.isDirectory()) out.push(...filesBelow(full));
    else out.push(full);
  }
  return out;
}

function digestOf(inputs) {
  const hash = createHash('sha256');
  for (const input of inputs) {
    const full = path.join(root, input);
    if (!existsSync(full)) continue;
    const files = input.includes('.') ? [full] : filesBelow(full);
    for (const file of files) hash.update(path.relative(root, file)).update(readFileSync(file));
  }
  return hash.digest('hex');
}

/** Does `work` unless it was done before with the same inputs and its outputs are still there; waits for it where it takes its time. */
function once(name, inputs, outputs, work) {
  const stamp = path.join(stamps, name);
  const digest = digestOf(inputs);
  const done = existsSync(stamp) && readFileSync(stamp, 'utf8') === digest;
  if (done && outputs.every((output) => existsSync(path.join(root, output)))) return undefined;
  const leave = () => {
    mkdirSync(stamps, { recursive: true });
    writeFileSync(stamp, digest);
  };
  const doing = work();
  return doing ? doing.then(leave) : leave();
}

const PACKAGES = ['package-lock.json', 'package.json'];

/** Installs packages without what some of them compile: enough for types, builds and tests of what has no database. */
export function ensurePackages() {
  once('packages', PACKAGES, ['node_modules/expo'], () => {
    console.log('Installing packages (the first time takes a few minutes) …');
    run(npm, ['ci', '--ignore-scripts', '--no-audit', '--no-fund', '--loglevel=error']);
  });
}

/** Compiles the database: minutes on one core of a small machine, so it resolves later, beside whatever else is done. Exits where it fails. */
export async function ensureDatabase() {
  await once('database', PACKAGES, ['node_modules/better-sqlite3/build/Release/better_sqlite3.node'], async () => {
    // The compiler's last tiers take four times as long and make a database of this size a sixth quicker.
    const env = { CFLAGS: '-O1', CXXFLAGS: '-O1' };
    const { code } = await runCaptured(npm, ['rebuild', 'better-sqlite3', '--loglevel=error'], { env });
    if (code !== 0) process.exit(code);
  });
}

export async function ensureInstalled() {
  ensurePackages();
  await ensureDatabase();
}

export function ensureServerBuilt() {
  once(
    'server',
    ['core/src', 'core/figures', 'words/src', 'server/src', 'server/package.json', 'package-lock.json'],
    ['server/dist/main.js'],
    () => {
      const { dependencies } = JSON.parse(readFileSync(path.join(root, 'server/package.json'), 'utf8'));
      // Core is TypeScript source and nanoid an ES module: both go into the bundle, all else stays a package.
      const external = Object.keys(dependencies).filter((name) => !name.startsWith('@fulgent/') && name !== 'nanoid');
      run(bin('esbuild'), [
        'server/src/main.ts',
        'server/src/work/worker.ts',
        'server/src/work/work-process.ts',
        'server/src/frames/decode-process.ts',
        '--bundle',
        '--platform=node',
        '--target=node20',
        '--format=cjs',
        '--outdir=server/dist',
        '--entry-names=[name]',
        '--sourcemap',
        '--log-level=warning',
        ...external.map((name) => `--external:${name}`),
      ]);
    },
  );
}

export function ensureAppBuilt() {
  once('app', ['core/src', 'words/src', 'app', 'package-lock.json'], ['app/dist/index.html'], () => {
    console.log('Building the application (about a minute) …');
    rmSync(path.join(root, 'app/dist'), { recursive: true, force: true });
    run(bin('expo'), ['export', '-p', 'web', '--output-dir', 'dist'], {
      cwd: path.join(root, 'app'),
      env: { CI: '1', EXPO_OFFLINE: '1', EXPO_NO_TELEMETRY: '1', NODE_ENV: 'production' },
    });
    for (const file of filesBelow(path.join(root, 'app/dist/_expo'))) compress(file);
    listShell();
  });
}

/** What an installed application keeps for when there is no connection: all of its own files. */
function listShell() {
  const dist = path.join(root, 'app/dist');
  const files = [...filesBelow(path.join(dist, '_expo')), ...filesBelow(path.join(dist, 'assets'))]
    .map((file) => `/${path.relative(dist, file).split(path.sep).join('/')}`)
    .filter((file) => !/\.(br|gz|map)$/.test(file));
  writeFileSync(path.join(dist, 'shell.json'), JSON.stringify(files));
}

/** Scripts are compressed once here, harder than a server would at each request. */
function compress(file) {
  if (!file.endsWith('.js')) return;
  const bytes = readFileSync(file);
  writeFileSync(`${file}.br`, brotliCompressSync(bytes, { params: { [constants.BROTLI_PARAM_QUALITY]: 11 } }));
  writeFileSync(`${file}.gz`, gzipSync(bytes, { level: 9 }));
}

export async function ensureBuilt() {
  ensurePackages();
  const database = ensureDatabase();
  ensureServerBuilt();
  ensureAppBuilt();
  await database;
}

export const CHROMIUM = process.env['CHROMIUM_PATH'] ?? '/usr/bin/chromium';
const HEADLESS_SHELL = '/usr/bin/chromium-headless-shell';

/** Installs a Debian package; false where that cannot be done. Without a network it gives up soon. */
function installed(name) {
  const options = ['-y', '-qq', '--no-install-recommends', '-o', 'Acquire::Retries=0', '-o', 'Acquire::http::Timeout=20'];
  const { status } = spawnSync('apt-get', ['install', ...options, name], {
    stdio: 'ignore',
    env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
  });
  return status === 0;
}

export function ensureChromium() {
  if (existsSync(CHROMIUM)) return;
  if (spawnSync('apt-get', ['--version']).status !== 0) {
    console.error('The browser tests need Chromium: install it, or set CHROMIUM_PATH to where it is.');
    process.exit(1);
  }
  console.log('Installing Chromium …');
  run('apt-get', ['update', '-qq']);
  if (installed('chromium')) return;
  console.error('Chromium could not be installed: install it, or set CHROMIUM_PATH to where it is.');
  process.exit(1);
}

/** The browser of the tests: Debian's headless shell of Chromium, which draws no window round a page, else Chromium itself. */
export function ensureTestBrowser() {
  if (process.env['CHROMIUM_PATH']) return CHROMIUM;
  if (existsSync(HEADLESS_SHELL) || (installed('chromium-headless-shell') && existsSync(HEADLESS_SHELL))) return HEADLESS_SHELL;
  ensureChromium();
  return CHROMIUM;
}

/** Serves until it is stopped; passes signals on and exits as the server does. */
export function serve(args, env = {}) {
  const child = spawn(process.execPath, [path.join(root, 'server/dist/main.js'), ...args], {
    cwd: root,
    stdio: 'inherit',
    env: { ...env, ...process.env },
  });
  for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => child.kill(signal));
  child.on('exit', (code) => process.exit(code ?? 0));
}
