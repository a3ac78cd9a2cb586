import type { ProofPoint, ReferencePicture } from '@nachweis/contract';
import { isPinOf } from '@nachweis/core';
import { type DragEvent, lazy, type ReactNode, Suspense, useState } from 'react';
import type { PrepareStep } from '../prepare/prepareStep.ts';
import type { PictureActions } from '../sheet/usePictureActions.ts';
import type { OwnSheet } from '../sheet/useProofSheet.ts';
import { Letter } from '../ui/signs.tsx';
import { Worth } from '../ui/Worth.tsx';
import { EmptyMount, EVIDENCE_DRAG, EvidenceMount } from './EvidenceMount.tsx';

// Most assignments have none.
const ReferencePictures = lazy(async () => ({
  default: (await import('../references/ReferencePictures.tsx')).ReferencePictures,
}));

const importLeft = () => import('../sheet/LeftAtPoint.tsx');
// Fetched beside what the page shows, and without it the page has all the rest.
importLeft().catch(() => {});
const LeftAtPoint = lazy(() => importLeft().catch(() => ({ default: () => null })));

interface PointColumnProps {
  own: OwnSheet;
  point: ProofPoint;
  /** how it should look */
  references: readonly ReferencePicture[];
  chosen: boolean;
  locked: boolean;
  onChoose: () => void;
  /** the capture station, with this proof point chosen */
  captureHref: string;
  onPrepare: (evidenceId: string, step: PrepareStep) => void;
  actions: PictureActions;
}

/** One proof point: what must be shown, and its mounts. */
export function PointColumn({
  own,
  point,
  references,
  chosen,
  locked,
  onChoose,
  captureHref,
  onPrepare,
  actions,
}: PointColumnProps): ReactNode {
  const { assignment } = own.sheet;
  const [over, setOver] = useState(false);
  const pictures = own.pictures.filter((p) => p.proofPointId === point.id);
  const room = hasRoom(own, point);
  const others = assignment.proofPoints
    .filter((p) => p.id !== point.id)
    .map((other) => ({ point: other, room: hasRoom(own, other) }));
  const takes = (event: DragEvent) => room && !locked && event.dataTransfer.types.includes(EVIDENCE_DRAG);
  const onDrop = (event: DragEvent) => {
    setOver(false);
    const dropped = own.pictures.find((p) => p.evidenceId === event.dataTransfer.getData(EVIDENCE_DRAG));
    if (!takes(event) || !dropped || dropped.proofPointId === point.id) return;
    event.preventDefault();
    void actions.move(dropped, point);
  };
  return (
    <li
      className={`flex flex-col border-t-4 pt-2 ${chosen ? 'border-verdigris' : 'border-rule'} ${over ? 'bg-verdigris-wash' : ''}`}
      onDragOver={(event) => {
        if (!takes(event)) return;
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={onDrop}
    >
      <div className="flex items-baseline gap-2">
        <h2 className="flex-1 text-lg">
          <span className="font-mono">{point.code}</span> {point.title}
          {point.requirements.minPictures === 0 && (
            <span className="text-sm font-normal text-faded"> (not required)</span>
          )}
        </h2>
        {!locked && (
          <button
            type="button"
            aria-pressed={chosen}
            aria-label={`${chosen ? 'next picture here' : 'send next here'}, ${point.code}`}
            onClick={onChoose}
            className="rounded-md px-1.5 text-sm text-verdigris-deep underline hover:bg-verdigris-wash"
          >
            {chosen ? 'next picture here' : 'send next here'}
          </button>
        )}
      </div>
      <p className="written mb-1 text-sm text-faded">{point.instructions}</p>
      {references.length > 0 && (
        <Suspense fallback={null}>
          <div className="mb-2 text-sm">
            <p className="font-semibold">How it should look</p>
            <ReferencePictures pictures={references} code={point.code} />
          </div>
        </Suspense>
      )}
      {!locked && (
        <div className="mb-2 text-sm" data-testid={`left-${point.code}`}>
          <Suspense fallback={null}>
            <LeftAtPoint own={own} point={point} />
          </Suspense>
        </div>
      )}
      {pictures.map((picture) => (
        <EvidenceMount
          key={picture.evidenceId}
          picture={picture}
          point={point}
          locked={locked}
          onPrepare={(step) => onPrepare(picture.evidenceId, step)}
          captureHref={captureHref}
          actions={actions}
          others={others}
          assignment={assignment}
        />
      ))}
      {room && !locked && (
        <EmptyMount
          code={point.code}
          name={own.draft.nextNames[point.id] ?? ''}
          onChoose={onChoose}
          captureHref={captureHref}
          title={point.title}
        />
      )}
      <ul className="mt-2" aria-label={`${point.code} must show`}>
        {point.mustShows.map((mustShow) => {
          const pinned = pictures.some((p) => p.marks.some(isPinOf(mustShow.letter)));
          return (
            <li key={mustShow.id} className="flex items-center gap-2 border-b border-rule py-1">
              <Letter filled={pinned}>{mustShow.letter}</Letter>
              <span className="written min-w-0 flex-1">{mustShow.text}</span>
              <Worth units={mustShow.units} className="text-sm text-faded" />
            </li>
          );
        })}
      </ul>
    </li>
  );
}

const hasRoom = ({ pictures }: OwnSheet, point: ProofPoint): boolean =>
  pictures.filter((p) => p.proofPointId === point.id).length < point.requirements.maxPictures;
