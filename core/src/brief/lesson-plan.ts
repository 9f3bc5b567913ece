/**
 * A lesson put together: maneuvers in an order become a timeline with transit, climbs, clearing and recovery; each
 * gets its entry altitude, its heading and the weight that is left when it begins, so that its card holds then.
 */

import { speedAtWeightKias } from '../airplane/limits.ts';
import type { Airplane } from '../airplane/schema.ts';
import { balanceOf } from '../balance/balance.ts';
import type { TargetCard } from '../card/card.ts';
import { checkRange } from '../card/day.ts';
import { ladderOf } from '../card/ladder.ts';
import type { RecurringFinding } from '../card/recurring.ts';
import { InputError } from '../errors.ts';
import { checkFieldDay } from '../field/field-day.ts';
import { requireRoom, rooms, USUAL_MANEUVER } from '../maneuvers/registry.ts';
import { climbFpm } from '../performance/climb.ts';
import { performanceOf } from '../performance/fit.ts';
import type { Standard } from '../scoring/standard.ts';
import { type Technique, type TechniqueOverrides, withOverrides } from '../technique/technique.ts';
import { compassDeg } from '../units/angles.ts';
import { roundTo } from '../units/numbers.ts';
import type { Conditions, LessonItem, LessonPlan, Notice } from './lesson-schema.ts';
import { balanceAlong, fuelNotices, noticesOf, offered } from './plan-notices.ts';
import { targetCard } from './target-card.ts';
import { fuelOf, Timeline } from './timeline.ts';

export interface LessonRequest {
  airplane: Airplane;
  standard: Standard;
  schoolStandard?: Standard;
  technique: Technique;
  overrides?: TechniqueOverrides;
  conditions: Conditions;
  /** Elevation of the field, ft. */
  fieldFt: number;
  items: LessonItem[];
  /** This student's recent faults by maneuver id. */
  watchFor?: Record<string, RecurringFinding[]>;
}

export const DEFAULT_BLOCK_MIN = 75;
const DEFAULT_TRANSIT_MIN = 6;
/** Source: 14 CFR 91.151, day VFR (from memory). */
const DEFAULT_RESERVE_MIN = 30;
const TAXI_MIN = 8;
const SHUTDOWN_MIN = 4;
/** Rejoin, circuit and landing. */
const PATTERN_MIN = 6;
/** Where the performance model cannot say how fast it climbs. */
const USUAL_CLIMB_FPM = 500;
/** Between one try and the next: a word, a look round, back to the altitude. */
const BETWEEN_MIN = 0.7;

/** @throws InputError naming field and limit. */
export function planLesson(request: LessonRequest): { plan: LessonPlan; cards: TargetCard[] } {
  const { airplane, conditions, items } = request;
  const technique = withOverrides(request.technique, request.overrides);
  const notices: Notice[] = [];
  const ids = new Set(items.map(({ id }) => id));
  if (ids.size !== items.length) throw new InputError('plan/ids', {});

  const loading = conditions.loading;
  const start = loading ? balanceOf(airplane, loading) : null;
  const startWeightLb = start?.weightLb ?? typedWeight(airplane, conditions.weightLb);
  if (airplane.unchecked?.length)
    notices.push({
      level: 'warning',
      code: 'numbers-unchecked',
      params: { parts: airplane.unchecked.join(' ') },
      item: null,
    });
  for (const stop of start?.stops ?? []) notices.push({ level: 'stop', ...stop, item: null });
  const fuel = fuelOf(airplane, loading);
  // Over the maximum the stop above says so; the cards are worked out for the maximum meanwhile.
  const weightAfter = (burnedGal: number) =>
    Math.min(
      airplane.maxWeightLb,
      Math.max(airplane.emptyWeightLb ?? 1, startWeightLb - burnedGal * fuel.lbPerGal),
    );

  checkFieldDay(conditions);
  const timeline = new Timeline(request.fieldFt, fuel);
  timeline.add('ground', 'Start, taxi, run-up', TAXI_MIN, null, request.fieldFt, fuel.groundGal);
  const altitudes = entryAltitudes(request);
  const plan: LessonPlan['entries'] = [];
  const cards: TargetCard[] = [];
  checkRange('headingDeg', 'heading', conditions.headingDeg, 0, 360, '°');
  let headingDeg = compassDeg(conditions.headingDeg);
  let cleared = false;

  items.forEach((item, i) => {
    const room = requireRoom(item.maneuver);
    const altitudeFt = altitudes[i];
    timeline.goTo(altitudeFt, (fromFt) =>
      climbRate(request, weightAfter(timeline.burnedGal), fromFt, altitudeFt),
    );
    if (i === 0) {
      const transitMin = conditions.transitMin ?? DEFAULT_TRANSIT_MIN;
      // What the climb already took is not flown again on the way.
      const left = Math.max(0, transitMin - timeline.lastMinutes('climb'));
      if (left > 0.2) timeline.add('transit', 'To the area', left, null, altitudeFt);
    }
    const wantsClearing = !room.clears && (technique.clearingWhen === 'before-each' || !cleared);
    if (wantsClearing) {
      timeline.add('clear', 'Clear', clearingMin(technique, airplane), null, altitudeFt);
    }
    cleared = true;
    if (item.headingDeg !== undefined) headingDeg = compassDeg(item.headingDeg);
    const weightLb = weightAfter(timeline.burnedGal);
    const variants = variantsOf(item);
    const itemCards = variants.map((variant) =>
      targetCard({
        ...cardInput(request, technique, item),
        variant,
        weightLb,
        headingDeg,
        altitudeFt,
        watchFor: request.watchFor?.[item.maneuver],
      }),
    );
    cards.push(...itemCards);
    const [first] = itemCards;
    const tries =
      (item.demonstrations ?? technique.demonstrations) + (item.attempts ?? technique.studentAttempts);
    const each = room.card.minutes(technique, airplane);
    const minutes = tries * each + Math.max(0, tries - 1) * BETWEEN_MIN;
    if (tries > 0) timeline.add('maneuver', room.short, minutes, item.id, altitudeFt);
    plan.push({
      item: item.id,
      altitudeFt: first.entry.altitudeFt,
      headingDeg,
      weightLb: roundTo(weightLb, 0),
      minutes: roundTo(minutes, 1),
      fits: !first.offToday,
      cards: itemCards.length,
    });
    noticesOf(first, room.title, item.id).forEach((notice) => {
      notices.push(notice);
    });
    // Back the way it came, so that the lesson stays over its area.
    if (room.card.travels) headingDeg = compassDeg(headingDeg + 180);
  });

  if (items.length > 0) {
    timeline.goTo(request.fieldFt + 1000, () => USUAL_CLIMB_FPM);
    const back = (conditions.transitMin ?? DEFAULT_TRANSIT_MIN) - timeline.lastMinutes('descent');
    if (back > 0.2) timeline.add('transit', 'Back to the field', back, null, request.fieldFt + 1000);
    timeline.add('descent', 'Circuit and landing', PATTERN_MIN, null, request.fieldFt);
    timeline.add('ground', 'Taxi in, shut down', SHUTDOWN_MIN, null, request.fieldFt, 0.3);
  }

  if (plan.some(({ fits }) => !fits)) notices.push(offered(conditions));
  const blockMin = conditions.blockMin ?? DEFAULT_BLOCK_MIN;
  const totalMin = timeline.nowMin;
  if (totalMin > blockMin + 0.5)
    notices.push({
      level: 'warning',
      code: 'over-block',
      params: { totalMin, blockMin },
      item: null,
    });
  notices.push(
    ...fuelNotices(timeline.burnedGal, loading, fuel, conditions.reserveMin ?? DEFAULT_RESERVE_MIN),
  );
  const balance = balanceAlong(airplane, loading, start, timeline.burnedGal, notices);
  return {
    cards,
    plan: {
      segments: timeline.segments,
      notices,
      balance,
      startWeightLb: roundTo(startWeightLb, 1),
      totalMin: roundTo(totalMin, 1),
      blockMin,
      fuelUsedGal: loading ? roundTo(timeline.burnedGal, 1) : null,
      fuelLeftGal: loading ? roundTo(loading.fuelGal - timeline.burnedGal, 1) : null,
      entries: plan,
    },
  };
}

