/** What a lesson is beside its maneuvers: taxi, run-up, takeoff, pattern, approach and go-around, for this airplane and day. */
import { standardTemperatureC } from '../atmosphere/atmosphere.ts';
import { drift, gusting } from '../mechanics/wind.ts';
import { performanceOf } from '../performance/fit.ts';
import { levelFlight } from '../performance/level.ts';
import { compassDeg, radians } from '../units/angles.ts';
import { FPM_PER_KT } from '../units/convert.ts';
import { endDeg } from '../units/runway.ts';
import { bookDistance } from './book-distance.ts';
import { checkFieldDay, type FieldDay, fieldTasKt, type RunwayWind, runwayWind } from './field-day.ts';
import { type ReferenceSpeed, referenceSpeed } from './reference-speed.ts';
import { FIELD_FIGURES } from './tables.ts';

export interface FieldCards {
  day: FieldDay;
  wind: RunwayWind | null;
  /** Whether the day's wind is within the student's own limits; null where one of the two is not known. */
  withinLimits: boolean | null;
  taxi: TaxiQuarter[] | null;
  takeoff: TakeoffCard;
  pattern: { altitudeFt: number; legs: PatternLeg[] | null };
  approach: ApproachCard;
  goAround: GoAroundCard;
}

/** Headings, clockwise, on which the wind comes from one quarter of the airplane, and where the stick is then. */
export interface TaxiQuarter {
  fromDeg: number;
  toDeg: number;
  wind: 'ahead' | 'behind';
  side: 'left' | 'right';
  aileron: 'left' | 'right';
  elevator: 'neutral' | 'back' | 'forward';
}

interface TakeoffCard {
  stage: number;
  rotateKias: number | null;
  vxKias: number | null;
  vyKias: number | null;
  /** At the day’s air, no wind, maximum weight. */
  distance: ReturnType<typeof bookDistance>;
  abort: AbortPoint | null;
}

/** Where the takeoff is given up unless the airplane has this speed; it proves nothing about stopping. */
interface AbortPoint {
  atFt: number;
  kias: number;
  by: 'half-runway' | 'book-roll';
}

const LEGS = ['upwind', 'crosswind', 'downwind', 'base', 'final'] as const;
export interface PatternLeg {
  leg: (typeof LEGS)[number];
  courseDeg: number;
  kias: number | null;
  stage: number;
  /** What holds it, in the airplane's unit: level, or down the path; `full` in the climb, null where no model tells. */
  power: number | 'full' | null;
  /** Undefined where speed or wind are not known, or the wind is too strong to keep the leg. */
  wind?: ReturnType<typeof drift>;
}

interface ApproachCard {
  stage: number;
  speed: ReferenceSpeed;
  gateFt: number;
  slowestKias: number;
  fastestKias: number;
  landing: ReturnType<typeof bookDistance>;
}

interface GoAroundCard {
  /** Stages to bring up, in order: the first with the power, each further one climbing. */
  fromDeg: number;
  firstDeg: number;
  vxKias: number | null;
  vyKias: number | null;
}

/** @throws InputError for a day that cannot be. */
export function fieldCards(day: FieldDay): FieldCards {
  checkFieldDay(day);
  const { airplane, rules, windKt, gustKt, weightLb } = day;
  const stage = airplane.flaps.length;
  const speed = referenceSpeed(airplane, { weightLb, stage, windKt, gustKt });
  const landing = bookDistance(airplane.book?.landing, day.pressureAltitudeFt, day.fieldOatC);
  return {
    day,
    wind: runwayWind(day),
    withinLimits: withinLimits(day),
    taxi: taxiQuarters(day),
    takeoff: takeoffCard(day),
    pattern: { altitudeFt: day.fieldFt + rules.patternFt, legs: legsOf(day, speed) },
    approach: {
      stage,
      speed,
      gateFt: rules.gateFt,
      slowestKias: speed.kias - FIELD_FIGURES.slowKt,
      fastestKias: Math.min(
        speed.kias + FIELD_FIGURES.fastKt,
        airplane.flaps.at(-1)?.vfeKias ?? Number.POSITIVE_INFINITY,
      ),
      landing,
    },
    goAround: {
      fromDeg: airplane.flaps.at(-1)?.deg ?? 0,
      firstDeg: airplane.goAroundFlapsDeg ?? airplane.flaps.at(-2)?.deg ?? 0,
      vxKias: airplane.vxKias ?? null,
      vyKias: airplane.vyKias ?? null,
    },
  };
}

/** By the gust, as the release of a solo is checked. */
function withinLimits(day: FieldDay): boolean | null {
  const { limits, windKt, gustKt } = day;
  const wind = runwayWind(day);
  if (!limits || !wind || windKt === null) return null;
  const { mostKt, spreadKt } = gusting(windKt, gustKt);
  return (
    mostKt <= limits.windKt && Math.abs(wind.crossKt) <= limits.crosswindKt && spreadKt <= limits.gustSpreadKt
  );
}

