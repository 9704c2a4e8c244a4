// Everything from a fresh clone to a running demo on one port.
import { ensureBuilt, serve } from './lib/tools.mjs';

await ensureBuilt();
serve(['--demo'], { FULGENT_DATA: '.data/demo', LOG_LEVEL: 'warn' });
