declare module 'fft.js' {
  /** Fast Fourier transform of a power-of-two size; complex arrays are interleaved. */
  export default class FFT {
    constructor(size: number);
    createComplexArray(): number[];
    realTransform(out: number[], input: ArrayLike<number>): void;
  }
}
