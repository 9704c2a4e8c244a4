// A process that serves one test's database after another and keeps its computing threads, which need seconds to be quick, from test to test. Bundled by
// e2e/seed.ts beside the server, whose own code it runs.
import path from 'node:path';
import { pino } from 'pino';
import { readFiguresFrom } from '@fulgent/core/figures';
import { readConfig, type PictureWish } from '../src/config';
import { takeFolder } from '../src/db/lock';
import { openDatabase } from '../src/db/open';
import { tidy } from '../src/db/tidy';
import { processDecoder } from '../src/frames/decoder';
import { pictureStore } from '../src/frames/picture-store';
import { serve } from '../src/serve';
import { workPool, type WorkPool } from '../src/work/pool';
import type { Answer, Order } from '../../e2e/server';

const root = path.resolve(__dirname, '../..');
readFiguresFrom(path.join(root, 'core/figures'));
const decoder = processDecoder();
const pools = new Map<PictureWish, WorkPool>();
/** Tests ask once, on machines that draw in a browser beside it. */
const ANSWER_MS = 60_000;

let end: () => Promise<void> = () => Promise.resolve();

function poolOf(pictures: PictureWish): WorkPool {
  const made = pools.get(pictures) ?? workPool(pictures);
  pools.set(pictures, made);
  return made;
}

async function open({ folder, port, pictures }: Exclude<Order, 'end'>): Promise<string> {
  const env = { PORT: String(port), FULGENT_DATA: folder, LOG_LEVEL: 'error', HOST: '127.0.0.1', FULGENT_PICTURES: pictures };
  const config = readConfig(env, root);
  const giveBack = takeFolder(config.dataFolder);
  const database = openDatabase(config.dataFolder, path.join(root, 'server/drizzle'));
  const tidied = () => tidy(database, pictureStore(config.dataFolder, decoder.decode));
  const logger = pino({ level: config.logLevel });
  const serving = await serve(config, { root, database, work: poolOf(pictures), decoder, logger, tidied, answerMs: ANSWER_MS });
  end = async () => {
    await serving.stop();
    database.close();
    giveBack();
  };
  return serving.url;
}

process.on('message', (order: Order) => {
  const done: Promise<Answer> = order === 'end' ? end().then(() => ({ ended: true })) : open(order).then((url) => ({ url }));
  void done.catch((error: Error): Answer => ({ error: error.message })).then((answer) => process.send!(answer));
});
process.on('disconnect', () => process.exit(0));
