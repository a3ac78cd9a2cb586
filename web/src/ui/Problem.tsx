import type { ReactNode } from 'react';

/** What went wrong and what to do about it, said at once; nothing where there is nothing to say. */
export function Problem({ children }: { children: string }): ReactNode {
  return (
    children && (
      <p role="alert" className="border-l-4 border-madder bg-madder-wash px-3 py-2">
        {children}
      </p>
    )
  );
}
