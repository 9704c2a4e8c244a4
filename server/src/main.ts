import { createServer as createHttp } from 'node:http';
import { createServer as createHttps } from 'node:https';
import type { AddressInfo } from 'node:net';
import { hostname } from 'node:os';
import path from 'node:path';
import { pino } from 'pino';
import { createApp } from './app';
import { ownCertificate } from './certificate';
import { readConfig, type Config } from './config';
import { copyDaily, listCopies, restoreCopy } from './backup/copies';
import { addDemo } from './db/demo';
import { takeFolder } from './db/lock';
import { DatabaseDamaged, openDatabase, type OpenDatabase } from './db/open';
import { Repository } from './db/repository';
import { tidiedWords, tidy, tidyDaily, vacuum } from './db/tidy';
import { workPool } from './work/pool';
import { processDecoder } from './frames/decoder';
import { pictureStore, sweepDrafts } from './frames/picture-store';
import { damageLines, serveDamage } from './damaged';
import { ownHosts, reachableAt } from './session';
import { readFiguresFrom } from '@fulgent/core/figures';

/** How long a connection without requests is kept, ms. */
const KEEP_ALIVE_MS = 65_000;
/** How long open requests may take to end when the server is asked to stop, ms. */
const SHUTDOWN_MS = 5000;

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
  let listening = config.port;
  const own = config.tls === 'own' ? await ownCertificate(config.dataFolder, namesOf(config)) : null;
  const tls = config.tls === 'own' ? own : config.tls;
  const scheme = tls ? 'https' : 'http';
  const app = createApp({
    database,
    logger,
    webRoot: path.join(root, 'app/dist'),
    figures,
    passcode: config.passcode,
    hosts: ownHosts([config.host, ...config.hosts]),
    addresses: () => reachableAt(config.host, listening, scheme),
    authority: own?.authority,
    work,
    decode: decoder.decode,
    e131Port: config.e131Port,
    watchFolder: config.watchFolder,
  });
  const stopCopies = copyDaily(database.client, config.dataFolder, (error) => logger.error(error, 'the daily copy failed'));
  const stopTidying = tidyDaily(
    tidied,
    (gone) => logger.info(gone, 'tidied'),
    (error) => logger.error(error, 'tidying failed'),
  );
  const server = tls ? createHttps({ cert: tls.cert, key: tls.key }, app) : createHttp(app);
  server.once('error', (error) => {
    logger.fatal(error, `cannot listen on ${config.host}:${config.port}; set PORT to a free port`);
    process.exit(1);
  });
  server.listen(config.port, config.host, () => {
    const { port } = server.address() as AddressInfo;
    listening = port;
    work.warm();
    process.stdout.write(readyLine(scheme, config.host, port));
  });

  // Longer than a client waits between two calls: a connection that closes as it is used again looks like a fault.
  server.keepAliveTimeout = KEEP_ALIVE_MS;

  const stop = (signal: string) => {
    logger.info({ signal }, 'stopping');
    const forced = setTimeout(() => server.closeAllConnections(), SHUTDOWN_MS);
    server.close(() => {
      clearTimeout(forced);
      stopCopies();
      stopTidying();
      work.close();
      decoder.close();
      database.close();
      giveBack();
      process.exit(0);
    });
    server.closeIdleConnections();
  };
  process.once('SIGTERM', () => stop('SIGTERM'));
  process.once('SIGINT', () => stop('SIGINT'));
}

/** What scripts and people wait for. */
const readyLine = (scheme: string, host: string, port: number): string =>
  `Fulgent is ready: ${scheme}://${host.includes(':') ? `[${host}]` : host}:${port}\n`;

/** What other machines call this one: its names and addresses, without ports. */
function namesOf({ host, hosts }: Config): string[] {
  const addresses = reachableAt(host, 0).map((address) => new URL(address).hostname);
  const machine = hostname();
  return [...new Set(['localhost', '127.0.0.1', machine, `${machine}.local`, ...hosts, ...addresses])];
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
