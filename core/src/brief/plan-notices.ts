/** What a plan has to say: stops, warnings and notes. */
import type { Airplane } from '../airplane/schema.ts';
import { type Balance, balanceOf, type Loading } from '../balance/balance.ts';
import type { TargetCard } from '../card/card.ts';
import { ladderOf } from '../card/ladder.ts';
import { requireRoom } from '../maneuvers/registry.ts';
import { roundTo } from '../units/numbers.ts';
import type { Conditions, LessonPlan, Notice } from './lesson-schema.ts';
import { LESSON_TEMPLATES } from './templates.ts';
import type { Fuel } from './timeline.ts';

/** What stands against one maneuver as it is planned. */
export function noticesOf(card: TargetCard, title: string, item: string): Notice[] {
  const notices: Notice[] = [];
  if (card.offToday) {
    notices.push({
      level: 'stop',
      text: `${title}: ${lowerFirst(card.offToday)}`,
      item,
    });
    const { ladder } = card;
    if (ladder && /stall/.test(card.maneuver) && ladder.ceilingFt !== null) {
      const lowest = ladder.ceilingFt - ladder.gainFt - ladder.lossFt;
      if (lowest < ladder.floorFt)
        notices.push({
          level: 'stop',
          text: `${title}: flown under this ceiling it would end ${Math.round(ladder.floorFt - lowest)} ft below the floor.`,
          item,
        });
    }
  }
  if (card.entry.airspeedKias === null)
    notices.push({ level: 'stop', text: `${title}: ${card.missing.airspeedKias}`, item });
  return notices;
}

/** Which of the usual lessons fits under today's ceiling from beginning to end. */
export function offered(conditions: Conditions): Notice {
  const fitting = LESSON_TEMPLATES.filter(({ items }) =>
    items.every(({ maneuver }) => ladderOf(conditions.groundFt, requireRoom(maneuver).card, conditions).fits),
  ).map(({ title }) => title);
  const text =
    fitting.length > 0
      ? `These lessons fit under today’s ceiling: ${fitting.join('; ')}.`
      : 'None of the usual lessons fits under today’s ceiling: a day for the ground.';
  return { level: 'note', text, item: null };
}

const lowerFirst = (text: string) => text.charAt(0).toLowerCase() + text.slice(1);

/** Too little fuel for the lesson is a stop, too little left a warning. */
export function fuelNotices(
  burnedGal: number,
  loading: Loading | undefined,
  fuel: Fuel,
  reserveMin: number,
): Notice[] {
  if (!loading) return [];
  const left = loading.fuelGal - burnedGal;
  const reserve = (fuel.lessonGph * reserveMin) / 60;
  if (left >= reserve) return [];
  const text =
    left < 0
      ? `The lesson burns ${burnedGal.toFixed(1)} gal and there are ${loading.fuelGal} on board.`
      : `${left.toFixed(1)} gal would be left; the reserve of ${reserveMin} min is ${reserve.toFixed(1)} gal.`;
  return [{ level: left < 0 ? 'stop' : 'warning', text, item: null }];
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
  const known = new Set(start.stops);
  for (const text of landing.stops)
    if (!known.has(text))
      notices.push({ level: 'stop', text: `At the landing: ${lowerFirst(text)}`, item: null });
  if (landing.stops.length === 0)
    for (const text of empty.stops)
      notices.push({ level: 'warning', text: `With empty tanks: ${lowerFirst(text)}`, item: null });
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
