import type { ProofPoint } from '@nachweis/contract';
import { placingOf } from '@nachweis/core';
import type { ReactNode } from 'react';
import { Mount } from '../pictures/Mount.tsx';
import { PreparedPicture } from '../pictures/PreparedPicture.tsx';
import { Button } from '../ui/Button.tsx';
import { Dialog } from '../ui/Dialog.tsx';
import { useObjectUrl } from '../ui/useObjectUrl.ts';
import type { FullDecision, FullPlace } from '../waysIn/useIntake.ts';
import type { SheetPicture } from './sheetPictures.ts';

/** About how large a picture is shown here. */
const SHOWN = { width: 160, height: 96 };

interface FullDialogProps {
  place: FullPlace;
  points: readonly ProofPoint[];
  pictures: readonly SheetPicture[];
  onDecide: (decision: FullDecision) => void;
}

/** A picture came for a proof point that is full: nothing is put over another one before somebody says which. */
export function FullDialog({ place, points, pictures, onDecide }: FullDialogProps): ReactNode {
  const point = points.find((p) => p.id === place.pointId);
  const here = pictures.filter((p) => p.proofPointId === place.pointId);
  const free = points.filter(
    (p) => pictures.filter((x) => x.proofPointId === p.id).length < p.requirements.maxPictures,
  );
  const url = useObjectUrl(place.blob);
  // Of several none is likelier to be meant, and of two quick keys the second may be for what went before.
  const isAnswer = here.length === 1 && !place.waited;
  if (!point) return null;
  return (
    <Dialog
      title={`${point.code} is full`}
      description={
        here.length === 1
          ? 'It holds one picture. Shall the new one take its place?'
          : `It holds ${here.length} pictures. Which one shall the new one take the place of?`
      }
      onClose={() => onDecide({ kind: 'captures' })}
    >
      <ul className="grid grid-cols-2 gap-3 p-4">
        <li>
          <p className="mb-1 text-sm text-faded">The new one</p>
          <div
            role="img"
            aria-label="What has just come in"
            // Where no answer is likelier than another, one begins at what it is about.
            tabIndex={isAnswer ? undefined : 0}
            data-begin={isAnswer ? undefined : true}
            className="flex h-32 items-center justify-center border border-edge bg-grey"
          >
            {url && <img src={url} alt="" className="max-h-32 max-w-full object-contain" />}
          </div>
        </li>
        {here.map((picture) => (
          <li key={picture.evidenceId}>
            <p className="mb-1 text-sm text-faded">There now</p>
            <Mount code={point.code} name={picture.fileName}>
              <div className="h-24 w-full">
                <PreparedPicture
                  picture={picture}
                  shown={SHOWN}
                  alt={`${point.code}: ${picture.fileName}, ${sizeOf(picture)}`}
                />
              </div>
            </Mount>
            <Button
              look={isAnswer ? 'main' : 'plain'}
              className="mt-1 w-full"
              onClick={() => onDecide({ kind: 'replace', evidenceId: picture.evidenceId })}
            >
              Replace this one
            </Button>
          </li>
        ))}
      </ul>
      <div className="flex flex-wrap justify-end gap-2 border-t border-rule p-4">
        {free.map((p) => (
          <Button key={p.id} onClick={() => onDecide({ kind: 'elsewhere', pointId: p.id })}>
            Put it in {p.code}
          </Button>
        ))}
        <Button look="quiet" keyName="Esc" onClick={() => onDecide({ kind: 'captures' })}>
          Keep it among the captures
        </Button>
      </div>
    </Dialog>
  );
}

function sizeOf(picture: SheetPicture): string {
  const { width, height } = placingOf(picture, picture).size;
  return `${width} × ${height}`;
}
