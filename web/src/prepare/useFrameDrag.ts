import {
  type Box,
  boxBetween,
  boxHolds,
  type Handle,
  moveBox,
  type Point,
  resizeBox,
  type Size,
  sameBox,
  wholeBox,
} from '@nachweis/core';
import { type PointerEvent, type RefObject, useRef } from 'react';
import { pixelUnder } from '../pictures/FramedPicture.tsx';

type Drag = { kind: 'new' } | { kind: 'move' } | { kind: 'pull'; handle: Handle };

/** Turns pointer drags into boxes: a handle pulls, the inside of a frame moves, everything else draws a new one. */
export function useFrameDrag(
  stage: RefObject<HTMLDivElement | null>,
  box: Box,
  setBox: (box: Box) => void,
  picture: Size,
) {
  const drag = useRef<{ what: Drag; from: Point; start: Box } | null>(null);
  const pixel = (event: PointerEvent): Point | null =>
    stage.current ? pixelUnder(event, stage.current, wholeBox(picture)) : null;

  return {
    onPointerDown(event: PointerEvent<HTMLDivElement>) {
      const from = pixel(event);
      if (!from || event.button !== 0) return;
      event.currentTarget.setPointerCapture(event.pointerId);
      drag.current = { what: whatIsDragged(event.target, from, box, picture), from, start: box };
    },
    onPointerMove(event: PointerEvent<HTMLDivElement>) {
      const to = pixel(event);
      if (!drag.current || !to) return;
      const { what, from, start } = drag.current;
      const [dx, dy] = [to.x - from.x, to.y - from.y];
      if (what.kind === 'new') {
        // A click without a drag leaves the frame as it is.
        if (dx !== 0 || dy !== 0) setBox(boxBetween(from, to, picture));
      } else if (what.kind === 'move') setBox(moveBox(start, dx, dy, picture));
      else setBox(resizeBox(start, what.handle, dx, dy, picture));
    },
    onPointerUp: () => {
      drag.current = null;
    },
    onPointerCancel: () => {
      drag.current = null;
    },
  };
}

function whatIsDragged(target: EventTarget, at: Point, box: Box, picture: Size): Drag {
  const handle = target instanceof HTMLElement ? (target.dataset.handle as Handle | undefined) : undefined;
  if (handle) return { kind: 'pull', handle };
  return boxHolds(box, at) && !sameBox(box, wholeBox(picture)) ? { kind: 'move' } : { kind: 'new' };
}
