import { PictureInPicture2, Square } from 'lucide-react';
import { type ReactNode, useCallback, useEffect, useRef, useState } from 'react';
import { Button } from '../ui/Button.tsx';
import { isKeyOff } from '../ui/ownSettings.ts';
import { isTyping } from '../ui/typing.ts';
import { useFocused } from '../ui/useFocused.ts';
import { bringPicture } from './bringPicture.ts';
import { canFloat, FloatingControl } from './FloatingControl.tsx';
import type { Incoming } from './incoming.ts';
import { MomentStrip } from './MomentStrip.tsx';
import { changeTakeSettings, useTakeSettings } from './settings.ts';
import { stopShare } from './share.ts';
import { changeShare, type Share } from './shareState.ts';
import { takeMoment, takeShared } from './takeShared.ts';
import { useCountdown } from './useCountdown.ts';

// In one part with this: it is wanted when the server may be away.
export { ShareEnded } from './ShareEnded.tsx';

const SURFACE_WORDS: Readonly<Record<string, string>> = {
  display: 'a display',
  window: 'a window',
  tab: 'a browser tab',
  unknown: 'a screen',
};

interface ShareControlsProps {
  share: Share;
  /** code of the proof point the next picture goes to */
  target: string;
  onPictures: (incoming: Incoming[]) => void;
  /** whether keys belong to the page now and not to a dialog over it */
  listening: boolean;
}

/** What can be done while a share runs: take now, take later, look back, float, stop. */
export default function ShareControls({
  share,
  target,
  onPictures,
  listening,
}: ShareControlsProps): ReactNode {
  const { delay, pointer } = useTakeSettings();
  const countdown = useCountdown();
  // On a shared display this page is in the pictures too: what moves in it while one works elsewhere would be a moment.
  const still = !useFocused() && share.surface === 'display';
  const shown = useRef(share.moments);
  if (!still) shown.current = share.moments;
  const [floating, setFloating] = useState(false);
  const [last, setLast] = useState<Blob | null>(null);

  const bring = (get: () => Promise<Incoming>) =>
    bringPicture(get, (incoming) => {
      setLast(incoming[0]?.blob ?? null);
      changeShare({ pageInSight: false });
      onPictures(incoming);
    });
  const take = () => void bring(takeShared);
  const later = () => countdown.start(delay, take);
  const latest = useRef({ take, later });
  latest.current = { take, later };

  useEffect(() => {
    if (!listening) return;
    const onKey = (event: KeyboardEvent) => {
      if (isTyping(event.target) || event.ctrlKey || event.metaKey || event.altKey || isKeyOff(event)) return;
      if (event.key === 't') latest.current.take();
      else if (event.key === 'T') latest.current.later();
      else return;
      event.preventDefault();
    };
    addEventListener('keydown', onKey);
    return () => removeEventListener('keydown', onKey);
  }, [listening]);

  return (
    <section aria-label="Sharing" className="border-b border-rule bg-card px-4 py-2 sm:px-6">
      <div className="flex flex-wrap items-center gap-2">
        <p className="mr-2">
          <span aria-hidden className="mr-1.5 inline-block size-2.5 rounded-full bg-madder" />
          Sharing {SURFACE_WORDS[share.surface] ?? 'a screen'},{' '}
          {share.width > 0 && (
            <>
              <span className="font-mono">
                {share.width} × {share.height}
              </span>
              ,{' '}
            </>
          )}
          <Elapsed since={share.startedAt} />
        </p>
        <Button small look="main" keyName="T" onClick={take}>
          Take now
        </Button>
        <Button small onClick={later} keyName="⇧T">
          Take in {delay} s
        </Button>
        <label className="flex items-center gap-1.5 text-sm">
          Delay
          <input
            type="range"
            min={1}
            max={10}
            value={delay}
            onChange={(event) => changeTakeSettings({ delay: event.target.valueAsNumber })}
            className="w-24 accent-verdigris"
            aria-valuetext={`${delay} seconds`}
          />
        </label>
        {canFloat() ? (
          <Button small look="quiet" onClick={() => setFloating(true)} disabled={floating}>
            <PictureInPicture2 size={16} aria-hidden /> Float
          </Button>
        ) : (
          <p className="text-sm text-faded">
            This browser cannot float a control over other programs: use the delay, or look back.
          </p>
        )}
        <Button small look="danger" onClick={stopShare} className="ml-auto">
          <Square size={14} aria-hidden /> Stop sharing
        </Button>
      </div>
      {share.pageInSight && <NothingTaken floats={canFloat()} looksBack={share.looksBack} delay={delay} />}
      {share.pointer && !pointer && (
        <p className="mt-1 text-sm text-faded">
          This browser puts the pointer into the picture all the same.
        </p>
      )}
      {share.resized && (
        <p role="status" className="mt-1 text-sm text-ochre">
          What is shared has another size now. Check the next picture; a region from before may no longer fit.
        </p>
      )}
      {share.looksBack ? (
        <MomentStrip
          moments={shown.current}
          still={still}
          memoryFull={share.memoryFull}
          onTake={(id) => void bring(() => takeMoment(id))}
          onTakeSeen={(incoming) => void bring(async () => incoming)}
        />
      ) : (
        <p className="text-sm text-faded">
          This browser keeps no moments to look back on: use the delay for menus.
        </p>
      )}
      {countdown.left !== null && <CountdownOverlay left={countdown.left} onCancel={countdown.cancel} />}
      {floating && (
        <FloatingControl
          target={target}
          last={last}
          delay={delay}
          left={countdown.left}
          onTake={take}
          onLater={later}
          onCancel={countdown.cancel}
          onClose={() => setFloating(false)}
        />
      )}
    </section>
  );
}

/** Says why the share began without a picture, and how to come by one; it is read aloud, as the focus goes to it. */
function NothingTaken({
  floats,
  looksBack,
  delay,
}: {
  floats: boolean;
  looksBack: boolean;
  delay: number;
}): ReactNode {
  const focus = useCallback((text: HTMLParagraphElement | null) => text?.focus(), []);
  return (
    <p ref={focus} tabIndex={-1} className="mt-1 border-ochre border-l-4 pl-2">
      <strong>No picture yet:</strong> this page is on the display that you share. Go to your program
      {looksBack && ', do what must be seen, come back and choose the moment below'}. Or take it from there
      {floats ? ' with the control that floats, or' : ''} with “Take in {delay} s”. “Take now” takes the
      display as it is, with this page.
    </p>
  );
}

function CountdownOverlay({ left, onCancel }: { left: number; onCancel: () => void }): ReactNode {
  return (
    <div
      role="alert"
      className="fixed top-16 right-4 z-40 flex items-center gap-4 border-2 border-madder bg-card p-4"
    >
      <span className="font-mono text-5xl" data-testid="countdown">
        {left}
      </span>
      <span>
        seconds until the picture.
        <span className="mt-1 block">
          <Button small onClick={onCancel} keyName="Esc">
            Cancel
          </Button>
        </span>
      </span>
    </div>
  );
}

/** Minutes and seconds since an instant. */
function Elapsed({ since }: { since: number }): ReactNode {
  const [now, setNow] = useState(Date.now);
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), 1000);
    return () => clearInterval(timer);
  }, []);
  const seconds = Math.max(0, Math.floor((now - since) / 1000));
  return (
    <span className="font-mono">
      {Math.floor(seconds / 60)}:{String(seconds % 60).padStart(2, '0')}
    </span>
  );
}
