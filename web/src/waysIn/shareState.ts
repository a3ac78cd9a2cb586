import type { Surface } from '@nachweis/contract';
import { useSyncExternalStore } from 'react';
import type { MomentInfo } from '../workers/lookBack.worker.ts';

/** Why nothing can be shared or taken; the message is shown. */
export class ShareError extends Error {}

/** A share that is running. */
export interface Share {
  stream: MediaStream;
  surface: Surface;
  /** what the browser calls it */
  label: string;
  /** pixels of the last frame; 0 until the first one came */
  width: number;
  height: number;
  /** pixels for each unit that what is shared is drawn in, as the browser reports it */
  scale: number | undefined;
  startedAt: number;
  /** whether the pointer is in the pictures, as the browser reports it; null where it does not say */
  pointer: boolean | null;
  moments: MomentInfo[];
  /** the memory for moments is used up; older ones are let go */
  memoryFull: boolean;
  /** false where the browser gives no frames to look back on */
  looksBack: boolean;
  /** pixel size changed while sharing */
  resized: boolean;
  /** this page was seen on the display when the share began, so nothing was taken by itself */
  pageInSight: boolean;
}

interface ShareState {
  share: Share | null;
  /** why the last share ended, when it was not the page that ended it */
  ended: string;
  /** the share that was ended outside: its moments can still be taken */
  past: Share | null;
}

let state: ShareState = { share: null, ended: '', past: null };
const listeners = new Set<() => void>();

export function setShareState(next: Partial<ShareState>): void {
  state = { ...state, ...next };
  for (const listener of listeners) listener();
}

export function changeShare(part: Partial<Share>): void {
  if (state.share) setShareState({ share: { ...state.share, ...part } });
  else if (state.past) setShareState({ past: { ...state.past, ...part } });
}

/** The share of this page; it goes on from screen to screen until it is stopped. */
export function useShare(): ShareState {
  return useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => state,
  );
}

export const shareState = (): ShareState => state;

export const currentShare = (): Share | null => state.share;
