import { type Box, moveBox, type Point, resizeBox, resizeWithAspect, type Size } from '@nachweis/core';
import type { KeyboardEvent } from 'react';
import { arrowStep } from '../ui/arrowStep.ts';
import { isKeyOff } from '../ui/ownSettings.ts';
import { isTyping } from '../ui/typing.ts';
import { type FrameTool, TOOLS } from './FrameToolbar.tsx';
import type { PartWork } from './PartTool.tsx';
import type { FramingWork } from './useFraming.ts';

/** What the keys act on while a frame is chosen. */
interface FrameKeys {
  tool: FrameTool;
  onTool: (tool: FrameTool) => void;
  size: Size;
  work: FramingWork;
  /** width to height that the frame is held to; null for any */
  ratio: number | null;
  part: PartWork;
  /** takes the part that is lit */
  onPart: () => void;
  outline: readonly Point[];
  onOutline: (points: Point[], mergeWith: string) => void;
  /** where the next corner goes; null until the arrows have moved it */
  cursor: Point | null;
  onCursor: (at: Point) => void;
  displays: readonly Box[];
  /** called with what a key has moved, which is to be seen */
  onShow: (at: Point) => void;
  onAccept: () => void;
}

/** Every command of framing by key; each has a button or a field too. */
export function onFrameKey(event: KeyboardEvent, keys: FrameKeys): void {
  const { tool, work, part, outline, size } = keys;
  const typing = isTyping(event.target);
  const onButton = event.target instanceof HTMLButtonElement;
  const withControl = event.ctrlKey || event.metaKey;
  const letter = event.key.toLowerCase();
  if (withControl && !typing && (letter === 'z' || letter === 'y')) {
    event.preventDefault();
    if (letter === 'y' || event.shiftKey) work.redo();
    else work.undo();
  } else if (event.key === 'Enter' && !onButton) {
    event.preventDefault();
    if (tool === 'part' && part.lit) keys.onPart();
    else keys.onAccept();
  } else if (typing || isKeyOff(event)) return;
  else if (arrowStep(event)) {
    event.preventDefault();
    onArrow(event, keys);
  } else if (!withControl && !event.altKey && !onButton) {
    const next = TOOLS.find(({ key }) => key.toLowerCase() === event.key)?.name;
    const display = keys.displays[Number(event.key) - 1];
    if (next) keys.onTool(next);
    else if (display) work.setBox(display, 'display');
    else if (tool === 'outline' && event.key === ' ')
      keys.onOutline([...outline, keys.cursor ?? middleOf(size)], `key ${outline.length}`);
    else if (tool === 'outline' && event.key === 'Backspace')
      keys.onOutline(outline.slice(0, -1), `back ${outline.length}`);
    else return;
    event.preventDefault();
  }
}

/** Arrows walk the parts, move the next corner of an outline, or move and pull the frame. */
function onArrow(event: KeyboardEvent, keys: FrameKeys): void {
  const { tool, part, cursor, onCursor, size, work, ratio, onShow } = keys;
  const { dx, dy } = arrowStep(event) ?? { dx: 0, dy: 0 };
  if (tool === 'part') {
    if (dy !== 0) dy < 0 ? part.outwards() : part.inwards();
    else part.step(dx > 0 ? 1 : -1);
  } else if (tool === 'outline') {
    const at = cursor ?? middleOf(size);
    const next = {
      x: Math.min(Math.max(at.x + dx, 0), size.width),
      y: Math.min(Math.max(at.y + dy, 0), size.height),
    };
    onCursor(next);
    onShow(next);
  } else {
    const { box } = work;
    const pull = (handle: 'nw' | 'se') =>
      ratio === null
        ? resizeBox(box, handle, dx, dy, size)
        : resizeWithAspect(box, handle, dx, dy, ratio, size);
    const next = event.altKey ? pull('se') : event.ctrlKey ? pull('nw') : moveBox(box, dx, dy, size);
    work.setBox(next, 'region', 'keys');
    // The corner that is pulled, or the one that goes ahead.
    const [right, lower] = event.altKey ? [true, true] : event.ctrlKey ? [false, false] : [dx > 0, dy > 0];
    onShow({ x: next.x + (right ? next.width : 0), y: next.y + (lower ? next.height : 0) });
  }
}

const middleOf = ({ width, height }: Size): Point => ({
  x: Math.floor(width / 2),
  y: Math.floor(height / 2),
});
