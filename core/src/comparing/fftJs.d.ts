declare module 'fft.js' {
  /** Discrete Fourier transform of complex numbers, real and imaginary parts in turns; the size is a power of two. */
  export default class FFT {
    constructor(size: number);
    transform(out: Float64Array, data: Float64Array): void;
    inverseTransform(out: Float64Array, data: Float64Array): void;
  }
}
