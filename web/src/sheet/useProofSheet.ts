import type { DraftDocument, ProofSheet } from '@nachweis/contract';
import { useEffect, useRef } from 'react';
import { useMe } from '../api/session.ts';
import { useApi } from '../api/useApi.ts';
import { useOnceTimesPass } from '../api/useOnceTimesPass.ts';
import { isToBeTakenOut } from '../store/pictureDocument.ts';
import { useShownBytes, useStore, useStoreOpen } from '../store/pictureStore.ts';
import { type KeptStatement, statementKey } from '../store/statement.ts';
import { awaitedOf } from './awaited.ts';
import { type SheetPicture, sheetPictures } from './sheetPictures.ts';

/** A student's sheet as it stands here: the server's and what waits in this browser. */
export interface OwnSheet {
  sheet: ProofSheet;
  draft: DraftDocument;
  pictures: SheetPicture[];
  statement: string;
  keptStatement: KeptStatement | null;
  /** nothing waits, nothing is refused */
  allSaved: boolean;
}

/** How soon what follows from a picture is asked for, where it matters; then half as often each time, down to the last. */
const AFTER_MS = 2000;
const AFTER_SELDOM_MS = 10_000;

/** Whether a file is being made whose size is asked for, or a picture is read whose words are. */
function waitsForMore({ assignment, draft }: ProofSheet): boolean {
  return (draft?.evidence ?? []).some((one) => {
    const point = assignment.proofPoints.find(({ id }) => id === one.proofPointId);
    return point !== undefined && awaitedOf(point, one) !== null;
  });
}

/** Reads the sheet anew by itself until it says what is waited for: pictures of a whole class may be in line before. */
function useWhatFollows(isWaiting: boolean, readAnew: () => unknown): void {
  const latest = useRef(readAnew);
  latest.current = readAnew;
  useEffect(() => {
    if (!isWaiting) return;
    let timer: ReturnType<typeof setTimeout>;
    const ask = (pause: number) => {
      timer = setTimeout(() => {
        latest.current();
        ask(Math.min(2 * pause, AFTER_SELDOM_MS));
      }, pause);
    };
    ask(AFTER_MS);
    return () => clearTimeout(timer);
  }, [isWaiting]);
}

export function useProofSheet(assignmentId: string) {
  const me = useMe();
  const store = useStore();
  useShownBytes();
  const isOpen = useStoreOpen(me.id);
  const { data: sheet, error, mutate, isValidating } = useApi('proofSheet', { params: { assignmentId } });
  useOnceTimesPass(sheet ? [sheet.terms] : [], mutate);
  useWhatFollows(sheet !== undefined && waitsForMore(sheet), () => mutate());
  // Handing in forgets the sheet; what was on its way then is thrown away when it comes, and nothing would come after it.
  const lacks = sheet === undefined && !error && !isValidating;
  // Without what waits in this browser a full proof point would seem to have room, and the next picture take its place.
  if (!sheet || !isOpen) return { own: null, sheet: null, error, lacks, retry: () => void mutate() };
  const own: OwnSheet | null = sheet.draft && ownSheet(sheet, sheet.draft);
  return { own, sheet, error: null, lacks, retry: () => void mutate() };

  function ownSheet(sheet: ProofSheet, draft: DraftDocument): OwnSheet {
    const pictures = sheetPictures(assignmentId, me.id, sheet.assignment.proofPoints, draft, store.pictures);
    const keptStatement = store.statements.find((s) => s.key === statementKey(me.id, assignmentId)) ?? null;
    return {
      sheet,
      draft,
      pictures,
      statement: keptStatement?.text ?? draft.statement,
      keptStatement,
      allSaved:
        keptStatement === null &&
        pictures.every((p) => p.status === 'saved') &&
        !store.pictures.some((p) => p.assignmentId === assignmentId && isToBeTakenOut(p)),
    };
  }
}
