import type { ProofPoint, Source } from '@nachweis/contract';
import { clampBox, type Framing, isPinOf } from '@nachweis/core';
import { type ReactNode, useCallback, useEffect, useRef, useState } from 'react';
import { sentenceOf } from '../api/apiProblem.ts';
import { useMe } from '../api/session.ts';
import { endFirst, showFirst } from '../prepare/firstLook.ts';
import type { PrepareStep } from '../prepare/prepareStep.ts';
import type { PictureDocument } from '../store/pictureDocument.ts';
import { letGo, storeContent } from '../store/pictureStore.ts';
import { clearPassing, toast } from '../ui/notices.ts';
import { useLoaded } from '../ui/useLoaded.ts';
import { FileChooser } from '../waysIn/FileChooser.tsx';
import type { Incoming } from '../waysIn/incoming.ts';
import type { OpenedDocument } from '../waysIn/openDocument.ts';
import { takeSettings, useTakeSettings } from '../waysIn/settings.ts';
import { currentShare, takeShared } from '../waysIn/share.ts';
import { TakenNotice } from '../waysIn/TakenNotice.tsx';
import { unpack } from '../waysIn/unpack.ts';
import { type Added, useIntake } from '../waysIn/useIntake.ts';
import { usePasteAndDrop } from '../waysIn/usePasteAndDrop.ts';
import { type Arrived, arrived, fetchWaiting, inHandOf, letWait, useWaiting } from '../waysIn/waiting.ts';
import type { SheetPicture } from './sheetPictures.ts';
import { forgetUndo, offerUndo } from './undoStore.ts';
import { keepAmongCaptures, useFullPlace } from './useFullPlace.tsx';
import { type PictureActions, usePictureActions } from './usePictureActions.ts';
import type { OwnSheet } from './useProofSheet.ts';

const importPrepare = () => import('../prepare/PrepareDialog.tsx').then((part) => part.default);
const importDesk = () => import('../waysIn/DeskDialog.tsx').then((part) => part.default);
const importCamera = () => import('../waysIn/CameraDialog.tsx').then((part) => part.default);
const importDocument = () => import('../waysIn/DocumentDialog.tsx').then((part) => part.default);

interface Preparing {
  evidenceId: string;
  step: PrepareStep;
}

/** Taking pictures into a sheet: every way in, where each goes, and the dialogs on the way. */
export interface Taking {
  actions: PictureActions;
  chosenId: string;
  chosenCode: string;
  /** the next picture has to take another one's place */
  chosenFull: boolean;
  choose: (pointId: string) => void;
  takeIn: (incoming: Incoming[]) => void;
  prepare: (evidenceId: string, step: PrepareStep) => void;
  openDesk: () => void;
  openCamera: () => void;
  openFiles: () => void;
  dragging: boolean;
  refused: string[];
  dismissRefused: () => void;
  /** a dialog lies over the page and has the keys */
  busy: boolean;
  dialogs: ReactNode;
}

/**
 * @param atStation what the station was told (the same region, a series, a width) holds there and nowhere else
 * @param firstPoint proof point the first picture goes to; the first empty one where it is not said
 */
