import { callApi } from '../api/callApi.ts';
import { statementEntries } from './browserStore.ts';
import { fateOf } from './fateOf.ts';
import { nextRevision } from './nextRevision.ts';
import { afterFailure, MOST_ASKED } from './pictureDocument.ts';
import type { SendHooks } from './sendHooks.ts';
import type { KeptStatement } from './statement.ts';

/** @returns whether nothing of it is left to be tried again */
export async function sendStatement(statement: KeptStatement, hooks: SendHooks): Promise<boolean> {
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
            problem: null,
            tries: 0,
            revision: nextRevision(current.revision),
          },
    );
    return statementEntries.get(key) === undefined;
  } catch (error) {
    const fate = fateOf(error);
    await statementEntries.change(key, (current) => {
      if (!current) return undefined;
      if (fate.kind === 'not-taken') return { ...current, state: fate.as, problem: fate.problem };
      return { ...current, ...afterFailure(current, fate) };
    });
    // The two texts are put beside each other: the other one as it is by now.
    if (fate.kind === 'not-taken' && fate.as === 'stale') await hooks.onElsewhere(assignmentId);
    return fate.kind === 'not-taken';
  }
}
