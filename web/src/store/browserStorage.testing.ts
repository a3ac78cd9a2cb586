import { vi } from 'vitest';

/** A browser's storage in place of the one that Node lacks; full, it takes nothing. */
export function browserStorage(isFull = false): Map<string, string> {
  const held = new Map<string, string>();
  vi.stubGlobal('localStorage', {
    getItem: (key: string) => held.get(key) ?? null,
    setItem(key: string, value: string) {
      if (isFull) throw new DOMException('full', 'QuotaExceededError');
      held.set(key, value);
    },
    removeItem: (key: string) => held.delete(key),
  });
  return held;
}
