/**
 * A room held to its habits: each shows in the columns as a reader of them would see it, past the size at which it is a
 * fault, and is named by its finding; the same flight without it stays below, is found once where it was flown, and has no
 * finding; and what is said of it leads to its moments. Every flight is flown once and asked everything.
 */
import { fleet } from '../../airplane/fleet.ts';
import { scoreRecording } from '../../debrief/score-recording.ts';
import { AREA_GROUND_FT, type FlownManeuver, flyManeuver } from '../../fly/fly.ts';
import type { ManeuverRoom } from '../../maneuvers/registry.ts';
import { requireRoom } from '../../maneuvers/registry.ts';
import { findStandard } from '../../standards/standards.ts';
import { heardIn, saysItsWord } from '../coach/hold.ts';
import { seedsOf } from '../depth.ts';
import { Columns, type Measures, spread } from './columns.ts';
import { expectEvidence } from './evidence.ts';

/** The flight that is scored as well. */
const SCORED_SEED = 3;
const SEEDS = seedsOf([SCORED_SEED], [1, 2, 4, 5, 6, 7, 8]);
export const airplane = fleet[0];
export const weightLb = 2300;
const standard = findStandard('faa-private')!;
const schoolStandard = findStandard('school-pre-solo')!;

/** Habits that every maneuver can have; `begins` is what the pilot calls its beginning. */
const everywhere = (begins: string): Measures => {
  const begin = (c: Columns) => c.event(begins);
  return {
    'no-clearing': [
      (c) => (begin(c) > 180 && spread(c.headings(begin(c) - 180, begin(c))) < 80 ? 1 : 0),
      0.5,
    ],
    'rushed-entry': [(c) => Math.abs(c.mean('vs_fpm', begin(c) - 10, begin(c))), 200],
    'below-floor': [(c) => AREA_GROUND_FT + 1500 - c.least('alt_ft', begin(c), c.event('settle')), 5],
    'slow-to-settle': [
      (c) =>
        c.endS - c.event('settle') > 16
          ? Math.abs(c.mean('vs_fpm', c.event('settle') + 13, c.event('settle') + 16))
          : 0,
      200,
    ],
  };
};

const score = ({ recording, card }: FlownManeuver) =>
  scoreRecording(recording, { standard, schoolStandard, airplane, briefs: [card], clearsBeforeEach: true })
    .attempts;

/** Tests of one room; call it at the top of the room's own test file. */
export function holdHabits(id: ManeuverRoom['id'], own: Measures = {}, begins = 'roll-in'): void {
  const { pilot, clears } = requireRoom(id);
  const measures = { ...everywhere(begins), ...own };
  const cleanFlights = new Map<string, FlownManeuver>();
  const fly = (habit: string, seed: number, variant?: string): FlownManeuver =>
    flyManeuver({ airplane, weightLb, maneuver: id, habit, seed, variant });
  const clean = (seed: number, variant?: string): FlownManeuver => {
    const key = `${variant} ${seed}`;
    const flown = cleanFlights.get(key) ?? fly('none', seed, variant);
    cleanFlights.set(key, flown);
    return flown;
  };

  // Clearing turns are found before what they clear for, not alone.
  if (!clears)
    test(`${id} is found once, where it was flown, without a finding`, () => {
      const flown = clean(SCORED_SEED, requireRoom(id).variants[0]);
      const { lapses, forbidden } = heardIn(flown);
      expect({ lapses, forbidden }).toEqual({ lapses: [], forbidden: [] });
      const attempts = score(flown);
      expect(attempts.map((attempt) => `${attempt.maneuver} ${attempt.variant}`)).toEqual([
        `${id} ${flown.card.variant}`,
      ]);
      const [attempt] = attempts;
      expect(attempt.findings.map((finding) => finding.id)).toEqual([]);
      expect(attempt.examiner).not.toBe('unsatisfactory');
      const beganS = flown.events.find(({ name }) => name !== 'lead-in')?.atS ?? 0;
      const endS = flown.events.find(({ name }) => name === 'settle')?.atS ?? flown.recording.timeS.at(-1)!;
      const shared = Math.min(endS, attempt.endS) - Math.max(beganS, attempt.startS);
      expect(shared / (Math.max(endS, attempt.endS) - Math.min(beganS, attempt.startS))).toBeGreaterThan(0.6);
    });

  if (pilot.habits.length > 0)
    test.each(pilot.habits.map((name) => [`${id}/${name}`, name]))(
      '%s is seen in the columns, and not without the habit, and is named',
      (habit, name) => {
        const [measure, past] = measures[name];
        const unheard: string[][] = [];
        for (const seed of SEEDS) {
          const habitual = fly(habit, seed);
          expect(measure(new Columns(habitual))).toBeGreaterThan(past);
          const none = clean(seed, habitual.card.variant);
          expect(measure(new Columns(none))).toBeLessThanOrEqual(past);
          const heard = heardIn(habitual);
          expect(heard.forbidden).toEqual([]);
          if (!saysItsWord(name, heard)) unheard.push(heard.ids);
          if (seed !== SCORED_SEED) continue;
          const attempts = score(habitual);
          expect(attempts.flatMap(({ findings }) => findings.map((finding) => finding.id))).toContain(habit);
          attempts.forEach(expectEvidence);
        }
        // Nine in ten are asked of all habits together; of one in few flights, none may miss it.
        expect(unheard.slice(Math.floor(SEEDS.length / 5))).toEqual([]);
      },
    );
}
