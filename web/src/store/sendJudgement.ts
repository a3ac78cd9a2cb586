import { ApiProblem, ownProblem } from '../api/apiProblem.ts';
import { toast } from '../ui/notices.ts';
import { judgementEntries } from './browserStore.ts';
import { fateOf } from './fateOf.ts';
import type { KeptJudgement } from './judgement.ts';
import { changed } from './judgementStore.ts';
import { nextRevision } from './nextRevision.ts';
import { MOST_ASKED, MOST_TRIES } from './pictureDocument.ts';
import type { SendHooks } from './sendHooks.ts';
import { sendVerdicts } from './sendVerdicts.ts';

/**
 * What is left to be sent of a judgement that the server did not take: all but what somebody else has changed meanwhile,
 * or the points that are not to be had. What stands against the hand-in itself leaves nothing.
 * @param sentId of the adjustment that was sent with it; one that was written since gets an answer of its own
 */
function leftOf(
  judgement: KeptJudgement,
  sentId: string | undefined,
  { code, data }: ApiProblem,
): KeptJudgement | null {
  const isStale = code === 'stale-version';
  const ofPoints = code === 'points-out-of-range' || (isStale && data.of === 'adjustment');
  const others = isStale && Array.isArray(data.mustShowIds) ? data.mustShowIds : [];
  if (!ofPoints && others.length === 0) return null;
  const without = <One>(given: Record<string, One>): Record<string, One> =>
    Object.fromEntries(Object.entries(given).filter(([id]) => !others.includes(id)));
  const verdicts = without(judgement.verdicts);
  const levels = without(judgement.levels ?? {});
  const isIt = ofPoints && judgement.adjustment?.id === sentId;
  const adjustment = isIt ? null : judgement.adjustment;
  const isAny = Object.keys({ ...verdicts, ...levels }).length > 0 || adjustment !== null;
  return isAny ? { ...changed(judgement), verdicts, levels, adjustment } : null;
}

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
      await judgementEntries.change(key, (current) => current && leftOf(current, sent?.id, problem));
      const left = judgementEntries.get(key);
      // A reason took words; they can be read, and taken over, for as long as they are wanted.
      const isGone = sent && sent.reason !== '' && left?.adjustment?.id !== sent.id;
      const words = isGone ? ` You had written: “${sent.reason}”` : '';
      toast.error(`${problem.message}${words}`, words ? { duration: Number.POSITIVE_INFINITY } : {});
      await hooks.onNotJudged(judgement, problem);
      return left === undefined;
    }
    await judgementEntries.change(key, (current) => current && { ...current, tries: current.tries + 1 });
    // What was judged is not asked for a second time: it is tried until the server takes it, or says that it does not.
    if (judgement.tries + 1 === MOST_TRIES)
      toast.warning(`${problem.message} What you gave is kept here, and tried again.`, {
        id: 'verdicts-held-up',
      });
    return false;
  }
}
