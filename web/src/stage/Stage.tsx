import { boxHolds, type Point, type Size } from '@nachweis/core';
import { Minus, Plus } from 'lucide-react';
import { type MouseEvent, type PointerEvent, type ReactNode, useEffect, useRef } from 'react';
import { pixelUnder } from '../pictures/FramedPicture.tsx';
import { Button } from '../ui/Button.tsx';
import { classes } from '../ui/classes.ts';
import { isKeyOff } from '../ui/ownSettings.ts';
import { isTyping } from '../ui/typing.ts';
import { MARGIN, useZoom, type Zoom } from './useZoom.ts';
import { SEE_PIXELS } from './zoom.ts';

interface StageProps {
  picture: Size;
  /** what the picture is for, read aloud where the stage has the focus */
  label: string;
  /** how far a small picture is enlarged where it is seen whole; default 2 */
  enlarge?: number;
  /** a place that was clicked or tapped, in pixels of the picture; a drag moves the view instead */
  onPick?: (at: Point) => void;
  /** what a page may ask of the view */
  view?: { current: Pick<Zoom, 'goTo'> | null };
  /** the picture, laid over its surface */
  image: ReactNode;
  /** what stands over it, placed in shares of its size; may follow the scale */
  children?: ReactNode | ((scale: number) => ReactNode);
  /** the place under the pointer; null when it leaves */
  onHover?: (at: Point | null) => void;
  className?: string;
}

/** Farther than this a press is a drag, in screen pixels. */
const DRAG = 4;
/** Part of the view that keys move it by. */
const PAN = 0.25;
const PANS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-PAN, 0],
  ArrowRight: [PAN, 0],
  ArrowUp: [0, -PAN],
  ArrowDown: [0, PAN],
};

/**
 * A picture, large: seen whole or in any scale, moved by dragging, scrolling, or Ctrl and arrows; zoomed at the pointer
 * by the wheel with Ctrl, by two fingers, by + and −; Home shows all of it, End its actual pixels.
 */
export function Stage(props: StageProps): ReactNode {
  const { picture, label, enlarge = 2, onPick, onHover, view, image, children, className } = props;
  const zoom = useZoom(picture, enlarge);
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
  useEffect(() => {
    const onKeyDown = (event: KeyboardEvent) => {
      const dialog = document.querySelector('[role=dialog]');
      if (isTyping(event.target) || isKeyOff(event) || (dialog && !dialog.contains(scroller.current))) return;
      const { step, fit, actual, pan } = latest.current;
      const way = PANS[event.key];
      const held = event.ctrlKey || event.metaKey;
      if (held && way) pan(...way);
      else if (held || event.altKey) return;
      else if (event.key === '+' || event.key === '=') step(1);
      else if (event.key === '-') step(-1);
      else if (event.key === 'Home') fit();
      else if (event.key === 'End') actual();
      else return;
      event.preventDefault();
    };
    addEventListener('keydown', onKeyDown);
    return () => removeEventListener('keydown', onKeyDown);
  }, [scroller]);

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
    if (onPick && at && !drag.current?.moved) onPick(at);
  };
  return (
    <div className="flex min-h-[max(50dvh,16rem)] min-w-0 flex-1 flex-col lg:min-h-0">
      <div className="relative min-h-0 flex-1">
        {/** biome-ignore lint/a11y/useSemanticElements: a picture that is looked at is no form's group of fields */}
        {/** biome-ignore lint/a11y/useKeyWithClickEvents: a click does nothing here but end a drag */}
        <div
          ref={scroller}
          role="group"
          aria-label={label}
          // biome-ignore lint/a11y/noNoninteractiveTabindex: it is scrolled by keys while it has the focus
          tabIndex={0}
          data-testid="stage"
          data-keys="stage"
          className="absolute inset-0 overflow-auto bg-grey focus-visible:outline-4 focus-visible:-outline-offset-4"
          onPointerDown={onPointerDown}
          onPointerMove={onPointerMove}
          onClick={() => {
            drag.current = null;
          }}
        >
          <div
            className="grid min-h-full min-w-full place-items-center"
            style={{ width: 'max-content', height: 'max-content', padding: MARGIN }}
          >
            {/** biome-ignore lint/a11y/useKeyWithClickEvents: a place is chosen by key from the page, which has one for it */}
            {/** biome-ignore lint/a11y/noStaticElementInteractions: see above */}
            <div
              ref={surface}
              onClick={onClick}
              onPointerMove={onHover && ((event) => onHover(placeOf(event)))}
              onPointerLeave={onHover && (() => onHover(null))}
              data-scale={scale.toFixed(3)}
              className={classes('relative', scale >= SEE_PIXELS && '[image-rendering:pixelated]', className)}
              style={{ width: picture.width * scale, height: picture.height * scale }}
            >
              {image}
              {typeof children === 'function' ? children(scale) : children}
            </div>
          </div>
        </div>
      </div>
      <ZoomBar zoom={zoom} />
    </div>
  );
}

function ZoomBar({ zoom: { scale, fitted, fit, actual, step } }: { zoom: Zoom }): ReactNode {
  return (
    <div className="flex flex-wrap items-center gap-1 border-t border-rule bg-card px-3 py-0.5 text-sm">
      <Button small look="quiet" aria-label="Smaller" title="Smaller (−)" onClick={() => step(-1)}>
        <Minus size={16} aria-hidden />
      </Button>
      <output aria-label="Scale" className="w-14 text-center font-mono">
        {Math.round(scale * 100)} %
      </output>
      <Button small look="quiet" aria-label="Larger" title="Larger (+)" onClick={() => step(1)}>
        <Plus size={16} aria-hidden />
      </Button>
      <Button small look="quiet" aria-pressed={fitted} onClick={fit} keyName="Home">
        Whole
      </Button>
      <Button small look="quiet" aria-pressed={!fitted && scale === 1} onClick={actual} keyName="End">
        Actual pixels
      </Button>
    </div>
  );
}
