import { canTurn } from '@nachweis/core';
import {
  BringToFront,
  Copy,
  CopyPlus,
  Lock,
  LockOpen,
  Maximize2,
  Minimize2,
  RotateCcw,
  RotateCw,
  SendToBack,
  Trash2,
} from 'lucide-react';
import type { ReactNode } from 'react';
import { Button } from '../ui/Button.tsx';
import { toast } from '../ui/notices.ts';
import type { Bench, DrawnMark } from './bench.ts';
import { SignButton } from './SignButton.tsx';

/** The angles of drawing set squares are its multiples. */
const STEP = 15;
const LARGER = 1.1;

/** What can be done to any mark that is chosen, one or several. */
export function ArrangeButtons({ bench, marks }: { bench: Bench; marks: readonly DrawnMark[] }): ReactNode {
  const { arrange } = bench;
  const locked = marks.every((mark) => mark.locked);
  return (
    <div className="flex flex-wrap gap-1">
      <SignButton label="Over the others" icon={BringToFront} onClick={() => arrange.order('front')} />
      <SignButton label="Under the others" icon={SendToBack} onClick={() => arrange.order('back')} />
      {marks.some((mark) => canTurn(mark) || marks.length > 1) && (
        <>
          <SignButton label={`Turn left by ${STEP}°`} icon={RotateCcw} onClick={() => arrange.turn(-STEP)} />
          <SignButton label={`Turn right by ${STEP}°`} icon={RotateCw} onClick={() => arrange.turn(STEP)} />
        </>
      )}
      <SignButton label="Larger by a tenth" icon={Maximize2} onClick={() => arrange.resize(LARGER)} />
      <SignButton label="Smaller by a tenth" icon={Minimize2} onClick={() => arrange.resize(1 / LARGER)} />
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
