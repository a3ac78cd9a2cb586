import { ApiProblem } from '../api/apiProblem.ts';
import { callApi } from '../api/callApi.ts';
import { fateOf } from './fateOf.ts';
import { isToBeTakenOut, type PictureDocument, preparationOf, sentAs } from './pictureDocument.ts';
import { bytesOf, happen, storeContent } from './pictureStore.ts';
import type { SendHooks } from './sendHooks.ts';
import { wasTakenOutBy } from './takenOut.ts';

/** @returns whether nothing of it is left to be tried again */
export async function sendPicture(picture: PictureDocument, hooks: SendHooks): Promise<boolean> {
  const { evidenceId, assignmentId, proofPointId, captureId, baseVersion, revision, replaces = [] } = picture;
  if (!assignmentId || !proofPointId) return true;
  try {
    await sendBytes(picture);
    if (picture.isOutThere) await putBackThere(picture, hooks);
    // Known also to the page after a reload, when the answer has nobody to come to.
    await happen(picture, { kind: 'on-its-way', as: sentAs(picture) });
    const { draft, takenOut } = await callApi('putEvidence', {
      params: { evidenceId },
      body: {
        assignmentId,
        proofPointId,
        captureId,
        baseVersion,
        replaces: [...replaces],
        ...preparationOf(picture),
      },
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
    // No page shows that place any more, and a picture that is only here would be seen by nobody: it waits for another.
    if (error instanceof ApiProblem && error.code === 'not-found' && baseVersion === 0) {
      const bytes = await bytesOf(captureId).catch(() => null);
      await happen(picture, bytes ? { kind: 'displaced' } : fate);
      if (bytes) hooks.onDisplaced();
      await hooks.onElsewhere(assignmentId);
      return true;
    }
    const own = fate.kind === 'not-taken' && fate.as === 'stale' ? await ownVersion(picture) : null;
    await happen(picture, own === null ? fate : { kind: 'again', baseVersion: own });
    if (own === null && fate.kind === 'not-taken' && fate.as === 'stale')
      await hooks.onElsewhere(assignmentId);
    return own === null && fate.kind === 'not-taken';
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
export async function takeOutThere(picture: PictureDocument, hooks: SendHooks): Promise<boolean> {
  const { evidenceId, assignmentId, bringsBack } = picture;
  if (!assignmentId) return true;
  const [before] = bringsBack ? wasTakenOutBy(evidenceId) : [];
  try {
    const { draft } = await callApi('removeEvidence', { params: { evidenceId } });
    const after = before
      ? await callApi('restoreEvidence', { params: { evidenceId: before }, body: { replaces: [] } })
      : { draft };
    await hooks.onDraft(assignmentId, after.draft);
  } catch (error) {
    // It never arrived, so there is nothing to take out.
    if (!(error instanceof ApiProblem && error.code === 'not-found')) {
      const fate = fateOf(error);
      const stays = fate.kind === 'not-taken';
      await happen(picture, stays ? { kind: 'stays-there', problem: fate.problem } : fate);
      return stays;
    }
  }
  await happen(picture, { kind: 'out-there', isOut: true });
  return storeContent().pictures.find((p) => p.evidenceId === evidenceId)?.state !== 'waiting';
}

/** Puts a picture back on the server that was taken out there by its person, and is wanted again. */
async function putBackThere(picture: PictureDocument, hooks: SendHooks): Promise<void> {
  const { evidenceId, assignmentId } = picture;
  try {
    const { draft } = await callApi('restoreEvidence', { params: { evidenceId }, body: { replaces: [] } });
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
  const { href } = await callApi('putCapture', {
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
  await happen(picture, { kind: 'bytes-sent', href });
}
