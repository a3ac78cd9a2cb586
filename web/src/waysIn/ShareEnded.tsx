import type { ReactNode } from 'react';
import { Button } from '../ui/Button.tsx';
import { bringPicture } from './bringPicture.ts';
import type { Incoming } from './incoming.ts';
import { MomentStrip } from './MomentStrip.tsx';
import { letGoOfMoments } from './share.ts';
import { useShare } from './shareState.ts';
import { takeMoment } from './takeShared.ts';

/** Why a share ended that was ended elsewhere, and its moments, which can still be taken. */
export function ShareEnded({ onPictures }: { onPictures: (incoming: Incoming[]) => void }): ReactNode {
  const { ended, past } = useShare();
  const moments = past?.moments ?? [];
  return (
    <section aria-label="Sharing has ended" className="mx-4 sm:mx-6">
      <p
        role="status"
        className="flex flex-wrap items-center justify-between gap-2 border-l-4 border-ochre-mark bg-ochre-wash px-3 py-1.5 text-ochre"
      >
        <span>
          {ended}
          {moments.length > 0 && ' Its last moments can still be taken, for five minutes.'}
        </span>
        <Button small onClick={letGoOfMoments}>
          {moments.length > 0 ? 'Let go of them' : 'Dismiss'}
        </Button>
      </p>
      {moments.length > 0 && (
        <MomentStrip
          moments={moments}
          still={false}
          memoryFull={false}
          onTake={(id) => void bringPicture(() => takeMoment(id), onPictures)}
          onTakeSeen={(incoming) => onPictures([incoming])}
        />
      )}
    </section>
  );
}
