import type { ProofPoint } from '@nachweis/contract';
import { formatPoints } from '@nachweis/core';
import type { ReactNode } from 'react';
import type { SheetPicture } from '../sheet/sheetPictures.ts';
import type { PictureActions } from '../sheet/usePictureActions.ts';
import { Letter } from '../ui/signs.tsx';
import { EmptyMount, EvidenceMount } from './EvidenceMount.tsx';

interface PointColumnProps {
  point: ProofPoint;
  pictures: readonly SheetPicture[];
  chosen: boolean;
  nextName: string;
  locked: boolean;
  onChoose: () => void;
  /** the capture station, with this proof point chosen */
  captureHref: string;
  onPrepare: (evidenceId: string, step: 'frame' | 'pin') => void;
  actions: PictureActions;
}

/** One proof point: what must be shown, and its mounts. */
export function PointColumn({
  point,
  pictures,
  chosen,
  nextName,
  locked,
  onChoose,
  captureHref,
  onPrepare,
  actions,
}: PointColumnProps): ReactNode {
  const room = pictures.length < point.requirements.maxPictures;
  return (
    <li className={`flex flex-col border-t-4 pt-2 ${chosen ? 'border-verdigris' : 'border-rule'}`}>
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
            onClick={onChoose}
            className="rounded-md px-1.5 text-sm text-verdigris-deep underline hover:bg-verdigris-wash"
          >
            {chosen ? 'next picture here' : 'send next here'}
          </button>
        )}
      </div>
      <p className="written mb-2 text-sm text-faded">{point.instructions}</p>
      {pictures.map((picture) => (
        <EvidenceMount
          key={picture.evidenceId}
          picture={picture}
          point={point}
          locked={locked}
          onPrepare={(step) => onPrepare(picture.evidenceId, step)}
          captureHref={captureHref}
          actions={actions}
        />
      ))}
      {room && !locked && (
        <EmptyMount
          code={point.code}
          name={nextName}
          onChoose={onChoose}
          captureHref={captureHref}
          title={point.title}
        />
      )}
      <ul className="mt-2" aria-label={`${point.code} must show`}>
        {point.mustShows.map((mustShow) => {
          const pinned = pictures.some((p) => p.marks.some((m) => m.letter === mustShow.letter));
          return (
            <li key={mustShow.id} className="flex items-center gap-2 border-b border-rule py-1">
              <Letter filled={pinned}>{mustShow.letter}</Letter>
              <span className="written min-w-0 flex-1">{mustShow.text}</span>
              <span className="font-mono text-sm text-faded">{formatPoints(mustShow.units)}</span>
            </li>
          );
        })}
      </ul>
    </li>
  );
}
