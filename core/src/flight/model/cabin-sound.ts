/** What a microphone in the cabin hears: the propeller's and the engine's hum over noise, and the stall horn. */
import { seededRandom } from '../random.ts';
import { type Flight, STEP_HZ } from './flight.ts';
import { warningSounds } from './instruments.ts';

interface CabinSoundOptions {
  seed?: number;
  blades?: number;
  cylinders?: number;
  /** Of the hum over the noise, dB. */
  overDb?: number;
}

export const SOUND_HZ = 6000;
/** A usual horn, with its multiples. */
const HORN_HZ = [870, 1740, 2610] as const;
const NOISE = 0.06;
const HARMONICS = 6;
const HORN_TEST_S = 2;

export function cabinSound(options: CabinSoundOptions = {}) {
  const { seed = 1, blades = 2, cylinders = 4, overDb = 6 } = options;
  const random = seededRandom(seed ^ 0x50d0);
  const samples: number[] = [];
  const whole = Math.sqrt(
    Array.from({ length: HARMONICS }, (_, k) => 1 / (k + 1) ** 2).reduce((a, b) => a + b),
  );
  const strength = (NOISE * 10 ** (overDb / 20)) / whole;
  const each = SOUND_HZ / STEP_HZ;
  let [blade, firing, horn] = [0, 0, 0];
  const sample = (turnsHz: number, gearRatio: number, sounds: boolean) => {
    blade += (2 * Math.PI * turnsHz * blades) / SOUND_HZ;
    firing += (Math.PI * turnsHz * gearRatio * cylinders) / SOUND_HZ;
    horn += (2 * Math.PI) / SOUND_HZ;
    let value = NOISE * random.gaussian();
    if (turnsHz > 1)
      for (let k = 1; k <= HARMONICS; k++)
        value += (strength / k) * (Math.sin(k * blade) + Math.sin(k * firing + k));
    if (sounds) for (const hz of HORN_HZ) value += NOISE * Math.sin(hz * horn);
    return value;
  };
  return {
    keep(flight: Flight): void {
      const { gearRatio } = flight.airframe.model.engine;
      const sounds = warningSounds(flight);
      for (let i = 0; i < each; i++) samples.push(sample(flight.state.turns, gearRatio, sounds));
    },
    samples: () => Float32Array.from(samples),
    /** The preflight test of the horn, the engine still. */
    hornTest: () => Float32Array.from({ length: HORN_TEST_S * SOUND_HZ }, () => sample(0, 1, true)),
  };
}
