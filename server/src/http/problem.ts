import type { Problem, ProblemCode } from '@nachweis/contract';

/** One table from code to status and title (RFC 9457 `title`: the same for every occurrence). */
const PROBLEMS: Readonly<Record<ProblemCode, { status: number; title: string }>> = {
  'invalid-request': { status: 400, title: 'The request cannot be read' },
  'signed-out': { status: 401, title: 'Not signed in' },
  'other-person': { status: 401, title: 'Somebody else is signed in' },
  'wrong-credentials': { status: 401, title: 'Wrong e-mail or password' },
  'outdated-page': { status: 409, title: 'Page of an earlier version' },
  forbidden: { status: 403, title: 'Not allowed' },
  'no-demo': { status: 403, title: 'No demo server' },
  'foreign-origin': { status: 403, title: 'Request from another site' },
  'not-found': { status: 404, title: 'Not found' },
  'bad-method': { status: 405, title: 'Not done at this address' },
  'stale-version': { status: 409, title: 'Changed in the meantime' },
  'in-use': { status: 409, title: 'In use' },
  'in-bin': { status: 409, title: 'In the bin' },
  'point-full': { status: 409, title: 'No place left' },
  'already-exists': { status: 409, title: 'Already there' },
  'not-open': { status: 409, title: 'Not open yet' },
  closed: { status: 409, title: 'Closed' },
  'no-attempt-left': { status: 409, title: 'Already handed in' },
  'review-begun': { status: 409, title: 'Being judged already' },
  replaced: { status: 409, title: 'Replaced by a newer hand-in' },
  blind: { status: 403, title: 'Not before the second marking is done' },
  veiled: { status: 409, title: 'Not before all are judged' },
  'marked-already': { status: 409, title: 'Marked already' },
  released: { status: 409, title: 'Released already' },
  withdrawn: { status: 409, title: 'Withdrawn' },
  'changed-since': { status: 412, title: 'Changed since' },
  'too-large': { status: 413, title: 'Too large' },
  'bad-encoding': { status: 415, title: 'Sent in a form that is not read' },
  'bad-range': { status: 416, title: 'Not in the file' },
  incomplete: { status: 422, title: 'Something is missing' },
  'points-out-of-range': { status: 422, title: 'More points than there are' },
  'picture-refused': { status: 422, title: 'Picture not taken' },
  'too-many-pixels': { status: 422, title: 'Too many pixels' },
  'too-many': { status: 422, title: 'Too many' },
  quota: { status: 422, title: 'No room left' },
  'too-many-requests': { status: 429, title: 'Too many tries' },
  internal: { status: 500, title: 'The server failed' },
  busy: { status: 503, title: 'The server is busy' },
  'disk-full': { status: 507, title: 'The disk is full' },
};

/** What the sentence of a problem is made of, where it is shown. */
export type ProblemData = Readonly<Record<string, unknown>>;

/** An error that is told to the caller, by a code and what its sentence needs. */
export class HttpProblem extends Error {
  readonly code: ProblemCode;
  readonly data: ProblemData;

  constructor(code: ProblemCode, data: ProblemData = {}) {
    super(PROBLEMS[code].title);
    this.name = 'HttpProblem';
    this.code = code;
    this.data = data;
  }

  get status(): number {
    return PROBLEMS[this.code].status;
  }

  /** The body of RFC 9457. */
  toBody(): Problem {
    const { status, title } = PROBLEMS[this.code];
    return { type: `/problems/${this.code}`, title, status, code: this.code, data: this.data };
  }
}

/** Kinds of things that can be looked for. */
export type Thing =
  | 'address'
  | 'course'
  | 'link'
  | 'handover'
  | 'assignment'
  | 'proof-point'
  | 'must-show'
  | 'criterion'
  | 'person'
  | 'capture'
  | 'picture'
  | 'evidence'
  | 'hand-in'
  | 'remark'
  | 'preset'
  | 'mark-set'
  | 'file'
  | 'question'
  | 'stock'
  | 'errand';

/** The same whether it is not there or not the caller's to see. */
export const notFound = (thing: Thing) => new HttpProblem('not-found', { thing });
