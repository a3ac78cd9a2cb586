import type { RequestHandler } from 'express';
import type { Logger } from 'pino';

/** One line a request: method, the route's pattern, status and time. No address, cookie, query, body or id of anything. */
export function requestLog(log: Logger): RequestHandler {
  return (req, res, next) => {
    const start = process.hrtime.bigint();
    res.on('close', () => {
      const ms = Number(process.hrtime.bigint() - start) / 1e6;
      const route = typeof res.locals.route === 'string' ? res.locals.route : '(static)';
      log.info(
        {
          method: req.method,
          route,
          status: res.statusCode,
          ms: Math.round(ms),
          finished: res.writableFinished,
        },
        'request',
      );
    });
    next();
  };
}
