import { HOUSE_INKS } from '@nachweis/core';
import type { ReactNode } from 'react';
import { Choices } from './Choices.tsx';

const INK_NAMES = ['red', 'dark', 'light'] as const;

interface InkChoicesProps {
  label: string;
  /** "#rrggbb"; null: none is chosen */
  ink: string | null;
  onChoose: (ink: string) => void;
  /** each step of going through the colours of the system's picker */
  onTry?: (ink: string) => void;
}

/** The inks that read on most pictures, and any other. */
export function InkChoices({ label, ink, onChoose, onTry = onChoose }: InkChoicesProps): ReactNode {
  return (
    <div className="flex flex-wrap items-center gap-2">
      <Choices
        label={label}
        value={HOUSE_INKS.find((one) => one === ink) ?? null}
        options={HOUSE_INKS.map((one, i) => ({
          value: one,
          content: (
            <span className="flex items-center gap-1">
              <span className="size-4 border border-edge" style={{ background: one }} />
              {INK_NAMES[i]}
            </span>
          ),
        }))}
        onChoose={onChoose}
      />
      <label className="flex items-center gap-1">
        other
        <input
          type="color"
          value={ink ?? HOUSE_INKS[0]}
          onChange={(event) => onTry(event.target.value)}
          className="h-7 w-9"
        />
      </label>
    </div>
  );
}
