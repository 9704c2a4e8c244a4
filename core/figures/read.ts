import { readFileSync } from 'node:fs';
import path from 'node:path';
import { gunzipSync } from 'node:zlib';
import { usePartLoader } from '../src/figure/index';

/** Lets core read baked parts of figures from this folder when they are first needed: for the server, tests and scripts. */
export function readFiguresFrom(folder: string): void {
  usePartLoader((part, detail) => gunzipSync(readFileSync(path.join(folder, `${part}.${detail}.bin.gz`))));
}
