import type { ReactNode } from 'react';

/** Lifts pins and marks off the picture and lays them on again, for those who press no key. */
export function MarksShown({
  shown,
  onShown,
}: {
  shown: boolean;
  onShown: (shown: boolean) => void;
}): ReactNode {
  return (
    <label className="mr-3 ml-auto flex items-center gap-1.5 text-sm">
      <input
        type="checkbox"
        checked={shown}
        onChange={(event) => onShown(event.target.checked)}
        className="size-6 accent-verdigris"
      />
      Marks <kbd className="font-mono text-xs">V</kbd>
    </label>
  );
}
