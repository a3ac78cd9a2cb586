import type { Problem } from '@nachweis/contract';
import { CALLS, type CallCode } from '../words/calls.ts';

type Data = Readonly<Record<string, unknown>>;

/** Why a call to the server did not succeed. `offline`: it could not be reached; `unreadable`: its answer made no sense. */
export class ApiProblem extends Error {
  readonly code: CallCode;
  readonly data: Data;

  constructor(code: CallCode, data: Data, sentence: string) {
    super(sentence);
    this.name = 'ApiProblem';
    this.code = code;
    this.data = data;
  }
}

/** A problem that the page has words for by itself. */
export const ownProblem = (code: keyof typeof CALLS, data: Data = {}): ApiProblem =>
  new ApiProblem(code, data, CALLS[code](data));

/** The words for all that a server can say; most visits need none of them. */
export const importWords = () => import('../words/problems.ts');

/** Reads the body of an answer that is no success. A proxy's own error page is the same as no server. */
export async function problemOf(response: Response): Promise<ApiProblem> {
  const body: unknown = await response.json().catch(() => null);
  if (isProblem(body)) {
    const { data } = body;
    const code = data.outdated ? 'outdated-page' : body.code;
    if (isOwn(code)) return ownProblem(code, data);
    try {
      const { isProblemCode, problemSentence } = await importWords();
      if (isProblemCode(code)) return new ApiProblem(code, data, problemSentence(code, data));
    } catch {
      return new ApiProblem(code, data, 'The server did not do this. Reload the page to read why.');
    }
  }
  return response.status >= 502 && response.status <= 504
    ? ownProblem('offline')
    : ownProblem('unreadable', { status: response.status });
}

const isOwn = (code: string): code is keyof typeof CALLS => Object.hasOwn(CALLS, code);

/** Whether it is our server that speaks: what stands in between has no such codes. */
const isProblem = (body: unknown): body is Problem =>
  typeof body === 'object' &&
  body !== null &&
  'code' in body &&
  typeof body.code === 'string' &&
  'data' in body &&
  typeof body.data === 'object' &&
  body.data !== null;

/** The sentence to show for anything that was thrown. */
export function sentenceOf(error: unknown): string {
  return error instanceof ApiProblem
    ? error.message
    : 'Something failed in this page. Reload it and try again.';
}
