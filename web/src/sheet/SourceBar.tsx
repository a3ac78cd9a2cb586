import { lazy, type ReactNode, Suspense } from 'react';
import { Link } from 'react-router';
import { Button, buttonClasses, KeyCap } from '../ui/Button.tsx';
import { beginShare } from '../waysIn/beginShare.ts';
import { readClipboard } from '../waysIn/readClipboard.ts';
import { stopShare } from '../waysIn/share.ts';
import { useShare } from '../waysIn/shareState.ts';
import type { Taking } from './useTaking.tsx';

/** Only who shares needs them. A share that runs is never without a way to stop it. */
const importControls = () =>
  import('../waysIn/ShareControls.tsx').catch(() => ({
    default: ControlsMissing,
    ShareEnded: ControlsMissing,
  }));
const ShareControls = lazy(importControls);
const ShareEnded = lazy(() => importControls().then((part) => ({ default: part.ShareEnded })));

/** Stands in for both and takes what they take. */
function ControlsMissing(_: { onPictures: Taking['takeIn'] }): ReactNode {
  const { share } = useShare();
  return (
    <p role="alert" className="mx-4 flex items-center gap-3 py-1.5 sm:mx-6">
      {share?.pageInSight && 'No picture was taken: this page is on the display that you share. '}
      The controls of the share cannot be fetched now. Reload the page when the server is back.
      <Button small onClick={stopShare}>
        Stop sharing
      </Button>
    </p>
  );
}

interface SourceBarProps {
  taking: Taking;
  /** the capture station for this assignment; absent on its own page */
  stationHref?: string;
}

/** Where the next picture goes, and the ways it can come in. */
export function SourceBar({ taking, stationHref }: SourceBarProps): ReactNode {
  const { share, ended } = useShare();
  const { chosenCode, takeIn } = taking;
  return (
    <>
      <div className="mx-4 flex flex-wrap items-center gap-1.5 border-y border-rule py-1.5 sm:mx-6">
        <p className="mr-2" aria-live="polite">
          The next picture goes to <strong className="font-mono">{chosenCode}</strong>
          {taking.chosenFull && ', which is full: it asks what to replace'}
        </p>
        <p className="mr-2 pointer-coarse:hidden text-sm text-faded">
          Paste <KeyCap>Ctrl V</KeyCap>, drop it, or:
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
        <Button small onClick={taking.openPhone}>
          Telephone
        </Button>
        <Button small onClick={taking.openPlate}>
          Plate
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
          <ShareControls
            share={share}
            target={taking.chosenFull ? `${chosenCode}, which is full: it asks in Nachweis` : chosenCode}
            onPictures={takeIn}
            listening={!taking.busy}
          />
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
