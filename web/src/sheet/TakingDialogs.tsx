import type { Assignment } from '@nachweis/contract';
import { type ReactNode, useState } from 'react';
import { endFirst } from '../prepare/firstLook.ts';
import type { PrepareStep } from '../prepare/prepareStep.ts';
import { toast } from '../ui/notices.ts';
import { useLoaded } from '../ui/useLoaded.ts';
import type { Awaited } from '../waysIn/AwaitedPicture.tsx';
import type { Incoming } from '../waysIn/incoming.ts';
import type { OpenedDocument } from '../waysIn/openDocument.ts';
import { useTakeSettings } from '../waysIn/settings.ts';
import type { Added } from '../waysIn/useIntake.ts';
import type { SheetPicture } from './sheetPictures.ts';

const importPrepare = () =>
  import('../prepare/PrepareDialog.tsx').then((part) => {
    part.warmUpFinder();
    return part.default;
  });
const importDesk = () => import('../waysIn/DeskDialog.tsx').then((part) => part.default);
const importCamera = () => import('../waysIn/CameraDialog.tsx').then((part) => part.default);
const importPlate = () => import('../plate/PlateDialog.tsx').then((part) => part.default);
const importPhone = () => import('../waysIn/PhoneDialog.tsx').then((part) => part.default);
const importAwaited = () => import('../waysIn/AwaitedPicture.tsx').then((part) => part.AwaitedPicture);
const importDocument = () => import('../waysIn/DocumentDialog.tsx').then((part) => part.default);

/** Another way in that is open over the page. */
export type OpenWay = 'desk' | 'camera' | 'plate' | 'phone' | null;

interface TakingDialogsProps {
  assignment: Assignment;
  courseTitle: string;
  pictures: readonly SheetPicture[];
  /** code of the proof point that the next picture goes to */
  target: string;
  targetId: string;
  isTargetFull: boolean;
  locked: boolean;
  atStation: boolean;
  preparing: { evidenceId: string; step: PrepareStep } | null;
  /** the picture that just came in */
  fresh: Added | null;
  way: OpenWay;
  documents: readonly OpenedDocument[];
  onStep: (step: PrepareStep) => void;
  onClosePreparing: () => void;
  onAgain: () => void;
  onCloseWay: () => void;
  /** the picture that is waited for has come from another device; null: it is among the captures only */
  onArrived: (evidenceId: string | null) => void;
  /** one has come after its code was closed */
  onCameLater: (evidenceId: string | null, target: string) => void;
  onLeaveDocument: () => void;
  onForgetDocuments: () => void;
  takeIn: (incoming: Incoming[]) => void;
}

/** What lies over the page while pictures are taken in; the code of each is fetched when it is wanted. */
export function TakingDialogs(props: TakingDialogsProps): ReactNode {
  const { assignment, pictures, target, preparing, fresh, way, documents, takeIn } = props;
  const settings = useTakeSettings();
  // Each code holds for some minutes, also once another one was asked for.
  const [awaited, setAwaited] = useState<readonly Awaited[]>([]);
  const forget = (id: string) => setAwaited((old) => old.filter((one) => one.id !== id));
  const missing = (what: string, then: () => void) => () => {
    toast.warning(
      `${what} cannot be fetched now. Reload the page when the server is back; what you took is kept.`,
    );
    then();
  };
  const PrepareDialog = useLoaded(importPrepare, {
    wanted: preparing !== null,
    ahead: !props.locked,
    onMissing() {
      toast.warning(
        'Framing cannot be fetched now. The picture is kept, whole, in its mount. Reload the page when the server is back, and frame it.',
      );
      endFirst();
      props.onClosePreparing();
    },
  });
  const DeskDialog = useLoaded(importDesk, {
    wanted: way === 'desk',
    onMissing: missing('The practice desk', props.onCloseWay),
  });
  const CameraDialog = useLoaded(importCamera, {
    wanted: way === 'camera',
    onMissing: missing('The camera', props.onCloseWay),
  });
  const PlateDialog = useLoaded(importPlate, {
    wanted: way === 'plate',
    onMissing: missing('The plate', props.onCloseWay),
  });
  const PhoneDialog = useLoaded(importPhone, {
    wanted: way === 'phone',
    onMissing: missing('The code for a telephone', props.onCloseWay),
  });
  // Asked for with a code, while the server is there; where it is not, no picture comes by it either.
  const AwaitedPicture = useLoaded(importAwaited, { wanted: awaited.length > 0, onMissing() {} });
  const DocumentDialog = useLoaded(importDocument, {
    wanted: documents.length > 0,
    onMissing: missing('The document’s pictures', props.onForgetDocuments),
  });
  const points = assignment.proofPoints;
  const prepared = preparing && pictures.find((p) => p.evidenceId === preparing.evidenceId);
  const point = points.find((p) => p.id === prepared?.proofPointId);
  const [document] = documents;
  const takeOne = (incoming: Incoming) => takeIn([incoming]);
  return (
    <>
      {PrepareDialog && prepared && point && preparing && (
        <PrepareDialog
          picture={prepared}
          point={point}
          others={pictures.filter((one) => one.evidenceId !== prepared.evidenceId)}
          codeOf={(id) => points.find((one) => one.id === id)?.code ?? ''}
          firstStep={preparing.step}
          firstFraming={fresh ? (props.atStation ? settings.framing : 'whole') : null}
          bitmap={fresh?.document.evidenceId === prepared.evidenceId ? fresh.bitmap : null}
          onClose={props.onClosePreparing}
          onStep={props.onStep}
          onAgain={fresh ? props.onAgain : null}
        />
      )}
      {DeskDialog && way === 'desk' && (
        <DeskDialog target={target} onClose={props.onCloseWay} onPicture={takeOne} />
      )}
      {CameraDialog && way === 'camera' && (
        <CameraDialog target={target} onClose={props.onCloseWay} onPicture={takeOne} />
      )}
      {PlateDialog && way === 'plate' && (
        <PlateDialog
          assignment={assignment}
          courseTitle={props.courseTitle}
          pictures={pictures}
          target={target}
          onClose={props.onCloseWay}
          onPicture={takeOne}
        />
      )}
      {PhoneDialog && way === 'phone' && (
        <PhoneDialog
          assignmentId={assignment.id}
          proofPointId={props.targetId}
          target={target}
          isFull={props.isTargetFull}
          onClose={props.onCloseWay}
          onAsked={(asked) => setAwaited((old) => [...old, asked])}
          onArrived={(codeId, evidenceId) => {
            forget(codeId);
            props.onArrived(evidenceId);
          }}
        />
      )}
      {AwaitedPicture &&
        awaited
          // The dialog looks for the one it shows.
          .filter((one) => way !== 'phone' || one !== awaited.at(-1))
          .map((one) => (
            <AwaitedPicture
              key={one.id}
              awaited={one}
              onArrived={(evidenceId) => props.onCameLater(evidenceId, one.target)}
              onOver={() => forget(one.id)}
            />
          ))}
      {DocumentDialog && document && (
        <DocumentDialog
          document={document}
          onClose={props.onLeaveDocument}
          onTake={(incoming) => {
            props.onLeaveDocument();
            takeIn(incoming);
          }}
        />
      )}
    </>
  );
}
