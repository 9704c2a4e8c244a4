// Draws what is there before anything is drawn: what New look shows of its first choices into app/public/first, and the demo's looks into server/pictures:
// npm run first-pictures [-- choices | demo]. The files are committed.
import { createHash } from 'node:crypto';
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { bundled, root } from './lib/tools.mjs';

const sharp = createRequire(path.join(root, 'server/package.json'))('sharp');
const bundle = mkdtempSync(path.join(tmpdir(), 'fulgent-first-'));
const { demoPictures, drawn, firstChoices, useFigures } = await bundled(
  'scripts/lib/first-pictures.ts',
  path.join(bundle, 'first.mjs'),
  ['sharp'],
);
useFigures();
const [only] = process.argv.slice(2);
if (only !== 'demo') await writeChoices();
if (only !== 'choices') await writeAnew('server/pictures', await filesOf(demoPictures()));
rmSync(bundle, { recursive: true });

/** Their folder is named by what is in it, so that browsers may keep them for good. */
async function writeChoices() {
  const files = await filesOf(firstChoices());
  const hash = createHash('sha256');
  for (const [file, jpeg] of files) hash.update(file).update(jpeg);
  const version = hash.digest('hex').slice(0, 10);
  rmSync(path.join(root, 'app/public/first'), { recursive: true, force: true });
  await writeAnew(`app/public/first/${version}`, files);
  writeFileSync(path.join(root, 'app/src/shoots/first.json'), `{ "version": "${version}" }\n`);
}

async function writeAnew(folder, files) {
  const target = path.join(root, folder);
  rmSync(target, { recursive: true, force: true });
  mkdirSync(target, { recursive: true });
  for (const [file, jpeg] of files) writeFileSync(path.join(target, file), jpeg);
}

async function filesOf(pictures) {
  const files = new Map();
  for (const one of pictures) files.set(one.name, await asJpeg(one));
  console.log(`${([...files.values()].reduce((sum, { length }) => sum + length, 0) / 1000).toFixed(0)} kB`);
  return files;
}

/** Looks side by side. */
async function asJpeg(one) {
  const { name, width, height, looks } = one;
  const parts = drawn(one).map((rgba, i) => ({
    input: Buffer.from(rgba.buffer),
    raw: { width, height, channels: 4 },
    left: i * width,
    top: 0,
  }));
  const jpeg = await sharp({ create: { width: width * looks.length, height, channels: 3, background: '#000000' } })
    .composite(parts)
    .jpeg({ quality: 80, mozjpeg: true })
    .toBuffer();
  console.log(`${name.padEnd(32)} ${(jpeg.length / 1000).toFixed(0)} kB`);
  return jpeg;
}
