import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { demoLooks } from '@fulgent/core/demo';
import { makeStudio } from '@fulgent/core/picture';
import { pino } from 'pino';
import sharp from 'sharp';
import request from 'supertest';
import { createApp, type AppOptions } from '../src/app';
import { openDatabase, type OpenDatabase } from '../src/db/open';
import type { Measure } from '../src/work/measure';
import type { Work } from '../src/work/pool';
import { tasksWith } from '../src/work/tasks';
import { decodePicture } from '../src/frames/decode';

const migrations = path.resolve(__dirname, '../drizzle');

/** Everything in the test itself. */
const tasks = tasksWith(makeStudio());
export const { measure } = tasks;
/** Where a test is not about what was measured, nobody measures. */
const unmeasured: Measure = () => new Promise(() => undefined);

export const inProcess: Work = {
  ...tasks,
  render: tasks.picture,
  renderLater: tasks.picture,
  acceptLater: tasks.accept,
  readLater: tasks.read,
  measure: unmeasured,
};

export interface Bench {
  readonly folder: string;
  readonly database: OpenDatabase;
  readonly api: ReturnType<typeof request>;
  /** The same database under other settings. */
  readonly with: (options: Partial<Omit<AppOptions, 'work'>> & { readonly work?: Partial<Work> }) => ReturnType<typeof request>;
  readonly close: () => void;
}

/** A real server over a database of its own. */
export function bench(): Bench {
  const folder = mkdtempSync(path.join(tmpdir(), 'fulgent-'));
  const database = openDatabase(folder, migrations);
  const made = ({ work, ...options }: Parameters<Bench['with']>[0] = {}) =>
    request(
      createApp({
        database,
        logger: pino({ level: 'silent' }),
        work: { ...inProcess, ...work },
        decode: decodePicture,
        answerMs: 60_000,
        ...options,
      }),
    );
  return {
    folder,
    database,
    api: made(),
    with: made,
    close: () => {
      database.close();
      rmSync(folder, { recursive: true });
    },
  };
}

/** A server of its own for every test of a file, handed over before each. */
export function benchEach(take: (server: Bench) => void): void {
  let server: Bench;
  beforeEach(() => take((server = bench())));
  afterEach(() => server.close());
}

/** Makes a request give its body as it came. */
export const bytes = (asked: request.Test): request.Test =>
  asked.buffer(true).parse((res, done) => {
    const chunks: Buffer[] = [];
    res.on('data', (chunk: Buffer) => chunks.push(chunk));
    res.on('end', () => done(null, Buffer.concat(chunks)));
  });

/** A look of the demo, or another, as it is stored; its id. */
export const makeLook = async (api: Bench['api'], look: unknown = demoLooks()[0]): Promise<string> =>
  (await api.post('/api/looks').send({ look }).expect(201)).body.id;

/** One colour that clips in red. */
export const plainPicture = (width = 60, height = 40) =>
  sharp({ create: { width, height, channels: 3, background: { r: 255, g: 120, b: 0 } } });

export const sendFrame = (api: Bench['api'], id: string, file: Buffer, type = 'image/jpeg', query = '') =>
  api.post(`/api/looks/${id}/frames${query}`).set('Content-Type', type).send(file);
