import { createHash, randomBytes, timingSafeEqual } from 'node:crypto';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { hostname, networkInterfaces } from 'node:os';
import path from 'node:path';
import { Router, type Request, type RequestHandler } from 'express';
import { rateLimit } from 'express-rate-limit';
import { passcodeBody } from '@fulgent/core/contracts';
import type { SessionRepository } from './db/session-repository';
import { HttpProblem } from './problem';
import { validated } from './routes/validated';

/** Who may use the server when it is reached from other machines: passcode, session, host and origin. */

const COOKIE = 'fulgent_session';
const HOURS = 24 * 7;
const TRIES_PER_MINUTE = 6;

/** A secret of this data folder, made at its first use, so that sessions outlive a restart. */
export function folderSecret(folder: string): string {
  const file = path.join(folder, 'session-secret');
  if (!existsSync(file)) writeFileSync(file, randomBytes(32).toString('hex'), { mode: 0o600, flag: 'wx' });
  return readFileSync(file, 'utf8');
}

export interface Sessions {
  /** POST to open with the passcode, GET to ask, DELETE to close. */
  readonly routes: Router;
  /** Lets through who has a session. */
  readonly guard: RequestHandler;
}

/**
 * Sessions by a random cookie of which only a digest is kept: logging out ends one for good, another passcode ends them all. `passcode` null asks for
 * nothing.
 */
export function sessions(passcode: string | null, secret: string, kept: SessionRepository): Sessions {
  const digest = (text: string) => createHash('sha256').update(text).digest('base64url');
  const wanted = digest(`${secret}\n${passcode}`);
  const same = (a: string, b: string) => timingSafeEqual(Buffer.from(digest(a)), Buffer.from(digest(b)));
  const tokenOf = (req: Request) => cookieOf(req, COOKIE)?.slice(0, 128);
  const isOpen = (req: Request): boolean => {
    if (passcode === null) return true;
    const token = tokenOf(req);
    return token !== undefined && kept.isOpen(digest(token), wanted, Date.now());
  };

  const routes = Router();
  routes.get('/', (req, res) => {
    res.json({ wanted: passcode !== null, open: isOpen(req) });
  });
  routes.post(
    '/',
    rateLimit({
      windowMs: 60_000,
      limit: TRIES_PER_MINUTE,
      standardHeaders: 'draft-7',
      legacyHeaders: false,
      skipSuccessfulRequests: true,
      handler: () => {
        throw new HttpProblem(429, 'Too many tries', 'Too many wrong passcodes. Wait a minute, then try again.');
      },
    }),
    (req, res) => {
      const { passcode: given } = validated(passcodeBody, req.body);
      if (passcode !== null && !same(given, passcode))
        throw new HttpProblem(401, 'Wrong passcode', 'That is not the passcode that the server was started with.', {
          field: 'passcode',
        });
      const now = Date.now();
      const token = randomBytes(32).toString('base64url');
      kept.open(digest(token), wanted, now + HOURS * 3_600_000, now);
      res.cookie(COOKIE, token, { secure: req.secure, httpOnly: true, sameSite: 'strict', path: '/', maxAge: HOURS * 3_600_000 });
      res.json({ wanted: passcode !== null, open: true });
    },
  );
  routes.delete('/', (req, res) => {
    const token = tokenOf(req);
    if (token !== undefined) kept.close(digest(token));
    res.clearCookie(COOKIE, { httpOnly: true, sameSite: 'strict', path: '/' }).status(204).end();
  });

  return {
    routes,
    guard: (req, _res, next) => {
      if (!isOpen(req)) throw new HttpProblem(401, 'Passcode wanted', 'Give the passcode that the server was started with.');
      next();
    },
  };
}

function cookieOf(req: Request, name: string): string | undefined {
  for (const part of (req.get('Cookie') ?? '').slice(0, 8192).split(';')) {
    const at = part.indexOf('=');
    if (at > 0 && part.slice(0, at).trim() === name) return part.slice(at + 1).trim();
  }
  return undefined;
}

/** Names that this machine answers to: addresses, its own name, and what FULGENT_HOSTS adds. */
export function ownHosts(more: readonly string[] = []): Set<string> {
  const addresses = Object.values(networkInterfaces()).flatMap((list) =>
    (list ?? []).map(({ address }) => address.toLowerCase()),
  );
  const name = hostname().toLowerCase();
  return new Set(['localhost', '127.0.0.1', '::1', name, `${name}.local`, ...addresses, ...more.map((one) => one.toLowerCase())]);
}

/** Refuses requests that were sent to another name: a page elsewhere could point its own name here. */
export function checkHost(hosts: ReadonlySet<string>): RequestHandler {
  return (req, _res, next) => {
    const host = (req.get('Host') ?? '').toLowerCase();
    const name = host.startsWith('[') ? host.slice(1, host.indexOf(']')) : host.replace(/:\d*$/, '');
    if (!hosts.has(name))
      throw new HttpProblem(
        421,
        'Wrong host',
        'This server does not answer to that name. Use its address, or add the name to FULGENT_HOSTS.',
      );
    next();
  };
}

/** Refuses changes that a page of another origin asks for. */
export const checkOrigin: RequestHandler = (req, _res, next) => {
  const reads = req.method === 'GET' || req.method === 'HEAD' || req.method === 'OPTIONS';
  const origin = req.get('Origin');
  const site = req.get('Sec-Fetch-Site');
  const foreign =
    (origin !== undefined && origin.replace(/^https?:\/\//, '').toLowerCase() !== (req.get('Host') ?? '').toLowerCase()) ||
    site === 'cross-site';
  if (!reads && foreign) throw new HttpProblem(403, 'Other origin', 'Changes are taken from the application’s own pages only.');
  next();
};

/** Addresses under which other machines reach this one; empty when it listens on loopback only. */
export function reachableAt(host: string, port: number, scheme: 'http' | 'https' = 'http'): string[] {
  if (['127.0.0.1', '::1', 'localhost'].includes(host)) return [];
  if (host !== '0.0.0.0' && host !== '::') return [`${scheme}://${host.includes(':') ? `[${host}]` : host}:${port}`];
  return Object.values(networkInterfaces())
    .flatMap((list) => (list ?? []).filter(({ internal, family }) => !internal && family === 'IPv4'))
    .map(({ address }) => `${scheme}://${address}:${port}`);
}
