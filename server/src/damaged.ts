import { createServer, type Server } from 'node:http';
import path from 'node:path';
import { listCopies } from './backup/copies';
import type { DatabaseDamaged } from './db/open';

/** What to do about a database that cannot be used, line by line: where it lies, which copies there are, and the command that puts one back. */
export function damageLines({ message, file }: DatabaseDamaged, copies: readonly { readonly name: string }[]): string[] {
  const folder = path.dirname(file);
  const newest = copies[0];
  return [
    message,
    'Nothing of it was changed. Frames lie in files of their own and are not touched by it.',
    newest
      ? `Copies of the database, newest first: ${copies
          .slice(0, 5)
          .map(({ name }) => path.join(folder, 'copies', name))
          .join(', ')}.`
      : `There is no copy in ${path.join(folder, 'copies')}.`,
    newest
      ? `Stop the server, then put one back: FULGENT_DATA=${folder} npm start -- --restore ${path.join(folder, 'copies', newest.name)}. What is there now is kept beside it.`
      : `Stop the server, move the file away or put a copy of your own in its place, then start again.`,
  ];
}

/** Answers everything with what happened and what to do, until the server is stopped. */
export function serveDamage(error: DatabaseDamaged, port: number, host: string): Server {
  const lines = damageLines(error, listCopies(path.dirname(error.file)));
  const page = `<!doctype html><html lang="en"><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>Fulgent: the database is damaged</title><body style="font:16px/1.5 sans-serif;max-width:40em;margin:2em auto;padding:0 1em"><h1>The database is damaged</h1>${lines.map((line) => `<p>${escaped(line)}</p>`).join('')}</body></html>`;
  const problem = JSON.stringify({ type: 'about:blank', title: 'Database damaged', status: 503, detail: lines.join(' ') });
  return createServer((req, res) => {
    const isApi = req.url?.startsWith('/api') ?? false;
    res
      .writeHead(503, {
        'Content-Type': isApi ? 'application/problem+json' : 'text/html; charset=utf-8',
        'Content-Security-Policy': "default-src 'none'; style-src 'unsafe-inline'",
        'Cache-Control': 'no-store',
      })
      .end(isApi ? problem : page);
  }).listen(port, host);
}

const escaped = (text: string) => text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/"/g, '&quot;');
