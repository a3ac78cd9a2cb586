import { ApiProblem, ownProblem } from '../api/apiProblem.ts';
import { callApi } from '../api/callApi.ts';
import { judgementEntries, refreshStore, statementEntries } from './browserStore.ts';
import { fateOf, RoundEnded } from './fateOf.ts';
import type { KeptJudgement } from './judgement.ts';
import { nextRevision } from './nextRevision.ts';
import { isToBeTakenOut, MOST_TRIES, type PictureDocument } from './pictureDocument.ts';
import { letGo, storeContent } from './pictureStore.ts';
import type { SendHooks } from './sendHooks.ts';
import { sendPicture, takeOutThere } from './sendPicture.ts';
import { sendVerdicts } from './sendVerdicts.ts';
import type { KeptStatement } from './statement.ts';

/** `later`: something is left that could not be sent now. */
export type SendResult = 'done' | 'later';

/** Evidence that was taken out is kept for undo this long. */
const UNDO_MS = 24 * 3_600_000;

/** So many texts without an answer are told along with the next; the contract's `StatementWrite` takes as many. */
const MOST_ASKED = 4;

/**
 * Sends everything that waits, oldest first. What the server refuses stays here with its problem; what fails for a
 * reason that may pass is tried again, not for ever, and does not hold up what came after it.
 */
export async function sendAll(hooks: SendHooks): Promise<SendResult> {
  let left = false;
  const each = async (work: () => Promise<boolean>) => {
    if (!(await work())) left = true;
  };
  // The tab that sent before this one has taken out what it sent, and the bell that says so may not have been heard:
  // this one would send it again and put it back. A disk that cannot be read is no reason to send nothing.
  await refreshStore().catch(() => undefined);
  try {
    const pictures = [...storeContent().pictures].sort((a, b) => a.keptAt - b.keptAt);
    // What goes makes room for what comes.
    for (const picture of pictures)
      if (isToBeTakenOut(picture)) await each(() => takeOutThere(picture, hooks));
      else if (picture.state === 'taken-out') await sweep(picture);
    for (const picture of pictures)
      if (picture.state === 'waiting') await each(() => sendPicture(picture, hooks));
    for (const statement of storeContent().statements)
      if (statement.state === 'waiting') await each(() => sendStatement(statement, hooks));
    for (const judgement of storeContent().judgements) await each(() => sendJudgement(judgement, hooks));
  } catch (error) {
    if (!(error instanceof RoundEnded)) throw error;
    left = true;
  }
  return left ? 'later' : 'done';
}

async function sendStatement(statement: KeptStatement, hooks: SendHooks): Promise<boolean> {
  const { key, assignmentId, text, baseVersion, revision } = statement;
  const asked = (statement.asked ?? []).filter((one) => one !== text).slice(1 - MOST_ASKED);
  // Known also to the page after a reload, when the answer has nobody to come to.
  await statementEntries.change(key, (current) => current && { ...current, asked: [...asked, text] });
  try {
    const draft = await callApi('writeStatement', {
      params: { assignmentId },
      body: { text, baseVersion, asked },
    });
    await hooks.onDraft(assignmentId, draft);
    await statementEntries.change(key, (current) =>
      !current || current.revision === revision
        ? null
        : {
            ...current,
            baseVersion: draft.statementVersion,
            asked: [],
            revision: nextRevision(current.revision),
          },
    );
    return statementEntries.get(key) === undefined;
  } catch (error) {
    const fate = fateOf(error);
    await statementEntries.change(key, (current) => {
      if (!current) return undefined;
      if (fate.kind === 'not-taken') return { ...current, state: fate.as, problem: fate.problem };
      const tries = current.tries + 1;
      return tries < MOST_TRIES
        ? { ...current, tries }
        : { ...current, tries, state: 'refused', problem: fate.problem };
    });
    return fate.kind !== 'failed';
  }
}

async function sendJudgement(judgement: KeptJudgement, hooks: SendHooks): Promise<boolean> {
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
    if (fate.kind === 'not-taken' || judgement.tries + 1 >= MOST_TRIES) {
      await judgementEntries.change(key, (current) => (current ? null : undefined));
      await hooks.onNotJudged(judgement, error instanceof ApiProblem ? error : ownProblem('unreadable'));
      return true;
    }
    await judgementEntries.change(key, (current) => current && { ...current, tries: current.tries + 1 });
    return false;
  }
}

async function sweep(picture: PictureDocument): Promise<void> {
  if (Date.now() - picture.keptAt >= UNDO_MS) await letGo(picture.evidenceId);
}
