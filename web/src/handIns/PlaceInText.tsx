import { type Placeable, type Placed, placedText, placedWords } from '@nachweis/core';
import type { ReactNode } from 'react';
import { typeAtCursor } from '../ui/typeAtCursor.ts';

interface PlaceInTextProps {
  places: readonly Placeable[];
  /** the field that was written in last */
  field: () => HTMLTextAreaElement | null;
}

/** Puts pictures and pins into the statement, where the cursor was last. */
export function PlaceInText({ places, field: fieldNow }: PlaceInTextProps): ReactNode {
  const put = (placed: Placed) => {
    const field = fieldNow();
    if (field) typeAtCursor(field, placedText(placed));
  };
  if (places.length === 0) return null;
  return (
    // biome-ignore lint/a11y/useSemanticElements: buttons that write into another field are no form's group of fields
    <div
      role="group"
      aria-label="Put into the statement"
      className="mt-1.5 flex flex-wrap items-center gap-1 text-sm"
    >
      <span className="text-faded">Put in at the cursor:</span>
      {places.flatMap(({ point, picture, letters }) =>
        [null, ...[...letters].sort()].map((letter) => {
          const placed = { point, picture, letter };
          return (
            <button
              key={placedText(placed)}
              type="button"
              onClick={() => put(placed)}
              className="min-h-6 min-w-6 rounded-sm border border-edge bg-card px-1.5 font-mono hover:bg-verdigris-wash"
            >
              {placedWords(placed)}
            </button>
          );
        }),
      )}
    </div>
  );
}
