import {
  type Box,
  boxBetween,
  boxHolds,
  boxWithAspect,
  type Handle,
  moveBox,
  type Point,
  resizeBox,
  resizeWithAspect,
  type Size,
  type SnapLines,
  sameBox,
  snapSides,
  wholeBox,
} from '@nachweis/core';
import { type PointerEvent, type RefObject, useEffect, useRef } from 'react';
import { pixelUnder } from '../pictures/FramedPicture.tsx';

/** A finger that has moved less has not begun to drag, in screen pixels. */
const FINGER_DRAG = 6;

type Drag = { kind: 'new' } | { kind: 'move' } | { kind: 'pull'; handle: Handle };

interface Held {
  what: Drag;
  from: Point;
  start: Box;
  last: Point;
  /** the frame as it is by the last move; what is drawn may still be the one before */
  now: Box;
  name: string;
  /** where on the screen it began, and whether it has gone far enough to be a drag */
  down: Point;
  far: boolean;
}

export interface DragRules {
  /** width divided by height; null: free */
  ratio: number | null;
  /** the frame keeps its size and is only moved */
  fixed: boolean;
  /** lines that edges are pulled to */
  lines: SnapLines | null;
}

/**
 * Turns pointer drags into boxes: a handle pulls, the inside of a frame moves, everything else draws a new one. With
 * M held, or a second finger down, the whole frame is moved in the middle of a drag; with Alt held edges are pulled to
 * nothing.
 */
export function useFrameDrag(
  stage: RefObject<HTMLDivElement | null>,
  box: Box,
  setBox: (box: Box, mergeWith: string) => void,
  picture: Size,
  { ratio, fixed, lines }: DragRules,
) {
  const drag = useRef<Held | null>(null);
  const moving = useRef(false);
  /** the finger or pointer that drags, and another one that is down meanwhile */
  const fingers = useRef<number[]>([]);
  const count = useRef(0);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.key.toLowerCase() !== 'm') return;
      moving.current = event.type === 'keydown';
      if (drag.current) event.preventDefault();
    };
    addEventListener('keydown', onKey, true);
    addEventListener('keyup', onKey, true);
    return () => {
      removeEventListener('keydown', onKey, true);
      removeEventListener('keyup', onKey, true);
    };
  }, []);
  const pixel = (event: PointerEvent): Point | null =>
    stage.current ? pixelUnder(event, stage.current, wholeBox(picture)) : null;

  const dragged = (what: Drag, from: Point, to: Point, start: Box, snap: boolean): Box => {
    const [dx, dy] = [to.x - from.x, to.y - from.y];
    if (what.kind === 'move') return moveBox(start, dx, dy, picture);
    if (what.kind === 'pull') {
      if (ratio !== null) return resizeWithAspect(start, what.handle, dx, dy, ratio, picture);
      const pulled = resizeBox(start, what.handle, dx, dy, picture);
      return snap && lines ? snapSides(pulled, what.handle, lines) : pulled;
    }
    if (ratio !== null) return boxWithAspect(from, to, ratio, picture);
    const drawn = boxBetween(from, to, picture);
    return snap && lines ? snapSides(snapSides(drawn, 'nw', lines), 'se', lines) : drawn;
  };

  const lift = (event: PointerEvent) => {
    // The frame belongs to the first one; it is let go when that is lifted.
    if (event.pointerId === fingers.current[0]) {
      drag.current = null;
      fingers.current = [];
    } else fingers.current = fingers.current.filter((id) => id !== event.pointerId);
  };

  return {
    /** Lets two fingers move the view, unless one of them drags already: then the second moves the frame. */
    givesWay(): boolean {
      if (drag.current?.far) return false;
      drag.current = null;
      return true;
    },
    handlers: {
      onPointerDown(event: PointerEvent<HTMLDivElement>) {
        const from = pixel(event);
        if (!from || event.button !== 0) return;
        fingers.current = [...fingers.current, event.pointerId];
        if (fingers.current.length > 1) return;
        event.currentTarget.setPointerCapture(event.pointerId);
        const what = whatIsDragged(event.target, from, box, picture);
        const name = `drag ${count.current++}`;
        drag.current = {
          what: fixed ? { kind: 'move' } : what,
          from,
          start: box,
          last: from,
          now: box,
          name,
          down: { x: event.clientX, y: event.clientY },
          far: event.pointerType !== 'touch',
        };
      },
      onPointerMove(event: PointerEvent<HTMLDivElement>) {
        const to = pixel(event);
        const held = drag.current;
        if (!held || !to || event.pointerId !== fingers.current[0]) return;
        held.far ||= Math.hypot(event.clientX - held.down.x, event.clientY - held.down.y) > FINGER_DRAG;
        if (!held.far) return;
        if ((moving.current || fingers.current.length > 1) && held.what.kind !== 'move') {
          // The drag goes on from where the frame has been moved to.
          const moved = moveBox(held.now, to.x - held.last.x, to.y - held.last.y, picture);
          const [dx, dy] = [moved.x - held.now.x, moved.y - held.now.y];
          held.from = { x: held.from.x + dx, y: held.from.y + dy };
          held.start = { ...held.start, x: held.start.x + dx, y: held.start.y + dy };
          held.now = moved;
          setBox(moved, held.name);
        } else if (held.what.kind !== 'new' || to.x !== held.from.x || to.y !== held.from.y) {
          // A click without a drag leaves the frame as it is.
          held.now = dragged(held.what, held.from, to, held.start, !event.altKey);
          setBox(held.now, held.name);
        }
        held.last = to;
      },
      onPointerUp: lift,
      onPointerCancel: lift,
    },
  };
}

function whatIsDragged(target: EventTarget, at: Point, box: Box, picture: Size): Drag {
  const handle = target instanceof HTMLElement ? (target.dataset.handle as Handle | undefined) : undefined;
  if (handle) return { kind: 'pull', handle };
  return boxHolds(box, at) && !sameBox(box, wholeBox(picture)) ? { kind: 'move' } : { kind: 'new' };
}
