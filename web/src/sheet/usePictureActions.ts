import type { DraftDocument, ProofSheet } from '@nachweis/contract';
import { useMemo } from 'react';
import { useSWRConfig } from 'swr';
import { sentenceOf } from '../api/apiProblem.ts';
import { addressOf, callApi } from '../api/callApi.ts';
import { happen, letGo, storeContent } from '../store/pictureStore.ts';
import { wasTakenOutBy } from '../store/takenOut.ts';
import { toast } from '../ui/notices.ts';
import type { SheetPicture } from './sheetPictures.ts';

export interface PictureActions {
  takeOut: (picture: SheetPicture, code: string) => Promise<void>;
  undoAdding: (evidenceId: string) => Promise<void>;
  keepMine: (picture: SheetPicture) => Promise<void>;
  takeTheirs: (picture: SheetPicture) => Promise<void>;
  discard: (picture: SheetPicture) => Promise<void>;
  /** sends once more what could not be sent for too long */
  tryAgain: (picture: SheetPicture) => Promise<void>;
}

/** What can be done to a picture on the sheet besides preparing it. Everything that takes something away can be undone. */
export function usePictureActions(assignmentId: string): PictureActions {
  const { mutate } = useSWRConfig();
  return useMemo(() => {
    const key = addressOf('proofSheet', { params: { assignmentId } });
    const setDraft = (draft: DraftDocument) =>
      mutate<ProofSheet>(key, (sheet) => sheet && { ...sheet, draft }, { revalidate: false });
    const onServer = async (name: 'removeEvidence' | 'restoreEvidence', evidenceId: string) => {
      const { draft } = await callApi(name, { params: { evidenceId } });
      await setDraft(draft);
    };
    const told = async (work: () => Promise<void>) => {
      try {
        await work();
      } catch (error) {
        toast.error(sentenceOf(error));
      }
    };
    const neverSent = (evidenceId: string) =>
      storeContent().pictures.find((p) => p.evidenceId === evidenceId && p.baseVersion === 0);

    return {
      takeOut: (picture, code) =>
        told(async () => {
          const kept = neverSent(picture.evidenceId);
          if (kept) await happen(kept, { kind: 'taken-out' });
          else await onServer('removeEvidence', picture.evidenceId);
          const undo = () =>
            told(() =>
              kept ? happen(kept, { kind: 'put-back' }) : onServer('restoreEvidence', picture.evidenceId),
            );
          toast.success(`Taken out of ${code}.`, { action: { label: 'Undo', onClick: () => void undo() } });
        }),
      undoAdding: (evidenceId) =>
        told(async () => {
          const kept = neverSent(evidenceId);
          if (kept) return happen(kept, { kind: 'taken-out' });
          const [before] = wasTakenOutBy(evidenceId);
          // Putting the earlier one back takes the newer one out, where only one has room.
          return before ? onServer('restoreEvidence', before) : onServer('removeEvidence', evidenceId);
        }),
      keepMine: (picture) =>
        told(async () => {
          const sheet = await callApi('proofSheet', { params: { assignmentId } });
          const theirs = sheet.draft?.evidence.find((e) => e.id === picture.evidenceId);
          // Where it was taken out there, it is put back first.
          if (!theirs && picture.baseVersion > 0) await onServer('restoreEvidence', picture.evidenceId);
          await happen(picture, { kind: 'again', baseVersion: theirs?.version ?? picture.baseVersion });
        }),
      takeTheirs: (picture) =>
        told(async () => {
          await mutate(key);
          await letGo(picture.evidenceId);
        }),
      tryAgain: (picture) => told(() => happen(picture, { kind: 'again' })),
      discard: (picture) =>
        told(async () => {
          await letGo(picture.evidenceId);
          await mutate(key);
        }),
    };
  }, [assignmentId, mutate]);
}
