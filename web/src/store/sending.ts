import type { DraftDocument, VerdictsNow } from '@nachweis/contract';
import { ApiProblem } from '../api/apiProblem.ts';
import { callApi } from '../api/callApi.ts';
import type { CallCode } from '../words/problems.ts';
import { judgementEntries, statementEntries } from './browserStore.ts';
import type { KeptJudgement } from './judgement.ts';
import { nextRevision } from './nextRevision.ts';
import {
  isToBeTakenOut,
  type KeptProblem,
  MOST_TRIES,
  type PictureDocument,
  preparationOf,
  sentAs,
} from './pictureDocument.ts';
import { bytesOf, happen, letGo, storeContent } from './pictureStore.ts';
import { sendVerdicts } from './sendVerdicts.ts';
import type { KeptStatement } from './statement.ts';
import { wasTakenOutBy } from './takenOut.ts';

/** `later`: something is left that could not be sent now. */
export type SendResult = 'done' | 'later';

export interface SendHooks {
  /** the server's draft after a write; awaited, so that nothing leaves the store before the sheet has it */
  onDraft: (assignmentId: string, draft: DraftDocument) => Promise<unknown>;
  /** evidence that had to make room for new one */
  onTakenOut: (evidenceId: string, takenOut: string[]) => void;
  /** verdicts and points after they were sent */
  onJudged: (now: VerdictsNow) => Promise<unknown>;
  /** somebody else's stand, or it cannot be judged any more: what was given here is let go, and said */
  onNotJudged: (handInId: string, problem: ApiProblem) => Promise<unknown>;
}

/** Evidence that was taken out is kept for undo this long. */
const UNDO_MS = 24 * 3_600_000;

/** So many texts without an answer are told along with the next; the contract's `StatementWrite` takes as many. */
const MOST_ASKED = 4;

/** Nothing at all can be sent now: trying the next one is of no use. */
const ENDS_ROUND: ReadonlySet<CallCode> = new Set(['offline', 'signed-out', 'other-person', 'outdated-page']);
/** It may work the next time. */
const PASSING: ReadonlySet<CallCode> = new Set([
  'unreadable',
  'too-slow',
  'internal',
  'busy',
  'too-many-requests',
]);

class RoundEnded extends Error {}

/**
 * Sends everything that waits, oldest first. What the server refuses stays here with its problem; what fails for a
 * reason that may pass is tried again, not for ever, and does not hold up what came after it.
 */
