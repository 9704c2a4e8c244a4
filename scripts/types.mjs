// Type-checks every workspace. Those without an interface are one program: what they share is checked once.
import path from 'node:path';
import { ensurePackages, root, run } from './lib/tools.mjs';

ensurePackages();
// The compiled compiler takes a quarter of the time. The other one is for lint, which reads programs by it.
const tsc = path.join(root, 'node_modules/typescript-7/bin/tsc');
// With several checkers each would work out the schemas' types again.
for (const project of ['tsconfig.node.json', 'app', 'e2e'])
  run(process.execPath, [tsc, '-p', project, '--pretty', 'false', '--singleThreaded']);
