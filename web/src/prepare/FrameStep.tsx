import {
  type Box,
  type Framing,
  framedBox,
  framingOf,
  HANDLES,
  type Handle,
  moveBox,
  resizeBox,
  sameBox,
  wholeBox,
} from '@nachweis/core';
import { type KeyboardEvent, type ReactNode, useEffect, useLayoutEffect, useRef, useState } from 'react';
import type { SheetPicture } from '../proofSheet/sheetPictures.ts';
import { arrowStep } from '../ui/arrowStep.ts';
import { Button } from '../ui/Button.tsx';
import { isTyping } from '../ui/typing.ts';
import { FrameFields } from './FrameFields.tsx';
import { useBitmap } from './useBitmap.ts';
import { useFitting } from './useFitting.ts';
import { useFrameDrag } from './useFrameDrag.ts';

interface FrameStepProps {
  picture: SheetPicture;
  bitmap: ImageBitmap | null;
  onAccept: (framing: Framing) => void;
  onBack: () => void;
}

/** Chooses the part of a capture that counts, to the pixel. */
export function FrameStep({ picture, bitmap: given, onAccept, onBack }: FrameStepProps): ReactNode {
  const { width, height } = picture;
  const { bitmap, failed } = useBitmap(picture.url, given);
  const [box, setBox] = useState<Box>(() => framedBox(picture.framing, picture));
  const [room, size] = useFitting(width, height);
  const stage = useRef<HTMLDivElement>(null);
  const drag = useFrameDrag(stage, box, setBox, picture);
  const whole = sameBox(box, wholeBox(picture));
  const accept = () => onAccept(framingOf(box, picture));

  useEffect(() => stage.current?.focus(), []);

  const onKeyDown = (event: KeyboardEvent) => {
    if (event.key === 'Enter' && !(event.target instanceof HTMLButtonElement)) {
      event.preventDefault();
      accept();
      return;
    }
    const arrow = arrowStep(event);
    if (!arrow || isTyping(event.target)) return;
    event.preventDefault();
    const { dx, dy } = arrow;
    setBox((old) =>
      event.altKey
        ? resizeBox(old, 'se', dx, dy, picture)
        : event.ctrlKey
          ? resizeBox(old, 'nw', dx, dy, picture)
          : moveBox(old, dx, dy, picture),
    );
  };

  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: keys pressed anywhere in this step move the frame; every command has a button or field too
    <div className="flex min-h-0 flex-1 flex-col" onKeyDown={onKeyDown}>
      <div ref={room} className="grid min-h-0 flex-1 place-items-center overflow-hidden bg-grey">
        {failed && (
          <p className="bg-card p-4">
            The picture cannot be fetched now. Your framing is kept; go back and try again.
          </p>
        )}
        {/** biome-ignore lint/a11y/useSemanticElements: a frame over a picture is no form's group of fields */}
        <div
          ref={stage}
          role="group"
          // biome-ignore lint/a11y/noNoninteractiveTabindex: the frame is moved by arrow keys while it has the focus
          tabIndex={0}
          aria-label={`Frame: x ${box.x}, y ${box.y}, ${box.width} by ${box.height} pixels. Arrow keys move it, with Alt they pull its lower right corner, with Ctrl its upper left one.`}
          data-testid="frame-stage"
          className="relative touch-none cursor-crosshair select-none focus-visible:outline-4"
          style={size}
          {...drag}
        >
          {bitmap && <Pixels bitmap={bitmap} />}
          <FrameOverlay box={box} width={width} height={height} whole={whole} />
        </div>
      </div>
      <footer className="flex flex-wrap items-center gap-x-4 gap-y-2 border-t border-rule bg-card px-4 py-2">
        <FrameFields box={box} within={picture} onChange={setBox} />
        <p className="hidden flex-1 text-sm text-faded lg:block">
          Drag a region. Arrows move it by a pixel, with Shift by ten; Alt or Ctrl and arrows pull a corner.
        </p>
        <div className="ml-auto flex gap-2">
          <Button onClick={onBack} look="quiet" keyName="Esc">
            Back
          </Button>
          <Button onClick={() => setBox(wholeBox(picture))} disabled={whole}>
            Whole picture
          </Button>
          <Button look="main" onClick={accept} keyName="Enter">
            Accept
          </Button>
        </div>
      </footer>
    </div>
  );
}

/** The capture at its own resolution, drawn once; the layout scales it. */
function Pixels({ bitmap }: { bitmap: ImageBitmap }): ReactNode {
  const canvas = useRef<HTMLCanvasElement>(null);
  useLayoutEffect(() => {
    const target = canvas.current;
    if (!target) return;
    // Handed over, not copied: at 4K a copy costs as much again as decoding. A second run finds it handed over already.
    if (bitmap.width > 0) {
      const renderer = target.getContext('bitmaprenderer');
      target.width = bitmap.width;
      target.height = bitmap.height;
      renderer?.transferFromImageBitmap(bitmap);
    }
    performance.mark('nachweis:framing-drawn');
  }, [bitmap]);
  return <canvas ref={canvas} className="absolute inset-0 size-full" data-testid="frame-pixels" />;
}

function FrameOverlay({
  box,
  width,
  height,
  whole,
}: {
  box: Box;
  width: number;
  height: number;
  whole: boolean;
}): ReactNode {
  const place = {
    left: `${(box.x / width) * 100}%`,
    top: `${(box.y / height) * 100}%`,
    width: `${(box.width / width) * 100}%`,
    height: `${(box.height / height) * 100}%`,
  };
  return (
    <div className="pointer-events-none absolute inset-0">
      <div className="absolute inset-0 overflow-hidden">
        <div className="absolute ring-[200vmax] ring-ink/60" style={place} />
      </div>
      <div
        data-testid="frame"
        data-box={`${box.x},${box.y},${box.width},${box.height}`}
        className="absolute outline-2 outline-card"
        style={place}
      >
        <span className="absolute inset-0 border-2 border-dashed border-verdigris" />
        <span className="absolute bottom-full left-0 mb-2 bg-card px-1.5 font-mono text-sm whitespace-nowrap">
          {box.width} × {box.height}
          {whole ? ' (whole picture)' : ` at ${box.x}, ${box.y}`}
        </span>
        {HANDLES.map((handle) => (
          <span
            key={handle}
            data-handle={handle}
            className="pointer-events-auto absolute size-4 -translate-1/2 border-2 border-verdigris bg-card"
            style={handlePlace(handle)}
          />
        ))}
      </div>
    </div>
  );
}

function handlePlace(handle: Handle) {
  return {
    left: handle.includes('w') ? '0%' : handle.includes('e') ? '100%' : '50%',
    top: handle.includes('n') ? '0%' : handle.includes('s') ? '100%' : '50%',
    cursor: `${handle}-resize`,
  };
}
