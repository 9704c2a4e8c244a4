// Takes away for good what was deleted 30 days ago, thins out old revisions, and gives the room back to the disk. The server must not run: it tidies by itself.
import { ensureInstalled, ensureServerBuilt, serve } from './lib/tools.mjs';

await ensureInstalled();
ensureServerBuilt();
serve(['--tidy']);
