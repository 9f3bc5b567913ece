/**
 * A lesson put together: maneuvers in an order become a timeline with transit, climbs, clearing and recovery; each
 * gets its entry altitude, its heading and the weight that is left when it begins, so that its card holds then.
 */
import { z } from 'zod';
import type { Airplane } from '../airplane/schema.ts';
import { type Balance, balanceOf, type Loading, loadingSchema } from '../balance/balance.ts';
import { InputError } from '../errors.ts';
import { climbFpm } from '../performance/climb.ts';
import { performanceOf } from '../performance/fit.ts';
import type { Standard } from '../standards/schema.ts';
import { type Technique, type TechniqueOverrides, withOverrides } from '../technique/technique.ts';
import { compassDeg } from '../units/angles.ts';
import { roundTo } from '../units/numbers.ts';
import type { TargetCard } from './card.ts';
import { atWeightKias, checkRange, dayOf } from './day.ts';
import { ladderOf } from './ladder.ts';
import { requireManeuverBrief } from './maneuvers/registry.ts';
import { targetCard } from './target-card.ts';
import { LESSON_TEMPLATES } from './templates.ts';

/** One maneuver of a lesson, as it was put there. */
export const lessonItemSchema = z.object({
  id: z.string().min(1).max(60),
  maneuver: z.string(),
  /** Left out, a turn is flown both ways. */
  variant: z.string().optional(),
  demonstrations: z.number().int().min(0).max(5).optional(),
  attempts: z.number().int().min(0).max(9).optional(),
  airspeedKias: z.number().min(1).max(300).optional(),
  bankDeg: z.number().min(0).max(60).optional(),
  headingDeg: z.number().min(0).max(360).optional(),
  /** Higher than the maneuver needs; never lower. */
  altitudeFt: z.number().min(0).max(20_000).optional(),
});
export type LessonItem = z.infer<typeof lessonItemSchema>;

/** The day: air, ground, sky and the time there is. */
export const conditionsSchema = z.object({
  /** At the start, where the airplane file has no stations to load. */
  weightLb: z.number(),
  loading: loadingSchema.optional(),
  groundFt: z.number(),
  headingDeg: z.number(),
  oatC: z.number(),
  qnhHpa: z.number().optional(),
  pressureAltitudeFt: z.number().optional(),
  cloudBaseFt: z.number().optional(),
  cloudClearanceFt: z.number().optional(),
  airspaceBaseFt: z.number().optional(),
  windKt: z.number().optional(),
  /** Minutes from engine start to engine stop. */
  blockMin: z.number().min(15, 'a block is at least 15 minutes').max(300).optional(),
  transitMin: z.number().min(0).max(60).optional(),
  reserveMin: z.number().min(0).max(120).optional(),
  /** Chosen by moving a mark. */
  airspeedKias: z.number().optional(),
  bankDeg: z.number().optional(),
});
export type Conditions = z.infer<typeof conditionsSchema>;

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
  watchFor?: Record<string, string[]>;
}

export const segmentSchema = z.object({
  kind: z.enum(['ground', 'climb', 'transit', 'clear', 'maneuver', 'descent']),
  label: z.string(),
  /** The item that a maneuver's segment belongs to. */
  item: z.string().nullable(),
  startMin: z.number(),
  endMin: z.number(),
  fromFt: z.number(),
  toFt: z.number(),
});
export type Segment = z.infer<typeof segmentSchema>;

/** A stop forbids the flight as planned; a warning wants a decision; a note explains. */
export const noticeSchema = z.object({
  level: z.enum(['stop', 'warning', 'note']),
  text: z.string(),
  item: z.string().nullable(),
});
export type Notice = z.infer<typeof noticeSchema>;

export const balancePointSchema = z.object({
  label: z.string(),
  weightLb: z.number(),
  cgIn: z.number(),
  inside: z.boolean(),
});

export const lessonPlanSchema = z.object({
  segments: z.array(segmentSchema),
  notices: z.array(noticeSchema),
  balance: z.array(balancePointSchema),
  startWeightLb: z.number(),
  totalMin: z.number(),
  blockMin: z.number(),
  fuelUsedGal: z.number().nullable(),
  fuelLeftGal: z.number().nullable(),
  /** For each item its entry altitude, heading and weight. */
  entries: z.array(
    z.object({
      item: z.string(),
      altitudeFt: z.number(),
      headingDeg: z.number(),
      weightLb: z.number(),
      minutes: z.number(),
      fits: z.boolean(),
      /** How many of the lesson's cards are this item's: a turn flown both ways has two. */
      cards: z.number().int(),
    }),
  ),
});
export type LessonPlan = z.infer<typeof lessonPlanSchema>;

