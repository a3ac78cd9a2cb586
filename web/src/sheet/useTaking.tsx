import { type ReactNode, useCallback, useEffect, useRef, useState } from 'react';
import { sentenceOf } from '../api/apiProblem.ts';
import { useMe } from '../api/session.ts';
import { endFirst, showFirst } from '../prepare/firstLook.ts';
import type { PrepareStep } from '../prepare/prepareStep.ts';
import type { PictureDocument } from '../store/pictureDocument.ts';
import { letGo } from '../store/pictureStore.ts';
import { clearPassing, toast } from '../ui/notices.ts';
import { FileChooser } from '../waysIn/FileChooser.tsx';
import type { Incoming } from '../waysIn/incoming.ts';
import { inMemory } from '../waysIn/inMemory.ts';
import type { OpenedDocument } from '../waysIn/openDocument.ts';
import { framingFromSettings, goesOnPlate, takeSettings, useTakeSettings } from '../waysIn/settings.ts';
import { currentShare } from '../waysIn/shareState.ts';
import { unpack } from '../waysIn/unpack.ts';
import { type Added, useIntake } from '../waysIn/useIntake.ts';
import { usePasteAndDrop } from '../waysIn/usePasteAndDrop.ts';
import { type Arrived, arrived, fetchWaiting, inHandOf, letWait, useWaiting } from '../waysIn/waiting.ts';
import { isPinned } from './sheetPictures.ts';
import { type OpenWay, TakingDialogs } from './TakingDialogs.tsx';
import { keepAmongCaptures, useFullPlace } from './useFullPlace.tsx';
import { type PictureActions, usePictureActions } from './usePictureActions.ts';
import type { OwnSheet } from './useProofSheet.ts';
import { type Refusals, useRefusals } from './useRefusals.ts';
import { useTelephone } from './useTelephone.ts';
import { useTellAdded } from './useTellAdded.tsx';

interface Preparing {
  evidenceId: string;
  step: PrepareStep;
}

/** Taking pictures into a sheet: every way in, where each goes, and the dialogs on the way. */
export interface Taking extends Refusals {
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
  openPlate: () => void;
  openPhone: () => void;
  openFiles: () => void;
  dragging: boolean;
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
  const telephone = useTelephone(assignment.id);
  const points = assignment.proofPoints;
  const [chosen, setChosen] = useState<string | null>(firstPoint);
  const [preparing, setPreparing] = useState<Preparing | null>(null);
  const [fresh, setFresh] = useState<Added | null>(null);
  const [open, setOpen] = useState<OpenWay>(null);
  const [documents, setDocuments] = useState<OpenedDocument[]>([]);
  const { refused, refuse, dismissRefused } = useRefusals();
  const chooser = useRef<HTMLInputElement>(null);
  const actions = usePictureActions(assignment.id);
  const full = useFullPlace(points, pictures, actions);

  const firstEmpty = points.find((p) => !pictures.some((x) => x.proofPointId === p.id));
  const chosenId = chosen ?? firstEmpty?.id ?? points[0]?.id ?? '';
  const chosenPoint = points.find((p) => p.id === chosenId);
  /** a picture that is taken again: it is as good as gone, however long the server takes to say so */
  const [leaving, setLeaving] = useState<readonly string[]>([]);
  const latest = useRef({ own, again: (_: PictureDocument) => {} });

