import { readFileSync } from 'node:fs';
import path from 'node:path';
import { createSecureContext } from 'node:tls';
import { E131_PORT } from '@fulgent/core/control';

/** Settings of the server, all from the environment. */
export interface Config {
  readonly port: number;
  readonly host: string;
  readonly dataFolder: string;
  readonly logLevel: string;
  /** Wanted from every client where it is set; it must be where the server is reachable from other machines. On loopback it guards what a proxy passes on. */
  readonly passcode: string | null;
  /** Names besides its addresses that the server answers to. */
  readonly hosts: readonly string[];
  /** Certificate and key in PEM, for HTTPS; 'own' where they are made for this machine; null serves HTTP. */
  readonly tls: { readonly cert: string; readonly key: string } | 'own' | null;
  /** Pictures for cards and paper, and of stand-in devices: as fine as there is time for, or coarse, on small machines. */
  readonly pictures: PictureWish;
  /** A folder whose new pictures become frames of the look that is set live; null for none. */
  readonly watchFolder: string | null;
  /** UDP port of the stand-in network fixtures; 0 for any. */
  readonly e131Port: number;
}

export const PICTURE_WISHES = ['fine', 'quick'] as const;
export type PictureWish = (typeof PICTURE_WISHES)[number];

const LOOPBACK = new Set(['127.0.0.1', '::1', 'localhost']);
const SHORTEST_PASSCODE = 6;

/** Reads PORT, HOST, FULGENT_DATA, FULGENT_PASSCODE, FULGENT_HOSTS, FULGENT_HTTPS, FULGENT_TLS_CERT, FULGENT_TLS_KEY, FULGENT_PICTURES, FULGENT_WATCH, FULGENT_E131_PORT, LOG_LEVEL. @throws Error with the remedy for a setting that cannot be used. */
export function readConfig(env: NodeJS.ProcessEnv, root: string): Config {
  const port = portOf(env, 'PORT', 4680);
  const host = env['HOST'] ?? '127.0.0.1';
  const passcode = env['FULGENT_PASSCODE'] || null;
  if (passcode !== null && passcode.length < SHORTEST_PASSCODE) {
    throw new Error(`FULGENT_PASSCODE is shorter than ${SHORTEST_PASSCODE} characters: take a longer one, or leave it out.`);
  }
  if (!LOOPBACK.has(host) && passcode === null) {
    throw new Error(
      `HOST ${host} is reachable from other machines: set FULGENT_PASSCODE to ${SHORTEST_PASSCODE} characters or more, or leave HOST at 127.0.0.1.`,
    );
  }
  return {
    port,
    host,
    dataFolder: path.resolve(root, env['FULGENT_DATA'] ?? '.data'),
    logLevel: env['LOG_LEVEL'] ?? 'info',
    passcode,
    hosts: (env['FULGENT_HOSTS'] ?? '')
      .split(',')
      .map((name) => name.trim())
      .filter(Boolean),
    tls: tlsOf(env, root, !LOOPBACK.has(host)),
    pictures: pictureWish(env['FULGENT_PICTURES'] || 'fine'),
    watchFolder: env['FULGENT_WATCH'] ? path.resolve(root, env['FULGENT_WATCH']) : null,
    e131Port: portOf(env, 'FULGENT_E131_PORT', E131_PORT),
  };
}

function pictureWish(wish: string): PictureWish {
  const known = PICTURE_WISHES.find((one) => one === wish);
  if (!known) throw new Error(`FULGENT_PICTURES must be ${PICTURE_WISHES.join(' or ')}; it is "${wish}".`);
  return known;
}

const HTTPS = ['own', 'off'];

/** `isReached`: from other machines. The passcode and the work do not go over a studio's network for all to read, unless that is wished. */
function tlsOf(env: NodeJS.ProcessEnv, root: string, isReached: boolean): Config['tls'] {
  const [cert, key, wish] = [env['FULGENT_TLS_CERT'], env['FULGENT_TLS_KEY'], env['FULGENT_HTTPS'] || undefined];
  if (wish !== undefined && !HTTPS.includes(wish))
    throw new Error(`FULGENT_HTTPS must be ${HTTPS.join(' or ')}; it is "${wish}". A certificate is given as FULGENT_TLS_CERT.`);
  if (wish === 'off') return null;
  if (!cert && !key) return wish === 'own' || isReached ? 'own' : null;
  if (!cert || !key) throw new Error('HTTPS needs both FULGENT_TLS_CERT and FULGENT_TLS_KEY: files in PEM.');
  const pem = {
    cert: pemIn('FULGENT_TLS_CERT', path.resolve(root, cert)),
    key: pemIn('FULGENT_TLS_KEY', path.resolve(root, key)),
  };
  try {
    createSecureContext(pem);
  } catch (error) {
    throw new Error(`FULGENT_TLS_CERT and FULGENT_TLS_KEY do not go together: ${(error as Error).message}.`, { cause: error });
  }
  return pem;
}

function pemIn(name: string, file: string): string {
  try {
    return readFileSync(file, 'utf8');
  } catch (error) {
    throw new Error(`${name} names ${file}, which cannot be read: ${(error as Error).message}.`, { cause: error });
  }
}

function portOf(env: NodeJS.ProcessEnv, name: string, usual: number): number {
  const port = Number(env[name] ?? usual);
  if (!Number.isInteger(port) || port < 0 || port > 65_535)
    throw new Error(`${name} must be a whole number from 0 to 65535; it is "${env[name]}".`);
  return port;
}
