import { callApi } from '../api/callApi.ts';
import { refreshStore, statementEntries } from './browserStore.ts';
import { fateOf, RoundEnded } from './fateOf.ts';
import { nextRevision } from './nextRevision.ts';
import { isToBeTakenOut, MOST_ASKED, MOST_TRIES, type PictureDocument } from './pictureDocument.ts';
import { letGo, storeContent } from './pictureStore.ts';
import type { SendHooks } from './sendHooks.ts';
import { sendPicture, takeOutThere } from './sendPicture.ts';
import type { KeptStatement } from './statement.ts';

/** `later`: something is left that could not be sent now. */
export type SendResult = 'done' | 'later';

/** Evidence that was taken out is kept for undo this long. */
const UNDO_MS = 24 * 3_600_000;

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
    for (const judgement of storeContent().judgements) {
      // Only who judges needs it.
      const { sendJudgement } = await import('./sendJudgement.ts');
      await each(() => sendJudgement(judgement, hooks));
    }
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

async function sweep(picture: PictureDocument): Promise<void> {
  if (Date.now() - picture.keptAt >= UNDO_MS) await letGo(picture.evidenceId);
}
