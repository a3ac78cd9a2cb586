import type { ReactNode } from 'react';
import { bytesOf } from './chosenFile.ts';

/** A table from outside: chosen as a file, or pasted. @param onRead gets its bytes as they are */
export function TableSource({ onRead }: { onRead: (bytes: Uint8Array) => void }): ReactNode {
  return (
    <div className="flex flex-wrap items-end gap-3">
      <input
        type="file"
        accept=".csv,.txt,text/csv"
        aria-label="The file"
        className="text-sm"
        onChange={({ target }) => {
          const file = target.files?.[0];
          if (file) void bytesOf(file).then((bytes) => bytes && onRead(bytes));
          target.value = '';
        }}
      />
      <textarea
        aria-label="The table, pasted"
        rows={1}
        placeholder="or paste it here"
        className="min-w-40 flex-1 border border-edge bg-card px-2 py-1 text-sm"
        onChange={({ target }) => target.value && onRead(new TextEncoder().encode(target.value))}
      />
    </div>
  );
}
