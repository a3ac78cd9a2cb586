import { Maximize, Minus, Plus } from 'lucide-react';
import type { ReactNode } from 'react';
import { Button } from '../ui/Button.tsx';
import { classes } from '../ui/classes.ts';
import type { Zoom } from './useZoom.ts';

/** The scale of a view, and the buttons that change it. */
export function ZoomBar({
  zoom: { scale, fitted, fit, actual, step },
  className,
  compact = false,
}: {
  zoom: Zoom;
  className?: string;
  /** among other buttons: signs instead of words */
  compact?: boolean;
}): ReactNode {
  return (
    <div className={classes('flex flex-wrap items-center gap-1 text-sm', className)}>
      <Button small look="quiet" aria-label="Smaller" title="Smaller (−)" onClick={() => step(-1)}>
        <Minus size={16} aria-hidden />
      </Button>
      <output aria-label="Seen at" className="w-14 text-center font-mono">
        {Math.round(scale * 100)} %
      </output>
      <Button small look="quiet" aria-label="Larger" title="Larger (+)" onClick={() => step(1)}>
        <Plus size={16} aria-hidden />
      </Button>
      <Button
        small
        look="quiet"
        aria-pressed={fitted}
        onClick={fit}
        {...(compact ? { 'aria-label': 'See all', title: 'See all (Home)' } : { keyName: 'Home' })}
      >
        {compact ? <Maximize size={16} aria-hidden /> : 'See all'}
      </Button>
      <Button
        small
        look="quiet"
        aria-pressed={!fitted && scale === 1}
        onClick={actual}
        {...(compact ? { 'aria-label': 'Actual pixels', title: 'Actual pixels (End)' } : { keyName: 'End' })}
      >
        {compact ? '1 : 1' : 'Actual pixels'}
      </Button>
    </div>
  );
}
