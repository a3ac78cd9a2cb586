import { refreshStore } from './browserStore.ts';
import { RoundEnded } from './fateOf.ts';
import { isToBeTakenOut, type PictureDocument } from './pictureDocument.ts';
import { letGo, storeContent } from './pictureStore.ts';
import type { SendHooks } from './sendHooks.ts';
import { sendPicture, takeOutThere } from './sendPicture.ts';

/** `later`: something is left that could not be sent now. */
export type SendResult = 'done' | 'later';

/** Evidence that was taken out is kept for undo this long. */
const UNDO_MS = 24 * 3_600_000;

/**
 * Sends everything that waits, oldest first. What the server refuses stays here with its problem; what fails is tried
 * again, for ever only where the server takes nothing, and does not hold up what came after it.
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
    const order = [...storeContent().pictures].sort((a, b) => a.keptAt - b.keptAt).map((p) => p.evidenceId);
    // What goes makes room for what comes.
    for (const id of order) {
      const picture = asItIs(id);
      if (picture && isToBeTakenOut(picture)) await each(() => takeOutThere(picture, hooks));
      else if (picture?.state === 'taken-out') await sweep(picture);
    }
    for (const id of order) {
      const picture = asItIs(id);
      if (picture?.state === 'waiting') await each(() => sendPicture(picture, hooks));
    }
    for (const statement of storeContent().statements)
      if (statement.state === 'waiting') {
        // Only who writes needs it.
        const { sendStatement } = await import('./sendStatement.ts');
        await each(() => sendStatement(statement, hooks));
      }
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

/** A picture when its turn has come: changed, taken out or let go while those before it were sent. */
const asItIs = (evidenceId: string): PictureDocument | undefined =>
  storeContent().pictures.find((one) => one.evidenceId === evidenceId);

async function sweep(picture: PictureDocument): Promise<void> {
  if (Date.now() - picture.keptAt >= UNDO_MS) await letGo(picture.evidenceId);
}
