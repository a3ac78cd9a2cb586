import type { ReactNode } from 'react';
import { Button } from '../ui/Button.tsx';
import { Dialog } from '../ui/Dialog.tsx';

/** Somebody else saved the assignment while it was being written here: one of the two is chosen, none is lost unseen. */
export function ConflictDialog({
  onDecide,
}: {
  onDecide: (keep: 'mine' | 'theirs' | 'neither') => void;
}): ReactNode {
  return (
    <Dialog title="Somebody else saved this assignment meanwhile" onClose={() => onDecide('neither')}>
      <div className="flex flex-col gap-3 p-4">
        <p>
          What you wrote is still here and not saved. Saving yours puts it in the place of theirs, which stays
          in the history of the assignment; taking theirs lets go of what you wrote.
        </p>
        <div className="flex flex-wrap justify-end gap-2">
          <Button look="quiet" keyName="Esc" onClick={() => onDecide('neither')}>
            Look at it first
          </Button>
          <Button onClick={() => onDecide('theirs')}>Take theirs</Button>
          <Button look="main" onClick={() => onDecide('mine')}>
            Save mine
          </Button>
        </div>
      </div>
    </Dialog>
  );
}
