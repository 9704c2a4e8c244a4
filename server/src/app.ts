import { createHash, timingSafeEqual } from 'node:crypto';
import { existsSync } from 'node:fs';
import path from 'node:path';
import compression from 'compression';
import express, { type Express, type RequestHandler } from 'express';
import staticGzip from 'express-static-gzip';
import helmet from 'helmet';
import type { Logger } from 'pino';
import { pinoHttp } from 'pino-http';
import { repository } from './db/repository';
import type { Db } from './db/open';
import { problemHandler, HttpProblem, unknownRoute } from './problem';
import { computeRoutes } from './routes/compute';
import { kitRepository } from './db/kit-repository';
import { kitRoutes, readingRoutes } from './routes/kit';
import { lookRoutes, shootRoutes } from './routes/looks';

const BODY_LIMIT = '4mb';

export interface AppOptions {
  readonly db: Db;
  readonly logger: Logger;
  /** Folder of the built application; without it only the API is served. */
  readonly webRoot?: string | undefined;
  readonly passcode?: string | null | undefined;
}

/** The whole HTTP surface: API under /api, the built application beside it. */
export function createApp({ db, logger, webRoot, passcode = null }: AppOptions): Express {
  const repo = repository(db);
  const app = express();
  app.disable('x-powered-by');
  app.use(pinoHttp({ logger, autoLogging: { ignore: (req) => !req.url?.startsWith('/api') }, quietReqLogger: true }));
  app.use(
    helmet({
      contentSecurityPolicy: {
        directives: {
          'default-src': ["'self'"],
          'script-src': ["'self'"],
          // The interface's style sheets are made at run time.
          'style-src': ["'self'", "'unsafe-inline'"],
          'img-src': ["'self'", 'data:', 'blob:'],
          'worker-src': ["'self'", 'blob:'],
          'upgrade-insecure-requests': null,
        },
      },
      strictTransportSecurity: false,
    }),
  );
  if (passcode !== null) app.use(wantsPasscode(passcode));

  const api = express.Router();
  api.use((_req, res, next) => {
    res.set('Cache-Control', 'no-store');
    next();
  });
  api.use(wantsJson);
  api.use(express.json({ limit: BODY_LIMIT, strict: false }));
  api.get('/health', (_req, res) => {
    res.json({ status: 'ok', shoots: repo.shoots().length });
  });
  api.use('/shoots', shootRoutes(repo));
  api.use('/looks', lookRoutes(repo));
  api.use('/kit', kitRoutes(kitRepository(db)));
  api.use('/read', readingRoutes());
  api.use('/compute', computeRoutes());
  api.post('/demo', (_req, res) => {
    repo.addDemo();
    res.status(201).json(repo.shoots());
  });
  api.use(unknownRoute);
  // Answers of the API are small and made for each request: squeezing them costs more time than it saves on the way.
  app.use('/api', api);
  app.use(compression());

  if (webRoot && existsSync(webRoot)) serveApplication(app, webRoot);
  app.use(unknownRoute);
  app.use(problemHandler);
  return app;
}

/** Bodies that are not JSON are refused before they are read. */
const wantsJson: RequestHandler = (req, _res, next) => {
  const hasBody = Number(req.get('Content-Length') ?? 0) > 0 || req.get('Transfer-Encoding') !== undefined;
  if (hasBody && !req.is(['application/json', 'application/*+json'])) {
    throw new HttpProblem(415, 'Not JSON', 'Send JSON with content type application/json.');
  }
  next();
};

/** Asks for the passcode by HTTP basic authentication; any user name will do. */
function wantsPasscode(passcode: string): RequestHandler {
  const digest = (text: string) => createHash('sha256').update(text).digest();
  const wanted = digest(passcode);
  return (req, res, next) => {
    const [scheme, value = ''] = (req.get('Authorization') ?? '').split(' ');
    const given = scheme === 'Basic' ? Buffer.from(value, 'base64').toString('utf8').split(':').slice(1).join(':') : '';
    if (timingSafeEqual(digest(given), wanted)) {
      next();
      return;
    }
    res.set('WWW-Authenticate', 'Basic realm="Fulgent", charset="UTF-8"');
    throw new HttpProblem(401, 'Passcode wanted', 'Give the passcode that the server was started with.');
  };
}

function serveApplication(app: Express, webRoot: string): void {
  const hashed = { immutable: true, maxAge: '365d', index: false as const };
  app.use(
    '/_expo',
    staticGzip(path.join(webRoot, '_expo'), { enableBrotli: true, orderPreference: ['br'], index: false, serveStatic: hashed }),
  );
  app.use('/assets', express.static(path.join(webRoot, 'assets'), hashed));
  app.use(express.static(webRoot, { index: false, maxAge: 0 }));
  const page = path.join(webRoot, 'index.html');
  app.get('/*path', sendPage(page));
  app.get('/', sendPage(page));
}

/** Every address of the application is the same page; what looks like a file but is not there is not found. */
function sendPage(page: string): RequestHandler {
  return (req, res, next) => {
    if (path.extname(req.path) || !req.accepts('html')) next();
    else res.set('Cache-Control', 'no-cache').sendFile(page);
  };
}
