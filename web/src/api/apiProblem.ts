import { Problem, type ProblemCode } from '@nachweis/contract';

/** Why a call to the server did not succeed. `offline`: it could not be reached; `unreadable`: its answer made no sense. */
export class ApiProblem extends Error {
  readonly code: ProblemCode | 'offline' | 'unreadable';
  readonly missing: readonly string[];

  constructor(code: ApiProblem['code'], sentence: string, missing: readonly string[] = []) {
    super(sentence);
    this.name = 'ApiProblem';
    this.code = code;
    this.missing = missing;
  }
}

export const offline = () =>
  new ApiProblem(
    'offline',
    'The server cannot be reached. What you made is kept in this browser; it is sent when the server is back.',
  );

/** Reads the body of an answer that is no success. A proxy's own error page is the same as no server. */
export async function problemOf(response: Response): Promise<ApiProblem> {
  const parsed = Problem.safeParse(await response.json().catch(() => null));
  if (parsed.success) return new ApiProblem(parsed.data.code, parsed.data.detail, parsed.data.missing ?? []);
  return response.status >= 502 && response.status <= 504
    ? offline()
    : new ApiProblem(
        'unreadable',
        `The server answered with an error (${response.status}). Try again in a moment.`,
      );
}

/** The sentence to show for anything that was thrown. */
export function sentenceOf(error: unknown): string {
  return error instanceof ApiProblem
    ? error.message
    : 'Something failed in this page. Reload it; what you made is kept.';
}
