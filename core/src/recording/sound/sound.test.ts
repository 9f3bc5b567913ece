/** Sound made by hand: N revolutions a minute hum at N·B/60 and N·C/120; a horn that was learned is known again, and nothing else is. */
import { drawnSound } from '../../testing/drawn-sound.ts';
import { hornIn, learnHorn } from './horn.ts';
import { soundListener } from './listener.ts';
import { heardTurns, type SoundSource } from './revolutions.ts';
import { inPieces, withSound } from './with-sound.ts';

const RATE_HZ = 8000;
const FOR_S = 60;
/** Run-up, full throttle, cruise, back to slow flight. */
const rpm = (s: number) =>
  s < 10 ? 1800 : s < 15 ? 1800 + 110 * (s - 10) : s < 30 ? 2350 : s < 40 ? 2350 - 45 * (s - 30) : 1900;

function within(source: SoundSource, overDb: number, speech = false) {
  const { gearRatio } = source;
  const turns = (s: number) => rpm(s) * gearRatio;
  const sound = drawnSound({ forS: FOR_S, rpm: turns, ...source, overDb, speech, seed: 3 });
  const heard = heardTurns(inPieces(sound, RATE_HZ, 1), RATE_HZ, source);
  const off = heard.map(({ rpm: told, quality }, s) => ({ off: Math.abs(told - turns(s + 0.5)), quality }));
  return {
    near: off.filter((one) => one.off <= 40 * gearRatio).length / off.length,
    sureButWrong: off.filter((one) => one.off > 40 * gearRatio && one.quality >= 0.5).length / off.length,
    unsure: off.filter((one) => one.quality < 0.5).length / off.length,
  };
}

test.each([
  ['two blades, four cylinders', { blades: 2, cylinders: 4, gearRatio: 1 }],
  ['three blades, six cylinders', { blades: 3, cylinders: 6, gearRatio: 1 }],
  ['two blades, geared', { blades: 2, cylinders: 4, gearRatio: 2.4 }],
] as const)(
  '%s: within 40 a minute in 95 of 100 seconds at 6 dB over noise, under speech too',
  (_, source) => {
    for (const speech of [false, true]) {
      const { near, sureButWrong, unsure } = within(source, 6, speech);
      expect(near).toBeGreaterThanOrEqual(0.95);
      expect(sureButWrong).toBeLessThanOrEqual(0.05);
      expect(unsure).toBeLessThanOrEqual(0.2);
    }
  },
);

test('where nothing hums nothing is sure', () => {
  const sound = drawnSound({ forS: 30, seed: 5, speech: true });
  const heard = heardTurns(inPieces(sound, RATE_HZ, 1), RATE_HZ);
  expect(heard.filter(({ quality }) => quality >= 0.5).length).toBeLessThanOrEqual(2);
});

describe('the stall horn', () => {
  const TONES = [870, 1740, 2610];
  const horn = learnHorn(
    drawnSound({ forS: 2, seed: 7, horn: { tonesHz: TONES, sounds: () => true } }),
    RATE_HZ,
  )!;
  const heardAt = (sound: Float32Array) =>
    inPieces(sound, RATE_HZ, 0.5).map((piece) => hornIn(piece, RATE_HZ, horn));

  test('is learned by its tones; of silence nothing is learned', () => {
    expect(horn.tonesHz.map((hz) => Math.round(hz)).sort((a, b) => a - b)).toEqual(
      TONES.map((hz) => expect.closeTo(hz, -1)),
    );
    expect(learnHorn(drawnSound({ forS: 2, seed: 8 }), RATE_HZ)).toBeUndefined();
  });

  test('a second of it is found over engine and speech, and no other tone is it', () => {
    const flight = { forS: 40, seed: 9, rpm: () => 2100, speech: true };
    const sounded = heardAt(
      drawnSound({ ...flight, horn: { tonesHz: TONES, sounds: (s) => s % 10 >= 4 && s % 10 < 5 } }),
    );
    for (const s of [4, 14, 24, 34])
      expect(Math.max(sounded[2 * s] ?? 0, sounded[2 * s + 1] ?? 0)).toBeGreaterThan(0.5);
    expect(sounded.filter((value, i) => value > 0.5 && ![8, 9].includes(i % 20))).toEqual([]);
    for (const tonesHz of [[440, 880, 1320], [1000], [2610, 3000], [900, 1800, 2700]])
      expect(
        heardAt(drawnSound({ ...flight, horn: { tonesHz, sounds: () => true } })).filter(
          (value) => value > 0.5,
        ),
      ).toEqual([]);
  });
});

test('a recording without revolutions has those that were heard; recorded ones stay, and silence of the horn is no silence', () => {
  const samples = drawnSound({
    forS: 20,
    rpm: () => 2300,
    seed: 4,
    overDb: 9,
    horn: { tonesHz: [870, 1740, 2610], sounds: (s) => s > 10 },
  });
  const sound = { rateHz: RATE_HZ, samples };
  const timeS = Float64Array.from({ length: 25 }, (_, i) => i + 0.2);
  const silent = { header: {}, timeS, channels: {}, warnings: [] };
  const horn = { tonesHz: [870, 1740, 2610] };
  const { rpm: turns, stall_warn: warned } = withSound(silent, sound, undefined, horn).channels;
  expect(
    Array.from(turns?.subarray(0, 20) ?? []).filter((value) => Math.abs(value - 2300) < 15).length,
  ).toBeGreaterThanOrEqual(18);
  expect(turns?.[24]).toBeNaN();
  expect(warned?.[5]).toBeNaN();
  expect(warned?.[15]).toBe(1);
  const recorded = { ...silent, channels: { rpm: timeS.map(() => 1000) } };
  expect(withSound(recorded, sound, undefined).channels.rpm?.[3]).toBe(1000);
  expect(
    withSound(silent, { rateHz: RATE_HZ, samples: drawnSound({ forS: 20, seed: 5 }) }, undefined).channels
      .rpm,
  ).toBeUndefined();
});

test('heard second by second as it comes: the same revolutions, and the horn where it was learned', () => {
  const source = { blades: 2, cylinders: 4, gearRatio: 1 };
  const tonesHz = [870, 1740, 2610];
  const sounds = (s: number) => s >= 20 && s < 22;
  const sound = drawnSound({ forS: FOR_S, rpm, overDb: 6, seed: 11, horn: { tonesHz, sounds } });
  const pieces = inPieces(sound, RATE_HZ, 1);
  const hear = soundListener(RATE_HZ, { source, horn: { tonesHz } });
  const heard = pieces.map((second) => hear(second));
  const near = heard.filter((one, s) => one.quality >= 0.5 && Math.abs(one.rpm - rpm(s + 0.5)) <= 40);
  expect(near.length).toBeGreaterThanOrEqual(0.9 * FOR_S);
  expect(heard.flatMap((one, s) => ((one.horn ?? 0) > 0.5 ? [s] : []))).toEqual([20, 21]);
  const deaf = soundListener(RATE_HZ, { source, horn: null });
  expect(deaf(pieces[20]).horn).toBeNull();
});
