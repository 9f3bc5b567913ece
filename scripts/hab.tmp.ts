import { fleet } from '../core/src/airplane/fleet.ts';
import { flyLesson } from '../core/src/fly/fly-lesson.ts';
import { PATTERN_HABITS } from '../core/src/fly/final.ts';
import { targetCard } from '../core/src/brief/target-card.ts';
import { findStandard, SCHOOL_STANDARD_ID, DEFAULT_STANDARD_ID } from '../core/src/standards/standards.ts';
import { scoreRecording } from '../core/src/index.ts';
const n = +(process.argv[2] ?? 3); const only = process.argv[5]; const rateHz = +(process.argv[3] ?? 5);
const tally: any = {};
for (const airplane of fleet) for (const turbulence of ['none', 'light'] as const) for (let seed = 1; seed <= n; seed++) for (const habit of ['none', ...PATTERN_HABITS] as const) { if (only && only !== habit) continue;
  const card = targetCard({ airplane, standard: findStandard(DEFAULT_STANDARD_ID)!, schoolStandard: findStandard(SCHOOL_STANDARD_ID), maneuver: 'straight-and-level', weightLb: airplane.maxWeightLb - 150, groundFt: 1200, headingDeg: 360 } as any);
  const ga = habit === 'flaps-at-once';
  const off = habit === 'crab-at-touch' ? 60 : (seed * 37) % 30;
  const { recording } = flyLesson({ airplane, weightLb: airplane.maxWeightLb - 150 - seed * 20, legs: [{ card }], fieldFt: 620, runwayDeg: 240, groundFt: 1200, windFromDeg: 240 + off, windKt: habit === 'crab-at-touch' ? 10 + seed % 4 : (seed * 5) % 12, turbulence, seed, skill: 0.9, recorder: { rateHz }, circuits: [{ ending: ga ? 'go-around' : 'touch-and-go', habit: habit === 'none' ? undefined : habit }, { ending: 'full-stop' }] });
  const score: any = scoreRecording(recording, { airplane, standard: findStandard(DEFAULT_STANDARD_ID)! } as any);
  const a = score.flight.approaches;
  const finds = (score.flight.findings ?? []).map((x: any) => x.id.split('/').at(-1));
  const key = habit + ' ' + turbulence;
  tally[key] ??= { n: 0, signs: {}, rest: {}, missingApproach: 0 };
  const t = tally[key]; t.n++;
  if (a.length < 2) { t.missingApproach++; }
  if (process.argv[4] === habit && seed === 1 && turbulence === 'none') { console.log(airplane.id, JSON.stringify({ ...a[0], path: undefined })); }
  const s = [...new Set([...(a[0]?.signs.map((x: any) => x.sign) ?? []), ...finds])]; for (const x of s) t.signs[x] = (t.signs[x] ?? 0) + 1;
  for (const x of new Set((a[1]?.signs ?? []).map((x: any) => x.sign))) t.rest[x as string] = (t.rest[x as string] ?? 0) + 1;
}
for (const k in tally) console.log(k, JSON.stringify(tally[k]));
