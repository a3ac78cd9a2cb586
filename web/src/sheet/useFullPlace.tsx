import type { ProofPoint } from '@nachweis/contract';
import { type ReactNode, useCallback, useEffect, useRef, useState } from 'react';
import type { PictureDocument } from '../store/pictureDocument.ts';
import { letGo } from '../store/pictureStore.ts';
import { sendBytes } from '../store/sendPicture.ts';
import { toast } from '../ui/notices.ts';
import { useLoaded } from '../ui/useLoaded.ts';
import type { FullDecision, FullPlace } from '../waysIn/useIntake.ts';
import type { SheetPicture } from './sheetPictures.ts';
import type { PictureActions } from './usePictureActions.ts';

const importFull = () => import('./FullDialog.tsx').then((part) => part.FullDialog);

/** A picture that another one took the place of; where one alone has room, undoing the newer one puts it back. */
interface Replaced {
  name: string;
  putBack: () => Promise<void>;
}

/** Asks what becomes of a picture whose proof point is full. */
export function useFullPlace(
  points: readonly ProofPoint[],
  pictures: readonly SheetPicture[],
  actions: PictureActions,
): {
  ask: (place: FullPlace) => Promise<FullDecision>;
  /** the picture that the last one took the place of, asked for once */
  replaced: () => Replaced | null;
  dialog: ReactNode;
} {
  const [full, setFull] = useState<{
    place: FullPlace;
    decide: (decision: FullDecision) => void;
  } | null>(null);
  const last = useRef<Replaced | null>(null);
  const replaced = useCallback(() => {
    const one = last.current;
    last.current = null;
    return one;
  }, []);
  const asked = useRef(full);
  asked.current = full;
  // Back, with the question open: the picture goes on waiting.
  useEffect(() => () => asked.current?.decide({ kind: 'later' }), []);

  /** Of several the one that is meant makes room first; of one the server sees to it, and undo brings it back. */
  const decide = async (decision: FullDecision) => {
    if (!full) return;
    setFull(null);
    const point = points.find((p) => p.id === full.place.pointId);
    const before = pictures.find((p) => decision.kind === 'replace' && p.evidenceId === decision.evidenceId);
    const several = (point?.requirements.maxPictures ?? 1) > 1;
    const putBack = before && several ? await actions.takeOut(before, point?.code ?? '') : null;
    last.current = before
      ? { name: before.fileName || 'the one before', putBack: putBack ?? (async () => {}) }
      : null;
    full.decide(decision);
  };
  const FullDialog = useLoaded(importFull, {
    wanted: full !== null,
    ahead: true,
    onMissing() {
      toast.warning('Where this picture goes cannot be asked now. It waits on this page.');
      void decide({ kind: 'later' });
    },
  });
  return {
    replaced,
    ask: (place) => new Promise((resolve) => setFull({ place, decide: resolve })),
    dialog: FullDialog && full && (
      <FullDialog
        place={full.place}
        points={points}
        pictures={pictures}
        onDecide={(decision) => void decide(decision)}
      />
    ),
  };
}

/** Puts a picture among the captures and lets go of it here. @throws ApiProblem; the picture stays then */
export async function keepAmongCaptures(document: PictureDocument): Promise<void> {
  await sendBytes(document);
  await letGo(document.evidenceId);
  toast.success('The picture is among your captures.');
}
