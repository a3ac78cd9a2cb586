import type { Problem, ProblemCode } from '@nachweis/contract';

/** One table from code to status and title (RFC 9457 `title`: the same for every occurrence). */
const PROBLEMS: Readonly<Record<ProblemCode, { status: number; title: string }>> = {
  'invalid-request': { status: 400, title: 'The request cannot be read' },
  'signed-out': { status: 401, title: 'Not signed in' },
  'wrong-credentials': { status: 401, title: 'Wrong e-mail or password' },
  forbidden: { status: 403, title: 'Not allowed' },
  'foreign-origin': { status: 403, title: 'Request from another site' },
  'not-released': { status: 403, title: 'Not released yet' },
  'not-found': { status: 404, title: 'Not found' },
  'stale-version': { status: 409, title: 'Changed in the meantime' },
  'in-use': { status: 409, title: 'In use' },
  'already-exists': { status: 409, title: 'Already there' },
  'not-open': { status: 409, title: 'Not open yet' },
  closed: { status: 409, title: 'Closed' },
  'no-attempt-left': { status: 409, title: 'Already handed in' },
  incomplete: { status: 422, title: 'Something is missing' },
  'picture-refused': { status: 422, title: 'Picture not taken' },
  'too-large': { status: 413, title: 'Too large' },
  'too-many-requests': { status: 429, title: 'Too many tries' },
  internal: { status: 500, title: 'The server failed' },
};

type Extra = Pick<Problem, 'fields' | 'missing'>;

/** An error that is told to the caller; `detail` is a sentence a person can act on. */
export class HttpProblem extends Error {
  readonly code: ProblemCode;
  readonly extra: Extra;

  constructor(code: ProblemCode, detail: string, extra: Extra = {}) {
    super(detail);
    this.name = 'HttpProblem';
    this.code = code;
    this.extra = extra;
  }

  get status(): number {
    return PROBLEMS[this.code].status;
  }

  /** The body of RFC 9457. */
  toBody(): Problem {
    const { status, title } = PROBLEMS[this.code];
    return {
      type: `/problems/${this.code}`,
      title,
      status,
      detail: this.message,
      code: this.code,
      ...this.extra,
    };
  }
}

export const notFound = (what: string) =>
  new HttpProblem('not-found', `${what} was not found, or it is not yours to see.`);
