import type { AddressInfo } from 'node:net';
import path from 'node:path';
import { pino } from 'pino';
import { createApp } from './app';
import { readConfig } from './config';
import { openDatabase } from './db/open';
import { repository } from './db/repository';

/** How long open requests may take to end when the server is asked to stop, ms. */
const SHUTDOWN_MS = 5000;

function main(): void {
  const root = path.resolve(__dirname, '../..');
  const config = readConfig(process.env, root);
  const logger = pino({ level: config.logLevel });
  const { db, close } = openDatabase(config.dataFolder, path.join(root, 'server/drizzle'));
  if (process.argv.includes('--demo')) repository(db).addDemo();
  const app = createApp({ db, logger, webRoot: path.join(root, 'app/dist'), passcode: config.passcode });
  const server = app.listen(config.port, config.host, (error?: Error) => {
    if (error) {
      logger.fatal(error, `cannot listen on ${config.host}:${config.port}; set PORT to a free port`);
      process.exit(1);
    }
    const { port } = server.address() as AddressInfo;
    process.stdout.write(`Fulgent is ready: http://${config.host.includes(':') ? `[${config.host}]` : config.host}:${port}\n`);
  });

  const stop = (signal: string) => {
    logger.info({ signal }, 'stopping');
    const forced = setTimeout(() => server.closeAllConnections(), SHUTDOWN_MS);
    server.close(() => {
      clearTimeout(forced);
      close();
      process.exit(0);
    });
    server.closeIdleConnections();
  };
  process.once('SIGTERM', () => stop('SIGTERM'));
  process.once('SIGINT', () => stop('SIGINT'));
}

try {
  main();
} catch (error) {
  process.stderr.write(`${error instanceof Error ? error.message : String(error)}\n`);
  process.exit(1);
}
