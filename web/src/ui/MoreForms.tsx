import { Popover } from 'radix-ui';
import { type ReactNode, useState } from 'react';
import { buttonClasses } from './Button.tsx';

/** How each line of `MoreForms` looks. */
export const formClasses =
  'block min-h-8 w-full cursor-pointer px-2 py-1 text-left text-verdigris-deep hover:bg-verdigris-wash';

/** The less usual forms in which something goes out. They lie over the page: what is beside them does not move. */
export function MoreForms({ children }: { children: (close: () => void) => ReactNode }): ReactNode {
  const [isOpen, setIsOpen] = useState(false);
  return (
    <Popover.Root open={isOpen} onOpenChange={setIsOpen}>
      <Popover.Trigger className={buttonClasses('quiet', true)}>Other forms</Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          aria-label="Other forms"
          align="start"
          sideOffset={4}
          collisionPadding={8}
          className="z-40 border border-edge bg-card p-1"
        >
          <ul>{children(() => setIsOpen(false))}</ul>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
