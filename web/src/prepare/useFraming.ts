import {
  type Box,
  type BoxedKind,
  type Framing,
  framedBox,
  framingOf,
  type Size,
  sameBox,
  scaledTo,
} from '@nachweis/core';
import { useCallback, useState } from 'react';
import { begin, changed, redone, undone } from './history.ts';

/** The framing that is being chosen, with every step of it. */
export interface FramingWork {
  framing: Framing;
  box: Box;
  /** sets it; `mergeWith` joins changes of one drag into one step */
  set(framing: Framing, mergeWith?: string): void;
  setBox(box: Box, kind?: BoxedKind, mergeWith?: string): void;
  undo(): void;
  redo(): void;
  canUndo: boolean;
  canRedo: boolean;
}

export function useFraming(first: Framing, picture: Size): FramingWork {
  const [history, setHistory] = useState(() => begin<Framing>(first));
  const set = useCallback((framing: Framing, mergeWith = '') => {
    setHistory((before) => changed(before, framing, mergeWith));
  }, []);
  const box = framedBox(history.now, picture);
  const setBox = useCallback(
    (next: Box, kind: BoxedKind = 'region', mergeWith = '') => {
      // Of what was set last, which need not be drawn yet.
      setHistory((before) => {
        const { now } = before;
        if (now.kind === kind && sameBox(next, framedBox(now, picture))) return before;
        const framing = framingOf(next, picture, kind);
        return changed(before, { ...framing, ...scaledTo(now) }, mergeWith);
      });
    },
    [picture],
  );
  return {
    framing: history.now,
    box,
    set,
    setBox,
    undo: () => setHistory(undone),
    redo: () => setHistory(redone),
    canUndo: history.past.length > 0,
    canRedo: history.future.length > 0,
  };
}
