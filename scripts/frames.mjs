// Drawn test frames with lights off and with what comes between plan and frame, read as the server reads them: node scripts/frames.mjs [looks] [seed]
import { rmSync } from 'node:fs';
import path from 'node:path';
import { bundled, ensurePackages, root } from './lib/tools.mjs';

ensurePackages();
// Beside the server's packages, which it reads pictures with.
const bundle = path.join(root, 'server/dist/frame-bench.mjs');
try {
  const { benchFrames } = await bundled('scripts/lib/frame-bench.ts', bundle, ['sharp']);
  const [looks = '20', seed = '2'] = process.argv.slice(2);
  await benchFrames(path.join(root, 'core/figures'), Number(looks), Number(seed), console.log);
} finally {
  rmSync(bundle, { force: true });
}
