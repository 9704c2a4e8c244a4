import { createHash, randomBytes } from 'node:crypto';
import { existsSync, readFileSync } from 'node:fs';
import type { IncomingMessage } from 'node:http';
import path from 'node:path';
import type { Reachable } from '@fulgent/core/contracts';
import { LIMITS } from '@fulgent/core/document';
import compression from 'compression';
import express, { type Express, type RequestHandler, type Response, type Router } from 'express';
import staticGzip from 'express-static-gzip';
import helmet from 'helmet';
import type { Logger } from 'pino';
import { pinoHttp } from 'pino-http';
import { addDemo } from './db/demo';
import { FrameRepository } from './db/frame-repository';
import type { OpenDatabase } from './db/open';
import { PracticeRepository } from './db/practice-repository';
import { Repository } from './db/repository';
import { SessionRepository } from './db/session-repository';
import type { Work } from './work/pool';
import { StandIns } from './devices/stand-ins';
import type { Decode } from './frames/decoding';
import { lookPictures } from './frames/look-pictures';
import { pictureStore } from './frames/picture-store';
import { frameReadings } from './frames/readings';
import { shippedIn } from './frames/shipped';
import { FolderWatch } from './frames/watch';
import { problemHandler, HttpProblem, unknownRoute } from './problem';
import { computeRoutes } from './routes/compute';
import { KitRepository } from './db/kit-repository';
import { backupRoutes } from './routes/backup';
import { deviceRoutes } from './routes/devices';
import { figureRoutes } from './routes/figures';
import { frameRoutes, lookFrameRoutes } from './routes/frames';
import { kitRoutes, readingRoutes } from './routes/kit';
import { logRoutes } from './routes/log';
import { lookRoutes, shootRoutes } from './routes/looks';
import { Ongoing } from './routes/ongoing';
import { pictureRoutes } from './routes/pictures';
import { practiceRoutes } from './routes/practice';
import { sheetRoutes } from './routes/sheet-pdf';
import { watchRoutes } from './routes/watch';
import { checkDepth } from './depth';
import { checkHost, checkOrigin, folderSecret, ownHosts, sessions } from './session';

const BODY_LIMIT = '4mb';
const SESSION_LIMIT = '2kb';
/** What tells who may come in is not written down. */
const REDACTED = ['req.headers.cookie', 'req.headers.authorization', 'res.headers["set-cookie"]'];
/** Where the certificate to trust is fetched; it is no secret. */
const AUTHORITY = '/fulgent.crt';
/** Addresses whose bodies are looks. */
const READ_ELSEWHERE = [/^\/looks\/[^/]+$/, '/compute/evaluate'];
/** Addresses that take or give files rather than JSON. */
const TAKES_FILES = /^\/(looks\/[^/]+\/(frames|sheet\.pdf)|backup|pictures)(\/|$)/;

export interface AppOptions {
  readonly database: OpenDatabase;
  readonly logger: Logger;
  /** Folder of the built application; without it only the API is served. */
  readonly webRoot?: string | undefined;
  /** Folder of the baked figures that pictures are drawn with. */
  readonly figures?: string | undefined;
  /** Folder of the pictures of looks that ship with the program. */
  readonly shipped?: string | undefined;
  readonly passcode?: string | null | undefined;
  /** Names that the server answers to. */
  readonly hosts?: ReadonlySet<string> | undefined;
  /** Where other machines reach it. */
  readonly addresses?: (() => readonly string[]) | undefined;
  /** The certificate, in PEM, that phones trust so that they trust this one's own. */
  readonly authority?: string | undefined;
  /** All computation that takes longer than a moment. */
  readonly work: Work;
  readonly decode: Decode;
  readonly e131Port?: number | undefined;
  /** Within which answers come that take long, ms. */
  readonly answerMs?: number | undefined;
  /** A folder whose new pictures are taken in. */
  readonly watchFolder?: string | null | undefined;
}

