import type { Samples } from '@nachweis/core';

/** Every fourth pixel of every fourth row is compared: a line of text changes hundreds of them. */
const SAMPLE_EVERY = 4;
/** Rows of a frame that lies in memory are read in a few milliseconds; where each is fetched from elsewhere, it is slow. */
const SLOW_MS = 40;

interface Layout {
  /** bytes from pixel to pixel */
  step: number;
  /** where a pixel's red, green and blue are; the first plane of the others is luma already */
  colours?: readonly [number, number, number];
  /** rows that have to be copied at once: halved colours must begin and end on a whole sample */
  rows: number;
}

const LAYOUTS: Readonly<Record<string, Layout>> = {
  BGRX: { step: 4, colours: [2, 1, 0], rows: 1 },
  BGRA: { step: 4, colours: [2, 1, 0], rows: 1 },
  RGBX: { step: 4, colours: [0, 1, 2], rows: 1 },
  RGBA: { step: 4, colours: [0, 1, 2], rows: 1 },
  I420: { step: 1, rows: 2 },
  NV12: { step: 1, rows: 2 },
};

/** Brightness with the weights of ITU-R BT.601, in 256ths, so that a change of colour alone counts too. */
const luma = (red: number, green: number, blue: number): number => (77 * red + 150 * green + 29 * blue) >> 8;

/**
 * Reads a grid of brightness from frames. Only the rows of the grid are copied, which takes a quarter to an eighth of the time of
 * drawing the frame smaller; where the format is none of the known ones or copying rows proves slow, it is drawn.
 */
export class FrameSampler {
  private copies = true;
  private row = new Uint8Array();
  private readonly canvas = new OffscreenCanvas(1, 1);
  private readonly context = this.canvas.getContext('2d', { willReadFrequently: true, alpha: false });

  /** @returns one byte per sample, floor(width / 4) * floor(height / 4) of them */
  async samplesOf(frame: VideoFrame): Promise<Samples> {
    const layout = LAYOUTS[frame.format ?? ''];
    if (this.copies && layout) {
      const start = performance.now();
      try {
        return await this.copied(frame, layout);
      } catch {
        this.copies = false;
      } finally {
        if (performance.now() - start > SLOW_MS) this.copies = false;
      }
    }
    return this.drawn(frame);
  }

  private async copied(frame: VideoFrame, { step, colours, rows }: Layout): Promise<Samples> {
    const { x, y, width, height } = frame.visibleRect ?? { x: 0, y: 0, width: 0, height: 0 };
    const across = Math.floor(width / SAMPLE_EVERY);
    const down = Math.floor(height / SAMPLE_EVERY);
    const part = { x, width: across * SAMPLE_EVERY, height: rows };
    const bytes = frame.allocationSize({ rect: { ...part, y } });
    if (this.row.length !== bytes) this.row = new Uint8Array(bytes);
    const samples = new Uint8Array(across * down);
    for (let row = 0; row < down; row++) {
      const [plane] = await frame.copyTo(this.row, { rect: { ...part, y: y + row * SAMPLE_EVERY } });
      const from = plane?.offset ?? 0;
      for (let column = 0; column < across; column++)
        samples[row * across + column] = valueAt(this.row, from + column * SAMPLE_EVERY * step, colours);
    }
    return { across, values: samples };
  }

  /** Nearest and not averaged, so that thin lines count in full. */
  private drawn(frame: VideoFrame): Samples {
    const width = Math.max(1, Math.floor(frame.displayWidth / SAMPLE_EVERY));
    const height = Math.max(1, Math.floor(frame.displayHeight / SAMPLE_EVERY));
    if (this.canvas.width !== width || this.canvas.height !== height) {
      this.canvas.width = width;
      this.canvas.height = height;
    }
    if (!this.context) return { across: 1, values: new Uint8Array() };
    this.context.imageSmoothingEnabled = false;
    this.context.drawImage(frame, 0, 0, width, height);
    const { data } = this.context.getImageData(0, 0, width, height);
    const samples = new Uint8Array(width * height);
    for (let i = 0; i < samples.length; i++) samples[i] = valueAt(data, i * 4, [0, 1, 2]);
    return { across: width, values: samples };
  }
}

function valueAt(
  data: Uint8Array | Uint8ClampedArray,
  at: number,
  colours: readonly [number, number, number] | undefined,
): number {
  if (!colours) return data[at] as number;
  const [red, green, blue] = colours;
  return luma(data[at + red] as number, data[at + green] as number, data[at + blue] as number);
}
