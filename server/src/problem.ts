import { problemsFrom, type Problem } from '@fulgent/core/scene';
import type { ErrorRequestHandler, RequestHandler, Response } from 'express';

/** An error with a status, told to the client as problem+json (RFC 9457). */
export class HttpProblem extends Error {
  readonly status: number;
  readonly title: string;
  readonly extra: Readonly<Record<string, unknown>>;

  constructor(status: number, title: string, detail: string, extra: Readonly<Record<string, unknown>> = {}) {
    super(detail);
    this.name = 'HttpProblem';
    this.status = status;
    this.title = title;
    this.extra = extra;
  }
}

export function notFound(what: string): HttpProblem {
  return new HttpProblem(404, 'Not found', `There is no such ${what}; it may have been deleted.`);
}

/** What the system and SQLite call a disk without room. */
const FULL = new Set(['ENOSPC', 'EDQUOT', 'SQLITE_FULL']);

export const diskFull = () =>
  new HttpProblem(507, 'Disk full', 'There is no room left on the disk; nothing was kept. Free some, and send again.');

/** Nobody reads it. */
export const gone = () => new HttpProblem(499, 'Gone', 'Whoever asked has gone.');

/** What the client sent is understood but cannot be taken; each problem names its field. */
export function invalid(problems: readonly Problem[]): HttpProblem {
  const [first] = problems;
  return new HttpProblem(422, 'Invalid input', first?.message ?? 'The input cannot be taken.', {
    ...(first?.field ? { field: first.field } : {}),
    errors: problems,
  });
}

function send(res: Response, status: number, title: string, detail: string, extra: Readonly<Record<string, unknown>> = {}): void {
  res
    .status(status)
    .type('application/problem+json')
    .send(JSON.stringify({ type: 'about:blank', title, status, detail, ...extra }));
}

export const unknownRoute: RequestHandler = (req) => {
  throw new HttpProblem(404, 'Not found', `There is nothing at ${req.method} ${req.path}.`);
};

/** Errors of the body parser and of Express carry a status and a type. */
interface ParserError extends Error {
  readonly code?: string;
  readonly status?: number;
  readonly type?: string;
}

function parserProblem(error: ParserError): HttpProblem | null {
  switch (error.type) {
    case 'entity.parse.failed':
      return new HttpProblem(400, 'Not JSON', `The body is not JSON: ${error.message.slice(0, 200)}`);
    case 'entity.too.large':
      return new HttpProblem(413, 'Too large', 'The body is larger than 4 MB; look files are far smaller.');
    case 'encoding.unsupported':
    case 'charset.unsupported':
      return new HttpProblem(415, 'Unsupported encoding', 'Send plain or gzip-compressed JSON in UTF-8.');
  }
  if (error.code !== undefined && FULL.has(error.code)) return diskFull();
  if (error.status !== undefined && error.status >= 400 && error.status < 500) {
    return new HttpProblem(error.status, 'Bad request', error.message.slice(0, 200));
  }
  return null;
}

export const problemHandler: ErrorRequestHandler = (error, req, res, next) => {
  if (res.headersSent) {
    next(error);
    return;
  }
  const problems = problemsFrom(error);
  const known = error instanceof HttpProblem ? error : problems ? invalid(problems) : parserProblem(error as ParserError);
  if (known) {
    send(res, known.status, known.title, known.message, known.extra);
    return;
  }
  req.log?.error(error);
  send(res, 500, 'Internal error', 'Something went wrong here. What was saved before is safe; try again.');
};
