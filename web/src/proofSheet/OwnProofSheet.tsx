import { type ReactNode, useCallback, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { toast } from 'sonner';
import { DueTime } from '../assignments/DueTime.tsx';
import { type Added, useIntake } from '../intake/useIntake.ts';
import { usePasteAndDrop } from '../intake/usePasteAndDrop.ts';
import { useMe } from '../session/session.ts';
import { Button } from '../ui/Button.tsx';
import { useLoaded } from '../ui/useLoaded.ts';
import { useNow } from '../ui/useNow.ts';
import { HandInList } from './HandInList.tsx';
import { PointColumn } from './PointColumn.tsx';
import { RefusedPictures } from './RefusedPictures.tsx';
import { SourceBar } from './SourceBar.tsx';
import { usePictureActions } from './usePictureActions.ts';
import type { OwnSheet } from './useProofSheet.ts';
import { whyLocked } from './whyLocked.ts';

const importPrepare = () => import('../prepare/PrepareDialog.tsx').then((part) => part.default);
const importDesk = () => import('../practiceDesk/DeskDialog.tsx').then((part) => part.default);

interface Preparing {
  evidenceId: string;
  step: 'frame' | 'pin';
}

export function OwnProofSheet({ own }: { own: OwnSheet }): ReactNode {
  const me = useMe();
  const now = useNow();
  const navigate = useNavigate();
  const { sheet, pictures } = own;
  const { assignment } = sheet;
  const points = assignment.proofPoints;
  const locked = whyLocked(sheet);
  const [chosen, setChosen] = useState<string | null>(null);
  const [preparing, setPreparing] = useState<Preparing | null>(null);
  const [fresh, setFresh] = useState<Added | null>(null);
  const [deskOpen, setDeskOpen] = useState(false);
  const [refused, setRefused] = useState<string[]>([]);
  const actions = usePictureActions(assignment.id);

  const firstEmpty = points.find((p) => !pictures.some((x) => x.proofPointId === p.id));
  const chosenId = chosen ?? firstEmpty?.id ?? points[0]?.id ?? '';
  const chosenCode = points.find((p) => p.id === chosenId)?.code ?? '';

  /** Says where a new picture went, once nothing lies over the sheet any more. */
  const tellAdded = useCallback(
    ({ evidenceId, proofPointId }: Added) => {
      const code = points.find((p) => p.id === proofPointId)?.code ?? '';
      toast.success(`The picture is in ${code}.`, {
        action: { label: 'Undo', onClick: () => void actions.undoAdding(evidenceId) },
      });
    },
    [points, actions],
  );
  const onAdded = useCallback(
    (added: Added, howMany: number) => {
      setDeskOpen(false);
      // What comes next goes to the next proof point that has nothing yet.
      setChosen(null);
      if (howMany > 1) {
        added.bitmap.close();
        tellAdded(added);
        return;
      }
      setFresh(added);
      setPreparing({ evidenceId: added.evidenceId, step: 'frame' });
    },
    [tellAdded],
  );
  const takeIn = useIntake({
    personId: me.id,
    assignmentId: assignment.id,
    points,
    pictures,
    chosenId,
    onAdded,
    onRefused: setRefused,
  });
  const dragging = usePasteAndDrop(!locked && !preparing, (incoming) => void takeIn(incoming));
  const closePreparing = () => {
    if (fresh) {
      tellAdded(fresh);
      fresh.bitmap.close();
    }
    setPreparing(null);
    setFresh(null);
  };

  const PrepareDialog = useLoaded(importPrepare, {
    wanted: preparing !== null,
    ahead: !locked,
    onMissing() {
      toast.warning(
        'Framing cannot be fetched now. The picture is kept, whole, in its mount; frame it when the server is back.',
      );
      closePreparing();
    },
  });
  const DeskDialog = useLoaded(importDesk, {
    wanted: deskOpen,
    onMissing() {
      toast.warning('The practice desk cannot be fetched now. Open it again when the server is back.');
      setDeskOpen(false);
    },
  });

  const open = preparing ? (pictures.find((p) => p.evidenceId === preparing.evidenceId) ?? null) : null;
  const openPoint = open && points.find((p) => p.id === open.proofPointId);
  return (
    <main className="flex min-h-0 flex-1 flex-col">
      <div className="flex flex-wrap items-start gap-x-8 gap-y-2 px-4 pt-3 pb-2 sm:px-6">
        <div className="min-w-0 flex-1 basis-80">
          <h1 className="text-2xl">{assignment.title}</h1>
          <p className="written max-w-prose">{assignment.brief}</p>
        </div>
        <DueTime times={assignment} timeZone={assignment.timeZone} window={sheet.window} now={now} />
      </div>
      <HandInList handIns={sheet.handIns} assignment={assignment} />
      {locked ? (
        <p className="mx-4 border-l-4 border-edge bg-card px-3 py-2 sm:mx-6">{locked}</p>
      ) : (
        <SourceBar
          target={chosenCode}
          onPictures={(incoming) => void takeIn(incoming)}
          onDesk={() => setDeskOpen(true)}
        />
      )}
      {refused.length > 0 && <RefusedPictures sentences={refused} onDismiss={() => setRefused([])} />}
      <ol
        className={`grid flex-1 auto-rows-min grid-cols-[repeat(auto-fit,minmax(min(100%,19rem),1fr))] items-start gap-x-5 gap-y-6 p-4 sm:px-6 ${dragging ? 'bg-verdigris-wash' : ''}`}
      >
        {points.map((point) => (
          <PointColumn
            key={point.id}
            point={point}
            pictures={pictures.filter((p) => p.proofPointId === point.id)}
            chosen={!locked && point.id === chosenId}
            nextName={own.draft.nextNames[point.id] ?? ''}
            locked={locked !== null}
            onChoose={() => setChosen(point.id)}
            onPrepare={(evidenceId, step) => setPreparing({ evidenceId, step })}
            actions={actions}
          />
        ))}
      </ol>
      {!locked && (
        <footer className="sticky bottom-0 flex flex-wrap items-center gap-3 border-t border-rule bg-card px-4 py-2.5 sm:px-6">
          <p className="min-w-0 flex-1 text-sm text-faded" role="status">
            {own.allSaved
              ? pictures.length > 0
                ? 'Everything is saved on the server.'
                : 'Paste a picture anywhere on this page to begin.'
              : 'Kept in this browser; being sent …'}
          </p>
          {assignment.needsStatement && (
            <Link
              to={`/assignments/${assignment.id}/hand-in#statement`}
              className="text-sm text-verdigris-deep underline"
            >
              {own.statement.trim()
                ? 'Your own statement is written'
                : 'Your own statement is still to be written'}
            </Link>
          )}
          <Button look="main" onClick={() => navigate(`/assignments/${assignment.id}/hand-in`)}>
            Hand in …
          </Button>
        </footer>
      )}
      {PrepareDialog && open && openPoint && preparing && (
        <PrepareDialog
          picture={open}
          point={openPoint}
          firstStep={preparing.step}
          bitmap={fresh?.evidenceId === open.evidenceId ? fresh.bitmap : null}
          onClose={closePreparing}
        />
      )}
      {DeskDialog && deskOpen && (
        <DeskDialog
          target={chosenCode}
          onClose={() => setDeskOpen(false)}
          onPicture={(incoming) => void takeIn([incoming])}
        />
      )}
    </main>
  );
}
