/**
 * A check on the day of a solo, which an instructor walks through and which decides nothing: each thing against this student’s own
 * limits. What is not known stands in the way as much as what is wrong.
 */
import { z } from 'zod';
import { radians, shortestTurnDeg } from '../../units/angles.ts';
import { clockIn } from '../../units/days.ts';
import { instantSchema } from '../../units/instant-schema.ts';
import { runwayEndSchema } from '../../units/runway.ts';
import { dayAfter, daysUntil, type GateState } from './gates.ts';
import type { LandingFacts } from './landings.ts';

const clock = z.string().regex(/^([01]\d|2[0-3]):[0-5]\d$/, 'a time was expected, such as 09:30');

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
  title: z.string(),
  state: z.enum(['held', 'not today', 'not known']),
  says: z.string(),
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

/**
 * The wind along and across a runway, kt; a headwind and one from the right are positive.
 * @param runway its number; @param windFromDeg by the same north as the runway’s.
 */
export function windOn(
  runway: string,
  windFromDeg: number,
  windKt: number,
): { headKt: number; crossKt: number } {
  const off = radians(shortestTurnDeg(10 * Number.parseInt(runway, 10), windFromDeg));
  return { headKt: windKt * Math.cos(off), crossKt: windKt * Math.sin(off) };
}

export function releaseCheck(input: ReleaseInput): ReleaseItem[] {
  return [...gateItems(input), ...landingItems(input), ...dayItems(input)];
}

const item = (id: string, title: string, held: boolean | null, says: string): ReleaseItem => ({
  id,
  title,
  state: held === null ? 'not known' : held ? 'held' : 'not today',
  says,
});

const gateItems = ({ gates }: ReleaseInput): ReleaseItem[] =>
  gates.map(({ id, title, state, says }) => item(`gate-${id}`, title, state === 'closed', says));

function landingItems({ landings, on }: ReleaseInput): ReleaseItem[] {
  const {
    unaidedToday,
    unsaidToday,
    goAroundsDecidedToday,
    takeoversInLastTen,
    unsaidInLastTen,
    lastTen,
    lastPowerOff,
  } = landings;
  const enough = unaidedToday >= LANDINGS;
  const calm =
    lastTen === 0 || (takeoversInLastTen === 0 && unsaidInLastTen > 0) ? null : takeoversInLastTen === 0;
  const since = lastPowerOff === null ? null : daysUntil(lastPowerOff, on);
  return [
    item(
      'dual-landings',
      'Landings with the instructor today',
      enough ? true : unsaidToday > 0 ? null : false,
      `${unaidedToday} unaided of ${LANDINGS}${unsaidToday > 0 ? `, and ${unsaidToday} of which nobody said` : ''}`,
    ),
    item(
      'go-around-today',
      'A go-around that the student decided, today',
      goAroundsDecidedToday >= GO_AROUNDS,
      `${goAroundsDecidedToday} of ${GO_AROUNDS}`,
    ),
    item(
      'takeovers',
      'No takeover in the last ten landings',
      calm,
      lastTen === 0
        ? 'no landing on record'
        : `${takeoversInLastTen} in the last ${lastTen}${unsaidInLastTen > 0 ? `; of ${unsaidInLastTen} nobody said` : ''}`,
    ),
    item(
      'power-off',
      'An approach without power within 30 days',
      since === null ? false : since <= POWER_OFF_DAYS,
      lastPowerOff === null
        ? 'none on record'
        : `last ${lastPowerOff}, good until ${dayAfter(lastPowerOff, POWER_OFF_DAYS)}`,
    ),
  ];
}

const whole = (value: number): string => String(Math.round(value));

