import { Problem } from '@nachweis/contract';
import { type CallCode, problemSentence } from '../words/problems.ts';

/** Why a call to the server did not succeed. `offline`: it could not be reached; `unreadable`: its answer made no sense. */
export class ApiProblem extends Error {
  readonly code: CallCode;
  readonly data: Readonly<Record<string, unknown>>;

  constructor(code: CallCode, data: Readonly<Record<string, unknown>> = {}) {
    super(problemSentence(code, data));
    this.name = 'ApiProblem';
    this.code = code;
    this.data = data;
  }
}

/** Reads the body of an answer that is no success. A proxy's own error page is the same as no server. */
export async function problemOf(response: Response): Promise<ApiProblem> {
  const parsed = Problem.safeParse(await response.json().catch(() => null));
  if (parsed.success && parsed.data.data.outdated) return new ApiProblem('outdated-page');
  if (parsed.success) return new ApiProblem(parsed.data.code, parsed.data.data);
  return response.status >= 502 && response.status <= 504
    ? new ApiProblem('offline')
    : new ApiProblem('unreadable', { status: response.status });
}

/** The sentence to show for anything that was thrown. */
export function sentenceOf(error: unknown): string {
  return error instanceof ApiProblem
    ? error.message
    : 'Something failed in this page. Reload it; what you made is kept.';
}