export function useTaking(
  own: OwnSheet,
  locked: boolean,
  atStation = false,
  firstPoint: string | null = null,
): Taking {
  const me = useMe();
  const { sheet, pictures } = own;
  const { assignment } = sheet;
  const points = assignment.proofPoints;
  const settings = useTakeSettings();
  const [chosen, setChosen] = useState<string | null>(firstPoint);
  const [preparing, setPreparing] = useState<Preparing | null>(null);
  const [fresh, setFresh] = useState<Added | null>(null);
  const [open, setOpen] = useState<'desk' | 'camera' | null>(null);
  const [documents, setDocuments] = useState<OpenedDocument[]>([]);
  const [refused, setRefused] = useState<string[]>([]);
  const chooser = useRef<HTMLInputElement>(null);
  const actions = usePictureActions(assignment.id);
  const full = useFullPlace(points, pictures, actions);

  const firstEmpty = points.find((p) => !pictures.some((x) => x.proofPointId === p.id));
  const chosenId = chosen ?? firstEmpty?.id ?? points[0]?.id ?? '';
  const chosenPoint = points.find((p) => p.id === chosenId);
  const latest = useRef({ own, again: (_: Source) => {} });

  /** Says where a new picture went, once nothing lies over the page any more. */
  const tellAdded = useCallback(
    ({ document, blob }: Added) => {
      const { evidenceId, proofPointId } = document;
      const point = points.find((p) => p.id === proofPointId);
      const replaced = full.replaced();
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
      const again = () => {
        setChosen(proofPointId);
        forgetUndo();
        void actions.undoAdding(evidenceId);
        latest.current.again(document.origin.source);
      };
      const act = { onPin: () => setPreparing({ evidenceId, step: 'pin' }), onAgain: again };
      const notice = <TakenNotice key={evidenceId} picture={taken} words={words} actions={act} />;
      offerUndo(assignment.id, words, undo, notice);
    },
    [points, actions, full.replaced, assignment.id],
  );
  const onAdded = useCallback(
    (added: Added, howMany: number) => {
      setOpen(null);
      const { target } = takeSettings();
      const series = atStation && takeSettings().series;
      // What comes next goes to the next proof point that has nothing yet, or in a series where it is told to.
      setChosen(series && target === 'same' ? added.document.proofPointId : null);
      if (howMany > 1 || series) {
        added.bitmap.close();
        tellAdded(added);
        return;
      }
      // What has to be read to lose nothing, such as a full disk, stays.
      clearPassing();
      setFresh(added);
      setPreparing({ evidenceId: added.document.evidenceId, step: 'frame' });
    },
    [tellAdded, atStation],
  );
  const intake = useIntake({
    assignmentId: assignment.id,
    points,
    pictures,
    chosenId,
    framingFor: atStation ? framingFromSettings : () => ({ kind: 'whole' }),
    onSeen: async (bitmap) => {
      if (!(atStation && takeSettings().series)) await showFirst(bitmap);
    },
    onAdded,
    onFull: (place) => {
      endFirst();
      return full.ask(place);
    },
    onKeep: (document) => keepAmongCaptures(document).catch((error) => setRefused([sentenceOf(error)])),
    onRefused(sentences) {
      endFirst();
      setRefused(sentences);
    },
  });
  const take = useCallback(
    (all: readonly Arrived[]) =>
      inHandOf(
        all.map((one) => one.document),
        async () => {
          const unpacked = await unpack(all);
          if (unpacked.refused.length > 0) setRefused(unpacked.refused);
          // What is no picture by itself has been opened or refused; it is kept no longer.
          for (const one of all)
            if (!unpacked.pictures.some((p) => p.document === one.document))
              void letGo(one.document.evidenceId);
          if (unpacked.documents.length > 0) setDocuments((before) => [...before, ...unpacked.documents]);
          if (unpacked.pictures.length > 0) await intake(unpacked.pictures);
        },
      ),
    [intake],
  );
  const takeIn = useCallback(
    (incoming: readonly Incoming[]) => take(incoming.map((one) => arrived(me.id, one))),
    [take, me.id],
  );
  latest.current = {
    own,
    again: (source) => {
      if (source === 'practice-desk') setOpen('desk');
      else if (source === 'camera') setOpen('camera');
      else if (source === 'screen-share' && currentShare())
        takeShared().then(
          (again) => void takeIn([again]),
          (error) => toast.error((error as Error).message),
        );
      else if (source === 'file' || source === 'document') chooser.current?.click();
      else toast.info('Copy or share it again, then paste or take it here. It goes to the same place.');
    },
  };

  const closePreparing = () => {
    if (fresh) {
      tellAdded(fresh);
      fresh.bitmap.close();
    }
    setPreparing(null);
    setFresh(null);
  };
  const takeAgain = () => {
    if (!fresh) return;
    setPreparing(null);
    setFresh(null);
    const { proofPointId, evidenceId, origin } = fresh.document;
    setChosen(proofPointId);
    fresh.bitmap.close();
    void actions.undoAdding(evidenceId);
    latest.current.again(origin.source);
  };
  const prepared = preparing && pictures.find((p) => p.evidenceId === preparing.evidenceId);
  const preparedPoint: ProofPoint | undefined = points.find((p) => p.id === prepared?.proofPointId);
  const busy = preparing !== null || open !== null || documents.length > 0 || full.dialog !== null;
  const dragging = usePasteAndDrop(!locked, (incoming) => {
    if (!busy) return void takeIn(incoming);
    // Nothing is left to do on the bench: the next picture ends it, without a key of its own.
    if (preparing?.step === 'pin' && prepared && preparedPoint && isPinned(prepared, preparedPoint)) {
      closePreparing();
      return void takeIn(incoming);
    }
    letWait(me.id, incoming);
    toast.info('Kept. You are asked about it when this picture is done.');
  });
  const { here: waiting } = useWaiting();
  useEffect(() => {
    if (locked || busy || waiting.length === 0) return;
    void Promise.all(waiting.map(fetchWaiting)).then((all) => take(all.filter((one) => one !== null)));
  }, [locked, busy, waiting, take]);

  const missing = (what: string, then: () => void) => () => {
    toast.warning(
      `${what} cannot be fetched now. Reload the page when the server is back; what you took is kept.`,
    );
    then();
  };
  const PrepareDialog = useLoaded(importPrepare, {
    wanted: preparing !== null,
    ahead: !locked,
    onMissing() {
      toast.warning(
        'Framing cannot be fetched now. The picture is kept, whole, in its mount. Reload the page when the server is back, and frame it.',
      );
      endFirst();
      closePreparing();
    },
  });
  const DeskDialog = useLoaded(importDesk, {
    wanted: open === 'desk',
    onMissing: missing('The practice desk', () => setOpen(null)),
  });
  const CameraDialog = useLoaded(importCamera, {
    wanted: open === 'camera',
    onMissing: missing('The camera', () => setOpen(null)),
  });
  const DocumentDialog = useLoaded(importDocument, {
    wanted: documents.length > 0,
    onMissing: missing('The document’s pictures', () => setDocuments([])),
  });

  const target = chosenPoint?.code ?? '';
  const [document] = documents;
  const leaveDocument = () => {
    document?.close();
    setDocuments((all) => all.slice(1));
  };
  return {
    actions,
    chosenId,
    chosenCode: target,
    chosenFull:
      chosenPoint !== undefined &&
      pictures.filter((p) => p.proofPointId === chosenPoint.id).length >=
        chosenPoint.requirements.maxPictures,
    choose: setChosen,
    takeIn: (incoming) => void takeIn(incoming),
    prepare: (evidenceId, step) => setPreparing({ evidenceId, step }),
    openDesk: () => setOpen('desk'),
    openCamera: () => setOpen('camera'),
    openFiles: () => chooser.current?.click(),
    dragging,
    refused,
    dismissRefused: () => setRefused([]),
    busy,
    dialogs: (
      <>
        {full.dialog}
        <FileChooser input={chooser} onPictures={(incoming) => void takeIn(incoming)} />
        {PrepareDialog && prepared && preparedPoint && preparing && (
          <PrepareDialog
            picture={prepared}
            point={preparedPoint}
            others={own.pictures.filter((one) => one.evidenceId !== prepared.evidenceId)}
            codeOf={(id) => points.find((one) => one.id === id)?.code ?? ''}
            firstStep={preparing.step}
            firstFraming={fresh ? (atStation ? settings.framing : 'whole') : null}
            bitmap={fresh?.document.evidenceId === prepared.evidenceId ? fresh.bitmap : null}
            onClose={closePreparing}
            onStep={(step) => setPreparing((now) => now && { ...now, step })}
            onAgain={fresh ? takeAgain : null}
          />
        )}
        {DeskDialog && open === 'desk' && (
          <DeskDialog
            target={target}
            onClose={() => setOpen(null)}
            onPicture={(incoming) => void takeIn([incoming])}
          />
        )}
        {CameraDialog && open === 'camera' && (
          <CameraDialog
            target={target}
            onClose={() => setOpen(null)}
            onPicture={(incoming) => void takeIn([incoming])}
          />
        )}
        {DocumentDialog && document && (
          <DocumentDialog
            document={document}
            onClose={leaveDocument}
            onTake={(incoming) => {
              leaveDocument();
              void takeIn(incoming);
            }}
          />
        )}
      </>
    ),
  };
}

/** Nothing in particular is asked of a picture without a proof point. */
const ANYTHING = { minWidth: null, minHeight: null, surface: 'any' } as const;

/** The framing a picture begins with: what a preset says, as far as it fits the picture. */
function framingFromSettings(capture: { width: number; height: number }): Framing {
  const { framing, box, width } = takeSettings();
  const fits = framing === 'region' && box ? clampBox(box, capture) : null;
  const scaled = width !== null && width < capture.width ? { width } : {};
  return fits ? { kind: 'region', box: fits, ...scaled } : { kind: 'whole', ...scaled };
}

const isPinned = ({ marks }: SheetPicture, { mustShows, requirements }: ProofPoint): boolean =>
  requirements.needsPins && mustShows.every((m) => marks.some(isPinOf(m.letter)));
