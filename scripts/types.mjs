// Type-checks every workspace. Those without an interface are one program: what they share is checked once.
import { bin, ensurePackages, run } from './lib/tools.mjs';

ensurePackages();
for (const project of ['tsconfig.node.json', 'app', 'e2e']) run(bin('tsc'), ['-p', project, '--pretty', 'false']);
