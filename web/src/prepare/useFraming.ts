import {
  type Box,
  type BoxedKind,
  type Framing,
  framedBox,
  framingOf,
  type Size,
  sameBox,
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
  const { width } = history.now;
  const setBox = useCallback(
    (next: Box, kind: BoxedKind = 'region', mergeWith = '') => {
      const framing = framingOf(next, picture, kind);
      set(width === undefined ? framing : { ...framing, width }, mergeWith);
    },
    [picture, set, width],
  );
  return {
    framing: history.now,
    box,
    set,
    setBox: (next, kind, mergeWith) => {
      if (history.now.kind === 'outline' || !sameBox(next, box) || (kind ?? 'region') !== history.now.kind)
        setBox(next, kind, mergeWith);
    },
    undo: () => setHistory(undone),
    redo: () => setHistory(redone),
    canUndo: history.past.length > 0,
    canRedo: history.future.length > 0,
  };
}
