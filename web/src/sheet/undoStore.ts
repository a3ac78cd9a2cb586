import { type ReactNode, useSyncExternalStore } from 'react';

/** The last change to a sheet, and how it is taken back. */
interface LastChange {
  assignmentId: string;
  words: string;
  /** shown in place of the words: the picture, what was found in it, what can be done with it at once */
  detail: ReactNode;
  /** the picture that it removed; null for another change */
  removed: string | null;
  /** the picture that it added; null for another change */
  added: string | null;
  undo: () => Promise<void>;
}

let last: LastChange | null = null;
const listeners = new Set<() => void>();

function set(change: LastChange | null): void {
  last = change;
  for (const listener of listeners) listener();
}

/** Offers to take a change back, until the next change or until the sheet is handed in. */
export const offerUndo = (
  assignmentId: string,
  words: string,
  undo: () => Promise<void>,
  {
    detail = null,
    removed = null,
    added = null,
  }: Partial<Pick<LastChange, 'detail' | 'removed' | 'added'>> = {},
): void => set({ assignmentId, words, detail, removed, added, undo });

export const forgetUndo = (): void => set(null);

/** Takes the last change back, once: the same key twice does it once. */
export async function undoLast(): Promise<void> {
  const change = last;
  set(null);
  await change?.undo();
}

/** What can be taken back on this sheet now. */
export function useUndo(assignmentId: string): LastChange | null {
  const change = useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => last,
  );
  return change?.assignmentId === assignmentId ? change : null;
}