export async function sendAll(hooks: SendHooks): Promise<SendResult> {
  let left = false;
  const each = async (work: () => Promise<boolean>) => {
    if (!(await work())) left = true;
  };
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

type Fate = { kind: 'failed' } | { kind: 'not-taken'; as: 'stale' | 'refused' };

/** Sorts an error: what ends the round is thrown on, everything else is kept with the entry. */
function fateOf(error: unknown): Fate & { problem: KeptProblem } {
  if (!(error instanceof ApiProblem)) return { kind: 'failed', problem: { code: 'unreadable', data: {} } };
  const { code, data } = error;
  if (ENDS_ROUND.has(code)) throw new RoundEnded();
  const problem = { code, data };
  if (PASSING.has(code)) return { kind: 'failed', problem };
  return { kind: 'not-taken', as: code === 'stale-version' ? 'stale' : 'refused', problem };
}

/** @returns whether nothing of it is left to be tried again */
async function sendPicture(picture: PictureDocument, hooks: SendHooks): Promise<boolean> {
  const { evidenceId, assignmentId, proofPointId, captureId, baseVersion, revision } = picture;
  if (!assignmentId || !proofPointId) return true;
  try {
    await sendBytes(picture);
    if (picture.isOutThere) await putBackThere(picture, hooks);
    // Known also to the page after a reload, when the answer has nobody to come to.
    await happen(picture, { kind: 'on-its-way', as: sentAs(picture) });
    const { draft, takenOut } = await callApi('putEvidence', {
      params: { evidenceId },
      body: { assignmentId, proofPointId, captureId, baseVersion, ...preparationOf(picture) },
    });
    await hooks.onDraft(assignmentId, draft);
    if (takenOut.length > 0) hooks.onTakenOut(evidenceId, takenOut);
    const version = draft.evidence.find((e) => e.id === evidenceId)?.version ?? baseVersion;
    await happen(picture, { kind: 'sent', revision, version });
    const current = storeContent().pictures.find((p) => p.evidenceId === evidenceId);
    // Taken out while it was on its way: it has arrived, so it is taken out there.
    return current && isToBeTakenOut(current) ? takeOutThere(current, hooks) : current === undefined;
  } catch (error) {
    const fate = fateOf(error);
    const own = fate.kind === 'not-taken' && fate.as === 'stale' ? await ownVersion(picture) : null;
    await happen(picture, own === null ? fate : { kind: 'again', baseVersion: own });
    return own === null && fate.kind !== 'failed';
  }
}

/**
 * Whether what the server has was sent from here, and only the answer was lost: then it is no change of somebody else.
 * @returns its version; null where it is somebody else's, or cannot be told
 */
async function ownVersion({ evidenceId, assignmentId }: PictureDocument): Promise<number | null> {
  const asked = storeContent().pictures.find((p) => p.evidenceId === evidenceId)?.asked ?? [];
  if (!assignmentId || asked.length < 2) return null;
  const { draft } = await callApi('proofSheet', { params: { assignmentId } }).catch(() => ({ draft: null }));
  const there = draft?.evidence.find((e) => e.id === evidenceId);
  return there && asked.includes(sentAs(there)) ? there.version : null;
}

/**
 * Takes a picture out on the server, as was done here; where it was never wanted, what made room for it comes back.
 * @returns whether nothing of it is left to be tried again
 */
async function takeOutThere(picture: PictureDocument, hooks: SendHooks): Promise<boolean> {
  const { evidenceId, assignmentId, bringsBack } = picture;
  if (!assignmentId) return true;
  const [before] = bringsBack ? wasTakenOutBy(evidenceId) : [];
  try {
    const { draft } = await callApi('removeEvidence', { params: { evidenceId } });
    const after = before ? await callApi('restoreEvidence', { params: { evidenceId: before } }) : { draft };
    await hooks.onDraft(assignmentId, after.draft);
  } catch (error) {
    // It never arrived, so there is nothing to take out.
    if (!(error instanceof ApiProblem && error.code === 'not-found')) {
      const fate = fateOf(error);
      await happen(picture, fate.kind === 'failed' ? fate : { kind: 'stays-there', problem: fate.problem });
      return fate.kind !== 'failed';
    }
  }
  await happen(picture, { kind: 'out-there', isOut: true });
  return storeContent().pictures.find((p) => p.evidenceId === evidenceId)?.state !== 'waiting';
}

/** Puts a picture back on the server that was taken out there by its person, and is wanted again. */
async function putBackThere(picture: PictureDocument, hooks: SendHooks): Promise<void> {
  const { evidenceId, assignmentId } = picture;
  try {
    const { draft } = await callApi('restoreEvidence', { params: { evidenceId } });
    if (assignmentId) await hooks.onDraft(assignmentId, draft);
  } catch (error) {
    if (!(error instanceof ApiProblem && error.code === 'not-found')) throw error;
  }
  await happen(picture, { kind: 'out-there', isOut: false });
}

/** Sends a picture's bytes and where they came from; it is among the captures then. @throws ApiProblem */
export async function sendBytes(picture: PictureDocument): Promise<void> {
  if (picture.bytesSent) return;
  const { captureId, assignmentId, origin } = picture;
  const blob = await bytesOf(captureId);
  // They are gone from this browser; the server says whether it has them.
  if (!blob) return;
  const { source, surface, name, label, document, scale, done } = origin;
  await callApi('putCapture', {
    params: { captureId },
    query: {
      source,
      surface,
      name: name.slice(0, 1000),
      label: label.slice(0, 500),
      document: document.slice(0, 500),
      done: JSON.stringify(done),
      ...(scale && { scale: String(scale) }),
      ...(assignmentId && { assignmentId }),
    },
    body: blob,
  });
  await happen(picture, { kind: 'bytes-sent' });
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
  const { key, handInId, revision } = judgement;
  try {
    const now = await sendVerdicts(judgement);
    if (now) await hooks.onJudged(now);
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
        revision: nextRevision(current.revision),
      };
    });
    return judgementEntries.get(key) === undefined;
  } catch (error) {
    const fate = fateOf(error);
    if (fate.kind === 'not-taken' || judgement.tries + 1 >= MOST_TRIES) {
      await judgementEntries.change(key, (current) => (current ? null : undefined));
      await hooks.onNotJudged(handInId, error instanceof ApiProblem ? error : new ApiProblem('unreadable'));
      return true;
    }
    await judgementEntries.change(key, (current) => current && { ...current, tries: current.tries + 1 });
    return false;
  }
}

async function sweep(picture: PictureDocument): Promise<void> {
  if (Date.now() - picture.keptAt >= UNDO_MS) await letGo(picture.evidenceId);
}
