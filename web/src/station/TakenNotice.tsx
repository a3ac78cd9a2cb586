import { type Framing, framedBox, isSettled, type Size } from '@nachweis/core';
import { type ReactNode, useEffect, useState } from 'react';
import { lookAt } from '../finding/looks.ts';
import { localUrl } from '../outbox/outbox.ts';
import { FramedPicture } from '../pictures/FramedPicture.tsx';
import { Button } from '../ui/Button.tsx';
import { toast } from '../ui/notices.ts';
import { FindingSign } from '../ui/signs.tsx';
import type { Asked, Look } from '../workers/finding.worker.ts';

export interface TakenPicture {
  evidenceId: string;
  captureId: string;
  /** code of its proof point */
  code: string;
  fileName: string;
  blob: Blob;
  asked: Asked;
  size: Size;
  framing: Framing;
}

interface TakenActions {
  onMark: () => void;
  onAgain: () => void;
  onUndo: () => void;
}

/** Says where a picture went, with the picture, and what can be done at once. */
export function tellWhereItWent(picture: TakenPicture, actions: TakenActions): void {
  toast.custom((id) => <TakenNotice picture={picture} actions={actions} onDone={() => toast.dismiss(id)} />, {
    id: picture.evidenceId,
    duration: 9_000,
    // In the bar to hand in, beside its button: clear of the mounts and of what takes the next picture.
    position: 'bottom-left',
    style: { width: 'min(40rem, 92vw)' },
  });
}

function TakenNotice({
  picture,
  actions,
  onDone,
}: {
  picture: TakenPicture;
  actions: TakenActions;
  onDone: () => void;
}): ReactNode {
  const [look, setLook] = useState<Look | null>(null);
  const { captureId, blob, asked, code, fileName, size, framing } = picture;
  useEffect(() => {
    lookAt(captureId, blob, asked).then(setLook, () => {
      // Without a look there are no warnings; the picture is safe all the same.
    });
  }, [captureId, blob, asked]);
  const url = localUrl(captureId);
  const framed = framedBox(framing, size);
  const warnings = look?.warnings.filter((warning) => !isSettled(warning, look.displays, framed));
  const act = (what: () => void) => () => {
    onDone();
    what();
  };
  return (
    <div className="flex w-full flex-wrap items-center gap-x-3 gap-y-2">
      <div className="size-11 shrink-0 border border-edge bg-grey">
        {url && <FramedPicture url={url} {...size} framing={framing} alt="" />}
      </div>
      <div className="min-w-48 flex-1">
        <p>The picture is in {code}.</p>
        {fileName && <p className="truncate font-mono text-sm text-faded">{fileName}</p>}
        {warnings?.map((warning) => (
          <p key={warning.code} className="flex gap-1.5 text-sm text-ochre">
            <span className="mt-0.5">
              <FindingSign level="look" />
            </span>
            {warning.sentence}
          </p>
        ))}
      </div>
      <div className="flex flex-wrap gap-1.5">
        <Button small onClick={act(actions.onMark)}>
          Mark it up
        </Button>
        <Button small onClick={act(actions.onAgain)}>
          Take again
        </Button>
        <Button small onClick={act(actions.onUndo)}>
          Undo
        </Button>
      </div>
    </div>
  );
}
