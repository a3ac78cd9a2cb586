import type { ReactNode } from 'react';
import { Button } from '../ui/Button.tsx';

/** Says that another tab has the picture, and offers to take it over. */
export function WorkedOnElsewhere({
  onTakeOver,
  onBack,
}: {
  onTakeOver: () => void;
  onBack: () => void;
}): ReactNode {
  return (
    <div className="grid flex-1 place-items-center p-6">
      <div className="flex max-w-prose flex-col gap-3">
        <p role="status">
          This picture is being worked on in another tab or window of this browser. What was done there is
          kept as it is. When you take it over, it is closed there. Once it is closed there, it opens here by
          itself.
        </p>
        <div className="flex flex-wrap gap-2">
          <Button look="main" autoFocus onClick={onTakeOver}>
            Work on it here
          </Button>
          <Button onClick={onBack}>Leave it there</Button>
        </div>
      </div>
    </div>
  );
}
