import { framedBox, isSettled } from '@nachweis/core';
import { type ReactNode, useEffect, useState } from 'react';
import { lookAt } from '../finding/looks.ts';
import { FramedPicture } from '../pictures/FramedPicture.tsx';
import type { PictureDocument } from '../store/pictureDocument.ts';
import { localUrl } from '../store/pictureStore.ts';
import { Button } from '../ui/Button.tsx';
import { FindingSign } from '../ui/signs.tsx';
import { sentence } from '../words/told.ts';
import type { Asked, Look } from '../workers/finding.worker.ts';

/** A picture that has just got its place, with what the notice shows of it. */
export interface TakenPicture {
  document: Pick<PictureDocument, 'evidenceId' | 'captureId' | 'width' | 'height' | 'framing'>;
  fileName: string;
  blob: Blob;
  asked: Asked;
}

interface TakenActions {
  onPin: () => void;
  onAgain: () => void;
}

/** Says where a picture went, with the picture, what was found in it, and what can be done at once. */
export function TakenNotice({
  picture,
  words,
  actions,
}: {
  picture: TakenPicture;
  /** where it went */
  words: string;
  actions: TakenActions;
}): ReactNode {
  const [look, setLook] = useState<Look | null>(null);
  const { blob, asked, fileName, document } = picture;
  const { captureId, framing } = document;
  useEffect(() => {
    lookAt(captureId, async () => blob, asked).then(setLook, () => {
      // Without a look there are no findings; the picture is safe all the same.
    });
  }, [captureId, blob, asked]);
  const url = localUrl(captureId);
  const framed = framedBox(framing, document);
  const findings = look?.findings.filter((finding) => !isSettled(finding, look.displays, framed));
  return (
    <div className="flex min-w-0 flex-1 flex-wrap items-center gap-x-3 gap-y-1">
      <div className="size-11 shrink-0 border border-edge bg-grey">
        {url && (
          <FramedPicture url={url} width={document.width} height={document.height} framing={framing} alt="" />
        )}
      </div>
      <div className="min-w-0 basis-48 grow">
        <div className="flex flex-wrap items-baseline gap-x-3">
          <p>{words}</p>
          {fileName && <p className="min-w-0 truncate font-mono text-sm text-faded">{fileName}</p>}
        </div>
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
        <Button small onClick={actions.onPin}>
          Open the bench
        </Button>
        <Button small onClick={actions.onAgain}>
          Take again
        </Button>
      </div>
    </div>
  );
}