/** Minutes that it takes to clear the area. */
const clearingMin = (technique: Technique, airplane: Airplane): number =>
  rooms.find(({ clears }) => clears)?.card.minutes(technique, airplane) ?? 0;

/** @throws InputError when no flight can have this weight; a loading's own problems are stops instead. */
function typedWeight({ emptyWeightLb = 1, maxWeightLb }: Airplane, weightLb: number): number {
  checkRange('weightLb', 'weight', weightLb, emptyWeightLb, maxWeightLb, 'lb');
  return weightLb;
}

/** A turn without a variant is flown both ways; anything else has the variant asked for, or its first. */
function variantsOf(item: LessonItem): string[] {
  const { variants } = requireRoom(item.maneuver);
  if (item.variant !== undefined) return [item.variant];
  return variants[0] === 'left' ? [...variants] : [variants[0]];
}

const cardInput = (request: LessonRequest, technique: Technique, item: LessonItem) => {
  const { airplane, standard, schoolStandard, conditions } = request;
  // A speed or bank of the conditions is from before each maneuver had its own: it was the usual one's.
  const older: Partial<Conditions> = item.maneuver === USUAL_MANEUVER ? conditions : {};
  return {
    ...conditions,
    airplane,
    standard,
    schoolStandard,
    technique,
    maneuver: item.maneuver,
    configuration: item.configuration,
    airspeedKias: item.airspeedKias ?? older.airspeedKias,
    bankDeg: item.bankDeg ?? older.bankDeg,
    glideTo: item.glideTo,
  };
};

/**
 * One climb, then down as the lesson goes on: each maneuver is entered at the highest altitude that it or a later
 * one needs, where that fits under the ceiling.
 */
function entryAltitudes({ items, conditions }: LessonRequest): number[] {
  const altitudes = new Array<number>(items.length);
  let later = 0;
  for (let i = items.length - 1; i >= 0; i--) {
    const { card } = requireRoom(items[i].maneuver);
    const wanted = Math.max(later, items[i].altitudeFt ?? 0);
    const ladder = ladderOf(conditions.groundFt, card, conditions, wanted || undefined);
    altitudes[i] = ladder.entryFt;
    if (ladder.fits) later = Math.max(later, ladder.entryFt);
  }
  return altitudes;
}

function climbRate(request: LessonRequest, weightLb: number, fromFt: number, toFt: number): number {
  const { airplane } = request;
  const model = performanceOf(airplane);
  const vy = airplane.vyKias;
  if (!model || vy === undefined) return USUAL_CLIMB_FPM;
  const middleFt = (fromFt + toFt) / 2;
  const fpm = climbFpm(model, speedAtWeightKias(airplane, vy, { weightLb }), {
    weightLb,
    pressureAltitudeFt: middleFt,
  });
  return Math.max(100, fpm);
}
