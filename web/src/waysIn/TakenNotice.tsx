import { framedBox, isSettled } from '@nachweis/core';
import { type ReactNode, useEffect, useState } from 'react';
import { lookAt } from '../finding/looks.ts';
import { FramedPicture } from '../pictures/FramedPicture.tsx';
import type { PictureDocument } from '../store/pictureDocument.ts';
import { localUrl } from '../store/pictureStore.ts';
import { Button } from '../ui/Button.tsx';
import { toast } from '../ui/notices.ts';
import { FindingSign } from '../ui/signs.tsx';
import { sentence } from '../words/told.ts';
import type { Asked, Look } from '../workers/finding.worker.ts';

/** A picture that has just got its place, with what the notice shows of it. */
export interface TakenPicture {
  document: Pick<PictureDocument, 'evidenceId' | 'captureId' | 'width' | 'height' | 'framing'>;
  /** code of its proof point */
  code: string;
  fileName: string;
  blob: Blob;
  asked: Asked;
}

interface TakenActions {
  onPin: () => void;
  onAgain: () => void;
}

/** Says where a picture went, with the picture, and what can be done at once. */
export function tellWhereItWent(picture: TakenPicture, actions: TakenActions): void {
  toast.custom((id) => <TakenNotice picture={picture} actions={actions} onDone={() => toast.dismiss(id)} />, {
    id: picture.document.evidenceId,
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
  const { blob, asked, code, fileName, document } = picture;
  const { captureId, framing } = document;
  useEffect(() => {
    lookAt(captureId, async () => blob, asked).then(setLook, () => {
      // Without a look there are no findings; the picture is safe all the same.
    });
  }, [captureId, blob, asked]);
  const url = localUrl(captureId);
  const framed = framedBox(framing, document);
  const findings = look?.findings.filter((finding) => !isSettled(finding, look.displays, framed));
  const act = (what: () => void) => () => {
    onDone();
    what();
  };
  return (
    <div className="flex w-full flex-wrap items-center gap-x-3 gap-y-2">
      <div className="size-11 shrink-0 border border-edge bg-grey">
        {url && (
          <FramedPicture url={url} width={document.width} height={document.height} framing={framing} alt="" />
        )}
      </div>
      <div className="min-w-48 flex-1">
        <p>The picture is in {code}.</p>
        {fileName && <p className="truncate font-mono text-sm text-faded">{fileName}</p>}
        {findings?.map((finding) => (
          <p key={finding.code} className="flex gap-1.5 text-sm text-ochre">
            <span className="mt-0.5">
              <FindingSign level={finding.level} />
            </span>
            {sentence(finding)}
          </p>
        ))}
      </div>
      <div className="flex flex-wrap gap-1.5">
        <Button small onClick={act(actions.onPin)}>
          Pin the must-shows
        </Button>
        <Button small onClick={act(actions.onAgain)}>
          Take again
        </Button>
      </div>
    </div>
  );
}
