import type { Surface } from '@nachweis/contract';
import { proxy, type Remote, transfer, wrap } from 'comlink';
import { useSyncExternalStore } from 'react';
import { toast } from '../ui/notices.ts';
import type { LookBackWorker, MomentInfo } from '../workers/lookBack.worker.ts';
import type { Incoming } from './incoming.ts';

/** Why nothing can be shared or taken; the message is shown. */
export class ShareError extends Error {}

/** What is asked of the browser when a share begins; it may offer something else, and the person chooses. */
export interface ShareWishes {
  surface: 'any' | 'display' | 'window' | 'tab';
  pointer: boolean;
}

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
}

interface ShareState {
  share: Share | null;
  /** why the last share ended, when it was not the page that ended it */
  ended: string;
  /** the share that was ended outside: its moments can still be taken */
  past: Share | null;
}

let state: ShareState = { share: null, ended: '', past: null };
let worker: { remote: Remote<LookBackWorker>; thread: Worker } | null = null;
let leaveFocus: (() => void) | null = null;
const listeners = new Set<() => void>();

function setState(next: Partial<ShareState>): void {
  state = { ...state, ...next };
  for (const listener of listeners) listener();
}

function change(part: Partial<Share>): void {
  if (state.share) setState({ share: { ...state.share, ...part } });
  else if (state.past) setState({ past: { ...state.past, ...part } });
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

export const currentShare = (): Share | null => state.share;

const SURFACES: Readonly<Record<string, Surface>> = { monitor: 'display', window: 'window', browser: 'tab' };
const HINTS = { display: 'monitor', window: 'window', tab: 'browser' } as const;
const NO_SHARE_HERE =
  'This browser cannot share the screen here: it needs a secure address (https, or this computer itself). Take the picture with your system’s own keys, then paste it.';

/**
 * Wished for as width and height: without a wish, Chromium scales what is shared down to the size of the display that
 * the page itself is on. Nothing is scaled up to it.
 */
const LARGEST = 16_384;

type Settings = MediaTrackSettings & { cursor?: string; displaySurface?: string; screenPixelRatio?: number };
interface TrackProcessor {
  readable: ReadableStream<VideoFrame>;
}
declare const MediaStreamTrackProcessor:
  | { new (init: { track: MediaStreamTrack }): TrackProcessor }
  | undefined;

/**
 * Asks the browser for a share, and keeps it open.
 * @returns false when the person changed their mind
 * @throws ShareError
 */
export async function startShare({ surface, pointer }: ShareWishes): Promise<boolean> {
  if (!navigator.mediaDevices?.getDisplayMedia) throw new ShareError(NO_SHARE_HERE);
  stopRunning('');
  let stream: MediaStream;
  try {
    // A browser that knows nothing of the pointer passes over the wish; what it did is read from the settings.
    const video: MediaTrackConstraints & { cursor?: string; displaySurface?: string } = {
      frameRate: 15,
      width: { ideal: LARGEST },
      height: { ideal: LARGEST },
      cursor: pointer ? 'always' : 'never',
    };
    if (surface !== 'any') video.displaySurface = HINTS[surface];
    stream = await navigator.mediaDevices.getDisplayMedia({
      video,
      audio: false,
      selfBrowserSurface: 'exclude',
      surfaceSwitching: 'include',
      monitorTypeSurfaces: 'include',
    } as DisplayMediaStreamOptions);
  } catch (error) {
    if (error instanceof DOMException && error.name === 'NotAllowedError') return false;
    if (error instanceof DOMException && error.name === 'NotFoundError')
      throw new ShareError(
        'There is no screen that can be shared. Paste a picture or choose a file instead.',
      );
    throw new ShareError(
      'The screen could not be shared. Take the picture with your system’s own keys, then paste it.',
    );
  }
  const [track] = stream.getVideoTracks();
  if (!track)
    throw new ShareError('The browser shared no picture. Try again and choose a display or a window.');
  letGoOfMoments();
  setState({
    share: {
      stream,
      ...reportOf(track),
      // The settings only give the wish back; frames tell.
      width: 0,
      height: 0,
      startedAt: Date.now(),
      moments: [],
      memoryFull: false,
      looksBack: typeof MediaStreamTrackProcessor !== 'undefined',
      resized: false,
    },
  });
  track.addEventListener('ended', () => {
    if (state.share?.stream !== stream) return;
    const what = state.share.surface === 'window' ? 'The window was closed, or sharing' : 'Sharing';
    stopRunning(`${what} was ended outside Nachweis. Pictures taken are safe; share again to take more.`);
  });
  watchFrames(track);
  return true;
}

/** What the browser says of a share; it may offer to go on with another surface in the same share. */
function reportOf(track: MediaStreamTrack): Pick<Share, 'surface' | 'label' | 'scale' | 'pointer'> {
  const { displaySurface, screenPixelRatio, cursor } = track.getSettings() as Settings;
  return {
    surface: SURFACES[displaySurface ?? ''] ?? 'unknown',
    label: track.label,
    scale: screenPixelRatio,
    pointer: cursor === undefined ? null : cursor !== 'never',
  };
}

function watchFrames(track: MediaStreamTrack): void {
  if (typeof MediaStreamTrackProcessor === 'undefined') return;
  const thread = new Worker(new URL('../workers/lookBack.worker.ts', import.meta.url), { type: 'module' });
  const remote = wrap<LookBackWorker>(thread);
  worker = { thread, remote };
  thread.addEventListener('error', () => {
    if (worker?.thread !== thread) return;
    letGoOfMoments();
    toast.warning(
      'Looking back is not to be had now: its code cannot be fetched. Take pictures as they are, or reload the page when the server is back.',
    );
  });
  const { readable } = new MediaStreamTrackProcessor({ track });
  const listener = proxy({
    moments: (moments: MomentInfo[], memoryFull: boolean) =>
      change({ moments, memoryFull: memoryFull || (state.share?.memoryFull ?? false) }),
    resized: ({ width, height }: { width: number; height: number }) => {
      const before = state.share;
      const resized =
        before !== null && before.width > 0 && (before.width !== width || before.height !== height);
      change({ ...reportOf(track), width, height, resized: resized && before.moments.length > 0 });
    },
  });
  void remote.start(transfer(readable, [readable]), listener);
  if (state.share?.surface === 'display') leaveFocus = watchWhileAway(remote);
}

/**
 * On a shared display this page may be seen itself: while one works in it, nothing is kept, or each new moment in the
 * strip would be the next one.
 * @returns ends this
 */
function watchWhileAway(remote: Remote<LookBackWorker>): () => void {
  const tell = () => void remote.watch(!document.hasFocus());
  tell();
  addEventListener('focus', tell);
  addEventListener('blur', tell);
  return () => {
    removeEventListener('focus', tell);
    removeEventListener('blur', tell);
  };
}

/** Stops sharing, as the person here wants it: moments go, pictures taken stay. */
export function stopShare(): void {
  stopRunning('');
  letGoOfMoments();
}

/** Moments that nobody came back for take up memory no longer. */
const PAST_MS = 5 * 60_000;
let letGoLater: ReturnType<typeof setTimeout> | undefined;

/** Ends the share that runs; its moments stay, as who ends a share from elsewhere may do so to come back for one. */
function stopRunning(ended: string): void {
  const { share } = state;
  if (!share) return;
  setState({ share: null, past: share, ended });
  for (const track of share.stream.getTracks()) track.stop();
  leaveFocus?.();
  leaveFocus = null;
  letGoLater = setTimeout(letGoOfMoments, PAST_MS);
}

/** Lets go of the moments of a share that has ended. */
export function letGoOfMoments(): void {
  clearTimeout(letGoLater);
  if (state.share) return;
  setState({ past: null, ended: '' });
  worker?.thread.terminate();
  worker = null;
}

/** After this, a screen on which nothing moves has given its frame or gives none. */
const PATIENCE_MS = 2000;

/** Takes what is shared now, at its full size. @throws ShareError */
export async function takeShared(): Promise<Incoming> {
  const { share } = state;
  if (!share) throw new ShareError('Nothing is shared any more. Share the screen again.');
  // A video asks the source for a frame where the stream has given none by itself.
  const taken = (await worker?.remote.take(PATIENCE_MS)) ?? (await freezeFrame(share.stream));
  if (!taken) throw new ShareError('The shared picture came out empty. Try again.');
  const [track] = share.stream.getVideoTracks();
  return incoming(track?.readyState === 'live' ? { ...share, ...reportOf(track) } : share, taken.blob);
}

/** Takes a moment that has passed. @throws ShareError when it is kept no longer */
export async function takeMoment(id: number): Promise<Incoming> {
  const share = state.share ?? state.past;
  const blob = (await worker?.remote.momentBlob(id)) ?? null;
  if (!share || !blob) throw new ShareError('This moment is kept no longer. Choose a later one.');
  return incoming(share, blob);
}

function incoming({ surface, label, scale }: Share, blob: Blob): Incoming {
  return { blob, name: '', source: 'screen-share', surface, label, scale };
}

/** For browsers that give no frames to a worker. */
async function freezeFrame(stream: MediaStream): Promise<{ blob: Blob } | null> {
  const video = document.createElement('video');
  video.muted = true;
  video.srcObject = stream;
  const presented = new Promise<void>((resolve) => video.requestVideoFrameCallback(() => resolve()));
  await Promise.race([
    video.play().then(() => presented),
    new Promise((resolve) => setTimeout(resolve, PATIENCE_MS)),
  ]);
  const canvas = document.createElement('canvas');
  canvas.width = video.videoWidth;
  canvas.height = video.videoHeight;
  canvas.getContext('2d')?.drawImage(video, 0, 0);
  video.srcObject = null;
  if (canvas.width === 0) return null;
  const blob = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, 'image/png'));
  return blob && { blob };
}
