import { type PointerEvent, useRef, useState } from 'react';

/** A pen was used in this page: from then on it draws, and a finger is for moving the view. */
let penSeen = false;

/** What a finger does on the bench. */
export interface Finger {
  /** a pen was used, so that there is something to choose */
  besidePen: boolean;
  /** it draws all the same */
  draws: boolean;
  letDraw: (draws: boolean) => void;
  /** takes what is the finger's, or tells a pen from it; whether there is nothing left to be done */
  takes: Record<'down' | 'move' | 'up', (event: PointerEvent<HTMLElement>) => boolean>;
}

/** A pen draws, a finger moves the view, unless it is let draw; where no pen was used, a finger draws. */
export function useFinger(): Finger {
  const [besidePen, setBesidePen] = useState(penSeen);
  const [draws, letDraw] = useState(false);
  const last = useRef<{ id: number; x: number; y: number } | null>(null);
  return {
    besidePen,
    draws,
    letDraw,
    takes: {
      down(event) {
        if (event.pointerType === 'pen' && !penSeen) {
          penSeen = true;
          setBesidePen(true);
        }
        if (event.pointerType !== 'touch' || !penSeen || draws) return false;
        // Of two fingers neither moves it alone: they zoom.
        last.current = event.isPrimary ? { id: event.pointerId, x: event.clientX, y: event.clientY } : null;
        return true;
      },
      move(event) {
        const { current } = last;
        if (!current || current.id !== event.pointerId) return false;
        event.currentTarget
          .closest('[data-keys=stage]')
          ?.scrollBy(current.x - event.clientX, current.y - event.clientY);
        last.current = { id: current.id, x: event.clientX, y: event.clientY };
        return true;
      },
      up(event) {
        const mine = last.current?.id === event.pointerId;
        if (mine) last.current = null;
        return mine;
      },
    },
  };
}
