/** Revolutions and the stall horn out of sound made by hand: how often right, how often sure and wrong, how often invented. */

import { seededRandom } from '../../core/src/flight/random.ts';
import { hornIn, learnHorn } from '../../core/src/recording/sound/horn.ts';
import { heardTurns } from '../../core/src/recording/sound/revolutions.ts';
import { inPieces } from '../../core/src/recording/sound/with-sound.ts';
import { drawnSound } from '../../core/src/testing/drawn-sound.ts';

const RATE_HZ = 8000;
const SOURCES = [
  { blades: 2, cylinders: 4, gearRatio: 1 },
  { blades: 3, cylinders: 6, gearRatio: 1 },
  { blades: 2, cylinders: 4, gearRatio: 2.43 },
  { blades: 2, cylinders: 6, gearRatio: 1 },
];

function turnLine(): string {
  let [seconds, near, sure, sureAndNear] = [0, 0, 0, 0];
  for (let seed = 7100; seed < 7120; seed++) {
    const source = SOURCES[seed % SOURCES.length] as (typeof SOURCES)[number];
    const random = seededRandom(seed);
    // Held for ten to thirty seconds, then another number, with an engine's time between.
    const held = Array.from({ length: 30 }, () => 900 + 1750 * random.uniform());
    const rpm = (s: number) => {
      const at = Math.min(held.length - 2, Math.floor(s / 20));
      const [from, to] = [held[at] as number, held[at + 1] as number];
      return (from + (to - from) * Math.max(0, Math.min(1, (s - 20 * at - 16) / 4))) * source.gearRatio;
    };
    const sound = drawnSound({ forS: 300, seed, rpm, ...source, overDb: 6, speech: seed % 2 === 0 });
    heardTurns(inPieces(sound, RATE_HZ, 1), RATE_HZ, source).forEach((told, s) => {
      const ok = Math.abs(told.rpm - rpm(s + 0.5)) <= 40 * source.gearRatio;
      seconds++;
      if (ok) near++;
      if (told.quality >= 0.5) sure++;
      if (ok && told.quality >= 0.5) sureAndNear++;
    });
  }
  return `revolutions at 6 dB over noise: within 40 a minute in ${near} of ${seconds} seconds (aim 95 of 100); sure in ${sure}, of these right ${sureAndNear}`;
}

function hornLine(): string {
  let [sounded, found] = [0, 0];
  let alarms = 0;
  for (let seed = 7200; seed < 7220; seed++) {
    const random = seededRandom(seed);
    const tonesHz = [1, 2, 3].map((k) => k * (500 + 37 * (seed % 18)));
    const horn = learnHorn(drawnSound({ forS: 2, seed, horn: { tonesHz, sounds: () => true } }), RATE_HZ);
    if (!horn) continue;
    const heard = (sound: Float32Array) =>
      inPieces(sound, RATE_HZ, 0.5).map((piece) => hornIn(piece, RATE_HZ, horn));
    const flight = { forS: 60, seed: seed + 1, rpm: () => 1500 + 1000 * random.uniform(), speech: true };
    const steady = flight.rpm();
    const rpm = () => steady;
    const told = heard(
      drawnSound({ ...flight, rpm, horn: { tonesHz, sounds: (s) => s % 12 >= 5 && s % 12 < 6.2 } }),
    );
    for (let k = 0; k < 5; k++) {
      sounded++;
      if ([10, 11, 12].some((piece) => (told[24 * k + piece] ?? 0) > 0.5)) found++;
    }
    // Three minutes of other tones each: an hour in all.
    const others = [300, 450, 700, 1000, 1500].map((hz) => hz * (1 + 0.1 * random.uniform()));
    const other = heard(
      drawnSound({
        ...flight,
        forS: 180,
        rpm,
        horn: { tonesHz: others.slice(seed % 3, 2 + (seed % 3)), sounds: (s) => s % 4 < 2 },
      }),
    );
    alarms += other.filter((value) => value > 0.5).length;
  }
  return `horn: ${found} of ${sounded} soundings found (aim 95 of 100), ${alarms} half seconds of other tones in an hour taken for it (aim none)`;
}

export const soundLines = (): string[] => [turnLine(), hornLine()];