  // As the other things that the station was told, it acts there alone.
  const copyTo = useCallback(() => (atStation ? takeSettings().copyTo : 'nowhere'), [atStation]);
  const tellAdded = useTellAdded(
    latest,
    full,
    actions,
    (evidenceId) => setPreparing({ evidenceId, step: 'pin' }),
    copyTo,
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
    pictures: pictures.filter((one) => !leaving.includes(one.evidenceId)),
    leaving,
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
    goesToCaptures: () => atStation && goesOnPlate(),
    onKeep: async (document) => {
      try {
        await keepAmongCaptures(document);
        if (!atStation || !goesOnPlate()) return;
        const { putOnPlate } = await import('../plate/putOnPlate.ts');
        putOnPlate(me.id, assignment, document.captureId);
      } catch (error) {
        refuse([sentenceOf(error)]);
      }
    },
    onRefused(sentences) {
      endFirst();
      refuse(sentences);
    },
  });
  const take = useCallback(
    (all: readonly Arrived[]) =>
      inHandOf(
        all.map((one) => one.document),
        async () => {
          const unpacked = await unpack(all);
          if (unpacked.refused.length > 0) refuse(unpacked.refused);
          // What is no picture by itself has been opened or refused; it is kept no longer.
          for (const one of all)
            if (!unpacked.pictures.some((p) => p.document === one.document))
              void letGo(one.document.evidenceId);
          if (unpacked.documents.length > 0) setDocuments((before) => [...before, ...unpacked.documents]);
          if (unpacked.pictures.length > 0) await intake(unpacked.pictures);
        },
      ),
    [intake, refuse],
  );
  /** 1 while something is taken in, 2 once more has come meanwhile */
  const taking = useRef(0);
  const [, lookAgain] = useState({});
  /** One after the other: what comes while another one is taken in waits until that is done. */
  const takeAlone = useCallback(
    async (all: readonly Arrived[]) => {
      if (all.length === 0) return;
      if (taking.current) {
        taking.current = 2;
        return;
      }
      taking.current = 1;
      try {
        await take(all);
      } finally {
        // Not without a reason: what cannot be taken would be tried without end.
        if (taking.current === 2) lookAgain({});
        taking.current = 0;
      }
    },
    [take],
  );
  const takeIn = useCallback(
    async (incoming: readonly Incoming[]) => {
      const { read, refused } = await inMemory(incoming);
      if (refused.length > 0) refuse(refused);
      await takeAlone(read.map((one) => arrived(me.id, one)));
    },
    [takeAlone, refuse, me.id],
  );
  latest.current = {
    own,
    again: ({ evidenceId, proofPointId, origin: { source } }) => {
      setChosen(proofPointId);
      setLeaving([evidenceId]);
      void actions.undoAdding(evidenceId);
      if (source === 'practice-desk') setOpen('desk');
      else if (source === 'camera') setOpen('camera');
      else if (source === 'plate') setOpen('plate');
      else if (source === 'screen-share' && currentShare())
        import('../waysIn/takeShared.ts')
          .then(({ takeShared }) => takeShared())
          .then(
            (again) => void takeIn([again]),
            (error: Error) => toast.error(error.message),
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
    fresh.bitmap.close();
    latest.current.again(fresh.document);
  };
  const prepared = preparing && pictures.find((p) => p.evidenceId === preparing.evidenceId);
  const preparedPoint = points.find((p) => p.id === prepared?.proofPointId);
  const busy = preparing !== null || open !== null || documents.length > 0 || full.dialog !== null;
  const dragging = usePasteAndDrop(!locked, (incoming) => {
    if (!busy) return void takeIn(incoming);
    // Nothing is left to do on the bench: the next picture ends it, without a key of its own.
    if (preparing?.step === 'pin' && prepared && preparedPoint && isPinned(prepared, preparedPoint)) {
      closePreparing();
      return void takeIn(incoming);
    }
    void letWait(me.id, incoming).then(
      (count) => count > 0 && toast.info('Kept. You are asked about it when this picture is done.'),
    );
  });
  const { here: waiting } = useWaiting();
  useEffect(() => {
    if (locked || busy || waiting.length === 0) return;
    void Promise.all(waiting.map(fetchWaiting)).then((all) => takeAlone(all.filter((one) => one !== null)));
  }, [locked, busy, waiting, takeAlone]);

  const target = chosenPoint?.code ?? '';
  // What is told there is heard of here.
  useTakeSettings();
  const onPlate = atStation && goesOnPlate();
  const chosenFull =
    chosenPoint !== undefined &&
    pictures.filter((p) => p.proofPointId === chosenPoint.id).length >= chosenPoint.requirements.maxPictures;
  const arrivedElsewhere = async (evidenceId: string | null) => {
    setOpen(null);
    setChosen(null);
    await telephone.read(evidenceId, target);
    // It is framed here, as any other.
    if (evidenceId) setPreparing({ evidenceId, step: 'frame' });
  };
  const [document] = documents;
  const leaveDocument = () => {
    document?.close();
    setDocuments((all) => all.slice(1));
  };
  return {
    actions,
    chosenId,
    chosenCode: onPlate ? 'the plate' : target,
    chosenFull: chosenFull && !onPlate,
    choose: setChosen,
    takeIn: (incoming) => void takeIn(incoming),
    prepare: (evidenceId, step) => setPreparing({ evidenceId, step }),
    openDesk: () => setOpen('desk'),
    openCamera: () => setOpen('camera'),
    openPlate: () => setOpen('plate'),
    openPhone: () => setOpen('phone'),
    openFiles: () => chooser.current?.click(),
    dragging,
    refused,
    dismissRefused,
    busy,
    dialogs: (
      <>
        {full.dialog}
        <FileChooser input={chooser} onPictures={(incoming) => void takeIn(incoming)} />
        <TakingDialogs
          assignment={assignment}
          courseTitle={me.courses.find(({ id }) => id === assignment.courseId)?.title ?? ''}
          pictures={pictures}
          target={target}
          targetId={chosenId}
          isTargetFull={chosenFull}
          onArrived={(evidenceId) => void arrivedElsewhere(evidenceId)}
          onCameLater={(evidenceId, where) => void telephone.readLater(evidenceId, where)}
          locked={locked}
          atStation={atStation}
          preparing={preparing}
          fresh={fresh}
          way={open}
          documents={documents}
          onStep={(step) => setPreparing((now) => now && { ...now, step })}
          onClosePreparing={closePreparing}
          onAgain={takeAgain}
          onCloseWay={() => setOpen(null)}
          onLeaveDocument={leaveDocument}
          onForgetDocuments={() => setDocuments([])}
          takeIn={(incoming) => void takeIn(incoming)}
        />
      </>
    ),
  };
}
