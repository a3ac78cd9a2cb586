import { X } from 'lucide-react';
import { Dialog as Radix } from 'radix-ui';
import { type ReactNode, useContext, useRef, useState } from 'react';
import { classes } from './classes.ts';
import { DialogStrip } from './dialogStrip.ts';
import { toPicture } from './toPicture.ts';
import { useBackCloses } from './useBackCloses.ts';
import { useBeginning } from './useBeginning.ts';

interface DialogProps {
  title: string;
  description?: string;
  onClose: () => void;
  children: ReactNode;
  /** `full` covers the window: for work on a picture; `wide` is for tables */
  size?: 'small' | 'wide' | 'full';
  /** shown beside the title */
  aside?: ReactNode;
  /** what Escape does, where it is more than closing */
  onEscape?: (event: KeyboardEvent) => void;
  closeLabel?: string;
}

/** Where each open dialog came from, nearest first: one that follows another goes back to where that one came from. */
const openers = new WeakMap<Element, readonly Element[]>();

function waysBack(): readonly Element[] {
  const here = document.activeElement;
  if (!here || here === document.body) return [];
  const around = here.closest('[role=dialog]');
  // Where what opened it is gone as well, one stays in the dialog around it.
  return around ? [here, around, ...(openers.get(around) ?? [])] : [here];
}

/** The one dialog: focus begins where the work is and stays inside, Escape and the browser's Back close, focus goes back to where it came from, or to the page where that is gone. */
export function Dialog({
  title,
  description,
  onClose,
  children,
  size = 'small',
  aside,
  onEscape,
  closeLabel = 'Close',
}: DialogProps): ReactNode {
  const full = size === 'full';
  const strip = useContext(DialogStrip);
  useBackCloses(onClose);
  const dialog = useRef<HTMLDivElement>(null);
  const body = useRef<HTMLDivElement>(null);
  const { begin, onKeyDownCapture } = useBeginning(dialog, body);
  const [cameFrom] = useState(waysBack);
  const giveBack = (event: Event) => {
    event.preventDefault();
    // Another dialog may have taken over, or the work gone on elsewhere.
    if (document.activeElement && document.activeElement !== document.body) return;
    const back = cameFrom.find((element) => element.isConnected);
    if (back instanceof HTMLElement) back.focus();
    if (document.activeElement === document.body)
      document.getElementById('main')?.focus({ preventScroll: true });
  };
  return (
    <Radix.Root open onOpenChange={(open) => !open && onClose()}>
      <Radix.Portal>
        <Radix.Overlay className="fixed inset-0 z-50 bg-black/50" />
        <Radix.Content
          {...(description ? {} : { 'aria-describedby': undefined })}
          onEscapeKeyDown={(event) => {
            // Another one has come over it in this moment, and is what is meant.
            if ([...document.querySelectorAll('[role=dialog]')].at(-1) !== dialog.current)
              event.preventDefault();
            else onEscape?.(event);
          }}
          ref={dialog}
          onOpenAutoFocus={(event) => {
            if (dialog.current) openers.set(dialog.current, cameFrom);
            begin(event);
          }}
          onKeyDownCapture={onKeyDownCapture}
          onFocus={({ target, currentTarget }) => {
            // A press on what takes no focus, such as the title, leaves the picture its keys.
            if (full && target === currentTarget) toPicture(currentTarget);
          }}
          onCloseAutoFocus={giveBack}
          onPointerDownOutside={(event) => full && event.preventDefault()}
          className={classes(
            'fixed z-50 flex flex-col border border-edge bg-paper focus:outline-none',
            full
              ? 'inset-0 sm:inset-3 low:inset-0!'
              : 'top-1/2 left-1/2 max-h-[90dvh] -translate-x-1/2 -translate-y-1/2 overflow-auto',
            !full && (size === 'wide' ? 'w-[min(60rem,94vw)]' : 'w-[min(34rem,94vw)]'),
          )}
        >
          <header className="flex items-center gap-2 border-b border-rule px-4 py-2 sm:gap-4 low:py-0">
            <Radix.Title className="written line-clamp-2 min-w-20 flex-1 text-lg">{title}</Radix.Title>
            {aside && <div className="flex min-w-0 items-center gap-3">{aside}</div>}
            <Radix.Close
              aria-label={closeLabel}
              className="shrink-0 rounded-md p-1.5 text-verdigris-deep hover:bg-verdigris-wash"
            >
              <X size={20} aria-hidden />
            </Radix.Close>
          </header>
          {strip}
          {description && (
            <Radix.Description className="px-4 pt-3 text-faded">{description}</Radix.Description>
          )}
          <div ref={body} className="contents">
            {children}
          </div>
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}