/** “Climb into, dive away.” FAA-H-8083-3, taxiing (from memory). */
function taxiQuarters({ airplane, windFromDeg, windKt }: FieldDay): TaxiQuarter[] | null {
  if (windFromDeg === null || !windKt) return null;
  const ahead = airplane.tailwheel ? 'back' : 'neutral';
  const quarter = (
    from: number,
    wind: TaxiQuarter['wind'],
    side: TaxiQuarter['side'],
    aileron: TaxiQuarter['aileron'],
  ): TaxiQuarter => ({
    fromDeg: compassDeg(windFromDeg + from),
    toDeg: compassDeg(windFromDeg + from + 90),
    wind,
    side,
    aileron,
    elevator: wind === 'ahead' ? ahead : 'forward',
  });
  return [
    // Heading to the right of the wind’s direction has it ahead on the left: the left aileron up, the stick to the left.
    quarter(0, 'ahead', 'left', 'left'),
    quarter(90, 'behind', 'left', 'right'),
    quarter(180, 'behind', 'right', 'left'),
    quarter(270, 'ahead', 'right', 'right'),
  ];
}

function takeoffCard(day: FieldDay): TakeoffCard {
  const { airplane, runwayFt } = day;
  const rotateKias = airplane.rotateKias ?? null;
  const distance = bookDistance(airplane.book?.takeoff, day.pressureAltitudeFt, day.fieldOatC);
  const roll = 'missing' in distance ? null : distance.groundFt;
  return {
    stage: airplane.takeoffStage ?? 0,
    rotateKias,
    vxKias: airplane.vxKias ?? null,
    vyKias: airplane.vyKias ?? null,
    distance,
    abort: rotateKias === null ? null : abortPoint(rotateKias, runwayFt, roll),
  };
}

/**
 * Seven tenths of the speed by half the length: speed grows with the root of the distance while the pull stays (0.7² ≈ ½). Or
 * where the book has it off the ground, if that comes first. Common practice, no source.
 */
function abortPoint(rotateKias: number, runwayFt: number | null, rollFt: number | null): AbortPoint | null {
  if (runwayFt === null) return null;
  const half = runwayFt / 2;
  return rollFt !== null && rollFt < half
    ? { atFt: rollFt, kias: rotateKias, by: 'book-roll' }
    : { atFt: half, kias: FIELD_FIGURES.abortShare * rotateKias, by: 'half-runway' };
}

/** Each leg with its speed, its flaps, and the heading that keeps it in today’s wind. */
function legsOf(day: FieldDay, final: ReferenceSpeed): PatternLeg[] | null {
  const { airplane, runway, rules, windFromDeg, windKt } = day;
  if (runway === null) return null;
  const runwayDeg = endDeg(runway);
  const turn = rules.side === 'left' ? -90 : 90;
  const { patternKias: own, vyKias = null } = airplane;
  const stages = airplane.flaps.length;
  const base = Math.min(stages, Math.max(1, stages - 1));
  const flown: [kias: number | null, stage: number][] = [
    [vyKias, 0],
    [vyKias, 0],
    [own?.downwind ?? null, 0],
    [own?.base ?? null, base],
    [final.kias, stages],
  ];
  const power = powerOf(day);
  return LEGS.map((leg, i) => {
    const [kias, stage] = flown[i];
    const courseDeg = compassDeg(runwayDeg + turn * [0, 1, 2, 3, 4][i]);
    const known = kias !== null && windFromDeg !== null && windKt !== null;
    const wind = known ? drift(courseDeg, fieldTasKt(day, kias, stage), windFromDeg, windKt) : undefined;
    return { leg, courseDeg, kias, stage, power: power(leg, kias, stage), ...(wind && { wind }) };
  });
}

/** From the model of the airplane's book: nothing is said where it has none, or where it would take less than idling. */
function powerOf(
  day: FieldDay,
): (leg: PatternLeg['leg'], kias: number | null, stage: number) => PatternLeg['power'] {
  const { airplane, weightLb, fieldFt, rules } = day;
  const model = performanceOf(airplane);
  const pressureAltitudeFt = (day.pressureAltitudeFt ?? fieldFt) + rules.patternFt;
  const oatC = (day.fieldOatC ?? standardTemperatureC(fieldFt)) - 2 * (rules.patternFt / 1000);
  return (leg, kias, stage) => {
    if (leg === 'upwind' || leg === 'crosswind') return 'full';
    if (!model || kias === null) return null;
    const down = leg === 'base' || leg === 'final' ? fieldTasKt(day, kias, stage) * FPM_PER_KT : 0;
    const verticalFpm = -down * Math.tan(radians(rules.pathDeg));
    const { power } = levelFlight(model, kias, { pressureAltitudeFt, oatC, weightLb, stage }, verticalFpm);
    return power > 0 ? power : null;
  };
}
