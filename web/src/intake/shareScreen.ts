import type { Surface } from '@nachweis/contract';
import type { Incoming } from './incoming.ts';

/** Why no frame could be had; the message is shown. */
export class ShareError extends Error {}

/** After this, the frame the video holds is taken even if the browser did not announce it. */
const PATIENCE_MS = 1500;

const SURFACES: Readonly<Record<string, Surface>> = { monitor: 'display', window: 'window', browser: 'tab' };

/**
 * Asks the browser to share a display, window or tab, grabs one frame and stops sharing.
 * @returns null when the person changed their mind
 * @throws ShareError
 */
export async function shareScreen(): Promise<Incoming | null> {
  if (!navigator.mediaDevices?.getDisplayMedia) {
    throw new ShareError(
      'This browser cannot share the screen here. Take the picture with your system’s own keys, then paste it.',
    );
  }
  let stream: MediaStream;
  try {
    stream = await navigator.mediaDevices.getDisplayMedia({ video: true, audio: false });
  } catch (error) {
    if (error instanceof DOMException && error.name === 'NotAllowedError') return null;
    throw new ShareError(
      'The screen could not be shared. Take the picture with your system’s own keys, then paste it.',
    );
  }
  const [track] = stream.getVideoTracks();
  try {
    if (!track)
      throw new ShareError('The browser shared no picture. Try again and choose a display or a window.');
    const surface = SURFACES[track.getSettings().displaySurface ?? ''] ?? 'unknown';
    return { blob: await freezeFrame(stream), name: '', source: 'screen-share', surface };
  } finally {
    for (const one of stream.getTracks()) one.stop();
  }
}

/** The next frame of a stream at its full size, as a PNG. */
async function freezeFrame(stream: MediaStream): Promise<Blob> {
  const video = document.createElement('video');
  video.muted = true;
  video.srcObject = stream;
  // Asked for before playing: a screen on which nothing moves may give this one frame and no other.
  const presented = new Promise<void>((resolve) => video.requestVideoFrameCallback(() => resolve()));
  await video.play();
  await Promise.race([presented, new Promise((resolve) => setTimeout(resolve, PATIENCE_MS))]);
  const canvas = new OffscreenCanvas(video.videoWidth, video.videoHeight);
  const context = canvas.getContext('2d');
  if (!context || canvas.width === 0) throw new ShareError('The shared picture came out empty. Try again.');
  context.drawImage(video, 0, 0);
  video.srcObject = null;
  return canvas.convertToBlob({ type: 'image/png' });
}
