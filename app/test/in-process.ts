/** Stands in for comlink where there are no workers: a worker's face is called in this process, as it stands in its file. */

import { readFileSync } from 'node:fs';
import path from 'node:path';
import { gunzipSync } from 'node:zlib';

type Face = Readonly<Record<string, (...given: unknown[]) => unknown>>;

const faces = new Map<string, Face>();
let exposed: Face | null = null;

/** What a worker is in these tests: the name of its file. */
class NamedWorker {
  readonly name: string;

  constructor(url: URL) {
    this.name = url.pathname.replace(/^.*\/|\.ts$/g, '');
  }

  terminate(): void {
    // Nothing runs beside this process.
  }
}

/** Baked parts of figures as the server sends them; nothing else can be had. */
async function fetchFigure(address: string): Promise<unknown> {
  const file = /^\/figures\/([\w-]+\.(quick|fine))/.exec(address)?.[1];
  if (!file) throw new Error(`Nothing stands in for ${address}.`);
  const bytes = gunzipSync(readFileSync(path.join(__dirname, '../../core/figures', `${file}.bin.gz`)));
  return { ok: true, arrayBuffer: async () => new Uint8Array(bytes).buffer };
}

Object.assign(globalThis, { Worker: NamedWorker, fetch: fetchFigure });

function faceOf(name: string): Face {
  let face = faces.get(name);
  if (!face) {
    exposed = null;
    jest.requireActual(`../src/workers/${name}`);
    if (!exposed) throw new Error(`${name} gave no face of itself.`);
    faces.set(name, (face = exposed));
  }
  return face;
}

export function expose(face: Face): void {
  exposed = face;
}

export function wrap(worker: NamedWorker): unknown {
  return new Proxy(
    {},
    {
      // Not something to wait for itself.
      get: (_target, method: string) =>
        method === 'then' ? undefined : async (...given: unknown[]) => faceOf(worker.name)[method]!(...given),
    },
  );
}

export const transfer = <T>(value: T): T => value;
export const proxy = <T>(value: T): T => value;
