import { type Box, type Framing, framedBox, type Point } from '@nachweis/core';
import { type CSSProperties, type ReactNode, useEffect, useState } from 'react';
import { useConnection } from '../api/connection.ts';

interface FramedPictureProps {
  /** empty where there is nothing to be shown yet */
  url: string;
  width: number;
  height: number;
  framing?: Framing;
  alt: string;
  /** laid over the picture; placed in shares of the frame */
  children?: ReactNode;
}

const WHOLE: Framing = { kind: 'whole' };

/** A picture cut to its frame and fitted into the room there is, by layout alone. */
export function FramedPicture({
  url,
  width,
  height,
  framing = WHOLE,
  alt,
  children,
}: FramedPictureProps): ReactNode {
  const frame = framedBox(framing, { width, height });
  const size: CSSProperties = {
    aspectRatio: `${frame.width} / ${frame.height}`,
    width: `min(100cqw, calc(100cqh * ${frame.width / frame.height}), ${frame.width}px)`,
  };
  return (
    <div className="grid size-full min-h-0 place-items-center [container-type:size]">
      <div className="relative" style={size}>
        <FramedImage url={url} width={width} height={height} framing={framing} alt={alt} />
        {children}
      </div>
    </div>
  );
}

/** The framed part of a picture over the whole of what it lies in. */
export function FramedImage({
  url,
  width,
  height,
  framing = WHOLE,
  alt,
  onError,
  onPainted,
  atOnce = false,
}: Pick<FramedPictureProps, 'url' | 'width' | 'height' | 'framing' | 'alt'> & {
  onError?: () => void;
  /** called once it has been on the screen */
  onPainted?: () => void;
  /** it is decoded already, and drawn together with the page around it */
  atOnce?: boolean;
}): ReactNode {
  const frame = framedBox(framing, { width, height });
  const { reached } = useConnection();
  /** the address that gave no picture */
  const [failed, setFailed] = useState<string | null>(null);
  // Tried again once the server is back.
  useEffect(() => {
    if (reached) setFailed(null);
  }, [reached]);
  if (url === '' || failed === url)
    return (
      <p
        role={url === '' ? undefined : 'alert'}
        className="absolute inset-0 grid place-items-center bg-grey-deep p-2 text-center text-on-grey"
      >
        {url === ''
          ? 'Its pixels are not in this page yet.'
          : reached
            ? 'This picture cannot be fetched: its file is missing or damaged.'
            : 'The picture is on the server, which cannot be reached now.'}
      </p>
    );
  return (
    <div className="absolute inset-0 overflow-hidden" style={clip(framing, frame)}>
      <img
        // What is said of one picture is not said of the next.
        key={url}
        src={url}
        alt={alt}
        decoding={atOnce ? 'sync' : 'async'}
        draggable={false}
        onError={onError ?? (() => setFailed(url))}
        onLoad={({ currentTarget: image }) =>
          // Two frames on it has been on the screen.
          requestAnimationFrame(() =>
            requestAnimationFrame(() => {
              image.dataset.painted = 'true';
              onPainted?.();
            }),
          )
        }
        className="absolute max-w-none"
        style={cut(frame, width, height)}
      />
    </div>
  );
}

/** Cuts the picture along its outline, where it has one. */
function clip(framing: Framing, frame: Box): CSSProperties {
  if (framing.kind !== 'outline') return {};
  const share = ({ x, y }: Point) =>
    `${((x - frame.x) / frame.width) * 100}% ${((y - frame.y) / frame.height) * 100}%`;
  return { clipPath: `polygon(evenodd, ${framing.points.map(share).join(', ')})` };
}

function cut(frame: Box, width: number, height: number): CSSProperties {
  return {
    width: `${(width / frame.width) * 100}%`,
    height: `${(height / frame.height) * 100}%`,
    left: `${(-frame.x / frame.width) * 100}%`,
    top: `${(-frame.y / frame.height) * 100}%`,
  };
}

/** Where the middle of a picture's pixel lies in its frame, as CSS. */
export function placeInFrame(at: { x: number; y: number }, frame: Box): { left: string; top: string } {
  return {
    left: `${((at.x + 0.5 - frame.x) / frame.width) * 100}%`,
    top: `${((at.y + 0.5 - frame.y) / frame.height) * 100}%`,
  };
}

/** The pixel of the picture under the pointer; may lie outside while dragging. */
export function pixelUnder(
  event: { clientX: number; clientY: number },
  surface: Element,
  frame: Box,
): { x: number; y: number } {
  const shown = surface.getBoundingClientRect();
  return {
    x: frame.x + Math.floor(((event.clientX - shown.left) / shown.width) * frame.width),
    y: frame.y + Math.floor(((event.clientY - shown.top) / shown.height) * frame.height),
  };
}
