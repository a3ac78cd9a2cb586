import { type ReactNode, useState } from 'react';
import { KIND_WORDS } from '../words/classList.ts';
import { KINDS, type Kind, type ListColumn, withKind } from './listColumns.ts';

interface ColumnKindsProps {
  columns: readonly ListColumn[];
  /** something is missing, which one of them may hold */
  asks: boolean;
  onChange: (columns: ListColumn[]) => void;
}

/** What each column of a list holds, as it was understood, and to be said otherwise. */
export function ColumnKinds({ columns, asks, onChange }: ColumnKindsProps): ReactNode {
  const [isOpen, setIsOpen] = useState(asks);
  // Once it has asked it stays open: there may be more to say.
  if (asks && !isOpen) setIsOpen(true);
  return (
    <details
      open={isOpen}
      onToggle={({ currentTarget }) => setIsOpen(currentTarget.open)}
      className="text-sm"
    >
      <summary className="w-fit cursor-pointer font-semibold text-verdigris-deep">
        What each column holds
      </summary>
      <ul className="mt-1 grid max-h-56 grid-cols-[repeat(auto-fill,minmax(13rem,1fr))] gap-x-3 gap-y-2 overflow-auto">
        {columns.map(({ title, example, kind }, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: a column is its place
          <li key={i}>
            <label className="flex flex-col gap-0.5">
              <span className="written truncate font-semibold">{title || `Column ${i + 1}`}</span>
              <span className="written truncate text-faded">{example ? `“${example}”` : 'empty'}</span>
              <select
                value={kind}
                onChange={({ target }) => onChange(withKind(columns, i, target.value as Kind))}
                className="h-8 border border-edge bg-card px-1"
              >
                {KINDS.map((one) => (
                  <option key={one} value={one}>
                    {KIND_WORDS[one]}
                  </option>
                ))}
              </select>
            </label>
          </li>
        ))}
      </ul>
    </details>
  );
}
