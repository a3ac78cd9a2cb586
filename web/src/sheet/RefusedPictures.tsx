import type { ReactNode } from 'react';
import { Button } from '../ui/Button.tsx';
import { FindingSign } from '../ui/signs.tsx';

/** Why pictures were not taken. Stays until it is read, because it says what to do. */
export function RefusedPictures({
  sentences,
  onDismiss,
}: {
  sentences: readonly string[];
  onDismiss: () => void;
}): ReactNode {
  return (
    <section
      role="alert"
      className="mx-4 mt-3 flex items-start gap-3 border border-madder bg-madder-wash px-3 py-2 sm:mx-6"
    >
      <ul className="min-w-0 flex-1">
        {sentences.map((sentence) => (
          <li key={sentence} className="flex gap-2">
            <span className="mt-1">
              <FindingSign level="problem" />
            </span>
            <span className="written">{sentence}</span>
          </li>
        ))}
      </ul>
      <Button small onClick={onDismiss}>
        Understood
      </Button>
    </section>
  );
}
