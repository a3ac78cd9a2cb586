import type { DraftDocument, ProofSheet } from '@nachweis/contract';
import { useEffect, useRef } from 'react';
import { useSWRConfig } from 'swr';
import { addressOf } from '../api/callApi.ts';
import { useMe } from '../api/session.ts';
import { useApi } from '../api/useApi.ts';
import { isToBeTakenOut } from '../store/pictureDocument.ts';
import { useShownBytes, useStore } from '../store/pictureStore.ts';
import { type KeptStatement, statementKey } from '../store/statement.ts';
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

/** How soon it is asked how large a file has become, where there is a most; then half as often each time. */
const SIZE_MS = 2000;
const SIZE_SELDOM_MS = 30_000;

/** Whether a file is being made whose size is asked for. */
function waitsForSize({ assignment, draft }: ProofSheet): boolean {
  const bounded = assignment.proofPoints.filter((point) => point.requirements.mostBytes !== null);
  return (draft?.evidence ?? []).some(
    (one) => one.fileBytes === null && !one.damaged && bounded.some((point) => point.id === one.proofPointId),
  );
}

/** Reads the sheet anew by itself until it says how large its files are: those of a whole class may be in line before. */
function useSizes(isWaiting: boolean, readAnew: () => unknown): void {
  const latest = useRef(readAnew);
  latest.current = readAnew;
  useEffect(() => {
    if (!isWaiting) return;
    let timer: ReturnType<typeof setTimeout>;
    const ask = (pause: number) => {
      timer = setTimeout(() => {
        latest.current();
        ask(Math.min(2 * pause, SIZE_SELDOM_MS));
      }, pause);
    };
    ask(SIZE_MS);
    return () => clearTimeout(timer);
  }, [isWaiting]);
}

export function useProofSheet(assignmentId: string) {
  const me = useMe();
  const { mutate: mutateAny } = useSWRConfig();
  const store = useStore();
  useShownBytes();
  const { data: sheet, error, mutate, isValidating } = useApi('proofSheet', { params: { assignmentId } });
  useSizes(sheet !== undefined && waitsForSize(sheet), () => mutate());
  const setDraft = (draft: DraftDocument) =>
    mutateAny<ProofSheet>(
      addressOf('proofSheet', { params: { assignmentId } }),
      (old) => old && { ...old, draft },
      { revalidate: false },
    );
  // Handing in forgets the sheet; what was on its way then is thrown away when it comes, and nothing would come after it.
  const lacks = sheet === undefined && !error && !isValidating;
  if (!sheet) return { own: null, sheet: null, error, lacks, retry: () => void mutate(), setDraft };
  const own: OwnSheet | null = sheet.draft && ownSheet(sheet, sheet.draft);
  return { own, sheet, error: null, lacks, retry: () => void mutate(), setDraft };

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
