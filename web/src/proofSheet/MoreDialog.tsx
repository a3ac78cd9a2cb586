import type { Assignment, ProofPoint } from '@nachweis/contract';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { HandOn } from '../copies/HandOn.tsx';
import type { SheetPicture } from '../sheet/sheetPictures.ts';
import type { PictureActions } from '../sheet/usePictureActions.ts';
import { Button, buttonClasses } from '../ui/Button.tsx';
import { Dialog } from '../ui/Dialog.tsx';

interface MoreDialogProps {
  picture: SheetPicture;
  point: ProofPoint;
  /** the other proof points, each with whether it has room */
  others: ReadonlyArray<{ point: ProofPoint; room: boolean }>;
  assignment: Assignment;
  captureHref: string;
  actions: PictureActions;
  onClose: () => void;
}

/** What else can be done with a picture in its mount. */
export function MoreDialog(props: MoreDialogProps): ReactNode {
  const { picture, point, others, assignment, captureHref, actions, onClose } = props;
  const after = (work: () => Promise<unknown>) => () => {
    onClose();
    void work();
  };
  return (
    <Dialog title={`The picture in ${point.code}`} onClose={onClose}>
      <div className="flex flex-col gap-4 p-4">
        <p className="text-sm text-faded">
          It is called <span className="font-mono break-all text-ink">{picture.fileName}</span>, by the rule{' '}
          <span className="font-mono break-all text-ink">{assignment.nameRule}</span> of this assignment.
        </p>
        {others.length > 0 && (
          <section>
            <h3 className="mb-1 text-base">Move it, with its frame and pins</h3>
            <ul className="flex flex-col gap-2">
              {others.map(({ point: other, room }) => (
                <li key={other.id}>
                  <Button
                    className="w-full justify-start overflow-hidden"
                    disabled={!room}
                    onClick={after(() => actions.move(picture, other))}
                  >
                    <span className="truncate">
                      Move to {other.code}
                      {room ? `: ${other.title}` : ', which is full'}
                    </span>
                  </Button>
                </li>
              ))}
            </ul>
          </section>
        )}
        <div className="flex flex-wrap gap-2 border-t border-rule pt-3">
          <HandOn picture={picture} assignment={assignment} point={point} onBegin={onClose} />
          <Link className={buttonClasses('plain')} to={captureHref}>
            Take another picture for {point.code}
          </Link>
          <Link className={buttonClasses('plain')} to={`/captures?id=${picture.captureId}`}>
            Show its capture
          </Link>
          <Button look="danger" onClick={after(() => actions.takeOut(picture, point.code))}>
            Remove it from {point.code}
          </Button>
        </div>
      </div>
    </Dialog>
  );
}
