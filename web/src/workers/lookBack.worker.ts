import { keepMoments, LOOK_BACK_MOMENTS, LOOK_BACK_MS, SettlingWatch } from '@nachweis/core';
import { expose } from 'comlink';

/** A moment that can be taken afterwards. */
export interface MomentInfo {
  id: number;
  /** milliseconds of Date.now() */
  at: number;
  width: number;
  height: number;
  bytes: number;
  /** small picture for the strip */
  thumb: Blob;
}

interface Held extends MomentInfo {
  blob: Blob;
}

export interface FrameInfo {
  width: number;
  height: number;
}

export interface LookBackEvents {
  moments(moments: MomentInfo[], memoryFull: boolean): void;
  /** the size of what is shared is another one now */
  resized(size: FrameInfo): void;
}

/** Frames are looked at this often at most: five times a second finds everything that rests for a second. */
const LOOK_MS = 200;
/** Every fourth pixel of every fourth row is compared: a line of text changes hundreds of them. */
const SAMPLE_EVERY = 4;
const THUMB_WIDTH = 240;

const watch = new SettlingWatch();
let events: LookBackEvents | null = null;
let latest: VideoFrame | null = null;
let held: Held[] = [];
let nextId = 1;
let lastLook = 0;
let size: FrameInfo = { width: 0, height: 0 };
let timer: ReturnType<typeof setInterval> | undefined;
const waiting: Array<() => void> = [];

/** Watches shared frames off the page, also while the page is in the background. */
const api = {
  async start(frames: ReadableStream<VideoFrame>, listener: LookBackEvents): Promise<void> {
    events = listener;
    timer = setInterval(idle, LOOK_MS);
    const reader = frames.getReader();
    for (;;) {
      const { done, value } = await reader.read();
      if (done) break;
      latest?.close();
      latest = value;
      for (const ready of waiting.splice(0)) ready();
      if (value.displayWidth !== size.width || value.displayHeight !== size.height) {
        size = { width: value.displayWidth, height: value.displayHeight };
        events.resized(size);
      }
      const now = performance.now();
      if (now - lastLook < LOOK_MS) continue;
      lastLook = now;
      if (watch.next(samplesOf(value), now)) await keep(value);
    }
    clearInterval(timer);
  },

  /** The newest frame, as a PNG. @returns null when none came within the time given */
  async take(patienceMs: number): Promise<{ blob: Blob; width: number; height: number } | null> {
    if (!latest) {
      await Promise.race([
        new Promise<void>((resolve) => waiting.push(resolve)),
        new Promise((resolve) => setTimeout(resolve, patienceMs)),
      ]);
    }
    if (!latest) return null;
    const { displayWidth: width, displayHeight: height } = latest;
    return { blob: await encode(latest), width, height };
  },

  momentBlob(id: number): Blob | null {
    return held.find((moment) => moment.id === id)?.blob ?? null;
  },

  stop(): void {
    clearInterval(timer);
    latest?.close();
    latest = null;
    held = [];
  },
};

export type LookBackWorker = typeof api;

function idle(): void {
  const now = performance.now();
  if (!latest || now - lastLook < LOOK_MS) return;
  lastLook = now;
  if (watch.again(now)) void keep(latest);
}

const small = new OffscreenCanvas(1, 1);
const smallContext = small.getContext('2d', { willReadFrequently: true, alpha: false });

/** Green of every fourth pixel of every fourth row; nearest and not averaged, so that thin lines count in full. */
function samplesOf(frame: VideoFrame): Uint8Array {
  const width = Math.max(1, Math.floor(frame.displayWidth / SAMPLE_EVERY));
  const height = Math.max(1, Math.floor(frame.displayHeight / SAMPLE_EVERY));
  if (small.width !== width || small.height !== height) {
    small.width = width;
    small.height = height;
  }
  if (!smallContext) return new Uint8Array();
  smallContext.imageSmoothingEnabled = false;
  smallContext.drawImage(frame, 0, 0, width, height);
  const { data } = smallContext.getImageData(0, 0, width, height);
  const samples = new Uint8Array(width * height);
  for (let i = 0; i < samples.length; i++) samples[i] = data[i * 4 + 1] as number;
  return samples;
}

async function keep(frame: VideoFrame): Promise<void> {
  const copy = frame.clone();
  try {
    const blob = await encode(copy);
    const thumb = await thumbOf(copy);
    const { displayWidth: width, displayHeight: height } = copy;
    const moment = { id: nextId++, at: Date.now(), width, height, bytes: blob.size, thumb, blob };
    const before = held.length + 1;
    held = keepMoments([...held, moment], Date.now());
    const dropped = before - held.length;
    // Fewer than asked for although none is too old: what drops them is the memory.
    const memoryFull =
      dropped > 0 && held.length < LOOK_BACK_MOMENTS && Date.now() - (held[0]?.at ?? 0) < 0.9 * LOOK_BACK_MS;
    events?.moments(
      held.map(({ blob: _, ...info }) => info),
      memoryFull,
    );
  } finally {
    copy.close();
  }
}

async function encode(frame: VideoFrame): Promise<Blob> {
  const canvas = new OffscreenCanvas(frame.displayWidth, frame.displayHeight);
  canvas.getContext('2d', { alpha: false })?.drawImage(frame, 0, 0);
  return canvas.convertToBlob({ type: 'image/png' });
}

function thumbOf(frame: VideoFrame): Promise<Blob> {
  const height = Math.max(1, Math.round((frame.displayHeight / frame.displayWidth) * THUMB_WIDTH));
  const canvas = new OffscreenCanvas(THUMB_WIDTH, height);
  canvas.getContext('2d', { alpha: false })?.drawImage(frame, 0, 0, THUMB_WIDTH, height);
  return canvas.convertToBlob({ type: 'image/webp', quality: 0.8 });
}

expose(api);
