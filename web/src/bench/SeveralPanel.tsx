import { ALIGNMENTS, type Alignment } from '@nachweis/core';
import {
  AlignCenterHorizontal,
  AlignCenterVertical,
  AlignEndHorizontal,
  AlignEndVertical,
  AlignHorizontalSpaceAround,
  AlignStartHorizontal,
  AlignStartVertical,
  AlignVerticalSpaceAround,
  type LucideIcon,
} from 'lucide-react';
import type { ReactNode } from 'react';
import { Button } from '../ui/Button.tsx';
import { ArrangeButtons } from './ArrangeButtons.tsx';
import type { Bench } from './bench.ts';
import { SignButton } from './SignButton.tsx';
import { StyleFields } from './StyleFields.tsx';

const SIDES: Readonly<Record<Alignment, { label: string; icon: LucideIcon }>> = {
  left: { label: 'In line at the left', icon: AlignStartVertical },
  centre: { label: 'In line at the centre', icon: AlignCenterVertical },
  right: { label: 'In line at the right', icon: AlignEndVertical },
  top: { label: 'In line at the top', icon: AlignStartHorizontal },
  middle: { label: 'In line at the middle', icon: AlignCenterHorizontal },
  bottom: { label: 'In line at the bottom', icon: AlignEndHorizontal },
};

/** What can be done to several marks that are chosen together. */
export function SeveralPanel({ bench }: { bench: Bench }): ReactNode {
  const { several, arrange } = bench;
  const isGroup = several.every((mark) => mark.group && mark.group === several[0]?.group);
  return (
    <section aria-label="The chosen marks" className="flex flex-col gap-2 border-t border-rule p-3 text-sm">
      <p role="status" className="font-semibold">
        {`${several.length} marks are chosen`}
      </p>
      <div className="flex flex-wrap gap-1">
        {ALIGNMENTS.map((side) => (
          <SignButton key={side} {...SIDES[side]} onClick={() => arrange.align(side)} />
        ))}
        {several.length > 2 && (
          <>
            <SignButton
              label="Same distance across"
              icon={AlignHorizontalSpaceAround}
              onClick={() => arrange.spread('across')}
            />
            <SignButton
              label="Same distance down"
              icon={AlignVerticalSpaceAround}
              onClick={() => arrange.spread('down')}
            />
          </>
        )}
        <Button small look="quiet" onClick={isGroup ? arrange.ungroup : arrange.group}>
          {isGroup ? 'No group any more' : 'Make a group'}
        </Button>
      </div>
      <StyleFields marks={several} onChange={bench.replaceAll} />
      <ArrangeButtons bench={bench} marks={several} />
    </section>
  );
}
