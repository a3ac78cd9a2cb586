import type { ProofPoint } from '@nachweis/contract';
import { isPinOf, type Mark } from '@nachweis/core';
import { Trash2 } from 'lucide-react';
import type { ReactNode } from 'react';
import { Button } from '../ui/Button.tsx';
import { Letter } from '../ui/signs.tsx';

interface PinListProps {
  point: ProofPoint;
  /** as they lie on the picture that is seen */
  marks: readonly Mark[];
  chosen: string;
  onChoose: (letter: string) => void;
  /** puts it where it can be seen, without a pointer */
  onPut: (letter: string) => void;
  onSays: (letter: string, says: string) => void;
  onRemove: (letter: string) => void;
}

/** The must-shows, each with the place of its pin and a line of what is seen there. */
export function PinList(props: PinListProps): ReactNode {
  const { point, marks, chosen, onChoose, onPut, onSays, onRemove } = props;
  return (
    <ul aria-label="Must-shows to pin">
      {point.mustShows.map((m) => {
        const pin = marks.find(isPinOf(m.letter));
        return (
          <li
            key={m.id}
            className={`border-b border-rule p-2 ${m.letter === chosen ? 'bg-verdigris-wash' : ''}`}
          >
            <div className="flex items-center gap-2">
              <button
                type="button"
                aria-pressed={m.letter === chosen}
                onClick={() => onChoose(m.letter)}
                className="flex min-w-0 flex-1 items-center gap-2 text-left"
              >
                <Letter filled={pin !== undefined}>{m.letter}</Letter>
                <span className="min-w-0">
                  <span className="written line-clamp-4 block">{m.text}</span>
                  <span className="block font-mono text-sm text-faded">
                    {pin ? `at ${pin.x}, ${pin.y}` : 'not pinned'}
                  </span>
                </span>
              </button>
              {pin ? (
                <Button
                  key="remove"
                  small
                  look="quiet"
                  aria-label={`Remove pin ${m.letter}`}
                  onClick={() => onRemove(m.letter)}
                >
                  <Trash2 size={16} aria-hidden />
                </Button>
              ) : (
                <Button
                  key="pin"
                  small
                  look="quiet"
                  data-next
                  aria-label={`Pin ${m.letter} in the picture`}
                  onClick={() => onPut(m.letter)}
                >
                  Pin
                </Button>
              )}
            </div>
            {pin && (
              <input
                value={pin.says ?? ''}
                maxLength={300}
                dir="auto"
                placeholder="What is seen here (if it needs words)"
                aria-label={`What is seen at ${m.letter}`}
                onChange={(event) => onSays(m.letter, event.target.value)}
                className="mt-1 h-8 w-full border border-edge bg-card px-2 text-sm"
              />
            )}
          </li>
        );
      })}
    </ul>
  );
}
