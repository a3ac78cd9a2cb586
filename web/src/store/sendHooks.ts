import type { DraftDocument, VerdictsNow } from '@nachweis/contract';
import type { ApiProblem } from '../api/apiProblem.ts';
import type { Judged } from './judgement.ts';

/** What the page does with what comes back while it sends. */
export interface SendHooks {
  /** the server's draft after a write; awaited, so that nothing leaves the store before the sheet has it */
  onDraft: (assignmentId: string, draft: DraftDocument) => Promise<unknown>;
  /** something else is there by now than the page knows of */
  onElsewhere: (assignmentId: string) => Promise<unknown>;
  /** a picture has no place any more where it was put, and waits for another one */
  onDisplaced: () => void;
  /** evidence that had to make room for new one */
  onTakenOut: (evidenceId: string, takenOut: string[]) => void;
  /** verdicts and points after they were sent */
  onJudged: (judged: Judged, now: VerdictsNow) => Promise<unknown>;
  /** somebody else's stand, or it cannot be judged any more: what was given here is let go, which has been said */
  onNotJudged: (judged: Judged, problem: ApiProblem) => Promise<unknown>;
}
