import { type ReactNode, useState } from 'react';
import { bytesOf } from './chosenFile.ts';

interface TableSourceProps {
  /** gets the bytes of a table as they are */
  onRead: (bytes: Uint8Array) => void;
  /** gets those of several that were chosen together; absent: one is chosen at a time */
  onReadSeveral?: (tables: Uint8Array[]) => void;
}

/** A table from outside: chosen as a file, or pasted. */
export function TableSource({ onRead, onReadSeveral }: TableSourceProps): ReactNode {
  const [names, setNames] = useState<readonly string[]>([]);
  const take = async (files: readonly File[]) => {
    const read = (await Promise.all(files.map(bytesOf))).filter((bytes) => bytes !== null);
    // What could not be read is said; without it the others are not what was chosen.
    if (read.length < files.length) return;
    setNames(files.map(({ name }) => name));
    const [first] = read;
    if (onReadSeveral && read.length > 1) onReadSeveral(read);
    else if (first) onRead(first);
  };
  return (
    <div className="flex flex-wrap items-end gap-3">
      <input
        type="file"
        accept={`.csv,.txt,text/csv${onReadSeveral ? ',.zip' : ''}`}
        aria-label="The file"
        multiple={onReadSeveral !== undefined}
        className="text-sm"
        onChange={({ target }) => {
          void take([...(target.files ?? [])]);
          target.value = '';
        }}
      />
      <textarea
        aria-label="The table, pasted"
        rows={1}
        placeholder="or paste it here"
        className="min-w-40 flex-1 border border-edge bg-card px-2 py-1 text-sm"
        onChange={({ target }) => {
          if (!target.value) return;
          setNames([]);
          onRead(new TextEncoder().encode(target.value));
        }}
      />
      {/* There from the start, so that what it comes to say is read aloud. */}
      <p role="status" className="written basis-full text-sm text-faded empty:-mt-3">
        {names.length > 0 && `Read: ${names.join(', ')}`}
      </p>
    </div>
  );
}
