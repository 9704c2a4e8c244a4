import { createServer as createHttp } from 'node:http';
import { createServer as createHttps } from 'node:https';
import type { AddressInfo } from 'node:net';
import { hostname } from 'node:os';
import path from 'node:path';
import type { Logger } from 'pino';
import { createApp } from './app';
import { copyDaily } from './backup/copies';
import { ownCertificate } from './certificate';
import type { Config } from './config';
import type { OpenDatabase } from './db/open';
import { tidyDaily, type Tidied } from './db/tidy';
import type { Decoder } from './frames/decoder';
import { ownHosts, reachableAt } from './session';
import type { Work } from './work/pool';

/** How long a connection without requests is kept, ms. */
const KEEP_ALIVE_MS = 65_000;
/** How long open requests may take to end when the server is asked to stop, ms. */
const SHUTDOWN_MS = 5000;

/** What a server works with, and whoever starts it closes again. */
export interface Means {
  readonly root: string;
  readonly database: OpenDatabase;
  readonly work: Work;
  readonly decoder: Decoder;
  readonly logger: Logger;
  readonly tidied: () => Promise<Tidied>;
  /** Within which answers come that take long, ms. */
  readonly answerMs?: number | undefined;
}

export interface Serving {
  readonly url: string;
  /** Takes no more requests; resolves when those under way have ended, or have had their time. */
  readonly stop: () => Promise<void>;
}

/** Listens as `config` says, and keeps what lies there: a copy a day, tidied. @throws Error with the remedy where the port is taken. */
export async function serve(config: Config, means: Means): Promise<Serving> {
  const { root, database, work, decoder, logger, tidied } = means;
  let listening = config.port;
  const own = config.tls === 'own' ? await ownCertificate(config.dataFolder, namesOf(config)) : null;
  const tls = config.tls === 'own' ? own : config.tls;
  const scheme = tls ? 'https' : 'http';
  const app = createApp({
    database,
    logger,
    webRoot: path.join(root, 'app/dist'),
    figures: path.join(root, 'core/figures'),
    shipped: path.join(root, 'server/pictures'),
    passcode: config.passcode,
    hosts: ownHosts([config.host, ...config.hosts]),
    addresses: () => reachableAt(config.host, listening, scheme),
    authority: own?.authority,
    work,
    decode: decoder.decode,
    e131Port: config.e131Port,
    watchFolder: config.watchFolder,
    answerMs: means.answerMs,
  });
  const server = tls ? createHttps({ cert: tls.cert, key: tls.key }, app) : createHttp(app);
  // Longer than a client waits between two calls: a connection that closes as it is used again looks like a fault.
  server.keepAliveTimeout = KEEP_ALIVE_MS;
  await new Promise<void>((resolve, reject) => {
    server.once('error', (cause) => {
      reject(new Error(`Cannot listen on ${config.host}:${config.port} (${cause.message}). Set PORT to a free port.`, { cause }));
    });
    server.listen(config.port, config.host, resolve);
  });
  listening = (server.address() as AddressInfo).port;
  const stopCopies = copyDaily(database.client, config.dataFolder, (error) => logger.error(error, 'the daily copy failed'));
  const stopTidying = tidyDaily(
    tidied,
    (gone) => logger.info(gone, 'tidied'),
    (error) => logger.error(error, 'tidying failed'),
  );
  return {
    url: `${scheme}://${config.host.includes(':') ? `[${config.host}]` : config.host}:${listening}`,
    stop: () =>
      new Promise((resolve) => {
        const forced = setTimeout(() => server.closeAllConnections(), SHUTDOWN_MS);
        server.close(() => {
          clearTimeout(forced);
          stopCopies();
          stopTidying();
          resolve();
        });
        server.closeIdleConnections();
      }),
  };
}

/** What other machines call this one: its names and addresses, without ports. */
function namesOf({ host, hosts }: Config): string[] {
  const addresses = reachableAt(host, 0).map((address) => new URL(address).hostname);
  const machine = hostname();
  return [...new Set(['localhost', '127.0.0.1', machine, `${machine}.local`, ...hosts, ...addresses])];
}
