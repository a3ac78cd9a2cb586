import type { KeptProblem } from './pictureDocument.ts';

/** An own statement that was changed here and that the server does not have in this state yet. */
export interface KeptStatement {
  /** person and assignment */
  key: string;
  personId: string;
  assignmentId: string;
  text: string;
  /** the server's version this was made from; 0 where it has none */
  baseVersion: number;
  revision: number;
  state: 'waiting' | 'stale' | 'refused';
  problem: KeptProblem | null;
  tries: number;
  /** what was sent and had no answer: the server may have it */
  asked?: string[];
}

export const statementKey = (personId: string, assignmentId: string) => `${personId}/${assignmentId}`;