/** The whole HTTP surface: API under /api, the built application beside it. */
export function createApp(options: AppOptions): Express {
  const { logger, webRoot, figures, hosts = ownHosts() } = options;
  const app = express();
  app.disable('x-powered-by');
  // What is kept and asked for again carries a tag of its own, or is a file; to digest every other answer is time lost.
  app.disable('etag');
  app.use(
    pinoHttp({
      logger,
      redact: REDACTED,
      autoLogging: { ignore: (req) => !req.url?.startsWith('/api') },
      quietReqLogger: true,
    }),
  );
  app.use(securityHeaders());
  app.use(checkHost(hosts));
  // Answers of the API are small and made for each request: squeezing them costs more time than it saves on the way.
  app.use('/api', apiRoutes(options));
  if (options.authority !== undefined) app.get(AUTHORITY, sendAuthority(options.authority));
  if (figures) app.use('/figures', figureRoutes(figures));
  app.use(compression());

  if (webRoot && existsSync(webRoot)) serveApplication(app, webRoot);
  app.use(unknownRoute);
  app.use(problemHandler);
  return app;
}

const EMPTY_STYLE = `'sha256-${createHash('sha256').update('').digest('base64')}'`;

/** A word that only this answer and its page know: what carries it was written here. */
function nonceOf(res: Response): string {
  const { locals } = res;
  return (locals['nonce'] ??= randomBytes(16).toString('base64')) as string;
}

function securityHeaders(): RequestHandler {
  return helmet({
    contentSecurityPolicy: {
      directives: {
        'default-src': ["'self'"],
        // Pictures are added up by WebAssembly, which is compiled in the page's workers from code that the scripts carry.
        'script-src': ["'self'", "'wasm-unsafe-eval'"],
        // The interface's style sheets are made at run time, rule by rule in empty elements; the page has its own lines, and one element for fonts.
        'style-src': ["'self'", EMPTY_STYLE, (_req, res) => `'nonce-${nonceOf(res as Response)}'`],
        'img-src': ["'self'", 'data:', 'blob:'],
        'font-src': ["'self'", 'data:'],
        'worker-src': ["'self'", 'blob:'],
        'upgrade-insecure-requests': null,
      },
    },
    strictTransportSecurity: false,
  });
}

/** What the routes work with. */
function servicesOf(options: AppOptions) {
  const { database, logger, work, decode, e131Port = 0 } = options;
  const { db, folder } = database;
  const repo = new Repository(db);
  const pictures = pictureStore(folder, decode);
  const frames = new FrameRepository(db, pictures);
  const readings = frameReadings(frames, work.measure, (error, frame) =>
    logger.warn({ error, frame }, 'a frame was not measured'),
  );
  readings.beginAll();
  const watch = new FolderWatch({
    folder: options.watchFolder ?? null,
    async take(lookId, name, bytes) {
      repo.readLook(lookId);
      const called = path.parse(name).name.slice(0, LIMITS.nameLength) || 'Frame';
      const { id } = await frames.add({ lookId, name: called, kind: 'full', lightId: '', stops: 0, bytes });
      readings.begin(id);
      return id;
    },
  });
  return { repo, pictures, frames, readings, watch, kit: new KitRepository(db), devices: new StandIns(work.render, e131Port) };
}

