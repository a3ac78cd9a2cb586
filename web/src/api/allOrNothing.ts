import { ApiProblem, sentenceOf } from './apiProblem.ts';

/**
 * What to say of an error where all or nothing is done. Without an answer it is not known which: the order may have arrived.
 * @param nothing that nothing was done, in words
 * @param again what trying it again as it is does where it had arrived
 */
export function sentenceOfAll(error: unknown, nothing: string, again = 'nothing is there twice'): string {
  const answered = error instanceof ApiProblem && !['offline', 'unreadable', 'too-slow'].includes(error.code);
  return `${sentenceOf(error)} ${answered ? nothing : `It may have arrived: if you try it again as it is, ${again}.`}`;
}
