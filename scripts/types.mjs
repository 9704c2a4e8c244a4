// Type-checks every workspace.
import { bin, ensureInstalled, run } from './lib/tools.mjs';

ensureInstalled();
for (const workspace of ['core', 'words', 'server', 'app', 'e2e']) run(bin('tsc'), ['-p', workspace, '--pretty', 'false']);
