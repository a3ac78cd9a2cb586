import { keepMoments, LOOK_BACK_MOMENTS, LOOK_BACK_MS, type Rest, SettlingWatch } from '@nachweis/core';
import { expose } from 'comlink';
import { FrameSampler } from './frameSamples.ts';

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
  /** which state of the screen it shows */
  state: number;
  /** a few pixels in colour: states are told apart by brightness alone */
  colours: Uint8ClampedArray;
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
const THUMB_WIDTH = 240;

const watch = new SettlingWatch();
const sampler = new FrameSampler();
let events: LookBackEvents | null = null;
let latest: VideoFrame | null = null;
/** the newest frame has not been looked at yet */
let unseen = false;
let held: Held[] = [];
let nextId = 1;
let lastLook = 0;
let looking = false;
let size: FrameInfo = { width: 0, height: 0 };
let timer: ReturnType<typeof setInterval> | undefined;
/** moments are coded one after the other, so that no more than the copies waiting hold frames of the source */
let coding: Promise<void> = Promise.resolve();
const waiting: Array<() => void> = [];

let watching = true;

/** Watches shared frames off the page, also while the page is in the background. */
const api = {
  async start(frames: ReadableStream<VideoFrame>, listener: LookBackEvents): Promise<void> {
    events = listener;
    timer = setInterval(() => void look(), LOOK_MS / 2);
    const reader = frames.getReader();
    for (;;) {
      const { done, value } = await reader.read();
      if (done) break;
      latest?.close();
      latest = value;
      unseen = true;
      for (const ready of waiting.splice(0)) ready();
      if (value.displayWidth !== size.width || value.displayHeight !== size.height) {
        size = { width: value.displayWidth, height: value.displayHeight };
        events.resized(size);
      }
      void look();
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
    const blob = await drawn(latest).convertToBlob({ type: 'image/png' });
    return { blob, width, height };
  },

  /** Whether moments are looked for; what is shown now can be taken all the same. */
  watch(on: boolean): void {
    watching = on;
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

/**
 * Looks at the newest frame, or once more at the one looked at last where none came since. The timer asks too, not only
 * the frames: the last frame of a burst comes too soon after the look before, and none may follow it for long.
 */
async function look(): Promise<void> {
  const now = performance.now();
  if (!watching || !latest || looking || now - lastLook < LOOK_MS) return;
  lastLook = now;
  // The reader closes its own as soon as the next one comes.
  const frame = latest.clone();
  const fresh = unseen;
  unseen = false;
  looking = true;
  try {
    const rests = fresh ? watch.next(await sampler.samplesOf(frame), now) : watch.again(now);
    if (!rests) return;
    const copy = frame.clone();
    const at = Date.now();
    coding = coding.then(() => keep(copy, at, rests)).catch(() => undefined);
  } finally {
    frame.close();
    looking = false;
  }
}

/**
 * Takes the frame over and closes it. A state that is kept already is not kept again, but counts as seen just now; of
 * text that is being typed the last of it is kept.
 * @param at when it had come to rest, milliseconds of Date.now()
 */
async function keep(frame: VideoFrame, at: number, { state, kind }: Rest): Promise<void> {
  try {
    const canvas = drawn(frame);
    const colours = coloursOf(canvas);
    const same = held.filter((moment) => moment.state === state);
    const before = same.find((moment) => kind === 'again' && looksLike(moment.colours, colours));
    if (before) return hold(held.map((moment) => (moment === before ? { ...before, at } : moment)));
    const blob = await canvas.convertToBlob({ type: 'image/png' });
    const thumb = await thumbOf(canvas);
    const { width, height } = canvas;
    const moment = { id: nextId++, at, width, height, bytes: blob.size, thumb, blob, state, colours };
    hold([...held.filter((m) => kind !== 'further' || m.state !== state), moment]);
  } finally {
    frame.close();
  }
}

function hold(moments: Held[]): void {
  held = keepMoments(moments, Date.now());
  const dropped = moments.length - held.length;
  // Fewer than asked for although none is too old: what drops them is the memory.
  const memoryFull =
    dropped > 0 && held.length < LOOK_BACK_MOMENTS && Date.now() - (held[0]?.at ?? 0) < 0.9 * LOOK_BACK_MS;
  events?.moments(
    // In the order in which they were first seen: none changes its place under the pointer.
    [...held].sort((a, b) => a.id - b.id).map(({ blob: _, state: _s, colours: _c, ...info }) => info),
    memoryFull,
  );
}

function drawn(frame: VideoFrame): OffscreenCanvas {
  const canvas = new OffscreenCanvas(frame.displayWidth, frame.displayHeight);
  canvas.getContext('2d', { alpha: false })?.drawImage(frame, 0, 0);
  return canvas;
}

const [COLOURS_ACROSS, COLOURS_DOWN] = [64, 36];
/** Levels by which a colour may differ, and the share of the pixels that may: something may be moving in a corner. */
const ALIKE = 10;
const UNLIKE_SHARE = 0.15;

function coloursOf(picture: OffscreenCanvas): Uint8ClampedArray {
  const canvas = new OffscreenCanvas(COLOURS_ACROSS, COLOURS_DOWN);
  const context = canvas.getContext('2d', { alpha: false, willReadFrequently: true });
  context?.drawImage(picture, 0, 0, COLOURS_ACROSS, COLOURS_DOWN);
  return context?.getImageData(0, 0, COLOURS_ACROSS, COLOURS_DOWN).data ?? new Uint8ClampedArray();
}

function looksLike(a: Uint8ClampedArray, b: Uint8ClampedArray): boolean {
  let unlike = 0;
  for (let i = 0; i < a.length; i += 4)
    if ([0, 1, 2].some((c) => Math.abs((a[i + c] as number) - (b[i + c] as number)) > ALIKE)) unlike++;
  return unlike <= (a.length / 4) * UNLIKE_SHARE;
}

function thumbOf(picture: OffscreenCanvas): Promise<Blob> {
  const height = Math.max(1, Math.round((picture.height / picture.width) * THUMB_WIDTH));
  const canvas = new OffscreenCanvas(THUMB_WIDTH, height);
  canvas.getContext('2d', { alpha: false })?.drawImage(picture, 0, 0, THUMB_WIDTH, height);
  return canvas.convertToBlob({ type: 'image/webp', quality: 0.8 });
}

expose(api);
