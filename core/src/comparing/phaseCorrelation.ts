import FFT from 'fft.js';

/** A square of complex numbers, row by row, real and imaginary parts in turns. */
type Square = Float64Array;

/** How far one picture has to be moved to lie on another, in pixels of what was compared. */
export interface Shift {
  dx: number;
  dy: number;
  /** height of the peak, 0 to 1: 1 for a picture and itself */
  peak: number;
  /** the next highest place that is not beside it, as a share of the peak */
  rival: number;
}

/** Transforms squares of one size, which is a power of two. */
export class PhaseCorrelation {
  private readonly fft: FFT;
  private readonly line: Float64Array;
  private readonly result: Float64Array;

  constructor(readonly size: number) {
    this.fft = new FFT(size);
    this.line = new Float64Array(size * 2);
    this.result = new Float64Array(size * 2);
  }

  /** The transform of a picture of one level for each pixel; what lies beyond it counts as 0. */
  spectrumOf(levels: Float32Array, width: number, height: number): Square {
    const { size } = this;
    const square = new Float64Array(size * size * 2);
    const columns = Math.min(width, size);
    const rows = Math.min(height, size);
    for (let y = 0; y < rows; y++)
      for (let x = 0; x < columns; x++) square[(y * size + x) * 2] = levels[y * width + x] as number;
    this.transform(square, false, rows);
    return square;
  }

  /**
   * How far the second has to be moved to lie on the first: the cross-power spectrum without its magnitudes, turned
   * back, peaks there (Kuglin and Hines 1975).
   */
  shiftOf(first: Square, second: Square): Shift {
    const { size } = this;
    const cross = new Float64Array(first.length);
    for (let i = 0; i < cross.length; i += 2) {
      const a = first[i] as number;
      const b = first[i + 1] as number;
      const c = second[i] as number;
      const d = second[i + 1] as number;
      const real = a * c + b * d;
      const imaginary = b * c - a * d;
      // Math.hypot takes several times as long as all the rest of it.
      const long = Math.sqrt(real * real + imaginary * imaginary) || 1;
      cross[i] = real / long;
      cross[i + 1] = imaginary / long;
    }
    this.transform(cross, true, size);
    let highest = 0;
    for (let i = 2; i < cross.length; i += 2)
      if ((cross[i] as number) > (cross[highest] as number)) highest = i;
    const peak = cross[highest] as number;
    const peakX = (highest / 2) % size;
    const peakY = Math.floor(highest / 2 / size);
    let rival = 0;
    const apart = (a: number, b: number) => Math.min(Math.abs(a - b), size - Math.abs(a - b));
    for (let y = 0; y < size; y++) {
      const besideY = apart(y, peakY) <= BESIDE;
      for (let x = 0; x < size; x++) {
        const value = cross[(y * size + x) * 2] as number;
        if (value > rival && !(besideY && apart(x, peakX) <= BESIDE)) rival = value;
      }
    }
    const signed = (place: number) => (place > size / 2 ? place - size : place);
    return { dx: signed(peakX), dy: signed(peakY), peak, rival: peak > 0 ? rival / peak : 1 };
  }

  /** @param rows from the first on, that hold more than zeros */
  private transform(square: Square, back: boolean, rows: number): void {
    const { size, line, result } = this;
    const run = (start: number, step: number) => {
      for (let i = 0; i < size; i++) {
        line[i * 2] = square[start + i * step] as number;
        line[i * 2 + 1] = square[start + i * step + 1] as number;
      }
      if (back) this.fft.inverseTransform(result, line);
      else this.fft.transform(result, line);
      for (let i = 0; i < size; i++) {
        square[start + i * step] = result[i * 2] as number;
        square[start + i * step + 1] = result[i * 2 + 1] as number;
      }
    };
    for (let y = 0; y < rows; y++) run(y * size * 2, 2);
    for (let x = 0; x < size; x++) run(x * 2, size * 2);
  }
}

/** A peak between two pixels is seen in both. */
const BESIDE = 2;
