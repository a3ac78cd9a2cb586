import { type Box, HANDLES, type Handle, type Size } from '@nachweis/core';
import type { ReactNode } from 'react';

/** A side shorter than this has handles at its ends only, in screen pixels: one between them would cover the rest. */
const SIDE_FOR_HANDLE = 56;

interface FrameOverlayProps {
  box: Box;
  picture: Size;
  whole: boolean;
  /** screen pixels for each of the picture's */
  scale: number;
  /** only the frame as it was, nothing to pull at */
  quiet?: boolean;
}

/** The frame over the picture: what lies outside dimmed, its size to read, eight handles to pull. */
export function FrameOverlay({ box, picture, whole, scale, quiet = false }: FrameOverlayProps): ReactNode {
  const { width, height } = picture;
  const place = {
    left: `${(box.x / width) * 100}%`,
    top: `${(box.y / height) * 100}%`,
    width: `${(box.width / width) * 100}%`,
    height: `${(box.height / height) * 100}%`,
  };
  // It stands outside, where nothing is that counts, and grows towards the middle of the picture, where it is not cut off.
  const onRight = box.x + box.width / 2 > width / 2;
  const labelPlace = onRight ? 'right-3' : 'left-3';
  return (
    <div className="pointer-events-none absolute inset-0">
      {!quiet && <Dimmed box={box} picture={picture} />}
      <div
        data-testid="frame"
        data-box={`${box.x},${box.y},${box.width},${box.height}`}
        className="absolute outline-2 outline-card"
        style={place}
      >
        <span className="absolute inset-0 border-2 border-dashed border-verdigris" />
        {!quiet && (
          <span
            data-testid="frame-size"
            className={`absolute bottom-full mb-2.5 low:mb-0.75 bg-card px-1.5 font-mono text-sm leading-5 whitespace-nowrap ${labelPlace}`}
          >
            {box.width} × {box.height}
            {whole ? ' (whole picture)' : ` at ${box.x}, ${box.y}`}
          </span>
        )}
        {!quiet &&
          handlesFor(box, scale).map((handle) => (
            <span
              key={handle}
              data-handle={handle}
              className="finger-room pointer-events-auto absolute size-4 -translate-1/2 border-2 border-verdigris bg-card"
              style={handlePlace(handle)}
            />
          ))}
      </div>
    </div>
  );
}

/** Four plain areas around the frame: cheaper to paint at every move than one shadow around it. */
function Dimmed({ box, picture: { width, height } }: { box: Box; picture: Size }): ReactNode {
  const x = (value: number) => `${(value / width) * 100}%`;
  const y = (value: number) => `${(value / height) * 100}%`;
  const right = box.x + box.width;
  const bottom = box.y + box.height;
  const dim = 'absolute bg-black/55';
  return (
    <>
      <span className={`${dim} inset-x-0 top-0`} style={{ height: y(box.y) }} />
      <span className={`${dim} inset-x-0 bottom-0`} style={{ top: y(bottom) }} />
      <span className={`${dim} left-0`} style={{ top: y(box.y), height: y(box.height), width: x(box.x) }} />
      <span className={`${dim} right-0`} style={{ top: y(box.y), height: y(box.height), left: x(right) }} />
    </>
  );
}

const handlesFor = ({ width, height }: Box, scale: number): Handle[] =>
  HANDLES.filter(
    (handle) =>
      handle.length === 2 || (handle === 'n' || handle === 's' ? width : height) * scale >= SIDE_FOR_HANDLE,
  );

function handlePlace(handle: Handle) {
  return {
    left: handle.includes('w') ? '0%' : handle.includes('e') ? '100%' : '50%',
    top: handle.includes('n') ? '0%' : handle.includes('s') ? '100%' : '50%',
    cursor: `${handle}-resize`,
  };
}
