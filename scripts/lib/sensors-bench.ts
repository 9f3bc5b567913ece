/**
 * Lessons recorded twice in the same flight, by everything the model knows and by a phone in the airplane: what the phone's log
 * is worked into is held against the other. Seeds that no rule was made on; four airplanes, ten ways round, both signs of
 * gravity, a minute that was not recorded in every third.
 */
import {
  type AttemptScore,
  findStandard,
  fleet,
  flyTemplate,
  phone,
  type Recording,
  readRecording,
  scoreRecording,
  type TargetCard,
  type Turbulence,
} from '@keel/core';

const GROUND_FT = 1900;
const GAP_S = [1500, 1560] as const;

interface Twice {
  lesson: string;
  full: Recording;
  sensed: Recording;
  cards: TargetCard[];
  airplane: (typeof fleet)[number];
  tookS: number;
}

function flownTwice(lesson: string, seed: number, turbulence: Turbulence = 'light'): Twice {
  const airplane = fleet[seed % fleet.length] as (typeof fleet)[number];
  const sign = seed % 2 === 0 ? 1 : -1;
  const device = phone({
    seed,
    gravitySign: sign,
    signSaid: seed % 5 === 0 ? 'unknown' : sign > 0 ? '+1' : '-1',
    ...(seed % 3 === 0 && { gapsS: [GAP_S] }),
  });
  const { recording: full, cards } = flyTemplate({
    airplane,
    seed,
    template: lesson,
    apron: true,
    turbulence,
    // Into wind, more or less: who lands with it goes round until the fuel ends.
    windFromDeg: 180 + ((seed * 67) % 120),
    windKt: 5 + (seed % 4) * 4,
    recorder: { rateHz: 10, also: device.keep },
  });
  const text = device.text();
  const began = performance.now();
  const sensed = readRecording(text);
  return { lesson, full, sensed, cards, airplane, tookS: (performance.now() - began) / 1000 };
}

type Angle = 'bank_deg' | 'pitch_deg';
const around = (deg: number) => ((((deg + 180) % 360) + 360) % 360) - 180;

/** What each row was off by, and what it said of itself; in some spans alone. */
function offBy(
  { full, sensed }: Twice,
  name: Angle,
  spans: readonly { startS: number; endS: number }[] | null,
): { off: number; said: number }[] {
  const [values, errors, truth] = [sensed.channels[name], sensed.errors?.[name], full.channels[name]];
  if (!values || !errors || !truth) return [];
  const rows = [...values].flatMap((value, i) => {
    const s = sensed.timeS[i] as number;
    const row = Math.round(10 * s);
    const inside = spans === null || spans.some(({ startS, endS }) => s >= startS && s <= endS);
    const was = truth[row];
    return Number.isNaN(value) || was === undefined || !inside
      ? []
      : [{ off: around(value - was), said: errors[i] as number }];
  });
  if (name === 'bank_deg') return rows;
  // Pitch is counted from cruise: what is the same everywhere is no error.
  const mean = rows.reduce((sum, { off }) => sum + off, 0) / rows.length;
  return rows.map(({ off, said }) => ({ off: off - mean, said }));
}

const at95 = (rows: readonly { off: number }[]): string => {
  const sorted = rows.map(({ off }) => Math.abs(off)).sort((a, b) => a - b);
  return sorted.length === 0 ? 'none' : (sorted[Math.floor(0.95 * sorted.length)] as number).toFixed(1);
};

function scored({ cards, airplane }: Twice, recording: Recording): AttemptScore[] {
  return scoreRecording(recording, {
    standard: findStandard('faa-private')!,
    schoolStandard: findStandard('school-pre-solo')!,
    airplane,
    weightLb: airplane.maxWeightLb - 150,
    groundFt: GROUND_FT,
    briefs: cards,
  }).attempts;
}

const TURNS = ['steep-turn', 'level-turn'];
const alike = (a: AttemptScore, b: AttemptScore) =>
  Math.min(a.endS, b.endS) - Math.max(a.startS, b.startS) > 0.4 * (a.endS - a.startS);

export function sensorLines(seeds: number): string[] {
  const lessons = ['steep-turns', 'stalls', 'slow-flight', 'four-fundamentals'];
  const all = lessons.flatMap((lesson, l) =>
    Array.from({ length: seeds }, (_, i) => flownTwice(lesson, 4100 + 40 * l + i)),
  );
  const of = (lesson: string) => all.filter((one) => one.lesson === lesson);
  const spansOf = (one: Twice, maneuvers: readonly string[]) =>
    scored(one, one.full).filter(({ maneuver }) => maneuvers.includes(maneuver));
  const bank = of('steep-turns').flatMap((one) => offBy(one, 'bank_deg', null));
  const inSteep = of('steep-turns').flatMap((one) => offBy(one, 'bank_deg', spansOf(one, TURNS)));
  const inStalls = of('stalls').flatMap((one) =>
    offBy(one, 'bank_deg', spansOf(one, ['power-off-stall', 'power-on-stall', 'stall-series'])),
  );
  const pitch = of('stalls').flatMap((one) =>
    offBy(one, 'pitch_deg', spansOf(one, ['power-off-stall', 'power-on-stall', 'stall-series'])),
  );
  const banks = all.flatMap((one) => offBy(one, 'bank_deg', null));
  const honest = banks.filter(({ off, said }) => Math.abs(off) <= 2 * said).length / banks.length;
  const without = all.filter(({ sensed }) => !sensed.channels.bank_deg).length;

  let [same, opposite, unscored, turns, found, sought, stalls, likely] = [0, 0, 0, 0, 0, 0, 0, 0];
  for (const one of all) {
    const theirs = scored(one, one.sensed);
    for (const attempt of scored(one, one.full)) {
      const twin = theirs.find((other) => other.maneuver === attempt.maneuver && alike(attempt, other));
      if (['slow-flight', 'power-off-stall', 'power-on-stall', 'stall-series'].includes(attempt.maneuver)) {
        stalls++;
        if (twin) likely++;
      } else {
        sought++;
        if (twin) found++;
      }
      if (!TURNS.includes(attempt.maneuver) || attempt.examiner === 'not-scored') continue;
      turns++;
      const verdict = twin?.examiner ?? 'not-scored';
      if (verdict === attempt.examiner) same++;
      else if (verdict === 'not-scored') unscored++;
      else opposite++;
    }
  }
  const lasted = all.reduce((sum, { full }) => sum + (full.timeS.at(-1) ?? 0), 0);
  const took = all.reduce((sum, { tookS }) => sum + tookS, 0);
  return [
    `${all.length} lessons by a phone fixed in the airplane, light air, ${without} without attitude`,
    `bank, steep-turn lesson: ${at95(bank)}° at 95 of 100 rows (aim 2); in its turns ${at95(inSteep)}°`,
    `bank in stalls: ${at95(inStalls)}° (aim 4); pitch against cruise ${at95(pitch)}° (aim 3)`,
    `within two of its own standard errors: ${(100 * honest).toFixed(1)} of 100 (aim 90 to 99)`,
    `verdicts on turns as from the full recording: ${same} of ${turns}, not scored ${unscored}, the opposite ${opposite} (aim 90 and 1 of 100)`,
    `maneuvers found as there: ${found} of ${sought}; slow flight and stalls ${likely} of ${stalls} (aim 95 of 100)`,
    `an hour is worked out in ${((3600 * took) / lasted).toFixed(1)} s (aim 4)`,
  ];
}
