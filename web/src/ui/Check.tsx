import type { ComponentProps, ReactNode } from 'react';
import { classes } from './classes.ts';

interface CheckProps extends Omit<ComponentProps<'input'>, 'type'> {
  /** called with what it is now */
  onChecked?: (checked: boolean) => void;
  /** of the words with their box */
  className?: string;
  children: ReactNode;
}

/** A box to tick, beside the first line of its words; without `onChecked` it is an input of a form like any other. */
export function Check({ onChecked, className, children, ...input }: CheckProps): ReactNode {
  return (
    <label className={classes('flex min-h-6 items-start gap-2', className)}>
      <input
        type="checkbox"
        className="mt-[calc(0.5lh-0.625rem)] size-5 shrink-0 accent-verdigris"
        {...(onChecked && { onChange: ({ target }) => onChecked(target.checked) })}
        {...input}
      />
      {children}
    </label>
  );
}
