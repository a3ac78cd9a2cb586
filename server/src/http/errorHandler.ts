import type { ErrorRequestHandler, Response } from 'express';
import type { Logger } from 'pino';
import { BlobMissing } from '../blobs/blobStore.ts';
import { HttpProblem, notFound } from './problem.ts';

/** Sends a problem as `application/problem+json`. */
export function sendProblem(res: Response, problem: HttpProblem): void {
  if (res.headersSent) {
    res.destroy();
    return;
  }
  res.status(problem.status).set('Cache-Control', 'no-store').removeHeader('ETag');
  res.type('application/problem+json').send(JSON.stringify(problem.toBody()));
}

/** The one place where errors become answers. What is not ours to explain is logged and answered without detail. */
export function errorHandler(log: Logger): ErrorRequestHandler {
  return (error, req, res, _next) => {
    // Whoever asked has gone, in the middle of sending or of reading; there is nobody to answer.
    if (req.destroyed && !req.complete) return void res.destroy();
    const problem = error instanceof HttpProblem ? error : (ofSystem(error) ?? ofClient(error));
    if (problem) {
      // What was given up because nobody waited for it any more is no fault.
      if (problem.status >= 500 && !res.socket?.destroyed) log.error({ err: error }, problem.code);
      return sendProblem(res, problem);
    }
    log.error({ err: error }, 'request failed');
    sendProblem(res, new HttpProblem('internal'));
  };
}

/** What the disk or the store says. */
function ofSystem(error: unknown): HttpProblem | null {
  if (error instanceof BlobMissing) return notFound('picture');
  const code = String((error as { code?: unknown } | null)?.code ?? '');
  return /^(ENOSPC|EDQUOT|SQLITE_FULL)/.test(code) ? new HttpProblem('disk-full') : null;
}

/** Express and what it is made of throw errors with a status; below 500 the fault is the caller's. */
function ofClient(error: unknown): HttpProblem | null {
  if (typeof error !== 'object' || error === null) return null;
  const { status, type } = error as { status?: unknown; type?: unknown };
  if (typeof status !== 'number' || status < 400 || status >= 500) {
    // A malformed escape in an address.
    return error instanceof URIError ? notFound('address') : null;
  }
  switch (status) {
    case 404:
      return notFound('address');
    case 412:
      return new HttpProblem('changed-since');
    case 413:
      return new HttpProblem('too-large');
    case 415:
      return new HttpProblem('bad-encoding');
    case 416:
      return new HttpProblem('bad-range');
    default:
      return new HttpProblem('invalid-request', {
        why: type === 'entity.parse.failed' ? 'no-json' : 'malformed',
      });
  }
}
