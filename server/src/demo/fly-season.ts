/** Flies a lesson of the season, from apron to apron, as it comes with the program. */
import { type Conditions, demonstrationLegs, findAirplane, flyLesson, writeRecordingCsv } from '@keel/core';
import { FIELD_FT, GROUND_FT, RUNWAY_DEG } from './club.ts';
import { cardFor, planAtClub } from './plan.ts';
import type { SeasonLesson } from './season.ts';

/** Enough for every maneuver, and no more to carry along. */
const RATE_HZ = 2;
/** What follows from the other columns, or explains nothing at the club’s debriefs. */
const NOT_CARRIED = [
  'vs_fpm',
  'gps_alt_ft',
  'gs_kt',
  'trk_deg',
  'tas_kt',
  'load_g',
  'oat_c',
  'rudder',
  'trim',
  'power_pct',
] as const;
const BLOCK_MIN = 90;

export const conditionsOf = ({ season }: SeasonLesson): Conditions => ({
  weightLb: season.weightLb,
  groundFt: GROUND_FT,
  headingDeg: 360,
  oatC: 9,
  qnhHpa: 1014,
  blockMin: BLOCK_MIN,
});

export const planOf = (lesson: SeasonLesson) => {
  const { airplane, standard } = lesson.season;
  return planAtClub({ airplane, standard, conditions: conditionsOf(lesson), items: lesson.items });
};

/** @returns the recording’s file; it carries no date, so that it can be flown on any. */
export function flySeasonLesson(lesson: SeasonLesson): string {
  const { season, seed, skill, flown } = lesson;
  const { cards } = planOf(lesson);
  const { recording } = flyLesson({
    airplane: findAirplane(season.airplane)!,
    weightLb: season.weightLb,
    legs: flown.flatMap(({ item, habit, habitScale }) =>
      demonstrationLegs(cardFor(cards, item), { habit, habitScale, habitIn: 'both' }),
    ),
    seed,
    skill,
    groundFt: GROUND_FT,
    fieldFt: FIELD_FT,
    runwayDeg: RUNWAY_DEG,
    windFromDeg: 195 + ((37 * seed) % 90),
    windKt: 4 + ((5 * seed) % 9),
    turbulence: 'none',
    recorder: { rateHz: RATE_HZ },
    note: 'invented sample data',
  });
  for (const name of NOT_CARRIED) delete recording.channels[name];
  return writeRecordingCsv(recording);
}
