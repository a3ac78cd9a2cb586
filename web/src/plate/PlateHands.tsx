import { overlapping, type PlateLayout, type PlatePlace, type Point } from '@nachweis/core';
import {
  type KeyboardEvent,
  type PointerEvent,
  type ReactNode,
  type RefObject,
  useLayoutEffect,
  useRef,
  useState,
} from 'react';
import { arrowStep } from '../ui/arrowStep.ts';
import { Button } from '../ui/Button.tsx';
import { useEscapeFirst } from '../ui/useEscapeFirst.ts';

export interface PlateHandsProps {
  /** on which the plate is drawn, and over which they lie */
  canvas: RefObject<HTMLCanvasElement | null>;
  layout: PlateLayout;
  /** of its pictures, in their order */
  names: readonly string[];
  /** where the pictures begin on the sheet, in its pixels */
  corner: Point;
  /** called once, when the hand lets go */
  onPlace: (index: number, place: PlatePlace) => void;
}

/** An arrow key moves a picture by so many pixels of the sheet; with Shift ten times as far. */
const STEP = 8;
/** A press moves it further than a key, which is held down more easily. */
const PRESS = 3 * STEP;
const PRESSES = [
  { sign: '←', words: 'to the left', move: { x: -PRESS, y: 0 }, grow: 0 },
  { sign: '→', words: 'to the right', move: { x: PRESS, y: 0 }, grow: 0 },
  { sign: '↑', words: 'up', move: { x: 0, y: -PRESS }, grow: 0 },
  { sign: '↓', words: 'down', move: { x: 0, y: PRESS }, grow: 0 },
  { sign: '−', words: 'smaller', move: { x: 0, y: 0 }, grow: -PRESS },
  { sign: '+', words: 'larger', move: { x: 0, y: 0 }, grow: PRESS },
] as const;

interface Drag {
  index: number;
  what: 'move' | 'size';
  from: Point;
  by: Point;
}

/**
 * Takes hold of the pictures of a plate: each is moved by dragging it and made larger by its corner, by keys, or by
 * pressing buttons for the one that was chosen last (WCAG 2.5.7).
 */
export function PlateHands({ canvas, layout, names, corner, onPlace }: PlateHandsProps): ReactNode {
  const [view, setView] = useState({ left: 0, top: 0, width: 0, height: 0 });
  const [drag, setDrag] = useState<Drag | null>(null);
  const [picked, setPicked] = useState(0);
  const latest = useRef<Drag | null>(null);
  const { size, boxes } = layout;
  const scale = view.width / size.width || 1;
  useLayoutEffect(() => {
    const element = canvas.current;
    if (!element) return;
    const look = () => {
      const { offsetLeft: left, offsetTop: top, clientWidth: width, clientHeight: height } = element;
      setView({ left, top, width, height });
    };
    look();
    const observer = new ResizeObserver(look);
    observer.observe(element);
    if (element.parentElement) observer.observe(element.parentElement);
    return () => observer.disconnect();
  }, [canvas]);
  const placeOf = (index: number, move: Point, grow: number): PlatePlace => {
    const box = boxes[index] ?? { x: corner.x, y: corner.y, width: 0 };
    return { x: box.x - corner.x + move.x, y: box.y - corner.y + move.y, width: box.width + grow };
  };
  const go = (next: Drag | null) => {
    latest.current = next;
    setDrag(next);
  };
  useEscapeFirst(() => {
    const isHeld = latest.current !== null;
    go(null);
    return isHeld;
  });
  const handlers = (index: number, what: Drag['what']) => ({
    onPointerDown(event: PointerEvent<HTMLElement>) {
      if (event.button !== 0) return;
      event.stopPropagation();
      event.currentTarget.setPointerCapture(event.pointerId);
      setPicked(index);
      go({ index, what, from: { x: event.clientX, y: event.clientY }, by: { x: 0, y: 0 } });
    },
    onPointerMove({ clientX, clientY }: PointerEvent<HTMLElement>) {
      const now = latest.current;
      if (now) go({ ...now, by: { x: (clientX - now.from.x) / scale, y: (clientY - now.from.y) / scale } });
    },
    onPointerUp() {
      const now = latest.current;
      go(null);
      if (!now || (now.by.x === 0 && now.by.y === 0)) return;
      onPlace(
        index,
        now.what === 'move' ? placeOf(index, now.by, 0) : placeOf(index, { x: 0, y: 0 }, now.by.x),
      );
    },
    onPointerCancel: () => go(null),
  });
  const onKeyDown = (index: number) => (event: KeyboardEvent) => {
    const arrow = arrowStep(event);
    if (!arrow) return;
    event.preventDefault();
    const [dx, dy] = [arrow.dx * STEP, arrow.dy * STEP];
    onPlace(
      index,
      event.altKey ? placeOf(index, { x: 0, y: 0 }, dx || dy) : placeOf(index, { x: dx, y: dy }, 0),
    );
  };
  const over = overlapping(layout);
  return (
    <>
      {boxes.map((box, index) => {
        const mine = drag?.index === index ? drag : null;
        const [dx, dy] = mine?.what === 'move' ? [mine.by.x, mine.by.y] : [0, 0];
        const width = Math.max(20, box.width + (mine?.what === 'size' ? mine.by.x : 0));
        return (
          <button
            // biome-ignore lint/suspicious/noArrayIndexKey: a picture is its place in the order here
            key={index}
            type="button"
            aria-label={`${names[index] ?? ''}: arrows move it, Alt and arrows make it larger or smaller`}
            onKeyDown={onKeyDown(index)}
            onFocus={() => setPicked(index)}
            {...handlers(index, 'move')}
            className={`absolute cursor-move touch-none border-2 border-dashed ${over.includes(index) ? 'border-ochre-mark' : 'border-verdigris'} ${mine ? 'bg-verdigris-wash/60' : ''}`}
            style={{
              left: view.left + (box.x + dx) * scale,
              top: view.top + (box.y + dy) * scale,
              width: width * scale,
              height: (box.height / box.width) * width * scale,
            }}
          >
            <span
              aria-hidden
              data-corner
              {...handlers(index, 'size')}
              className="absolute -right-3 -bottom-3 size-6 cursor-nwse-resize touch-none rounded-full border-2 border-verdigris bg-card"
            />
          </button>
        );
      })}
      <p
        role="status"
        className="pointer-events-none absolute inset-x-2 top-1 mx-auto w-fit bg-card px-2 text-center text-sm"
      >
        {over.length > 0
          ? `${over.map((index) => names[index]).join(' and ')} lie over each other or over each other’s words.`
          : 'Drag a picture to move it, its corner to make it larger or smaller.'}
      </p>
      {boxes[picked] && (
        <fieldset
          aria-label={`Move ${names[picked] ?? ''}`}
          className="absolute inset-x-2 bottom-1 mx-auto flex w-fit flex-wrap items-center gap-1 border border-edge bg-card px-2 py-0.5 text-sm"
        >
          <span className="max-w-40 truncate">{names[picked]}</span>
          {PRESSES.map(({ sign, words, move, grow }) => (
            <Button
              key={words}
              small
              aria-label={`${names[picked] ?? ''}, on the sheet ${words}`}
              onClick={() => onPlace(picked, placeOf(picked, move, grow))}
            >
              {sign}
            </Button>
          ))}
        </fieldset>
      )}
    </>
  );
}
