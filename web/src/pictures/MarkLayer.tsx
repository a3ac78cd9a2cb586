import {
  type Box,
  drawMarks,
  isPin,
  kindOf,
  type Mark,
  type MarkCanvas,
  marksInFrame,
  type Size,
  scaleMarks,
} from '@nachweis/core';
import { type ReactNode, useEffect, useRef } from 'react';
import { insetImage, useInsetImages } from './insetImages.ts';
import { measureText, PAGE_FONTS } from './markFonts.ts';
import { useHiddenAreas } from './useHiddenAreas.ts';

interface MarkLayerProps {
  /** in pixels of the capture */
  marks: readonly Mark[];
  frame: Box;
  /** what the frame is scaled to in the file */
  size: Size;
  /** about how large it is on the page, in screen pixels */
  shown: Size;
  /** the capture, where it may hold something that is hidden in the file */
  url: string | null;
}

/** All marks but the pins over a small picture, by the same drawing as in the file. */
export function MarkLayer(props: MarkLayerProps): ReactNode {
  const drawn = props.marks.filter((mark) => !isPin(mark));
  const under = drawn.filter((mark) => kindOf(mark).multiplies);
  const over = drawn.filter((mark) => !kindOf(mark).multiplies);
  return (
    <>
      {under.length > 0 && <Drawn {...props} marks={under} url={null} blend="multiply" />}
      {over.length > 0 && <Drawn {...props} marks={over} blend="normal" />}
    </>
  );
}

function Drawn({
  marks: drawn,
  frame,
  size,
  shown,
  url,
  blend,
}: MarkLayerProps & { blend: 'multiply' | 'normal' }): ReactNode {
  const canvas = useRef<HTMLCanvasElement>(null);
  const hidden = useHiddenAreas(url, frame, drawn);
  const insets = useInsetImages(drawn);
  const fit = Math.min(shown.width / size.width, shown.height / size.height, 1) * devicePixelRatio;
  const pixels = {
    width: Math.max(1, Math.round(size.width * fit)),
    height: Math.max(1, Math.round(size.height * fit)),
  };
  // biome-ignore lint/correctness/useExhaustiveDependencies: drawn anew whenever anything of it changes
  useEffect(() => {
    const context = canvas.current?.getContext('2d');
    if (!context) return;
    const factor = size.width / frame.width;
    context.setTransform(1, 0, 0, 1, 0, 0);
    context.clearRect(0, 0, pixels.width, pixels.height);
    context.scale(pixels.width / size.width, pixels.height / size.height);
    for (const { box, pixels: area } of hidden)
      context.drawImage(area, box.x * factor, box.y * factor, box.width * factor, box.height * factor);
    drawMarks(
      context as MarkCanvas,
      scaleMarks(marksInFrame(drawn, frame), factor),
      size,
      PAGE_FONTS,
      measureText,
      insetImage,
    );
  }, [JSON.stringify([drawn, frame, size, pixels]), hidden, insets]);
  return (
    <canvas
      ref={canvas}
      {...pixels}
      aria-hidden
      className="pointer-events-none absolute inset-0 size-full"
      style={{ mixBlendMode: blend }}
    />
  );
}
