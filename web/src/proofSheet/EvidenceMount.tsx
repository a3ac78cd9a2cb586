import type { Assignment, ProofPoint } from '@nachweis/contract';
import { placingOf } from '@nachweis/core';
import { Ellipsis, X } from 'lucide-react';
import { type ReactNode, useState } from 'react';
import { Link } from 'react-router';
import { Mount } from '../pictures/Mount.tsx';
import { PreparedPicture } from '../pictures/PreparedPicture.tsx';
import type { PrepareStep } from '../prepare/prepareStep.ts';
import { KeptProblem } from '../sheet/KeptProblem.tsx';
import { isForFullPlace, type SheetPicture } from '../sheet/sheetPictures.ts';
import type { PictureActions } from '../sheet/usePictureActions.ts';
import { Button, buttonClasses } from '../ui/Button.tsx';
import { toast } from '../ui/notices.ts';
import { useLoaded } from '../ui/useLoaded.ts';
import { sentence } from '../words/told.ts';
import { decisionId } from './focusDecision.ts';

const importMore = () => import('./MoreDialog.tsx').then((part) => part.MoreDialog);

/** What a dragged mount carries: the id of its evidence. */
export const EVIDENCE_DRAG = 'application/x-nachweis-evidence';

/** About how large a picture is shown here. */
const SHOWN = { width: 360, height: 270 };

interface EvidenceMountProps {
  picture: SheetPicture;
  point: ProofPoint;
  locked: boolean;
  onPrepare: (step: PrepareStep) => void;
  captureHref: string;
  actions: PictureActions;
  others: ReadonlyArray<{ point: ProofPoint; room: boolean }>;
  assignment: Assignment;
}

export function EvidenceMount({
  picture,
  point,
  locked,
  onPrepare,
  captureHref,
  actions,
  others,
  assignment,
}: EvidenceMountProps): ReactNode {
  const [more, setMore] = useState(false);
  const MoreDialog = useLoaded(importMore, {
    wanted: more,
    onMissing() {
      setMore(false);
      toast.warning('This cannot be fetched now: there is no connection.');
    },
  });
  const { size } = placingOf(picture, picture);
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: dragging is one of three ways to move it; "More" has it for keys and fingers
    <div
      draggable={!locked}
      onDragStart={(event) => {
        event.dataTransfer.setData(EVIDENCE_DRAG, picture.evidenceId);
        event.dataTransfer.effectAllowed = 'move';
      }}
    >
      {more && MoreDialog && (
        <MoreDialog
          picture={picture}
          point={point}
          others={others}
          assignment={assignment}
          captureHref={captureHref}
          actions={actions}
          onClose={() => setMore(false)}
        />
      )}
      <Mount
        code={point.code}
        name={picture.fileName}
        status={<MountStatus picture={picture} size={`${size.width} × ${size.height}`} />}
        actions={
          locked ? null : (
            <>
              <Button small look="quiet" onClick={() => onPrepare('pin')}>
                Bench
              </Button>
              <Button small look="quiet" onClick={() => onPrepare('frame')}>
                Frame
              </Button>
              <Button
                small
                look="quiet"
                className="px-1.5"
                aria-label={`More for ${picture.fileName}`}
                title="More: move it, its capture, its name"
                onClick={() => setMore(true)}
              >
                <Ellipsis size={16} aria-hidden />
              </Button>
              <Button
                small
                look="quiet"
                className="px-1.5"
                aria-label={`Remove ${picture.fileName}`}
                title={`Remove from ${point.code}`}
                onClick={() => void actions.takeOut(picture, point.code)}
              >
                <X size={16} aria-hidden />
              </Button>
            </>
          )
        }
      >
        <div className="h-52 w-full">
          <PreparedPicture picture={picture} shown={SHOWN} alt={`${point.code}: ${picture.fileName}`} />
        </div>
      </Mount>
      {(picture.status === 'stale' || picture.status === 'refused') && (
        <div
          id={decisionId(picture.evidenceId)}
          role="alert"
          className="border border-t-0 border-madder bg-madder-wash p-2 text-sm"
        >
          <p className="mb-1.5">
            <KeptProblem problem={picture.problem} />
          </p>
          <div className="flex flex-wrap gap-2">
            {picture.status === 'stale' ? (
              <StaleChoice picture={picture} point={point} actions={actions} />
            ) : (
              <>
                {picture.url && (
                  <a
                    className="self-center text-verdigris-deep underline"
                    href={picture.url}
                    download={picture.fileName}
                  >
                    Save the picture
                  </a>
                )}
                <Button small onClick={() => void actions.tryAgain(picture)}>
                  Try again
                </Button>
                <Button small look="danger" onClick={() => void actions.discard(picture)}>
                  Remove
                </Button>
              </>
            )}
          </div>
        </div>
      )}
      {picture.status === 'waiting' && picture.problem && (
        <p role="status" className="border border-t-0 border-edge bg-ochre-wash px-2 py-1 text-sm text-ochre">
          <KeptProblem problem={picture.problem} /> It is kept here, and tried again by itself.
        </p>
      )}
      {picture.damaged && (
        <p
          role="alert"
          className="border border-t-0 border-madder bg-madder-wash px-2 py-1 text-sm text-madder"
        >
          {sentence({ code: 'damaged', place: {}, data: {} })} Remove it and add it again.
        </p>
      )}
      {picture.notes.map(sentence).map((note) => (
        <p key={note} className="border border-t-0 border-edge bg-ochre-wash px-2 py-1 text-sm text-ochre">
          {note}
        </p>
      ))}
    </div>
  );
}

