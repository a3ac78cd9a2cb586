import { type ReactNode, useEffect, useState } from 'react';
import { Button } from '../ui/Button.tsx';
import { useObjectUrl } from '../ui/useObjectUrl.ts';
import type { MomentInfo } from '../workers/lookBack.worker.ts';
import type { Incoming } from './incoming.ts';
import { MomentDialog } from './MomentDialog.tsx';

interface MomentStripProps {
  moments: readonly MomentInfo[];
  memoryFull: boolean;
  /** the times stand still */
  still: boolean;
  onTake: (id: number) => void;
  /** takes one that was looked at, which may be kept no longer by then */
  onTakeSeen: (incoming: Incoming) => void;
}

/** The moments at which the shared picture had changed and come to rest, the newest first. */
export function MomentStrip({ moments, memoryFull, still, onTake, onTakeSeen }: MomentStripProps): ReactNode {
  const [large, setLarge] = useState(false);
  // One clock for all: each with its own would have the page painted twenty times a second.
  const [now, setNow] = useState(Date.now);
  useEffect(() => {
    if (still) return;
    setNow(Date.now());
    const timer = setInterval(() => setNow(Date.now()), 1000);
    return () => clearInterval(timer);
  }, [still]);
  if (moments.length === 0)
    return (
      <p className="mt-1 text-sm text-faded">
        Work on in the other program. Each time its picture comes to rest, the moment is kept here for a
        minute: a menu that closes again can be taken afterwards.
      </p>
    );
  return (
    <div className="mt-2">
      <div className="flex flex-wrap items-center gap-x-3">
        <h2 className="text-sm font-semibold text-faded">
          Look back: moments at rest, the newest first
          {memoryFull && <span className="font-normal"> · 200 MB are used up, older ones go</span>}
        </h2>
        <Button small look="quiet" onClick={() => setLarge(true)}>
          See them large
        </Button>
      </div>
      {large && (
        <MomentDialog
          moments={moments}
          onTake={(incoming) => {
            setLarge(false);
            onTakeSeen(incoming);
          }}
          onClose={() => setLarge(false)}
        />
      )}
      <ul className="flex gap-2 overflow-x-auto py-1" aria-label="Moments to take">
        {[...moments].reverse().map((moment) => (
          <li key={moment.id} className="shrink-0">
            <Moment moment={moment} now={now} onTake={() => onTake(moment.id)} />
          </li>
        ))}
      </ul>
    </div>
  );
}

interface MomentProps {
  moment: MomentInfo;
  /** milliseconds of Date.now() */
  now: number;
  onTake: () => void;
}

function Moment({ moment, now, onTake }: MomentProps): ReactNode {
  const url = useObjectUrl(moment.thumb);
  const ago = Math.max(0, Math.round((now - moment.at) / 1000));
  return (
    <button
      type="button"
      onClick={onTake}
      className="block border border-edge bg-card p-1 text-left hover:bg-verdigris-wash"
      aria-label={`Take the moment ${ago} seconds ago`}
    >
      {url && <img src={url} alt="" width={150} className="block h-20 w-[150px] bg-grey object-contain" />}
      <span className="font-mono text-sm">{ago} s ago</span>
    </button>
  );
}
