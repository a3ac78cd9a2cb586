import { problemSentence } from '../words/problems.ts';
import type { KeptProblem } from './pictureDocument.ts';

/** The sentence of a problem that was kept with an entry. */
export function keptProblem(problem: KeptProblem | null): string {
  if (problem === null) return '';
  return typeof problem === 'string' ? problem : problemSentence(problem.code, problem.data);
}
