// Serves the user's own data.
import { ensureBuilt, serve } from './lib/tools.mjs';

await ensureBuilt();
serve([], { FULGENT_DATA: '.data' });
