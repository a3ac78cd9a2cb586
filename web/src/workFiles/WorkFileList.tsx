import type { WorkFile } from '@nachweis/contract';
import type { ReactNode } from 'react';
import { fileSize } from '../ui/when.ts';

/** The files that belong to an assignment, for its students. */
export function WorkFileList({ files }: { files: readonly WorkFile[] }): ReactNode {
  if (files.length === 0) return null;
  return (
    <ul aria-label="Files of this assignment" className="mt-1 flex flex-wrap gap-x-4 gap-y-1 text-sm">
      {files.map(({ id, name, bytes, href }) => (
        <li key={id} className="written">
          <a href={`${href}?download`} download={name} className="text-verdigris-deep underline">
            {name}
          </a>{' '}
          <span className="text-faded">{fileSize(bytes)}</span>
        </li>
      ))}
    </ul>
  );
}
