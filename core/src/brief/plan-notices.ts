/** What a plan has to say: stops, warnings and notes. */
import type { Airplane } from '../airplane/schema.ts';
import { type Balance, balanceOf, type Loading } from '../balance/balance.ts';
import type { TargetCard } from '../card/card.ts';
import { ladderOf } from '../card/ladder.ts';
import type { Coded, Params } from '../coded.ts';
import { requireRoom } from '../maneuvers/registry.ts';
import { roundTo } from '../units/numbers.ts';
import type { Conditions, LessonPlan, Notice } from './lesson-schema.ts';
import { LESSON_TEMPLATES } from './templates.ts';
import type { Fuel } from './timeline.ts';

/** What stands against one maneuver as it is planned. */
export function noticesOf(card: TargetCard, title: string, item: string): Notice[] {
  const stop = (code: string, params: Params): Notice => ({ level: 'stop', code, params, item });
  const notices: Notice[] = [];
  const { ladder } = card;
  if (card.offToday && ladder) {
    const { neededFt, gainFt, ceilingFt, ceilingIs } = ladder;
    notices.push(
      stop('off-today', { title, neededFt, gainFt, ceilingFt: ceilingFt ?? 0, ceilingIs: ceilingIs ?? '' }),
    );
    const lowestFt = (ceilingFt ?? Number.POSITIVE_INFINITY) - gainFt - ladder.lossFt;
    // What stalls does not choose where it ends.
    if (card.picture === 'break' && lowestFt < ladder.floorFt)
      notices.push(stop('ends-below-floor', { title, belowFt: ladder.floorFt - lowestFt }));
  }
  const missing = card.missing.airspeedKias;
  if (card.entry.airspeedKias === null && missing)
    notices.push(stop('no-speed', { title, ...missing.params, missing: missing.code }));
  return notices;
}

/** Which of the usual lessons fits under today's ceiling from beginning to end. */
export function offered(conditions: Conditions): Notice {
  const fitting = LESSON_TEMPLATES.filter(({ items }) =>
    items.every(({ maneuver }) => ladderOf(conditions.groundFt, requireRoom(maneuver).card, conditions).fits),
  ).map(({ title }) => title);
  return { level: 'note', code: 'lessons-that-fit', params: { titles: fitting.join('; ') }, item: null };
}

/** Too little fuel for the lesson is a stop, too little left a warning. */
export function fuelNotices(
  burnedGal: number,
  loading: Loading | undefined,
  fuel: Fuel,
  reserveMin: number,
): Notice[] {
  if (!loading) return [];
  const leftGal = loading.fuelGal - burnedGal;
  const reserveGal = (fuel.lessonGph * reserveMin) / 60;
  if (leftGal >= reserveGal) return [];
  return leftGal < 0
    ? [{ level: 'stop', code: 'burns-more', params: { burnedGal, onBoardGal: loading.fuelGal }, item: null }]
    : [{ level: 'warning', code: 'under-reserve', params: { leftGal, reserveMin, reserveGal }, item: null }];
}

/** Start, landing and empty tanks: the centre of gravity must stay inside all the way. */
export function balanceAlong(
  airplane: Airplane,
  loading: Loading | undefined,
  start: Balance | null,
  burnedGal: number,
  notices: Notice[],
): LessonPlan['balance'] {
  if (!loading || !start) return [];
  const landing = balanceOf(airplane, loading, burnedGal) as Balance;
  const empty = balanceOf(airplane, loading, loading.fuelGal) as Balance;
  const at = (when: 'landing' | 'empty', level: Notice['level'], { code, params }: Coded): Notice => ({
    level,
    code,
    params: { ...params, when },
    item: null,
  });
  const known = new Set(start.stops.map(({ code }) => code));
  for (const stop of landing.stops) if (!known.has(stop.code)) notices.push(at('landing', 'stop', stop));
  if (landing.stops.length === 0) for (const stop of empty.stops) notices.push(at('empty', 'warning', stop));
  return (
    [
      ['start', start],
      ['landing', landing],
      ['no fuel', empty],
    ] as const
  ).map(([label, at]) => ({
    label,
    weightLb: roundTo(at.weightLb, 0),
    cgIn: roundTo(at.cgIn, 2),
    inside: at.stops.length === 0,
  }));
}
