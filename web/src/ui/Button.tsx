import type { ComponentProps, ReactNode } from 'react';
import { classes } from './classes.ts';

type Look = 'main' | 'plain' | 'quiet' | 'danger';

const LOOKS: Record<Look, string> = {
  main: 'border-verdigris bg-verdigris text-card hover:bg-verdigris-deep',
  plain: 'border-verdigris bg-card text-verdigris-deep hover:bg-verdigris-wash',
  quiet: 'border-transparent text-verdigris-deep hover:bg-verdigris-wash',
  danger: 'border-madder bg-card text-madder hover:bg-madder-wash',
};

export interface ButtonProps extends ComponentProps<'button'> {
  look?: Look;
  small?: boolean;
  /** shown as a key cap after the label */
  keyName?: string;
}

export function buttonClasses(look: Look = 'plain', small = false): string {
  return classes(
    'inline-flex items-center justify-center gap-2 rounded-md border font-semibold whitespace-nowrap',
    'aria-pressed:border-verdigris aria-pressed:bg-verdigris-wash aria-pressed:shadow-[inset_0_-3px_0_var(--color-verdigris)]',
    'disabled:cursor-not-allowed disabled:border-rule disabled:bg-paper disabled:text-faded',
    small ? 'min-h-8 px-2.5 text-sm' : 'min-h-10 px-4',
    LOOKS[look],
  );
}

export function Button({
  look = 'plain',
  small = false,
  keyName,
  className,
  children,
  type = 'button',
  ...rest
}: ButtonProps): ReactNode {
  return (
    <button type={type} data-look={look} className={classes(buttonClasses(look, small), className)} {...rest}>
      {children}
      {keyName && <KeyCap>{keyName}</KeyCap>}
    </button>
  );
}

export function KeyCap({ children }: { children: ReactNode }): ReactNode {
  return (
    <kbd
      aria-hidden
      className="rounded-sm border border-current/40 px-1 font-mono text-xs leading-5 font-normal"
    >
      {children}
    </kbd>
  );
}
