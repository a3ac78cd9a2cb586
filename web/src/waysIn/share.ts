import type { Surface } from '@nachweis/contract';
import { proxy, type Remote, transfer, wrap } from 'comlink';
import { toast } from '../ui/notices.ts';
import type { LookBackWorker, MomentInfo } from '../workers/lookBack.worker.ts';
import { changeShare, type Share, ShareError, setShareState, shareState } from './shareState.ts';

/** What is asked of the browser when a share begins; it may offer something else, and the person chooses. */
export interface ShareWishes {
  surface: 'any' | 'display' | 'window' | 'tab';
  pointer: boolean;
}

let worker: { remote: Remote<LookBackWorker>; thread: Worker } | null = null;
let leaveFocus: (() => void) | null = null;

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
  setShareState({
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
      pageInSight: false,
    },
  });
  track.addEventListener('ended', () => {
    if (shareState().share?.stream !== stream) return;
    const what = shareState().share?.surface === 'window' ? 'The window was closed, or sharing' : 'Sharing';
    stopRunning(`${what} was ended outside Nachweis. Pictures taken are safe; share again to take more.`);
  });
  watchFrames(track);
  return true;
}

/** What the browser says of a share; it may offer to go on with another surface in the same share. */
export function reportOf(track: MediaStreamTrack): Pick<Share, 'surface' | 'label' | 'scale' | 'pointer'> {
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
      changeShare({ moments, memoryFull: memoryFull || (shareState().share?.memoryFull ?? false) }),
    resized: ({ width, height }: { width: number; height: number }) => {
      const before = shareState().share;
      const resized =
        before !== null && before.width > 0 && (before.width !== width || before.height !== height);
      changeShare({ ...reportOf(track), width, height, resized: resized && before.moments.length > 0 });
    },
  });
  void remote.start(transfer(readable, [readable]), listener);
  if (shareState().share?.surface === 'display') leaveFocus = watchWhileAway(remote);
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
  const { share } = shareState();
  if (!share) return;
  setShareState({ share: null, past: share, ended });
  for (const track of share.stream.getTracks()) track.stop();
  leaveFocus?.();
  leaveFocus = null;
  letGoLater = setTimeout(letGoOfMoments, PAST_MS);
}

/** Lets go of the moments of a share that has ended. */
export function letGoOfMoments(): void {
  clearTimeout(letGoLater);
  if (shareState().share) return;
  setShareState({ past: null, ended: '' });
  worker?.thread.terminate();
  worker = null;
}

/** What keeps the frames of the share, where the browser gives any. */
export const lookBack = (): Remote<LookBackWorker> | null => worker?.remote ?? null;
