import { type ReactNode, useEffect, useRef, useState } from 'react';
import { Stage } from '../stage/Stage.tsx';
import { Button } from '../ui/Button.tsx';
import { Dialog } from '../ui/Dialog.tsx';
import { isKeyOff } from '../ui/ownSettings.ts';
import { useObjectUrl } from '../ui/useObjectUrl.ts';
import type { MomentInfo } from '../workers/lookBack.worker.ts';
import type { Incoming } from './incoming.ts';
import { takeMoment } from './takeShared.ts';

interface MomentDialogProps {
  moments: readonly MomentInfo[];
  onTake: (incoming: Incoming) => void;
  onClose: () => void;
}

interface HeldMoment {
  moment: MomentInfo;
  incoming: Incoming;
}

/** The moments one by one and large, before one is taken. They stay for as long as one looks at them. */
export function MomentDialog({ moments, onTake, onClose }: MomentDialogProps): ReactNode {
  const [first] = useState(moments);
  /** the newest first; null until they are here */
  const [held, setHeld] = useState<HeldMoment[] | null>(null);
  const [index, setIndex] = useState(0);
  const takeButton = useRef<HTMLButtonElement>(null);
  // Where the work is: Enter takes, and does not close.
  useEffect(() => {
    if (held) takeButton.current?.focus();
  }, [held]);
  useEffect(() => {
    let ended = false;
    void Promise.all(
      [...first].reverse().map((moment) =>
        takeMoment(moment.id).then(
          (incoming) => [{ moment, incoming }],
          // One that went while the dialog came.
          () => [],
        ),
      ),
    ).then((all) => !ended && setHeld(all.flat()));
    return () => {
      ended = true;
    };
  }, [first]);
  const shown = held?.[index];
  const url = useObjectUrl(shown?.incoming.blob ?? null);
  const step = (by: 1 | -1) => setIndex(Math.min(Math.max(index + by, 0), (held?.length ?? 1) - 1));
  const take = () => shown && onTake(shown.incoming);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.defaultPrevented || isKeyOff(event) || event.ctrlKey || event.metaKey || event.altKey) return;
      if (event.key === 'ArrowLeft') step(1);
      else if (event.key === 'ArrowRight') step(-1);
      else if (event.key === 'Enter' && !(event.target instanceof HTMLButtonElement)) take();
      else return;
      event.preventDefault();
    };
    addEventListener('keydown', onKey);
    return () => removeEventListener('keydown', onKey);
  });
  return (
    <Dialog title="Moments, one by one" size="full" onClose={onClose}>
      {held?.length === 0 && (
        <p className="p-4">These moments are kept no longer. Newer ones are on the page.</p>
      )}
      {!held && (
        <p role="status" className="p-4">
          Fetching the moments …
        </p>
      )}
      {held && shown && (
        <div data-keys="moments" className="flex min-h-0 flex-1 flex-col">
          <Stage
            picture={shown.moment}
            label={`Moment ${index + 1} of ${held.length}`}
            enlarge={1}
            image={
              url && (
                <img
                  src={url}
                  alt={`Moment ${index + 1}`}
                  draggable={false}
                  className="absolute inset-0 size-full"
                />
              )
            }
          />
          <footer className="flex flex-wrap items-center gap-2 border-t border-rule bg-card px-4 py-2">
            <p role="status" className="min-w-40 flex-1 text-sm text-faded">
              {`${index + 1} of ${held.length}, the newest first. They stay while you look at them.`}
            </p>
            <Button small keyName="←" disabled={index === held.length - 1} onClick={() => step(1)}>
              Older
            </Button>
            <Button small keyName="→" disabled={index === 0} onClick={() => step(-1)}>
              Newer
            </Button>
            <Button ref={takeButton} small look="main" keyName="Enter" onClick={take}>
              Take this one
            </Button>
          </footer>
        </div>
      )}
    </Dialog>
  );
}
