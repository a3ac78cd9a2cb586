import { ClipboardPaste } from 'lucide-react';
import { type ReactNode, useRef } from 'react';
import { marksAsJson } from '../pictures/marksAsJson.ts';
import { Button } from '../ui/Button.tsx';
import { textOf } from '../ui/chosenFile.ts';
import { FileButton } from '../ui/FileButton.tsx';
import { toast } from '../ui/notices.ts';
import { saveAs } from '../ui/saveAs.ts';
import type { Bench } from './bench.ts';
import { copiedMarks } from './copiedMarks.ts';
import { type MarkFileFault, marksToSvg, readMarkFile } from './markFiles.ts';
import { onPicture } from './useBench.ts';

const faultWords = (fault: MarkFileFault): string =>
  fault.why === 'field'
    ? `The file cannot be read at “${fault.at}”. Nothing was brought in.`
    : 'There are no marks in this file. Choose a JSON or SVG file of marks that was saved here.';

/** Marks go out as a file, for another picture or another program, and come in again. */
export function MarkFileButtons({ bench, name }: { bench: Bench; name: string }): ReactNode {
  // One goes on marking while a file is read.
  const latest = useRef(bench);
  latest.current = bench;
  const marks = onPicture(bench);
  const size = bench.placing.trimmed;
  const bring = async (file: File) => {
    const text = await textOf(file);
    if (text === null) return;
    const read = readMarkFile(text);
    if ('fault' in read) toast.error(faultWords(read.fault));
    else {
      latest.current.putMarks(read.marks);
      if (read.leftOut)
        toast.warning(
          'The file also holds a script or points elsewhere. Only its marks were brought in; nothing of that was run or fetched.',
        );
    }
  };
  const copied = copiedMarks().length;
  return (
    <div className="border-t border-rule px-3 py-2 text-sm">
      {copied > 0 && (
        <Button small look="quiet" onClick={bench.pasteCopied}>
          <ClipboardPaste size={16} aria-hidden />
          {copied === 1 ? 'Put the copied mark here' : `Put the ${copied} copied marks here`}
        </Button>
      )}
      <details>
        <summary className="min-h-6 cursor-pointer text-verdigris-deep">Marks as a file</summary>
        <div className="flex flex-wrap gap-1 pt-1">
          {marks.length > 0 && (
            <>
              <Button
                small
                look="quiet"
                onClick={() =>
                  saveAs(
                    new Blob([marksAsJson(marks, size)], { type: 'application/json' }),
                    `${name}-marks.json`,
                  )
                }
              >
                Save as JSON
              </Button>
              <Button
                small
                look="quiet"
                onClick={() =>
                  saveAs(new Blob([marksToSvg(marks, size)], { type: 'image/svg+xml' }), `${name}-marks.svg`)
                }
              >
                Save as SVG
              </Button>
            </>
          )}
          <FileButton
            look="quiet"
            accept=".json,.svg,application/json,image/svg+xml"
            fileLabel="A file of marks"
            onFile={(file) => void bring(file)}
          >
            Bring in …
          </FileButton>
        </div>
      </details>
    </div>
  );
}
