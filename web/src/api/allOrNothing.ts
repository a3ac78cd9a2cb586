import { ApiProblem, sentenceOf } from './apiProblem.ts';

/**
 * What to say of an error where all or nothing is done. Without an answer it is not known which: the order may have arrived.
 * @param nothing that nothing was done, in words
 */
export function sentenceOfAll(error: unknown, nothing: string): string {
  const answered = error instanceof ApiProblem && !['offline', 'unreadable', 'too-slow'].includes(error.code);
  return `${sentenceOf(error)} ${answered ? nothing : 'It may have arrived: if you try it again as it is, nothing is there twice.'}`;
}
