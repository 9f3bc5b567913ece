/** Sound made by hand: a hum with its multiples over noise, a horn of several tones, speech that comes and goes. */
import { seededRandom } from '../flight/random.ts';

interface DrawnSound {
  rateHz?: number;
  forS: number;
  seed?: number;
  /** Turns of the engine a minute. */
  rpm?: (s: number) => number;
  blades?: number;
  cylinders?: number;
  gearRatio?: number;
  /** Of the hum over the noise, dB. */
  overDb?: number;
  /** Tones, Hz, while it sounds. */
  horn?: { tonesHz: readonly number[]; sounds: (s: number) => boolean };
  /** Syllables of a voice between 120 and 900 Hz. */
  speech?: boolean;
}

const HARMONICS = 6;

export function drawnSound(drawn: DrawnSound): Float32Array {
  const { rateHz = 8000, forS, seed = 1, rpm, blades = 2, cylinders = 4, gearRatio = 1, overDb = 6 } = drawn;
  const random = seededRandom(seed);
  const out = new Float32Array(Math.round(forS * rateHz));
  const noise = 0.05;
  // Each comb of half of its harmonics' power: together so many dB over the noise.
  const strength = noise * 10 ** (overDb / 20);
  const falls = Array.from({ length: HARMONICS }, (_, k) => 1 / (k + 1));
  const whole = Math.sqrt(falls.reduce((sum, f) => sum + f * f, 0));
  const phases = falls.map(() => [2 * Math.PI * random.uniform(), 2 * Math.PI * random.uniform()] as const);
  let [blade, firing] = [0, 0];
  let pitch = 160;
  for (let i = 0; i < out.length; i++) {
    const s = i / rateHz;
    let value = noise * random.gaussian();
    if (rpm) {
      const turns = rpm(s) / 60;
      blade += (2 * Math.PI * (turns / gearRatio) * blades) / rateHz;
      firing += (Math.PI * turns * cylinders) / rateHz;
      falls.forEach((fall, k) => {
        const [a, b] = phases[k];
        value +=
          ((strength * fall) / whole) * (Math.sin((k + 1) * blade + a) + Math.sin((k + 1) * firing + b));
      });
    }
    if (drawn.horn?.sounds(s))
      for (const hz of drawn.horn.tonesHz) value += 0.05 * Math.sin(2 * Math.PI * hz * s);
    if (drawn.speech) {
      if (i % Math.round(rateHz / 5) === 0) pitch = 110 + 120 * random.uniform();
      const syllable = Math.max(0, Math.sin(2 * Math.PI * 2.3 * s));
      for (let k = 1; k <= 5; k++) value += (0.05 / k) * syllable * Math.sin(2 * Math.PI * k * pitch * s);
    }
    out[i] = value;
  }
  return out;
}
