// Draws the people in the standard set-ups onto one sheet, docs/screenshots/people.png: npm run people.
import { mkdtempSync, rmSync } from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { bundled, root } from './lib/tools.mjs';

const sharp = createRequire(path.join(root, 'server/package.json'))('sharp');
const folder = mkdtempSync(path.join(tmpdir(), 'fulgent-people-'));
const bundle = path.join(folder, 'people.mjs');
const { peopleSheet } = await bundled('scripts/lib/people.ts', bundle);
const { columns, width, height, pictures } = peopleSheet(path.join(root, 'core/figures'), 300, 375);
const GAP = 4;
const rows = Math.ceil(pictures.length / columns);
await sharp({
  create: { width: columns * (width + GAP) - GAP, height: rows * (height + GAP) - GAP, channels: 3, background: '#111111' },
})
  .composite(
    pictures.map((rgba, i) => ({
      input: Buffer.from(rgba.buffer),
      raw: { width, height, channels: 4 },
      left: (i % columns) * (width + GAP),
      top: Math.floor(i / columns) * (height + GAP),
    })),
  )
  .png({ palette: true, quality: 92, effort: 8 })
  .toFile(path.join(root, 'docs/screenshots/people.png'));
rmSync(folder, { recursive: true });
