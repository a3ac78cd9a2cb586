import type { Box, ScaledTo, Size } from '@nachweis/core';
import type { ReactNode } from 'react';
import type { KnownLook } from '../finding/looks.ts';
import { Button } from '../ui/Button.tsx';
import { Check } from '../ui/Check.tsx';
import { FrameFields } from './FrameFields.tsx';
import { type Ratio, RatioField, ScaleField } from './FrameOptions.tsx';
import type { FrameTool } from './FrameToolbar.tsx';
import { hintFor } from './frameWords.ts';
import type { FramingWork } from './useFraming.ts';
import { useTypedBox } from './useTypedBox.ts';

interface FrameFooterProps {
  tool: FrameTool;
  work: FramingWork;
  size: Size;
  /** what was found in the picture; null until it is known */
  look: KnownLook | null;
  /** how many were found; null as long as they are looked for */
  parts: number | null;
  ratio: Ratio;
  /** width divided by height that the ratio means; null: free */
  locked: number | null;
  asked: Size | null;
  onRatio: (ratio: Ratio) => void;
  fixed: boolean;
  onFixed: (fixed: boolean) => void;
  onBox: (box: Box) => void;
  onScale: (scaledTo: ScaledTo) => void;
  whole: boolean;
  /** takes the part that is lit; null where none is */
  onPart: (() => void) | null;
  onBack: () => void;
  onAccept: () => void;
}

/** The frame in numbers, and what ends framing. */
export function FrameFooter(props: FrameFooterProps): ReactNode {
  const { tool, work, size, look, whole, onPart } = props;
  const { framing, box } = work;
  const typed = useTypedBox(box, size, props.locked, props.onBox);
  return (
    <div className="flex flex-wrap items-center gap-x-3 gap-y-2 px-4 py-2">
      {tool === 'region' && (
        <>
          <FrameFields typed={typed} />
          <RatioField ratio={props.ratio} asked={props.asked} onChange={props.onRatio} />
          <Check checked={props.fixed} onChecked={props.onFixed} className="text-sm">
            Keep size
          </Check>
        </>
      )}
      <ScaleField
        framing={framing}
        picture={size}
        leastScale={look?.leastScale ?? null}
        onChange={props.onScale}
      />
      <div className="flex min-w-[min(100%,40rem)] flex-1 flex-wrap items-center justify-end gap-2 low:order-first">
        {typed.misfit ? (
          <p id="frame-misfit" role="status" className="min-w-40 flex-1 text-sm text-ochre">
            {typed.misfit}
          </p>
        ) : (
          <p className="min-w-40 flex-1 text-sm text-faded low:hidden">{hintFor(tool, props.parts)}</p>
        )}
        <Button onClick={props.onBack} look="quiet" keyName="Esc">
          Back
        </Button>
        <Button onClick={() => work.set({ kind: 'whole' })} disabled={whole && framing.width === undefined}>
          Whole picture
        </Button>
        <Button look="main" onClick={onPart ?? props.onAccept} keyName="Enter">
          {onPart ? 'Take this part' : 'Accept'}
        </Button>
      </div>
    </div>
  );
}
