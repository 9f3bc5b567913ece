/**
 * A check on the day of a solo, which an instructor walks through and which decides nothing: each thing against this student’s own
 * limits. What is not known stands in the way as much as what is wrong.
 */
import { z } from 'zod';
import { type Params, paramsSchema } from '../../coded.ts';
import { gusting, windOn } from '../../mechanics/wind.ts';
import { clockIn } from '../../units/days.ts';
import { instantSchema } from '../../units/instant-schema.ts';
import { runwayEndSchema } from '../../units/runway.ts';
import { dayAfter, daysUntil, type GateState } from './gates.ts';
import type { LandingFacts } from './landings.ts';

const clock = z.string().regex(/^([01]\d|2[0-3]):[0-5]\d$/, 'a time was expected, such as 09:30');

/** A student does not fly alone in less, whatever was written as the limit: 14 CFR 61.89(a)(6), from memory. */
export const STUDENT_VISIBILITY_SM = { day: 3, night: 5 } as const;

/** As they are written on an endorsement. */
export const soloLimitsSchema = z
  .object({
    windKt: z.number().min(0).max(40),
    crosswindKt: z.number().min(0).max(30),
    gustSpreadKt: z.number().min(0).max(20),
    /** Above the field. */
    ceilingFt: z.number().min(500).max(20_000),
    visibilitySm: z.number().min(1).max(30),
    runways: z.array(runwayEndSchema).min(1),
    fuelGal: z.number().min(0).max(200),
    from: clock,
    until: clock,
  })
  .refine(({ from, until }) => from < until, { path: ['until'], message: 'ends before it begins' });
export type SoloLimits = z.infer<typeof soloLimitsSchema>;

/** What the day is like; null is not known. */
export const releaseDaySchema = z.object({
  at: instantSchema,
  runway: soloLimitsSchema.shape.runways.element,
  windFromDeg: z.number().min(0).max(360).nullable(),
  windKt: z.number().min(0).max(99).nullable(),
  /** Null where no gusts were reported. */
  gustKt: z.number().min(0).max(120).nullable().default(null),
  visibilitySm: z.number().min(0).max(100).nullable(),
  /** Above the field; 99,999 is a clear sky. */
  ceilingFt: z.number().min(0).max(99_999).nullable(),
  fuelGal: z.number().min(0).max(500).nullable(),
  /** Has flown this runway and its pattern with the instructor. */
  knowsRunway: z.boolean().nullable(),
});
export type ReleaseDay = z.infer<typeof releaseDaySchema>;

export const releaseItemSchema = z.object({
  id: z.string(),
  state: z.enum(['held', 'not today', 'not known']),
  /** Of what its words are made; of a gate the gate itself. */
  params: paramsSchema,
});
export type ReleaseItem = z.infer<typeof releaseItemSchema>;

export interface ReleaseInput {
  day: ReleaseDay;
  /** The day in the school’s zone. */
  on: string;
  zone: string;
  limits: SoloLimits | null;
  gates: readonly GateState[];
  landings: LandingFacts;
  /** ISO 8601; null where the field’s place is not known. */
  sunset: string | null;
}

/** Landings unaided on the day, go-arounds decided, days within which an approach without power was flown, daylight to be left. */
const LANDINGS = 3;
const GO_AROUNDS = 1;
const POWER_OFF_DAYS = 30;
const DAYLIGHT_MIN = 60;
/** Less than this is no wind from behind. */
const MOST_TAILWIND_KT = 0.5;

export function releaseCheck(input: ReleaseInput): ReleaseItem[] {
  return [...gateItems(input), ...landingItems(input), ...dayItems(input)];
}

const item = (
  id: string,
  held: boolean | null,
  params: Record<string, Params[string] | null> = {},
): ReleaseItem => ({
  id,
  state: held === null ? 'not known' : held ? 'held' : 'not today',
  params: Object.fromEntries(
    Object.entries(params).filter((pair): pair is [string, Params[string]] => pair[1] !== null),
  ),
});

const gateItems = ({ gates }: ReleaseInput): ReleaseItem[] =>
  gates.map(({ id, state }) => item(`gate-${id}`, state === 'closed'));

