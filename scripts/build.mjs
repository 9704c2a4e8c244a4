import { ensureBuilt } from './lib/tools.mjs';

ensureBuilt();
