import { boxHolds, type Point, type Size } from '@nachweis/core';
import { type MouseEvent, type PointerEvent, type ReactNode, useEffect, useRef } from 'react';
import { pixelUnder } from '../pictures/FramedPicture.tsx';
import { classes } from '../ui/classes.ts';
import type { LinkedView } from './linkedView.ts';
import { StageView } from './StageView.tsx';
import { type OnDraw, useDrawing } from './useDrawing.ts';
import { useStageKeys } from './useStageKeys.ts';
import { useZoom, type Zoom } from './useZoom.ts';
import { ZoomBar } from './ZoomBar.tsx';

interface StageProps {
  picture: Size;
  /** what the picture is for, read aloud where the stage has the focus */
  label: string;
  /** how far a small picture is enlarged where it is seen whole; default 2 */
  enlarge?: number;
  /** a place that was clicked or tapped, in pixels of the picture; a drag moves the view instead */
  onPick?: (at: Point) => void;
  /** while it is there, a drag draws over the picture instead of moving the view */
  onDraw?: OnDraw | undefined;
  /** what a page may ask of the view */
  view?: { current: Pick<Zoom, 'goTo'> | null };
  /** the picture, laid over its surface */
  image: ReactNode;
  /** what stands over it, placed in shares of its size; may follow the scale */
  children?: ReactNode | ((scale: number) => ReactNode);
  /** the place under the pointer; null when it leaves */
  onHover?: (at: Point | null) => void;
  className?: string;
  /** where other stages are moved and zoomed with it */
  linked?: LinkedView;
  /** the view goes on where the last one of this name was left */
  keepAs?: string;
}

/** Farther than this a press is a drag, in screen pixels. */
const DRAG = 4;

/**
 * A picture, large: seen whole or in any scale, moved by dragging, scrolling, or Ctrl and arrows; zoomed at the pointer
 * by the wheel with Ctrl, by two fingers, by + and −; Home shows all of it, End its actual pixels.
 */
export function Stage(props: StageProps): ReactNode {
  const {
    picture,
    label,
    enlarge = 2,
    onPick,
    onDraw,
    onHover,
    view,
    image,
    children,
    className,
    linked,
    keepAs,
  } = props;
  const zoom = useZoom(picture, { enlarge, linked: linked ?? null, keepAs });
  const { scroller, surface, scale } = zoom;
  const drag = useRef<{ x: number; y: number; left: number; top: number; moved: boolean } | null>(null);
  const latest = useRef(zoom);
  latest.current = zoom;
  useEffect(() => {
    if (!view) return;
    view.current = { goTo: (at) => latest.current.goTo(at) };
    return () => {
      view.current = null;
    };
  }, [view]);
  useStageKeys(zoom);
  const drawing = useDrawing(surface, picture, onDraw);

  // A finger scrolls by itself.
  const onPointerDown = (event: PointerEvent) => {
    const element = scroller.current;
    drag.current = null;
    if (!element || event.button !== 0 || event.pointerType === 'touch') return;
    const { scrollLeft: left, scrollTop: top } = element;
    drag.current = { x: event.clientX, y: event.clientY, left, top, moved: false };
  };
  const onPointerMove = (event: PointerEvent) => {
    const [element, from] = [scroller.current, drag.current];
    if (!element || !from || event.buttons === 0) return;
    const [dx, dy] = [event.clientX - from.x, event.clientY - from.y];
    if (!from.moved && Math.hypot(dx, dy) <= DRAG) return;
    if (!from.moved) element.setPointerCapture(event.pointerId);
    from.moved = true;
    element.scrollTo(from.left - dx, from.top - dy);
  };
  const placeOf = (event: MouseEvent | PointerEvent): Point | null => {
    if (!surface.current) return null;
    const frame = { x: 0, y: 0, width: picture.width, height: picture.height };
    const at = pixelUnder(event, surface.current, frame);
    return boxHolds(frame, at) ? at : null;
  };
  const onClick = (event: MouseEvent) => {
    const at = placeOf(event);
    if (onPick && at && !drag.current?.moved && !drawing.wasStroke()) onPick(at);
  };
  return (
    <div className="flex min-h-[max(50dvh,16rem)] min-w-0 flex-1 flex-col lg:min-h-0">
      <StageView
        zoom={zoom}
        picture={picture}
        label={label}
        className={classes(className, onDraw && 'touch-none')}
        handlers={{
          onPointerDown,
          onPointerMove,
          onClick: () => {
            drag.current = null;
          },
        }}
        surfaceHandlers={{
          onClick,
          ...drawing.handlers,
          ...(onHover && {
            onPointerMove: (event) => onHover(placeOf(event)),
            onPointerLeave: () => onHover(null),
          }),
        }}
      >
        {image}
        {typeof children === 'function' ? children(scale) : children}
      </StageView>
      <ZoomBar zoom={zoom} className="border-t border-rule bg-card px-3 py-0.5" />
    </div>
  );
}