function dayItems({ day, limits, zone, sunset }: ReleaseInput): ReleaseItem[] {
  if (!limits)
    return [item('limits', 'This student’s limits', null, 'no instructor has set any: set them first')];
  const { windKt, windFromDeg, gustKt, visibilitySm, ceilingFt, fuelGal, runway, knowsRunway } = day;
  const known = (value: number | null, within: (value: number) => boolean): boolean | null =>
    value === null ? null : within(value);
  const wind = windKt === null ? null : Math.max(windKt, gustKt ?? 0);
  const across =
    wind === null || windFromDeg === null ? null : Math.abs(windOn(runway, windFromDeg, wind).crossKt);
  // In a gust the wind from behind is the gust's, as the crosswind is.
  const behind = wind === null || windFromDeg === null ? null : -windOn(runway, windFromDeg, wind).headKt;
  const spread = windKt === null ? null : gustKt === null ? 0 : gustKt - windKt;
  const time = clockIn(day.at, zone, 'HH:mm');
  const left = sunset === null ? null : (Date.parse(sunset) - Date.parse(day.at)) / 60_000;
  const not = 'not known';
  const inGusts = gustKt === null ? '' : ' in gusts';
  return [
    item(
      'wind',
      'Wind',
      known(wind, (kt) => kt <= limits.windKt),
      wind === null ? not : `${whole(wind)} kt${inGusts}; limit ${limits.windKt}`,
    ),
    item(
      'crosswind',
      `Crosswind on ${runway}`,
      known(across, (kt) => kt <= limits.crosswindKt),
      across === null ? not : `${whole(across)} kt${inGusts}; limit ${limits.crosswindKt}`,
    ),
    item(
      'tailwind',
      `No wind from behind on ${runway}`,
      known(behind, (kt) => kt <= 0.5),
      behind === null
        ? not
        : behind > 0.5
          ? `${whole(behind)} kt${inGusts} from behind`
          : `${whole(-behind)} kt from ahead`,
    ),
    item(
      'gusts',
      'Gust spread',
      known(spread, (kt) => kt <= limits.gustSpreadKt),
      spread === null ? not : `${whole(spread)} kt; limit ${limits.gustSpreadKt}`,
    ),
    item(
      'visibility',
      'Visibility',
      known(visibilitySm, (sm) => sm >= limits.visibilitySm),
      visibilitySm === null ? not : `${visibilitySm} statute miles; limit ${limits.visibilitySm}`,
    ),
    item(
      'ceiling',
      'Ceiling',
      known(ceilingFt, (ft) => ft >= limits.ceilingFt),
      ceilingFt === null
        ? not
        : ceilingFt === 99_999
          ? 'clear'
          : `${whole(ceilingFt)} ft above the field; limit ${limits.ceilingFt}`,
    ),
    item(
      'fuel',
      'Fuel',
      known(fuelGal, (gal) => gal >= limits.fuelGal),
      fuelGal === null ? not : `${fuelGal} gal; limit ${limits.fuelGal}`,
    ),
    item(
      'hours',
      'Time of day',
      time >= limits.from && time <= limits.until,
      `${time}; limits ${limits.from} to ${limits.until}`,
    ),
    item(
      'daylight',
      'Daylight left',
      known(left, (min) => min >= DAYLIGHT_MIN),
      left === null
        ? 'the field’s place is not known: see School'
        : left < 0
          ? 'the sun has set'
          : `${whole(left)} min; asked are ${DAYLIGHT_MIN}`,
    ),
    item(
      'runway',
      'Runway',
      limits.runways.includes(runway),
      limits.runways.includes(runway)
        ? `${runway} is among the student’s`
        : `${runway} is not among ${limits.runways.join(', ')}`,
    ),
    item(
      'knows-runway',
      'Runway and pattern known',
      knowsRunway,
      knowsRunway === null
        ? not
        : knowsRunway
          ? 'flown with the instructor'
          : 'not yet flown with the instructor',
    ),
  ];
}

/** One sentence on top: it never says that anyone may go. */
export function releaseSentence(items: readonly ReleaseItem[]): string {
  const blocking = items.filter(({ state }) => state !== 'held');
  if (blocking.length === 0)
    return 'Nothing here stands in the way. Whether the student goes is the instructor’s decision alone.';
  const named = blocking
    .slice(0, 3)
    .map(({ title, state }) => `${title.toLowerCase()}${state === 'not known' ? ' (not known)' : ''}`);
  const more = blocking.length > 3 ? `, and ${blocking.length - 3} more` : '';
  return `Not today, because: ${named.join(', ')}${more}.`;
}
