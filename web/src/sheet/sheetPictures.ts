import type { DraftDocument, Evidence, ProofPoint } from '@nachweis/contract';
import { isPinOf } from '@nachweis/core';
import { type PictureDocument, preparationOf } from '../store/pictureDocument.ts';
import { isKept, localUrl } from '../store/pictureStore.ts';

/** A picture as the proof sheet shows it: its document, with an address, a name and how it stands. */
export interface SheetPicture extends PictureDocument {
  assignmentId: string;
  proofPointId: string;
  /** empty where its bytes are in reach of nobody */
  url: string;
  fileName: string;
  /** `unkept` is in this page only: being written, or the browser's storage is full */
  status: 'saved' | 'unkept' | 'waiting' | 'stale' | 'refused';
  damaged: boolean;
  /** something of its capture is hidden or taken out in a picture that was made of it, as far as the server knows */
  captureHides: boolean;
  /** of its capture; null until the server has evidence of it */
  sha256: string | null;
  /** of the file it makes; null while that is being made, or it was changed here since */
  fileBytes: number | null;
  /** what a machine read in it, as the server says; null while it is not read, or it was changed here since */
  read: string | null;
}

/** Lays what waits in this browser over what the server has, in the order of the proof points. */
export function sheetPictures(
  assignmentId: string,
  personId: string,
  points: readonly ProofPoint[],
  draft: DraftDocument,
  pictures: readonly PictureDocument[],
): SheetPicture[] {
  const kept = pictures.filter((p) => p.assignmentId === assignmentId);
  return points.flatMap((point) => {
    const nextName = draft.nextNames[point.id];
    // Evidence that was moved here is shown where it will be.
    const saved = draft.evidence
      .map((e) => ({
        evidence: e,
        picture: kept.find((p) => p.evidenceId === e.id) ?? fromServer(assignmentId, personId, e),
      }))
      .filter(({ picture }) => picture.proofPointId === point.id && picture.state !== 'taken-out');
    const fresh = kept
      .filter((p) => p.proofPointId === point.id && p.state !== 'taken-out')
      .filter((p) => !draft.evidence.some((s) => s.id === p.evidenceId))
      .sort((a, b) => a.keptAt - b.keptAt);
    // The server makes room when it gets the new one; until then the sheet shows what will be.
    const leaving = new Set(fresh.flatMap((p) => (p.state === 'waiting' ? (p.replaces ?? []) : [])));
    return [
      ...saved.map(({ evidence, picture }) => shown(picture, evidence, nextName)),
      ...fresh.map((p) => shown(p, null, nextName)),
    ].filter((p) => p !== null && !leaving.has(p.evidenceId)) as SheetPicture[];
  });
}

/** The document of evidence that the server has and that was not changed here. */
function fromServer(assignmentId: string, personId: string, evidence: Evidence): PictureDocument {
  const { capture } = evidence;
  return {
    evidenceId: evidence.id,
    captureId: capture.id,
    personId,
    assignmentId,
    proofPointId: evidence.proofPointId,
    origin: {
      source: capture.source,
      surface: capture.surface,
      name: capture.originalName,
      label: '',
      document: '',
      done: [],
    },
    width: capture.width,
    height: capture.height,
    notes: capture.notes,
    ...preparationOf(evidence),
    state: 'waiting',
    problem: null,
    bytesSent: true,
    href: capture.href,
    baseVersion: evidence.version,
    revision: 0,
    tries: 0,
    keptAt: 0,
  };
}

function shown(picture: PictureDocument, evidence: Evidence | null, nextName = ''): SheetPicture | null {
  const { assignmentId, proofPointId, evidenceId } = picture;
  if (!assignmentId || !proofPointId) return null;
  // One that cannot be shown has its place all the same: else the next one would be put there unasked.
  const url = localUrl(picture.captureId) ?? evidence?.capture.href ?? picture.href ?? '';
  const { width, height } = evidence?.capture ?? picture;
  const state = picture.state === 'stale' || picture.state === 'refused' ? picture.state : 'waiting';
  const status =
    picture.revision === 0 && evidence
      ? 'saved'
      : state === 'waiting' && !isKept(evidenceId)
        ? 'unkept'
        : state;
  return {
    ...picture,
    assignmentId,
    proofPointId,
    width,
    height,
    notes: evidence?.capture.notes ?? picture.notes,
    url,
    fileName: evidence?.proofPointId === proofPointId ? evidence.fileName : nextName,
    status,
    damaged: evidence?.damaged ?? false,
    captureHides: evidence?.captureHides ?? false,
    sha256: evidence?.capture.sha256 ?? null,
    fileBytes: status === 'saved' ? (evidence?.fileBytes ?? null) : null,
    read: status === 'saved' ? (evidence?.read ?? null) : null,
  };
}

/** Another picture came to its place meanwhile, from another page or device. */
export const isForFullPlace = ({ problem }: SheetPicture): boolean =>
  problem !== null && typeof problem === 'object' && problem.code === 'point-full';

/** Whether every pin that is asked for is there. */
export const isPinned = ({ marks }: SheetPicture, { mustShows, requirements }: ProofPoint): boolean =>
  requirements.needsPins && mustShows.every((m) => marks.some(isPinOf(m.letter)));
