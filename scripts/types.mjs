// Type-checks every workspace.
import { bin, ensurePackages, run } from './lib/tools.mjs';

ensurePackages();
for (const workspace of ['core', 'words', 'server', 'app', 'e2e']) run(bin('tsc'), ['-p', workspace, '--pretty', 'false']);
