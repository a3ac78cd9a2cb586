import type { ReactNode } from 'react';
import { Button } from '../ui/Button.tsx';
import type { OwnDraft } from './useOwnDraft.ts';

interface OtherDraftsProps extends Pick<OwnDraft, 'others'> {
  goOnWith: (draft: string) => void;
}

/** New assignments of the course that are written in this browser and not saved, beside the one on the page. */
export function OtherDrafts({ others, goOnWith }: OtherDraftsProps): ReactNode {
  if (others.length === 0) return null;
  return (
    <ul aria-label="Others that are not saved" className="written flex flex-col gap-2 text-sm">
      {others.map(({ draft, title, isOpen }) => (
        <li key={draft}>
          {title ? `“${title}”` : 'Another one, without a title,'} is not saved
          {isOpen ? '; it is open in another tab.' : '. '}
          {!isOpen && (
            <Button small look="quiet" onClick={() => goOnWith(draft)}>
              Go on with it
            </Button>
          )}
        </li>
      ))}
    </ul>
  );
}
