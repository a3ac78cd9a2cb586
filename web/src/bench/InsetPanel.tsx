import { type ReactNode, useEffect, useRef, useState } from 'react';
import { useApi } from '../api/useApi.ts';
import { ChoosePicture } from '../sheet/ChoosePicture.tsx';
import { MOST_OFFERED, sourceOfCapture, sourceOfSheet } from '../sheet/pictureSources.ts';
import type { SheetPicture } from '../sheet/sheetPictures.ts';
import { Button } from '../ui/Button.tsx';
import { FileButton } from '../ui/FileButton.tsx';
import { isTyping } from '../ui/typing.ts';
import { readClipboard } from '../waysIn/readClipboard.ts';
import type { Bench } from './bench.ts';
import { areNewest } from './copiedMarks.ts';
import { insetOf } from './insetOf.ts';

interface InsetPanelProps {
  bench: Bench;
  /** of the picture on the bench, which is not put into itself */
  captureId: string;
  others: readonly SheetPicture[];
  codeOf: (proofPointId: string) => string;
}

const UNREADABLE =
  'This cannot be read as a picture here. PNG, JPEG, WebP, GIF and BMP are; save it as one of them.';

/** Puts another picture into the one on the bench: of the clipboard, of a file, of the sheet, or of the captures. */
export function InsetPanel({ bench, captureId, others, codeOf }: InsetPanelProps): ReactNode {
  const { data, error } = useApi(
    'listCaptures',
    { query: { limit: MOST_OFFERED } },
    { revalidateOnFocus: false },
  );
  const [problem, setProblem] = useState('');
  const [busy, setBusy] = useState(false);
  // Making it small takes a moment, in which one goes on marking.
  const latestBench = useRef(bench);
  latestBench.current = bench;
  const put = async (load: () => Promise<ImageBitmap>) => {
    setProblem('');
    setBusy(true);
    try {
      const bitmap = await load();
      const made = await insetOf(bitmap);
      bitmap.close();
      latestBench.current.addInset(made);
    } catch {
      setProblem(UNREADABLE);
    }
    setBusy(false);
  };
  const latest = useRef(put);
  latest.current = put;
  useEffect(() => {
    const onPaste = (event: ClipboardEvent) => {
      const [blob] = event.clipboardData?.files ?? [];
      if (!blob || isTyping(event.target) || areNewest()) return;
      event.preventDefault();
      event.stopImmediatePropagation();
      void latest.current(() => createImageBitmap(blob));
    };
    // Before those of the page, which would make a new piece of evidence of it.
    addEventListener('paste', onPaste, true);
    return () => removeEventListener('paste', onPaste, true);
  }, []);
  const sources = [
    ...others.map((one) => sourceOfSheet(one, codeOf(one.proofPointId))),
    ...(data?.items ?? [])
      .filter(({ id }) => id !== captureId && !others.some((one) => one.captureId === id))
      .map(sourceOfCapture),
  ];
  return (
    <section aria-label="A picture in it" className="flex flex-col gap-2 border-b border-rule p-3 text-sm">
      <span className="flex flex-wrap gap-1">
        <Button
          small
          keyName="Ctrl V"
          onClick={() =>
            void readClipboard(([first]) => first && void put(() => createImageBitmap(first.blob)))
          }
        >
          From the clipboard
        </Button>
        <FileButton
          accept="image/*"
          fileLabel="A picture’s file"
          onFile={(file) => void put(() => createImageBitmap(file))}
        >
          A file
        </FileButton>
      </span>
      <p role="status">{busy && 'Putting it in …'}</p>
      {problem && (
        <p role="alert" className="text-madder">
          {problem}
        </p>
      )}
      <div className="max-h-72 overflow-y-auto">
        <ChoosePicture
          heading="Or one of these"
          sources={sources}
          areCapturesMissing={error !== undefined && !data}
          onPut={(source) => void put(source.load)}
        />
      </div>
    </section>
  );
}
