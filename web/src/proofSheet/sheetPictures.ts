import type { DraftDocument, Evidence, ProofPoint } from '@nachweis/contract';
import type { Framing, Mark } from '@nachweis/core';
import { isKept, localUrl } from '../outbox/outbox.ts';
import type { KeptEvidence, OutboxContent } from '../outbox/store.ts';

/** A picture on the proof sheet, wherever it lies: on the server, in this browser, or changed here and not sent yet. */
export interface SheetPicture {
  evidenceId: string;
  proofPointId: string;
  captureId: string;
  url: string;
  width: number;
  height: number;
  framing: Framing;
  marks: Mark[];
  fileName: string;
  notes: readonly string[];
  /** `unkept` is in this page only: being written, or the browser's storage is full */
  status: 'saved' | 'unkept' | KeptEvidence['state'];
  problem: string;
  /** what a change starts from */
  base: KeptEvidence;
}

/** Lays what waits in this browser over what the server has, in the order of the proof points. */
export function sheetPictures(
  assignmentId: string,
  personId: string,
  points: readonly ProofPoint[],
  draft: DraftDocument,
  outbox: OutboxContent,
): SheetPicture[] {
  const kept = outbox.evidence.filter((e) => e.assignmentId === assignmentId);
  return points.flatMap((point) => {
    const saved = draft.evidence.filter((e) => e.proofPointId === point.id);
    const fresh = kept
      .filter((e) => e.proofPointId === point.id && !e.removed && !saved.some((s) => s.id === e.evidenceId))
      .sort((a, b) => a.addedAt - b.addedAt);
    const all = [
      ...saved.map((e) =>
        fromServer(assignmentId, personId, e, kept.find((k) => k.evidenceId === e.id) ?? null),
      ),
      ...fresh.map((e) => fromOutbox(e, draft, outbox)).filter((p) => p !== null),
    ];
    // The server makes room when it gets the new one; until then the sheet shows what will be.
    const most = point.requirements.maxPictures;
    return all.length <= most || fresh.length === 0
      ? all
      : [...all.slice(0, most - 1), all.at(-1) as SheetPicture];
  });
}

function fromServer(
  assignmentId: string,
  personId: string,
  evidence: Evidence,
  kept: KeptEvidence | null,
): SheetPicture {
  const { capture, framing, marks } = evidence;
  const base: KeptEvidence = kept ?? {
    evidenceId: evidence.id,
    personId,
    assignmentId,
    proofPointId: evidence.proofPointId,
    captureId: capture.id,
    framing,
    marks,
    baseVersion: evidence.version,
    revision: 0,
    state: 'waiting',
    problem: '',
    addedAt: 0,
    removed: false,
  };
  return {
    evidenceId: evidence.id,
    proofPointId: evidence.proofPointId,
    captureId: capture.id,
    url: localUrl(capture.id) ?? capture.href,
    width: capture.width,
    height: capture.height,
    framing: base.framing,
    marks: base.marks,
    fileName: evidence.fileName,
    notes: capture.notes,
    status: kept ? statusOf(kept) : 'saved',
    problem: kept?.problem ?? '',
    base,
  };
}

const statusOf = ({ evidenceId, state }: KeptEvidence): SheetPicture['status'] =>
  state === 'waiting' && !isKept(evidenceId) ? 'unkept' : state;

function fromOutbox(kept: KeptEvidence, draft: DraftDocument, outbox: OutboxContent): SheetPicture | null {
  const picture = outbox.pictures.find((p) => p.captureId === kept.captureId);
  const known = sizes.get(kept.captureId) ?? picture;
  const url = localUrl(kept.captureId);
  if (!known || !url) return null;
  sizes.set(kept.captureId, known);
  return {
    evidenceId: kept.evidenceId,
    proofPointId: kept.proofPointId,
    captureId: kept.captureId,
    url,
    width: known.width,
    height: known.height,
    framing: kept.framing,
    marks: kept.marks,
    fileName: draft.nextNames[kept.proofPointId] ?? '',
    notes: known.notes,
    status: statusOf(kept),
    problem: kept.problem,
    base: kept,
  };
}

/** A picture leaves the outbox a moment before its evidence does; its size is needed until then. */
const sizes = new Map<string, { width: number; height: number; notes: string[] }>();
