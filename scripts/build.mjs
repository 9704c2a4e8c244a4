import { ensureBuilt } from './lib/tools.mjs';

await ensureBuilt();
