import { type ReactNode, useEffect } from 'react';
import { useStore } from '../store/pictureStore.ts';
import { Button } from '../ui/Button.tsx';
import { isTyping } from '../ui/typing.ts';
import { forgetUndo, undoLast, useUndo } from './undoStore.ts';

/** What was changed last, and the way back: by its button or Ctrl Z. It stays until the next change, in a row of its own. */
export function UndoLine({ assignmentId }: { assignmentId: string }): ReactNode {
  const change = useUndo(assignmentId);
  const there = change !== null;
  const { pictures } = useStore();
  // What the server does not let go of was not removed, and what it does not take is not added.
  const isRefused = pictures.some(
    (p) =>
      (p.evidenceId === change?.removed && p.state === 'refused') ||
      (p.evidenceId === change?.added && (p.state === 'refused' || p.state === 'stale')),
  );
  useEffect(() => {
    if (isRefused) forgetUndo();
  }, [isRefused]);
  useEffect(() => {
    if (!there) return;
    const onKeyDown = (event: KeyboardEvent) => {
      const undoes = (event.ctrlKey || event.metaKey) && !event.shiftKey && event.key === 'z';
      if (!undoes || isTyping(event.target) || document.querySelector('[role=dialog]')) return;
      event.preventDefault();
      void undoLast();
    };
    addEventListener('keydown', onKeyDown);
    return () => removeEventListener('keydown', onKeyDown);
  }, [there]);
  return (
    <div
      role="status"
      data-testid="last-change"
      className="flex min-w-0 basis-full flex-wrap items-center gap-2 text-sm empty:hidden"
    >
      {change && (
        <>
          {change.detail ?? <span className="written line-clamp-2 min-w-0">{change.words}</span>}
          <Button small keyName="Ctrl Z" onClick={() => void undoLast()}>
            Undo
          </Button>
        </>
      )}
    </div>
  );
}
