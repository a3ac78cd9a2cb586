import type { ProofPoint } from '@nachweis/contract';
import { useMemo } from 'react';
import { useSWRConfig } from 'swr';
import { sentenceOf } from '../api/apiProblem.ts';
import { addressOf, callApi } from '../api/callApi.ts';
import { happen, letGo, storeContent } from '../store/pictureStore.ts';
import { wasTakenOutBy } from '../store/takenOut.ts';
import { useShowDraft } from '../store/useDrafts.ts';
import { toast } from '../ui/notices.ts';
import { isForFullPlace, type SheetPicture } from './sheetPictures.ts';
import { offerUndo } from './undoStore.ts';

export interface PictureActions {
  /** @returns how it is put back */
  takeOut: (picture: SheetPicture, code: string) => Promise<() => Promise<void>>;
  /** to another proof point, with framing and pins; its name follows */
  move: (picture: SheetPicture, to: ProofPoint) => Promise<unknown>;
  undoAdding: (evidenceId: string) => Promise<unknown>;
  keepMine: (picture: SheetPicture) => Promise<unknown>;
  takeTheirs: (picture: SheetPicture) => Promise<unknown>;
  discard: (picture: SheetPicture) => Promise<unknown>;
  /** sends once more what could not be sent for too long */
  tryAgain: (picture: SheetPicture) => Promise<unknown>;
}

/** What can be done to a picture on the sheet besides preparing it. Everything that takes something away can be undone. */
export function usePictureActions(assignmentId: string): PictureActions {
  const { mutate } = useSWRConfig();
  const showDraft = useShowDraft();
  return useMemo(() => {
    const key = addressOf('proofSheet', { params: { assignmentId } });
    const takeOutThere = async (evidenceId: string) =>
      showDraft(assignmentId, (await callApi('removeEvidence', { params: { evidenceId } })).draft);
    const putBackThere = async (evidenceId: string, replaces: string[]) =>
      showDraft(
        assignmentId,
        (await callApi('restoreEvidence', { params: { evidenceId }, body: { replaces } })).draft,
      );
    /** @returns whether it went well; what went wrong is said */
    const told = async (work: () => Promise<void>): Promise<boolean> => {
      try {
        await work();
        return true;
      } catch (error) {
        toast.error(sentenceOf(error));
        return false;
      }
    };
    const keptOf = (evidenceId: string) => storeContent().pictures.find((p) => p.evidenceId === evidenceId);

    return {
      async takeOut(picture, code) {
        await happen(picture, { kind: 'taken-out' });
        // What is kept no longer the server has taken out.
        const undo = () =>
          happen(keptOf(picture.evidenceId) ?? { ...picture, isOutThere: true }, { kind: 'put-back' });
        offerUndo(assignmentId, `${picture.fileName || 'A picture'} was removed from ${code}.`, undo, {
          removed: picture.evidenceId,
        });
        return undo;
      },
      move: (picture, to) =>
        told(async () => {
          await happen(picture, { kind: 'moved', proofPointId: to.id });
          offerUndo(assignmentId, `The picture was moved to ${to.code}.`, async () => {
            await told(async () => {
              const now = keptOf(picture.evidenceId);
              if (now) return happen(now, { kind: 'moved', proofPointId: picture.proofPointId });
              const { draft } = await callApi('proofSheet', { params: { assignmentId } });
              const sent = draft?.evidence.find((e) => e.id === picture.evidenceId);
              if (sent)
                await happen(
                  { ...picture, baseVersion: sent.version, framing: sent.framing, marks: sent.marks },
                  { kind: 'moved', proofPointId: picture.proofPointId },
                );
            });
          });
        }),
      undoAdding: (evidenceId) =>
        told(async () => {
          const kept = keptOf(evidenceId);
          if (kept) return happen(kept, { kind: 'taken-out', bringsBack: true });
          const [before] = wasTakenOutBy(evidenceId);
          // Putting the earlier one back takes the newer one out, where only one has room.
          await (before ? putBackThere(before, [evidenceId]) : takeOutThere(evidenceId));
        }),
      keepMine: (picture) =>
        told(async () => {
          const { draft, assignment } = await callApi('proofSheet', { params: { assignmentId } });
          const theirs = draft?.evidence.find((e) => e.id === picture.evidenceId);
          const point = assignment.proofPoints.find((p) => p.id === picture.proofPointId);
          // Where there is room for one, it is this one; of several its person takes one out.
          const replaces =
            point?.requirements.maxPictures === 1
              ? (draft?.evidence ?? [])
                  .filter((e) => e.proofPointId === point.id && e !== theirs)
                  .map((e) => e.id)
              : [];
          // Where it was taken out there, it is put back first.
          if (!theirs && picture.baseVersion > 0) await putBackThere(picture.evidenceId, replaces);
          const baseVersion = theirs?.version ?? picture.baseVersion;
          await happen(picture, { kind: 'again', baseVersion, replaces });
        }),
      takeTheirs: (picture) =>
        told(async () => {
          await mutate(key);
          await letGo(picture.evidenceId);
          if (isForFullPlace(picture)) toast.success('The picture is among your captures.');
        }),
      tryAgain: (picture) => told(() => happen(picture, { kind: 'again' })),
      discard: (picture) =>
        told(async () => {
          await letGo(picture.evidenceId);
          await mutate(key);
        }),
    };
  }, [assignmentId, mutate, showDraft]);
}
