import type { ErrorRequestHandler, Response } from 'express';
import type { Logger } from 'pino';
import { HttpProblem } from './problem.ts';

/** Sends a problem as `application/problem+json`. */
export function sendProblem(res: Response, problem: HttpProblem): void {
  if (res.headersSent) {
    res.destroy();
    return;
  }
  res
    .status(problem.status)
    .set('Cache-Control', 'no-store')
    .type('application/problem+json')
    .send(JSON.stringify(problem.toBody()));
}

/** The one place where errors become answers. What is not ours to explain is logged and answered without detail. */
export function errorHandler(log: Logger): ErrorRequestHandler {
  return (error, _req, res, _next) => {
    const problem = error instanceof HttpProblem ? error : fromExpress(error);
    if (problem) {
      sendProblem(res, problem);
      return;
    }
    log.error({ err: error }, 'request failed');
    sendProblem(
      res,
      new HttpProblem(
        'internal',
        'The server failed at this. Nothing you made is lost; try again in a moment.',
      ),
    );
  };
}

/** Express's own parsers throw errors with a status and a type. */
function fromExpress(error: unknown): HttpProblem | null {
  if (typeof error !== 'object' || error === null) return null;
  const { status, type } = error as { status?: unknown; type?: unknown };
  if (type === 'entity.too.large')
    return new HttpProblem('too-large', 'The request is larger than is taken. Send less at once.');
  if (status === 400 || type === 'entity.parse.failed')
    return new HttpProblem('invalid-request', 'The request is no valid JSON.');
  return null;
}
