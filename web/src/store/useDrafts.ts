import type { DraftDocument, ProofSheet } from '@nachweis/contract';
import { useCallback, useEffect } from 'react';
import { useSWRConfig } from 'swr';
import { addressOf } from '../api/callApi.ts';
import { changeKept } from '../api/keptAnswers.ts';
import { useMe } from '../api/session.ts';
import { useShow } from '../api/useShow.ts';
import { isOlder } from './isOlder.ts';
import { onOtherTab, tellTabs } from './otherTabs.ts';

const sheetKey = (assignmentId: string) => addressOf('proofSheet', { params: { assignmentId } });

/** Shows a draft as the server has it now: on this page, in the other tabs, and after a reload without a connection. */
export function useShowDraft(): (assignmentId: string, draft: DraftDocument) => Promise<void> {
  const { id: personId } = useMe();
  const show = useShow();
  return useCallback(
    async (assignmentId, draft) => {
      const withDraft = (sheet: ProofSheet) => ({ ...sheet, draft });
      await changeKept(sheetKey(assignmentId), withDraft);
      tellTabs({ of: 'sheet', personId, assignmentId, draft });
      await show(sheetKey(assignmentId), withDraft);
    },
    [personId, show],
  );
}

/**
 * Shows what another tab of the same person has learnt of a sheet. Without it a picture that was sent there would be
 * neither among what waits here nor in the draft.
 */
export function useHeardDrafts(): void {
  const { id: personId } = useMe();
  const { mutate } = useSWRConfig();
  const show = useShow();
  useEffect(
    () =>
      onOtherTab((word) => {
        if (word.of !== 'sheet' || word.personId !== personId) return;
        const { assignmentId, draft } = word;
        void (draft
          ? show<ProofSheet>(sheetKey(assignmentId), (sheet) =>
              isOlder(sheet.draft, draft) ? { ...sheet, draft } : sheet,
            )
          : mutate((key) => typeof key === 'string' && key.startsWith('/api/assignments')));
      }),
    [personId, mutate, show],
  );
}
