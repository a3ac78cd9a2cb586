import { useEffect, useRef } from 'react';
import { isKeyOff } from '../ui/ownSettings.ts';
import { isTyping } from '../ui/typing.ts';
import type { Zoom } from './useZoom.ts';

/** Part of the view that keys move it by. */
const PAN = 0.25;
const PANS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-PAN, 0],
  ArrowRight: [PAN, 0],
  ArrowUp: [0, -PAN],
  ArrowDown: [0, PAN],
};

/** Keys of every view of a picture, wherever the focus is: + and −, Home, End, and Ctrl with an arrow. */
export function useStageKeys(zoom: Zoom): void {
  const latest = useRef(zoom);
  latest.current = zoom;
  useEffect(() => {
    const onKeyDown = (event: KeyboardEvent) => {
      const { scroller, step, fit, actual, pan } = latest.current;
      const dialog = document.querySelector('[role=dialog]');
      // A key that a tool has taken is not for the view.
      if (event.defaultPrevented || isTyping(event.target) || isKeyOff(event)) return;
      if (dialog && !dialog.contains(scroller.current)) return;
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
  }, []);
}
