import type { DraftDocument, ProofSheet } from '@nachweis/contract';
import { useSWRConfig } from 'swr';
import { addressOf } from '../api/callApi.ts';
import { useMe } from '../api/session.ts';
import { useApi } from '../api/useApi.ts';
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

export function useProofSheet(assignmentId: string) {
  const me = useMe();
  const { mutate: mutateAny } = useSWRConfig();
  const store = useStore();
  useShownBytes();
  const { data: sheet, error, mutate } = useApi('proofSheet', { params: { assignmentId } });
  const setDraft = (draft: DraftDocument) =>
    mutateAny<ProofSheet>(
      addressOf('proofSheet', { params: { assignmentId } }),
      (old) => old && { ...old, draft },
      { revalidate: false },
    );
  if (!sheet) return { own: null, sheet: null, error, retry: () => void mutate(), setDraft };
  const own: OwnSheet | null = sheet.draft && ownSheet(sheet, sheet.draft);
  return { own, sheet, error: null, retry: () => void mutate(), setDraft };

  function ownSheet(sheet: ProofSheet, draft: DraftDocument): OwnSheet {
    const pictures = sheetPictures(assignmentId, me.id, sheet.assignment.proofPoints, draft, store.pictures);
    const keptStatement = store.statements.find((s) => s.key === statementKey(me.id, assignmentId)) ?? null;
    return {
      sheet,
      draft,
      pictures,
      statement: keptStatement?.text ?? draft.statement,
      keptStatement,
      allSaved: keptStatement === null && pictures.every((p) => p.status === 'saved'),
    };
  }
}
