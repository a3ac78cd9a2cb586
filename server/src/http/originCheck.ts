import type { RequestHandler } from 'express';
import { HttpProblem } from './problem.ts';

const READING = new Set(['GET', 'HEAD', 'OPTIONS']);

/**
 * Refuses writes that another site makes a browser send. Browsers name the origin of every write, so a write without
 * one is refused as well.
 * @param own the origin browsers use, or null to compare with the request's own Host
 */
export function originCheck(own: string | null): RequestHandler {
  return (req, _res, next) => {
    if (READING.has(req.method)) return next();
    const origin = req.get('origin');
    const expected = own ? new URL(own).host : req.get('host');
    if (origin && URL.canParse(origin) && new URL(origin).host === expected) return next();
    next(
      new HttpProblem(
        'foreign-origin',
        'This change did not come from a page of Nachweis. Open Nachweis and try again there.',
      ),
    );
  };
}