/** Two states of one picture, or two pictures for one place: its person says which it is to be. */
function StaleChoice({
  picture,
  point,
  actions,
}: Pick<EvidenceMountProps, 'picture' | 'point' | 'actions'>): ReactNode {
  if (!isForFullPlace(picture))
    return (
      <>
        <Button small onClick={() => void actions.keepMine(picture)}>
          Keep this one
        </Button>
        <Button small onClick={() => void actions.takeTheirs(picture)}>
          Take the other one
        </Button>
      </>
    );
  return (
    <>
      <Button small onClick={() => void actions.keepMine(picture)}>
        {point.requirements.maxPictures === 1
          ? 'Put this one in its place'
          : 'Try again, with another one removed'}
      </Button>
      <Button small onClick={() => void actions.takeTheirs(picture)}>
        Keep this one among the captures only
      </Button>
    </>
  );
}

function MountStatus({ picture, size }: { picture: SheetPicture; size: string }): ReactNode {
  const words = {
    saved: 'saved',
    unkept: 'in this page only, not sent yet',
    waiting: 'kept in this browser, not sent yet',
    stale: isForFullPlace(picture) ? 'another one came from elsewhere' : 'changed elsewhere',
    refused: 'not taken by the server',
  }[picture.status];
  return (
    <span className="block truncate text-sm text-faded" data-status={picture.status}>
      {size} · {words}
    </span>
  );
}

/** A mount with nothing in it says what belongs there. */
export function EmptyMount({
  code,
  name,
  title,
  onChoose,
  captureHref,
}: {
  code: string;
  name: string;
  title: string;
  onChoose: () => void;
  captureHref: string;
}): ReactNode {
  return (
    <Mount
      code={code}
      name={name}
      status={<span className="block text-sm text-faded">the name it will get</span>}
      actions={
        <Link to={captureHref} aria-label={`Capture ${code}`} className={buttonClasses('quiet', true)}>
          Capture
        </Link>
      }
    >
      <button
        type="button"
        onClick={onChoose}
        className="grid h-52 w-full place-items-center bg-paper p-4 text-center text-faded hover:bg-verdigris-wash"
      >
        <span>
          Room for: {title}
          <span className="block pointer-coarse:hidden text-sm">
            Paste, drop, or take it with one of the buttons above.
          </span>
          <span className="hidden pointer-coarse:block text-sm">Take it with one of the buttons above.</span>
        </span>
      </button>
    </Mount>
  );
}
