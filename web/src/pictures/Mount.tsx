import type { ReactNode } from 'react';

interface MountProps {
  /** the proof point's code, in the corner of the label strip */
  code: string;
  /** the file name */
  name: string;
  children: ReactNode;
  /** shown under the name */
  status?: ReactNode;
  actions?: ReactNode;
  /** kept at hand: its corner is folded */
  folded?: boolean;
}

/** A window cut in card with a label strip under it. */
export function Mount({ code, name, children, status, actions, folded }: MountProps): ReactNode {
  return (
    <figure
      aria-label={`${code} ${name}`}
      className="relative flex min-h-0 min-w-0 flex-col border border-edge bg-card p-2.5 pb-0"
    >
      {folded && <FoldedCorner />}
      <div className="grid min-h-0 flex-1 place-items-center border border-edge bg-grey">{children}</div>
      <figcaption className="flex min-h-11 items-center gap-2 py-1.5">
        <span className="rounded-sm bg-ink px-1.5 font-mono text-sm font-bold text-card">{code}</span>
        <span className="min-w-0 flex-1">
          <span className="block truncate font-mono text-sm" title={name}>
            {name}
          </span>
          {status}
        </span>
        {actions}
      </figcaption>
    </figure>
  );
}

/** The card's corner, turned over. */
function FoldedCorner(): ReactNode {
  return (
    <svg width="26" height="26" viewBox="0 0 26 26" aria-hidden className="absolute -top-px -right-px z-10">
      <path d="M0 0h26v26z" className="fill-paper" />
      <path d="M0 0v26h26z" className="fill-ochre-wash stroke-edge" />
    </svg>
  );
}
