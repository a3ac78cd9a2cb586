import type { DraftDocument } from '@nachweis/contract';
import { ApiProblem } from '../api/apiProblem.ts';
import { callApi } from '../api/callApi.ts';
import {
  forgetEvidence,
  forgetPicture,
  forgetStatement,
  outboxContent,
  putEvidence,
  putStatement,
} from './outbox.ts';
import type { KeptEvidence, KeptStatement } from './store.ts';

/** `later`: something is left because the server cannot be reached or the session has ended. */
export type SyncResult = 'done' | 'later';

export interface SyncHooks {
  /** the server's draft after a write; awaited, so that nothing leaves the outbox before the sheet has it */
  onDraft: (assignmentId: string, draft: DraftDocument) => Promise<unknown>;
  /** evidence that had to make room for new one */
  onTakenOut: (evidenceId: string, takenOut: string[]) => void;
}

/** Evidence taken out before it was sent is kept for undo this long. */
const UNDO_MS = 24 * 3_600_000;

/**
 * Sends everything that waits, oldest first. Only one tab does so at a time. What the server refuses stays here with
 * its sentence; what it cannot be asked now stays as it is.
 */
export async function syncOutbox(hooks: SyncHooks): Promise<SyncResult> {
  return navigator.locks.request('nachweis-outbox', async () => {
    try {
      for (const evidence of [...outboxContent().evidence].sort((a, b) => a.addedAt - b.addedAt)) {
        if (evidence.removed) await sweep(evidence);
        else if (evidence.state === 'waiting') await sendEvidence(evidence, hooks);
      }
      for (const statement of outboxContent().statements) {
        if (statement.state === 'waiting') await sendStatement(statement, hooks);
      }
      return 'done';
    } catch (error) {
      if (error instanceof ApiProblem) return 'later';
      throw error;
    }
  });
}

async function sendEvidence(evidence: KeptEvidence, hooks: SyncHooks): Promise<void> {
  const { evidenceId, assignmentId, proofPointId, captureId, framing, marks, baseVersion, revision } =
    evidence;
  try {
    await sendPicture(captureId);
    const { draft, takenOut } = await callApi('putEvidence', {
      params: { evidenceId },
      body: { assignmentId, proofPointId, captureId, framing, marks, baseVersion },
    });
    await hooks.onDraft(assignmentId, draft);
    if (takenOut.length > 0) hooks.onTakenOut(evidenceId, takenOut);
    const version = draft.evidence.find((e) => e.id === evidenceId)?.version ?? baseVersion;
    const current = outboxContent().evidence.find((e) => e.evidenceId === evidenceId);
    if (current?.removed) {
      // Taken out while it was on its way: it has arrived, so it is taken out there, or what made room for it put back.
      const [before] = takenOut;
      const after = before
        ? await callApi('restoreEvidence', { params: { evidenceId: before } })
        : await callApi('removeEvidence', { params: { evidenceId } });
      await hooks.onDraft(assignmentId, after.draft);
      await forgetEvidence(evidenceId);
    } else if (!current || current.revision === revision) await forgetEvidence(evidenceId);
    else await putEvidence({ ...current, baseVersion: version });
  } catch (error) {
    const state = refusal(error);
    const current = outboxContent().evidence.find((e) => e.evidenceId === evidenceId) ?? evidence;
    await putEvidence({ ...current, state, problem: (error as ApiProblem).message });
  }
}

async function sendPicture(captureId: string): Promise<void> {
  const picture = outboxContent().pictures.find((p) => p.captureId === captureId);
  if (!picture) return;
  const { source, surface, name, blob, label = '', document = '', scale, done = [], assignmentId } = picture;
  await callApi('putCapture', {
    params: { captureId },
    query: {
      source,
      surface,
      name: name.slice(0, 1000),
      label: label.slice(0, 500),
      document: document.slice(0, 500),
      done: done.join('\n').slice(0, 2000),
      ...(scale && { scale }),
      ...(assignmentId && { assignmentId }),
    },
    body: blob,
  });
  await forgetPicture(captureId);
}

async function sendStatement(statement: KeptStatement, hooks: SyncHooks): Promise<void> {
  const { key, assignmentId, text, baseVersion, revision } = statement;
  try {
    const draft = await callApi('writeStatement', { params: { assignmentId }, body: { text, baseVersion } });
    await hooks.onDraft(assignmentId, draft);
    const current = outboxContent().statements.find((s) => s.key === key);
    if (!current || current.revision === revision) await forgetStatement(key);
    else await putStatement({ ...current, baseVersion: draft.statementVersion });
  } catch (error) {
    const state = refusal(error);
    const current = outboxContent().statements.find((s) => s.key === key) ?? statement;
    await putStatement({ ...current, state, problem: (error as ApiProblem).message });
  }
}

/** Sorts an error: what the server decided is kept with the entry, everything else is thrown on and tried again. */
function refusal(error: unknown): 'stale' | 'refused' {
  const passing = ['offline', 'unreadable', 'signed-out', 'internal', 'too-many-requests'];
  if (!(error instanceof ApiProblem) || passing.includes(error.code)) throw error;
  return error.code === 'stale-version' ? 'stale' : 'refused';
}

async function sweep(evidence: KeptEvidence): Promise<void> {
  if (Date.now() - evidence.addedAt < UNDO_MS) return;
  await forgetEvidence(evidence.evidenceId);
  await forgetPicture(evidence.captureId);
}
