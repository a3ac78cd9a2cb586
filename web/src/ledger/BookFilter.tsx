import type { ReactNode } from 'react';
import { STAND_WORDS, STANDS, type Stand } from './stands.ts';

interface BookFilterProps {
  words: string;
  onWords: (words: string) => void;
  stand: Stand;
  onStand: (stand: Stand) => void;
}

/** Which lines of a book are shown. */
export function BookFilter({ words, onWords, stand, onStand }: BookFilterProps): ReactNode {
  return (
    <span className="flex flex-wrap gap-2 print:hidden">
      <input
        type="search"
        aria-label="Search for a student"
        placeholder="Student"
        value={words}
        onChange={({ target }) => onWords(target.value)}
        className="min-h-10 w-40 border border-edge bg-card px-2"
      />
      <select
        aria-label="Which"
        value={stand}
        onChange={({ target }) => onStand(target.value as Stand)}
        className="min-h-10 border border-edge bg-card px-1.5"
      >
        {STANDS.map((one) => (
          <option key={one} value={one}>
            {STAND_WORDS[one]}
          </option>
        ))}
      </select>
    </span>
  );
}
