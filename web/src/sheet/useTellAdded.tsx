import type { CopyTo } from '@nachweis/contract';
import { type RefObject, useCallback, useRef } from 'react';
import type { PictureDocument } from '../store/pictureDocument.ts';
import { storeContent } from '../store/pictureStore.ts';
import { TakenNotice } from '../waysIn/TakenNotice.tsx';
import type { Added } from '../waysIn/useIntake.ts';
import { forgetUndo, offerUndo } from './undoStore.ts';
import type { useFullPlace } from './useFullPlace.tsx';
import type { PictureActions } from './usePictureActions.ts';
import type { OwnSheet } from './useProofSheet.ts';

/** Nothing in particular is asked of a picture without a proof point. */
const ANYTHING = { minWidth: null, minHeight: null, surface: 'any' } as const;

/**
 * Says where a new picture went, once nothing lies over the page any more, with the way back.
 * @param copyTo where a copy of it goes as well
 * @param latest the sheet as it is when the words are said, and how a picture is taken again
 */
export function useTellAdded(
  latest: RefObject<{ own: OwnSheet; again: (document: PictureDocument) => void }>,
  full: ReturnType<typeof useFullPlace>,
  actions: PictureActions,
  onPin: (evidenceId: string) => void,
  copyTo: () => CopyTo,
): (added: Added) => void {
  const pin = useRef(onPin);
  pin.current = onPin;
  const { replaced: replacedNow } = full;
  return useCallback(
    ({ document, blob }: Added) => {
      const { evidenceId, proofPointId } = document;
      const { assignment } = latest.current.own.sheet;
      const point = assignment.proofPoints.find((p) => p.id === proofPointId);
      const replaced = replacedNow();
      const words = `The picture is in ${point?.code}${replaced ? `, in place of ${replaced.name}` : ''}.`;
      const undo = async () => {
        await actions.undoAdding(evidenceId);
        await replaced?.putBack();
      };
      const isIt = (one: { evidenceId: string }) => one.evidenceId === evidenceId;
      // What is waiting here is newer than what the server and the page know.
      const now: PictureDocument =
        storeContent().pictures.find(isIt) ?? latest.current.own.pictures.find(isIt) ?? document;
      const taken = {
        document: now,
        blob,
        fileName: latest.current.own.draft.nextNames[proofPointId] ?? '',
        asked: point?.requirements ?? ANYTHING,
      };
      const to = copyTo();
      if (to !== 'nowhere') {
        const { fileName = taken.fileName } = latest.current.own.pictures.find(isIt) ?? {};
        const url = URL.createObjectURL(blob);
        void import('../copies/copyPicture.ts')
          .then(({ copyPicture }) => copyPicture({ ...now, url }, { to, personId: now.personId, fileName }))
          .finally(() => URL.revokeObjectURL(url));
      }
      const onAgain = () => {
        forgetUndo();
        latest.current.again(document);
      };
      const ways = { onPin: () => pin.current(evidenceId), onAgain };
      const notice = <TakenNotice key={evidenceId} picture={taken} words={words} actions={ways} />;
      offerUndo(assignment.id, words, undo, { detail: notice, added: evidenceId });
    },
    [latest, replacedNow, actions, copyTo],
  );
}
