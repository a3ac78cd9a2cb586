import { BringToFront, Copy, CopyPlus, Lock, LockOpen, SendToBack, Trash2 } from 'lucide-react';
import type { ReactNode } from 'react';
import { Button } from '../ui/Button.tsx';
import { toast } from '../ui/notices.ts';
import type { Bench, DrawnMark } from './bench.ts';
import { SignButton } from './SignButton.tsx';

/** What can be done to any mark that is chosen, one or several. */
export function ArrangeButtons({ bench, marks }: { bench: Bench; marks: readonly DrawnMark[] }): ReactNode {
  const { arrange } = bench;
  const locked = marks.every((mark) => mark.locked);
  return (
    <div className="flex flex-wrap gap-1">
      <SignButton label="Over the others" icon={BringToFront} onClick={() => arrange.order('front')} />
      <SignButton label="Under the others" icon={SendToBack} onClick={() => arrange.order('back')} />
      <Button small look="quiet" onClick={() => arrange.lock(!locked)}>
        {locked ? <LockOpen size={16} aria-hidden /> : <Lock size={16} aria-hidden />}
        {locked ? 'Unlock' : 'Lock'}
      </Button>
      <Button small look="quiet" onClick={bench.duplicateChosen}>
        <CopyPlus size={16} aria-hidden /> Duplicate
      </Button>
      <Button
        small
        look="quiet"
        title="Copy, for this or another picture (Ctrl C)"
        onClick={() => {
          bench.copyChosen();
          toast.info('Copied. Put it on this or another picture with Ctrl V, or below the list of marks.');
        }}
      >
        <Copy size={16} aria-hidden /> Copy
      </Button>
      <Button small look="danger" keyName="Del" disabled={locked} onClick={bench.removeChosen}>
        <Trash2 size={16} aria-hidden /> Remove
      </Button>
    </div>
  );
}