export const DEFAULT_BLOCK_MIN = 75;
export const DEFAULT_TRANSIT_MIN = 6;
/** Source: 14 CFR 91.151, day VFR (from memory). */
export const DEFAULT_RESERVE_MIN = 30;
const TAXI_MIN = 8;
const SHUTDOWN_MIN = 4;
/** Rejoin, circuit and landing. */
const PATTERN_MIN = 6;
const DESCENT_FPM = 500;
/** Where the performance model cannot say how fast it climbs. */
const USUAL_CLIMB_FPM = 500;
/** Between one try and the next: a word, a look round, back to the altitude. */
const BETWEEN_MIN = 0.7;
const DEFAULT_GPH = 8;

/** @throws InputError naming field and limit. */
export function planLesson(request: LessonRequest): { plan: LessonPlan; cards: TargetCard[] } {
  const { airplane, conditions, items } = request;
  const technique = withOverrides(request.technique, request.overrides);
  const notices: Notice[] = [];
  const ids = new Set(items.map(({ id }) => id));
  if (ids.size !== items.length) throw new InputError('items: each needs an id of its own');

  const loading = conditions.loading;
  const start = loading ? balanceOf(airplane, loading) : null;
  const startWeightLb = start?.weightLb ?? typedWeight(airplane, conditions.weightLb);
  for (const text of start?.stops ?? []) notices.push({ level: 'stop', text, item: null });
  const fuel = fuelOf(airplane, loading);
  // Over the maximum the stop above says so; the cards are worked out for the maximum meanwhile.
  const weightAfter = (burnedGal: number) =>
    Math.min(
      airplane.maxWeightLb,
      Math.max(airplane.emptyWeightLb ?? 1, startWeightLb - burnedGal * fuel.lbPerGal),
    );

  const timeline = new Timeline(request.fieldFt, fuel);
  timeline.add('ground', 'Start, taxi, run-up', TAXI_MIN, null, request.fieldFt, fuel.groundGal);
  const altitudes = entryAltitudes(request);
  const plan: LessonPlan['entries'] = [];
  const cards: TargetCard[] = [];
  checkRange('heading', conditions.headingDeg, 0, 360, '°');
  let headingDeg = compassDeg(conditions.headingDeg);
  let cleared = false;

  items.forEach((item, i) => {
    const maneuver = requireManeuverBrief(item.maneuver);
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
    const wantsClearing =
      item.maneuver !== 'clearing-turns' && (technique.clearingWhen === 'before-each' || !cleared);
    if (wantsClearing) {
      const minutes = requireManeuverBrief('clearing-turns').minutes(technique, airplane);
      timeline.add('clear', 'Clear', minutes, null, altitudeFt);
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
    const each = maneuver.minutes(technique, airplane);
    const minutes = tries * each + Math.max(0, tries - 1) * BETWEEN_MIN;
    if (tries > 0) timeline.add('maneuver', maneuver.short, minutes, item.id, altitudeFt);
    plan.push({
      item: item.id,
      altitudeFt: first.entry.altitudeFt,
      headingDeg,
      weightLb: roundTo(weightLb, 0),
      minutes: roundTo(minutes, 1),
      fits: first.offToday === null,
      cards: itemCards.length,
    });
    noticesOf(first, maneuver.title, item.id).forEach((notice) => {
      notices.push(notice);
    });
    // Back the way it came, so that the lesson stays over its area.
    if (maneuver.travels) headingDeg = compassDeg(headingDeg + 180);
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
      text: `It takes ${Math.round(totalMin)} min and the block is ${blockMin}: take ${Math.ceil(totalMin - blockMin)} min out, or fewer tries.`,
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

/** @throws InputError when no flight can have this weight; a loading's own problems are stops instead. */
function typedWeight({ emptyWeightLb = 1, maxWeightLb }: Airplane, weightLb: number): number {
  checkRange('weight', weightLb, emptyWeightLb, maxWeightLb, 'lb');
  return weightLb;
}

/** A turn without a variant is flown both ways; anything else has the variant asked for, or its first. */
function variantsOf(item: LessonItem): string[] {
  const { variants } = requireManeuverBrief(item.maneuver);
  if (item.variant !== undefined) return [item.variant];
  return variants[0] === 'left' ? [...variants] : [variants[0]];
}

const cardInput = (request: LessonRequest, technique: Technique, item: LessonItem) => {
  const { airplane, standard, schoolStandard, conditions } = request;
  const {
    groundFt,
    oatC,
    qnhHpa,
    pressureAltitudeFt,
    cloudBaseFt,
    cloudClearanceFt,
    airspaceBaseFt,
    windKt,
  } = conditions;
  return {
    airplane,
    standard,
    schoolStandard,
    technique,
    maneuver: item.maneuver,
    groundFt,
    oatC,
    qnhHpa,
    pressureAltitudeFt,
    cloudBaseFt,
    cloudClearanceFt,
    airspaceBaseFt,
    windKt,
    airspeedKias: item.airspeedKias ?? (item.maneuver === 'steep-turn' ? conditions.airspeedKias : undefined),
    bankDeg: item.bankDeg ?? (item.maneuver === 'steep-turn' ? conditions.bankDeg : undefined),
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
    const maneuver = requireManeuverBrief(items[i].maneuver);
    const wanted = Math.max(later, items[i].altitudeFt ?? 0);
    const ladder = ladderOf(conditions.groundFt, maneuver, conditions, wanted || undefined);
    altitudes[i] = ladder.entryFt;
    if (ladder.fits) later = Math.max(later, ladder.entryFt);
  }
  return altitudes;
}

function climbRate(request: LessonRequest, weightLb: number, fromFt: number, toFt: number): number {
  const model = performanceOf(request.airplane);
  const vy = request.airplane.vyKias;
  if (!model || vy === undefined) return USUAL_CLIMB_FPM;
  const middleFt = (fromFt + toFt) / 2;
  const input = { ...cardInput(request, request.technique, { id: 'climb', maneuver: 'climb' }), weightLb };
  const day = dayOf(input, 'standard', { lossFt: 0, gainFt: 0 });
  const fpm = climbFpm(model, atWeightKias(day, vy), { weightLb, pressureAltitudeFt: middleFt });
  return Math.max(100, fpm);
}

interface Fuel {
  lbPerGal: number;
  groundGal: number;
  lessonGph: number;
  climbGph: number;
}

const fuelOf = (airplane: Airplane, loading: Loading | undefined): Fuel => {
  const fuel = airplane.fuel;
  return {
    // A weight typed in has no tanks behind it, yet it falls as the fuel burns.
    lbPerGal: fuel?.lbPerGal ?? 6,
    groundGal: fuel?.groundGal ?? (loading ? 1 : 0),
    lessonGph: fuel?.lessonGph ?? (loading ? DEFAULT_GPH : 0),
    climbGph: fuel?.climbGph ?? (loading ? 1.3 * DEFAULT_GPH : 0),
  };
};

/** The lesson as it grows: minutes, altitude and fuel. */
class Timeline {
  readonly segments: Segment[] = [];
  nowMin = 0;
  burnedGal = 0;
  private altitudeFt: number;

  constructor(
    fieldFt: number,
    private readonly fuel: Fuel,
  ) {
    this.altitudeFt = fieldFt;
  }

  add(
    kind: Segment['kind'],
    label: string,
    minutes: number,
    item: string | null,
    toFt: number,
    gal?: number,
  ) {
    const gph = kind === 'climb' ? this.fuel.climbGph : this.fuel.lessonGph;
    this.segments.push({
      kind,
      label,
      item,
      startMin: roundTo(this.nowMin, 2),
      endMin: roundTo(this.nowMin + minutes, 2),
      fromFt: this.altitudeFt,
      toFt,
    });
    this.nowMin += minutes;
    this.burnedGal += gal ?? (gph * minutes) / 60;
    this.altitudeFt = toFt;
  }

  /** Climbs or descends to an altitude, if it is not there already. */
  goTo(toFt: number, climbFpmFrom: (fromFt: number) => number) {
    const change = toFt - this.altitudeFt;
    if (Math.abs(change) < 50) return;
    if (change > 0) this.add('climb', 'Climb', change / climbFpmFrom(this.altitudeFt), null, toFt);
    else this.add('descent', 'Descend', -change / DESCENT_FPM, null, toFt);
  }

  /** Minutes of the segment just added, if it is of this kind. */
  lastMinutes(kind: Segment['kind']): number {
    const last = this.segments.at(-1);
    return last?.kind === kind ? last.endMin - last.startMin : 0;
  }
}

function noticesOf(card: TargetCard, title: string, item: string): Notice[] {
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
function offered(conditions: Conditions): Notice {
  const fitting = LESSON_TEMPLATES.filter(({ items }) =>
    items.every(
      ({ maneuver }) => ladderOf(conditions.groundFt, requireManeuverBrief(maneuver), conditions).fits,
    ),
  ).map(({ title }) => title);
  const text =
    fitting.length > 0
      ? `These lessons fit under today’s ceiling: ${fitting.join('; ')}.`
      : 'None of the usual lessons fits under today’s ceiling: a day for the ground.';
  return { level: 'note', text, item: null };
}

const lowerFirst = (text: string) => text.charAt(0).toLowerCase() + text.slice(1);

function fuelNotices(
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
function balanceAlong(
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
