import { z } from './zod.ts';

/** The closed list of what can go wrong at the HTTP border. The last part of a problem's `type` is one of these. */
export const PROBLEM_CODES = [
  'invalid-request',
  'signed-out',
  'other-person',
  'outdated-page',
  'wrong-credentials',
  'forbidden',
  'no-demo',
  'not-found',
  'foreign-origin',
  'stale-version',
  'already-exists',
  'in-use',
  'in-bin',
  'point-full',
  'not-open',
  'closed',
  'no-attempt-left',
  'incomplete',
  'points-out-of-range',
  'review-begun',
  'replaced',
  'released',
  'blind',
  'marked-already',
  'veiled',
  'withdrawn',
  'picture-refused',
  'too-large',
  'too-many-pixels',
  'too-many',
  'quota',
  'too-many-requests',
  'bad-method',
  'bad-encoding',
  'bad-range',
  'changed-since',
  'disk-full',
  'busy',
  'internal',
] as const;
export type ProblemCode = (typeof PROBLEM_CODES)[number];

/**
 * Problem details of RFC 9457. `title` says in short what went wrong; the sentence for a person is made from code and
 * data where it is shown.
 */
export const Problem = z.object({
  type: z.string(),
  title: z.string(),
  status: z.int(),
  code: z.enum(PROBLEM_CODES),
  /** what the sentence needs: which object, which limit */
  data: z.record(z.string(), z.unknown()),
});
export type Problem = z.infer<typeof Problem>;
