import type { ReactNode } from 'react';
import { Button } from '../ui/Button.tsx';

/** The end of a form that is looked at before it counts: a reason, what is wrong, and the way to see what it changes. */
export function ReasonAndLook({
  problem,
  busy,
  looked,
}: {
  problem: string;
  busy: boolean;
  /** what it changes is on the page */
  looked: boolean;
}): ReactNode {
  return (
    <>
      <label className="flex flex-col text-sm font-semibold">
        Reason
        <input
          name="reason"
          required
          maxLength={2000}
          dir="auto"
          className="min-h-9 border border-edge bg-card px-2 font-normal"
        />
      </label>
      {problem && (
        <p role="alert" className="text-sm text-madder">
          {problem}
        </p>
      )}
      {!looked && (
        <Button look="main" type="submit" disabled={busy} className="self-end">
          See what it changes
        </Button>
      )}
    </>
  );
}

/** What would change, and the button that does it. */
export function WhatItChanges({
  children,
  action,
  busy,
  onDo,
  onLeave,
}: {
  children: ReactNode;
  /** label of the button */
  action: string;
  busy: boolean;
  onDo: () => void;
  onLeave: () => void;
}): ReactNode {
  return (
    <section aria-label="What it changes" className="border border-verdigris p-3">
      {children}
      <div className="mt-2 flex justify-end gap-2">
        <Button look="quiet" onClick={onLeave}>
          Not like this
        </Button>
        <Button look="main" autoFocus disabled={busy} onClick={onDo}>
          {action}
        </Button>
      </div>
    </section>
  );
}
