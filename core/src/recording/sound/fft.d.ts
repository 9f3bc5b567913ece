declare module 'fft.js' {
  /** A transform of real samples; its spectrum is real and imaginary parts in turn. */
  export default class FFT {
    constructor(size: number);
    createComplexArray(): number[];
    realTransform(output: number[], input: ArrayLike<number>): void;
  }
}
