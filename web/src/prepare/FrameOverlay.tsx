import { type Box, HANDLES, type Handle, type Size } from '@nachweis/core';
import type { ReactNode } from 'react';

interface FrameOverlayProps {
  box: Box;
  picture: Size;
  whole: boolean;
  /** only the frame as it was, nothing to pull at */
  quiet?: boolean;
}

/** The frame over the picture: what lies outside dimmed, its size to read, eight handles to pull. */
export function FrameOverlay({ box, picture, whole, quiet = false }: FrameOverlayProps): ReactNode {
  const { width, height } = picture;
  const place = {
    left: `${(box.x / width) * 100}%`,
    top: `${(box.y / height) * 100}%`,
    width: `${(box.width / width) * 100}%`,
    height: `${(box.height / height) * 100}%`,
  };
  // Where there is no room above the frame its size is read inside it.
  const inside = box.y / height < 0.06;
  // It grows towards the middle of the picture, where it is not cut off.
  const onRight = box.x + box.width / 2 > width / 2;
  const labelPlace = `${inside ? 'top-1 mx-1' : 'bottom-full mb-2'} ${onRight ? 'right-0' : 'left-0'}`;
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
          <span className={`absolute bg-card px-1.5 font-mono text-sm whitespace-nowrap ${labelPlace}`}>
            {box.width} × {box.height}
            {whole ? ' (whole picture)' : ` at ${box.x}, ${box.y}`}
          </span>
        )}
        {!quiet &&
          HANDLES.map((handle) => (
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

function handlePlace(handle: Handle) {
  return {
    left: handle.includes('w') ? '0%' : handle.includes('e') ? '100%' : '50%',
    top: handle.includes('n') ? '0%' : handle.includes('s') ? '100%' : '50%',
    cursor: `${handle}-resize`,
  };
}
