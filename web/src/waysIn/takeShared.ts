import type { Incoming } from './incoming.ts';
import { lookBack, reportOf } from './share.ts';
import { type Share, ShareError, shareState } from './shareState.ts';

/** After this, a screen on which nothing moves has given its frame or gives none. */
const PATIENCE_MS = 2000;

/** Takes what is shared now, at its full size. @throws ShareError */
export async function takeShared(): Promise<Incoming> {
  const { share } = shareState();
  if (!share) throw new ShareError('Nothing is shared any more. Share the screen again.');
  // A video asks the source for a frame where the stream has given none by itself.
  const taken = (await lookBack()?.take(PATIENCE_MS)) ?? (await freezeFrame(share.stream));
  if (!taken) throw new ShareError('The shared picture came out empty. Try again.');
  const [track] = share.stream.getVideoTracks();
  return incoming(track?.readyState === 'live' ? { ...share, ...reportOf(track) } : share, taken.blob);
}

/** Takes a moment that has passed. @throws ShareError when it is kept no longer */
export async function takeMoment(id: number): Promise<Incoming> {
  const share = shareState().share ?? shareState().past;
  const blob = (await lookBack()?.momentBlob(id)) ?? null;
  if (!share || !blob) throw new ShareError('This moment is kept no longer. Choose a later one.');
  return incoming(share, blob);
}

async function incoming({ surface, label, scale = 1 }: Share, taken: Blob): Promise<Incoming> {
  // Without the code that says in the picture how large its pixels are, it is taken all the same.
  const blob = await import('../pictures/resolution.ts').then(
    ({ atScale }) => atScale(taken, scale),
    () => taken,
  );
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
