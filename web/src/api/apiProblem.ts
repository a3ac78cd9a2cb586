import type { Problem } from '@nachweis/contract';
import { type CallCode, isProblemCode, problemSentence } from '../words/problems.ts';

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
  const body: unknown = await response.json().catch(() => null);
  if (isProblem(body)) return new ApiProblem(body.data.outdated ? 'outdated-page' : body.code, body.data);
  return response.status >= 502 && response.status <= 504
    ? new ApiProblem('offline')
    : new ApiProblem('unreadable', { status: response.status });
}

/** Whether it is our server that speaks: what stands in between has no such codes. */
const isProblem = (body: unknown): body is Problem =>
  typeof body === 'object' &&
  body !== null &&
  'code' in body &&
  isProblemCode(body.code) &&
  'data' in body &&
  typeof body.data === 'object' &&
  body.data !== null;

/** The sentence to show for anything that was thrown. */
export function sentenceOf(error: unknown): string {
  return error instanceof ApiProblem
    ? error.message
    : 'Something failed in this page. Reload it; what you made is kept.';
}
