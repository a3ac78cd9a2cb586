import * as z from 'zod';

/** The closed list of what can go wrong at the HTTP border. The last part of a problem's `type` is one of these. */
export const PROBLEM_CODES = [
  'invalid-request',
  'signed-out',
  'wrong-credentials',
  'forbidden',
  'not-found',
  'foreign-origin',
  'stale-version',
  'already-exists',
  'in-use',
  'not-open',
  'closed',
  'no-attempt-left',
  'incomplete',
  'picture-refused',
  'too-large',
  'too-many-requests',
  'not-released',
  'internal',
] as const;
export type ProblemCode = (typeof PROBLEM_CODES)[number];

/** Problem details of RFC 9457; `detail` is a sentence a person can act on. */
export const Problem = z.object({
  type: z.string(),
  title: z.string(),
  status: z.int(),
  detail: z.string(),
  code: z.enum(PROBLEM_CODES),
  /** which part of the request is wrong, for `invalid-request` */
  fields: z.array(z.object({ path: z.string(), message: z.string() })).optional(),
  /** every sentence there is to say, for `incomplete` */
  missing: z.array(z.string()).optional(),
});
export type Problem = z.infer<typeof Problem>;
