import { lazy, type ReactNode, Suspense, useEffect } from 'react';
import { Link } from 'react-router';
import { readClipboard } from '../intake/readClipboard.ts';
import { beginShare } from '../station/beginShare.ts';
import { useShare } from '../station/share.ts';
import { Button, buttonClasses, KeyCap } from '../ui/Button.tsx';
import type { Taking } from './useTaking.tsx';

/** Only who shares needs them; fetched ahead, since a share that runs must not be without them. */
const importControls = () => import('../station/ShareControls.tsx');
const ShareControls = lazy(importControls);
const ShareEnded = lazy(() => importControls().then((part) => ({ default: part.ShareEnded })));

interface SourceBarProps {
  taking: Taking;
  /** the capture station for this assignment; absent on its own page */
  stationHref?: string;
}

/** Where the next picture goes, and the ways it can come in. */
export function SourceBar({ taking, stationHref }: SourceBarProps): ReactNode {
  const { share, ended } = useShare();
  const { chosenCode, takeIn } = taking;
  useEffect(() => {
    importControls().catch(() => {});
  }, []);
  return (
    <>
      <div className="mx-4 flex flex-wrap items-center gap-2 border-y border-rule py-1.5 sm:mx-6">
        <p className="mr-2" aria-live="polite">
          The next picture goes to <strong className="font-mono">{chosenCode}</strong>
        </p>
        <p className="mr-2 text-sm text-faded">
          Paste <KeyCap>Ctrl V</KeyCap> or drop it anywhere, or:
        </p>
        {!share && (
          <Button small onClick={() => void beginShare(takeIn)}>
            Share the screen
          </Button>
        )}
        <Button small onClick={taking.openFiles}>
          Choose files
        </Button>
        <Button small onClick={() => void readClipboard(takeIn)}>
          Clipboard
        </Button>
        <Button small onClick={taking.openCamera}>
          Camera
        </Button>
        <Button small onClick={taking.openDesk}>
          Practice desk
        </Button>
        {stationHref && (
          // The header has a link of the same words, to the station of any assignment.
          <Link
            to={stationHref}
            aria-label="Capture station of this assignment"
            className={buttonClasses('quiet', true)}
          >
            Capture station
          </Link>
        )}
      </div>
      {share && (
        <Suspense fallback={null}>
          <ShareControls share={share} target={chosenCode} onPictures={takeIn} listening={!taking.busy} />
        </Suspense>
      )}
      {!share && ended && (
        <Suspense fallback={<p role="status">{ended}</p>}>
          <ShareEnded onPictures={takeIn} />
        </Suspense>
      )}
    </>
  );
}
