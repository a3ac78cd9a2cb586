import { DropdownMenu as Radix } from 'radix-ui';
import type { ReactNode } from 'react';

export interface MenuItem {
  label: string;
  onSelect: () => void;
  danger?: boolean;
}

/** A button that opens a list of things to do. */
export function Menu({
  trigger,
  items,
  label,
}: {
  trigger: ReactNode;
  items: readonly MenuItem[];
  label: string;
}): ReactNode {
  return (
    <Radix.Root>
      <Radix.Trigger
        aria-label={label}
        className="inline-flex min-h-8 items-center gap-1.5 rounded-md px-2 text-verdigris-deep hover:bg-verdigris-wash"
      >
        {trigger}
      </Radix.Trigger>
      <Radix.Portal>
        <Radix.Content align="end" sideOffset={4} className="z-30 min-w-44 border border-edge bg-card py-1">
          {items.map((item) => (
            <Radix.Item
              key={item.label}
              onSelect={item.onSelect}
              className={`cursor-pointer px-3 py-1.5 outline-none data-highlighted:bg-verdigris-wash ${item.danger ? 'text-madder' : ''}`}
            >
              {item.label}
            </Radix.Item>
          ))}
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}