function landingItems({ landings, on }: ReleaseInput): ReleaseItem[] {
  const { unaidedToday, unsaidToday, goAroundsDecidedToday, lastPowerOff } = landings;
  const { takeoversInLastTen: takeovers, unsaidInLastTen: unsaid, lastTen } = landings;
  const enough = unaidedToday >= LANDINGS;
  const calm = lastTen === 0 || (takeovers === 0 && unsaid > 0) ? null : takeovers === 0;
  const since = lastPowerOff === null ? null : daysUntil(lastPowerOff, on);
  return [
    item('dual-landings', enough ? true : unsaidToday > 0 ? null : false, {
      unaided: unaidedToday,
      needs: LANDINGS,
      unsaid: unsaidToday,
    }),
    item('go-around-today', goAroundsDecidedToday >= GO_AROUNDS, {
      decided: goAroundsDecidedToday,
      needs: GO_AROUNDS,
    }),
    item('takeovers', calm, { takeovers, last: lastTen, unsaid }),
    item('power-off', since === null ? false : since <= POWER_OFF_DAYS, {
      withinDays: POWER_OFF_DAYS,
      day: lastPowerOff,
      until: lastPowerOff && dayAfter(lastPowerOff, POWER_OFF_DAYS),
    }),
  ];
}

function dayItems({ day, limits, zone, sunset }: ReleaseInput): ReleaseItem[] {
  if (!limits) return [item('limits', null)];
  const afterSunset = sunset !== null && Date.parse(day.at) > Date.parse(sunset);
  const leastSm = Math.max(limits.visibilitySm, STUDENT_VISIBILITY_SM[afterSunset ? 'night' : 'day']);
  const { windKt, windFromDeg, gustKt, visibilitySm, ceilingFt, fuelGal, runway, knowsRunway } = day;
  const known = (value: number | null, within: (value: number) => boolean): boolean | null =>
    value === null ? null : within(value);
  const blows = windKt === null ? null : gusting(windKt, gustKt);
  const wind = blows?.mostKt ?? null;
  const across =
    wind === null || windFromDeg === null ? null : Math.abs(windOn(runway, windFromDeg, wind).crossKt);
  // In a gust the wind from behind is the gust's, as the crosswind is.
  const behind = wind === null || windFromDeg === null ? null : -windOn(runway, windFromDeg, wind).headKt;
  const spread = blows?.spreadKt ?? null;
  const time = clockIn(day.at, zone, 'HH:mm');
  const leftMin = sunset === null ? null : (Date.parse(sunset) - Date.parse(day.at)) / 60_000;
  const gusts = gustKt !== null;
  const { runways, from, until } = limits;
  return [
    item(
      'wind',
      known(wind, (kt) => kt <= limits.windKt),
      { kt: wind, gusts, limitKt: limits.windKt },
    ),
    item(
      'crosswind',
      known(across, (kt) => kt <= limits.crosswindKt),
      {
        runway,
        kt: across,
        gusts,
        limitKt: limits.crosswindKt,
      },
    ),
    item(
      'tailwind',
      known(behind, (kt) => kt <= MOST_TAILWIND_KT),
      {
        runway,
        kt: behind,
        gusts,
        mostKt: MOST_TAILWIND_KT,
      },
    ),
    item(
      'gusts',
      known(spread, (kt) => kt <= limits.gustSpreadKt),
      {
        kt: spread,
        limitKt: limits.gustSpreadKt,
      },
    ),
    item(
      'visibility',
      known(visibilitySm, (sm) => sm >= leastSm),
      {
        sm: visibilitySm,
        limitSm: leastSm,
      },
    ),
    item(
      'ceiling',
      known(ceilingFt, (ft) => ft >= limits.ceilingFt),
      {
        ft: ceilingFt,
        limitFt: limits.ceilingFt,
      },
    ),
    item(
      'fuel',
      known(fuelGal, (gal) => gal >= limits.fuelGal),
      { gal: fuelGal, limitGal: limits.fuelGal },
    ),
    item('hours', time >= from && time <= until, { time, from, until }),
    item(
      'daylight',
      known(leftMin, (min) => min >= DAYLIGHT_MIN),
      { leftMin, needsMin: DAYLIGHT_MIN },
    ),
    item('runway', runways.includes(runway), { runway, runways: runways.join(', ') }),
    item('knows-runway', knowsRunway, { known: knowsRunway }),
  ];
}
