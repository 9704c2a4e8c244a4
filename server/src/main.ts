import path from 'node:path';
import { pino } from 'pino';
import { readConfig, type Config } from './config';
import { listCopies, restoreCopy } from './backup/copies';
import { addDemo } from './db/demo';
import { takeFolder } from './db/lock';
import { DatabaseDamaged, openDatabase, type OpenDatabase } from './db/open';
import { Repository } from './db/repository';
import { tidiedWords, tidy, vacuum } from './db/tidy';
import { workPool } from './work/pool';
import { processDecoder } from './frames/decoder';
import { pictureStore, sweepDrafts } from './frames/picture-store';
import { serve } from './serve';
import { damageLines, serveDamage } from './damaged';
import { readFiguresFrom } from '@fulgent/core/figures';

async function main(): Promise<void> {
  const root = path.resolve(__dirname, '../..');
  const config = readConfig(process.env, root);
  const logger = pino({ level: config.logLevel });
  const giveBack = takeFolder(config.dataFolder);
  const restoring = process.argv.indexOf('--restore');
  if (restoring > 0) {
    restore(process.argv[restoring + 1], config.dataFolder);
    return;
  }
  const figures = path.join(root, 'core/figures');
  readFiguresFrom(figures);
  sweepDrafts(config.dataFolder);
  const database = openedOrTold(config, path.join(root, 'server/drizzle'));
  if (!database) return;
  const decoder = processDecoder();
  const tidied = () => tidy(database, pictureStore(config.dataFolder, decoder.decode));
  if (process.argv.includes('--tidy')) {
    process.stdout.write(`${tidiedWords(await tidied())}\n`);
    vacuum(database);
    database.close();
    return;
  }
  const work = workPool(config.pictures);
  if (process.argv.includes('--demo')) await addDemo(new Repository(database.db), work.demo);
  const means = { root, database, work, decoder, logger, tidied };
  const serving = await serve(config, means);
  work.warm();
  // What scripts and people wait for.
  process.stdout.write(`Fulgent is ready: ${serving.url}\n`);

  const stop = async (signal: string) => {
    logger.info({ signal }, 'stopping');
    await serving.stop();
    work.close();
    decoder.close();
    database.close();
    giveBack();
    process.exit(0);
  };
  process.once('SIGTERM', () => void stop('SIGTERM'));
  process.once('SIGINT', () => void stop('SIGINT'));
}

/** The database; where it is damaged, a page in its place that says so, and what to do. */
function openedOrTold({ dataFolder, port, host }: Config, migrations: string): OpenDatabase | null {
  try {
    return openDatabase(dataFolder, migrations);
  } catch (error) {
    if (!(error instanceof DatabaseDamaged)) throw error;
    process.stderr.write(`${damageLines(error, listCopies(dataFolder)).join('\n')}\n`);
    const server = serveDamage(error, port, host);
    for (const signal of ['SIGTERM', 'SIGINT'] as const) process.once(signal, () => server.close(() => process.exit(1)));
    return null;
  }
}

/** Puts a copy of the database back, and says what it holds. */
function restore(file: string | undefined, dataFolder: string): void {
  if (!file) throw new Error('Say which copy: --restore <file>. They lie in the folder "copies" of the data.');
  const counts = restoreCopy(path.resolve(file), dataFolder);
  const what = Object.entries(counts).map(([table, n]) => `${n} ${table.replace('_', ' ')}`);
  process.stdout.write(`Put back: ${what.join(', ')}. What was there is kept beside it.\n`);
}

main().catch((error: unknown) => {
  process.stderr.write(`${error instanceof Error ? error.message : String(error)}\n`);
  process.exit(1);
});
