/** How much louder each frequency of a second of sound is than its surroundings. */
import FFT from 'fft.js';
import { median } from '../../units/numbers.ts';

export interface Spectrum {
  /** Hertz from one value to the next. */
  stepHz: number;
  /** Nepers above the middle of what lies about it: a hum stands out, wind and hiss do not. */
  above: Float64Array;
}

/** A hum is told from what lies so far to either side of it. */
const ABOUT_HZ = 45;

const transforms = new Map<number, FFT>();
const transformOf = (size: number): FFT => {
  const known = transforms.get(size) ?? new FFT(size);
  transforms.set(size, known);
  return known;
};

/**
 * @param samples about a second of one channel, −1 to 1
 * @param toHz nothing above it is wanted
 */
export function spectrumOf(samples: ArrayLike<number>, rateHz: number, toHz: number): Spectrum {
  const size = 2 ** Math.ceil(Math.log2(Math.max(samples.length, 64)));
  const fft = transformOf(size);
  const windowed = new Float64Array(size);
  for (let i = 0; i < samples.length; i++)
    windowed[i] = samples[i] * (0.5 - 0.5 * Math.cos((2 * Math.PI * i) / samples.length));
  const out = fft.createComplexArray();
  fft.realTransform(out, windowed);
  const stepHz = rateHz / size;
  const count = Math.min(size / 2, Math.floor(toHz / stepHz));
  const level = Float64Array.from(
    { length: count },
    (_, i) => 0.5 * Math.log(out[2 * i] ** 2 + out[2 * i + 1] ** 2 + 1e-12),
  );
  const half = Math.round(ABOUT_HZ / stepHz);
  // The middle moves slowly: it is looked up at every few values and taken for those between.
  const every = Math.max(1, Math.round(8 / stepHz));
  const above = new Float64Array(count);
  let middle = 0;
  for (let i = 0; i < count; i++) {
    if (i % every === 0) middle = median(level.subarray(Math.max(0, i - half), Math.min(count, i + half)));
    above[i] = level[i] - middle;
  }
  return { stepHz, above };
}

/** At a frequency, the loudest within a little of it. */
export function aboveAt({ stepHz, above }: Spectrum, hz: number, withinHz: number): number {
  const [from, to] = [Math.floor((hz - withinHz) / stepHz), Math.ceil((hz + withinHz) / stepHz)];
  let most = Number.NEGATIVE_INFINITY;
  for (let i = Math.max(0, from); i <= to && i < above.length; i++) if (above[i] > most) most = above[i];
  return most;
}
