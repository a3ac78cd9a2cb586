import { ApiProblem, ownProblem } from '../api/apiProblem.ts';
import { toast } from '../ui/notices.ts';
import { judgementEntries } from './browserStore.ts';
import { fateOf } from './fateOf.ts';
import type { KeptJudgement } from './judgement.ts';
import { nextRevision } from './nextRevision.ts';
import { MOST_ASKED, MOST_TRIES } from './pictureDocument.ts';
import type { SendHooks } from './sendHooks.ts';
import { sendVerdicts } from './sendVerdicts.ts';

/** @returns whether nothing of it is left to be tried again */
export async function sendJudgement(judgement: KeptJudgement, hooks: SendHooks): Promise<boolean> {
  const { key, revision, writeId, adjustment: sent } = judgement;
  // Known also to the page after a reload, when the answer has nobody to come to.
  const asked = [...new Set([...(judgement.asked ?? []), writeId, ...(sent ? [sent.id] : [])])].slice(
    -MOST_ASKED,
  );
  await judgementEntries.change(key, (current) => current && { ...current, asked });
  try {
    const now = await sendVerdicts({ ...judgement, asked });
    if (now) await hooks.onJudged(judgement, now);
    await judgementEntries.change(key, (current) => {
      if (!current || current.revision === revision) return null;
      // What was given meanwhile takes the place of what has just been entered.
      const verdicts = Object.fromEntries(
        Object.entries(current.verdicts).map(([id, one]) => [
          id,
          { ...one, on: now?.verdicts[id]?.version ?? one.on },
        ]),
      );
      const levels = Object.fromEntries(
        Object.entries(current.levels ?? {}).map(([id, one]) => [
          id,
          { ...one, on: now?.levels[id]?.version ?? one.on },
        ]),
      );
      const { adjustment } = current;
      // As far as the version that was entered here is concerned; one of somebody else's is not passed over.
      const onOwn = adjustment && judgement.adjustment && now;
      return {
        ...current,
        verdicts,
        levels,
        adjustment: onOwn ? { ...adjustment, baseVersion: now.adjustmentVersion } : adjustment,
        asked: [],
        revision: nextRevision(current.revision),
      };
    });
    return judgementEntries.get(key) === undefined;
  } catch (error) {
    const fate = fateOf(error);
    const problem = error instanceof ApiProblem ? error : ownProblem('unreadable');
    if (fate.kind === 'not-taken') {
      await judgementEntries.change(key, (current) => (current ? null : undefined));
      await hooks.onNotJudged(judgement, problem);
      return true;
    }
    await judgementEntries.change(key, (current) => current && { ...current, tries: current.tries + 1 });
    // What was judged is not asked for a second time: it is tried until the server takes it, or says that it does not.
    if (judgement.tries + 1 === MOST_TRIES)
      toast.warning(`${problem.message} What you gave is kept here, and tried again.`, {
        id: 'verdicts-held-up',
        duration: 15_000,
      });
    return false;
  }
}
