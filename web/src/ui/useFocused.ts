import { useSyncExternalStore } from 'react';

/** Whether the person is at work in this page, and not in another window. */
export function useFocused(): boolean {
  return useSyncExternalStore(subscribe, () => document.hasFocus());
}

function subscribe(listener: () => void): () => void {
  addEventListener('focus', listener);
  addEventListener('blur', listener);
  return () => {
    removeEventListener('focus', listener);
    removeEventListener('blur', listener);
  };
}
