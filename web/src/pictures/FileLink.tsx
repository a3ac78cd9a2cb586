import type { HandInItem } from '@nachweis/contract';
import type { ReactNode } from 'react';

/** The name of a handed-in file, and its address once there is one. */
export function FileLink({
  item: { fileHref, fileName },
}: {
  item: Pick<HandInItem, 'fileHref' | 'fileName'>;
}): ReactNode {
  if (!fileHref) return <span className="font-mono break-all">{fileName}</span>;
  return (
    <a
      href={fileHref}
      target="_blank"
      rel="noreferrer"
      className="font-mono break-all text-verdigris-deep underline"
    >
      {fileName}
    </a>
  );
}

/** What stands in the place of a picture that is not there. */
export function NoPicture({ item: { damaged } }: { item: Pick<HandInItem, 'damaged'> }): ReactNode {
  return (
    <p role="status" className="grid size-full place-items-center bg-grey-deep p-4 text-center text-on-grey">
      {damaged
        ? 'The pixels of this picture cannot be read; there is no file of it.'
        : 'The files are being sealed; the picture follows in a moment.'}
    </p>
  );
}