function apiRoutes(options: AppOptions): Router {
  const { database, passcode = null, addresses = () => [], work } = options;
  const { repo, pictures, frames, readings, watch, kit, devices } = servicesOf(options);
  const kitNow = () => kit.atHand();
  const ongoing = new Ongoing(options.answerMs);
  const door = sessions(passcode, folderSecret(database.folder), new SessionRepository(database.db));
  const api = express.Router();
  api.use((_req, res, next) => {
    res.set('Cache-Control', 'no-store');
    next();
  });
  api.use(checkOrigin);
  // Files come as they are; who may send them is asked before they are read.
  const files = express.Router();
  files.use(door.guard);
  files.use(
    '/looks/:id/frames',
    lookFrameRoutes(frames, readings, (id) => repo.readLook(id)),
  );
  files.use('/looks/:id/sheet.pdf', sheetRoutes(repo, work, kitNow, ongoing));
  files.use('/pictures', pictureRoutes(database.folder, options.decode));
  files.use('/backup', backupRoutes(database, pictures, work, readings.beginAll));
  api.use((req, res, next) => (TAKES_FILES.test(req.path) ? files(req, res, next) : next()));
  // Who asks is known before anything large is read.
  api.use('/session', wantsJson, express.json({ limit: SESSION_LIMIT }), door.routes);
  api.use(door.guard);
  api.use(wantsJson);
  // Looks are read beside this thread, bytes and all.
  for (const place of READ_ELSEWHERE) api.use(place, asBytes);
  api.use(express.json({ limit: BODY_LIMIT, strict: false, verify: (_req, _res, body) => checkDepth(body) }));
  api.get('/health', (_req, res) => {
    res.json({ status: 'ok', shoots: repo.shootCount() });
  });
  api.use('/shoots', shootRoutes(repo));
  const shipped = options.shipped === undefined ? undefined : shippedIn(options.shipped);
  api.use('/looks', lookRoutes(repo, lookPictures(database.folder, work.renderLater, work.sketch, shipped), work, ongoing));
  api.use('/frames', frameRoutes(frames, readings, ongoing));
  api.use('/log', logRoutes(repo, frames));
  api.use('/devices', deviceRoutes(devices, repo, frames, readings, ongoing));
  api.use('/watch', watchRoutes(watch, repo));
  api.get('/reach', (_req, res) => {
    const reach: Reachable = {
      addresses: addresses(),
      passcodeWanted: passcode !== null,
      authority: options.authority === undefined ? null : AUTHORITY,
    };
    res.json(reach);
  });
  api.use('/kit', kitRoutes(kit));
  api.use('/practice', practiceRoutes(new PracticeRepository(database.db)));
  api.use('/read', readingRoutes());
  api.use('/compute', computeRoutes(work, kitNow, ongoing));
  api.post('/demo', async (_req, res) => {
    await addDemo(repo, work.demo);
    res.status(201).json(repo.shoots());
  });
  api.use(unknownRoute);
  return api;
}

const asBytes = express.raw({ limit: BODY_LIMIT, type: isPlainJson });

/** JSON in UTF-8; other letters are the body parser's affair. */
function isPlainJson(req: IncomingMessage): boolean {
  const type = req.headers['content-type'] ?? '';
  return /^application\/([^;]*\+)?json\s*(;\s*charset="?utf-8"?\s*)?$/i.test(type);
}

const sendAuthority =
  (pem: string): RequestHandler =>
  (_req, res) => {
    res.attachment('fulgent.crt').type('application/x-x509-ca-cert').send(pem);
  };

/** Bodies that are not JSON are refused before they are read. */
const wantsJson: RequestHandler = (req, _res, next) => {
  const hasBody = Number(req.get('Content-Length') ?? 0) > 0 || req.get('Transfer-Encoding') !== undefined;
  if (hasBody && !req.is(['application/json', 'application/*+json'])) {
    throw new HttpProblem(415, 'Not JSON', 'Send JSON with content type application/json.');
  }
  next();
};

function serveApplication(app: Express, webRoot: string): void {
  const hashed = { immutable: true, maxAge: '365d', index: false as const };
  app.use(
    '/_expo',
    staticGzip(path.join(webRoot, '_expo'), { enableBrotli: true, orderPreference: ['br'], index: false, serveStatic: hashed }),
  );
  for (const folder of ['assets', 'first']) app.use(`/${folder}`, express.static(path.join(webRoot, folder), hashed));
  app.use(express.static(webRoot, { index: false, maxAge: 0 }));
  const page = readFileSync(path.join(webRoot, 'index.html'), 'utf8');
  app.get('/*path', sendPage(page));
  app.get('/', sendPage(page));
}

/** Where the built page has the word of its answer. */
const NONCE_PLACE = '__NONCE__';

/** Every address of the application is the same page; what looks like a file but is not there is not found. */
function sendPage(page: string): RequestHandler {
  return (req, res, next) => {
    if (path.extname(req.path) || !req.accepts('html')) next();
    else
      res
        .set('Cache-Control', 'no-cache')
        .type('html')
        .send(page.replaceAll(NONCE_PLACE, nonceOf(res)));
  };
}
