import { type ReactNode, useRef } from 'react';
import { buttonClasses } from './Button.tsx';

/** How each line of `MoreForms` looks. */
export const formClasses =
  'block min-h-8 w-full cursor-pointer px-2 py-1 text-left text-verdigris-deep hover:bg-verdigris-wash';

/** The less usual forms in which something goes out, folded away. */
export function MoreForms({ children }: { children: (close: () => void) => ReactNode }): ReactNode {
  const menu = useRef<HTMLDetailsElement>(null);
  const close = () => {
    if (menu.current) menu.current.open = false;
  };
  return (
    <details
      ref={menu}
      onKeyDown={(event) => {
        if (event.key !== 'Escape' || !menu.current?.open) return;
        event.stopPropagation();
        close();
        menu.current.querySelector('summary')?.focus();
      }}
      onBlur={({ relatedTarget }) => {
        if (relatedTarget && !menu.current?.contains(relatedTarget)) close();
      }}
    >
      <summary className={`${buttonClasses('quiet', true)} cursor-pointer`}>Other forms</summary>
      <ul className="mt-1 border border-edge bg-card p-1">{children(close)}</ul>
    </details>
  );
}
