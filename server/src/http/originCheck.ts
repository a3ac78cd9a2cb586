import type { Request, RequestHandler } from 'express';
import { HttpProblem } from './problem.ts';

const READING = new Set(['GET', 'HEAD', 'OPTIONS']);

/**
 * Refuses writes that another site makes a browser send. Browsers name the origin of every write, scheme and port
 * included, so a write without one is refused as well.
 * @param own the origin browsers use, or null to compare with the request's own scheme and Host
 */
export function originCheck(own: string | null): RequestHandler {
  return (req, _res, next) => {
    if (READING.has(req.method)) return next();
    const origin = req.get('origin');
    if (origin && URL.canParse(origin) && new URL(origin).origin === (own ?? ownOrigin(req))) return next();
    next(new HttpProblem('foreign-origin'));
  };
}

function ownOrigin(req: Request): string | null {
  const address = `${req.protocol}://${req.get('host') ?? ''}`;
  return URL.canParse(address) ? new URL(address).origin : null;
}
