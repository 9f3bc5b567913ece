/** The last mile: down the slope along the runway's line, and then the landing or the go-around; and how each goes wrong. */
import { groundVelocity } from '../flight/model/flight.ts';
import { type Cockpit, flapsOf, hold, type Script, until } from '../flight/pilot/cockpit.ts';
import { radians } from '../units/angles.ts';
import { FPM_PER_KT, FT_TO_M } from '../units/convert.ts';
import { clamp } from '../units/numbers.ts';
import { type Airfield, beside, heightFt, near, onTrack } from './airfield.ts';
import { onWheels } from './ground-run.ts';
import { approachKiasOf, climbKiasOf } from './speeds.ts';

/** What a pilot of a circuit can do wrong. */
export const PATTERN_HABITS = [
  'skidded-base',
  'fast-final',
  'unstable-pressed-on',
  'high-flare',
  'late-flare',
  'crab-at-touch',
  'flaps-at-once',
] as const;
export type PatternHabit = (typeof PATTERN_HABITS)[number];

const PATTERN_FT = 1000;
const SLOPE = Math.tan(radians(3));
const STEEP = Math.tan(radians(6));
/** The slope ends so far past the threshold, m. */
const AIM_M = 120;
const GO_AROUND_FT = 180;
/** From here on it is rounded out, the nose along the runway. */
const FLARE_FT = 26;
const STRAIGHT_FT = 22;
/** A late one begins where the wheels are nearly down; a high one is levelled off so far above the runway. */
const LATE_FT = 5;
const HIGH_FT = 13;
const FAST_KT = 13;
/** Between one stage of the flaps and the next in a go-around, s. */
const STAGE_S = 6;
/** Carried for the gusts. */
const SPARE_KT = 2;
/** The steepest that an approach goes down, and the flattest, ft/min. */
const STEEPEST_FPM = -800;
const FLATTEST_FPM = 50;

/**
 * Down the slope along what is left to fly, to a point a little past the threshold; the power holds the speed.
 * @param toTurnM what is left of downwind, m
 */
export function downTheSlope(
  c: Cockpit,
  field: Airfield,
  kias: number,
  { slope = SLOPE, toTurnM = 0 }: { slope?: number; toTurnM?: number } = {},
): void {
  const { alongM, leftM } = beside(c.flight, field);
  const leftToFlyM = 2 * toTurnM + Math.max(0, AIM_M - alongM) + Math.max(0, Math.abs(leftM) - 200);
  const patternFt = field.patternFt ?? PATTERN_FT;
  const wantedFt = Math.min(patternFt, (leftToFlyM * slope) / FT_TO_M);
  const high = heightFt(c, field) - wantedFt;
  const alongFpm = wantedFt < patternFt ? -c.seen.tasKt * FPM_PER_KT * slope : 0;
  const steepest = slope > SLOPE ? 2 * STEEPEST_FPM : STEEPEST_FPM;
  c.aim.pitch = { by: 'climb', fpm: clamp(alongFpm - 6 * high, steepest, FLATTEST_FPM) };
  c.aim.power = {
    by: 'speed',
    throttle: c.throttleFor(kias, { flapsDeg: c.aim.flapsDeg, fpm: -400 }),
    kias,
  };
}

/** Along the runway's line to where it is rounded out, or broken off. */
export function* finalApproach(
  c: Cockpit,
  field: Airfield,
  { breaksOff = false, spareKt = SPARE_KT }: { breaksOff?: boolean; spareKt?: number } = {},
): Script {
  c.aim.flapsDeg = flapsOf(c, c.flight.airframe.airplane.flaps.length);
  const hurried = c.habit('unstable-pressed-on');
  const kias =
    approachKiasOf(c.flight.airframe.airplane) + (c.habit('fast-final') || hurried ? FAST_KT : spareKt);
  const lowest = breaksOff ? GO_AROUND_FT : c.habit('late-flare') ? LATE_FT : FLARE_FT;
  yield* until(
    c,
    150,
    () => heightFt(c, field) < lowest,
    () => {
      const { leftM } = beside(c.flight, field);
      const track = field.runwayDeg + clamp(leftM / 4, -30, 30);
      c.aim.bank = { by: 'heading', deg: onTrack(c, track), mostDeg: 20 };
      downTheSlope(c, field, kias, { slope: hurried ? STEEP : SLOPE });
    },
  );
}

/** Power, a climb, then the flaps stage by stage; or all of them at once. */
export function* goAround(c: Cockpit, field: Airfield): Script {
  const { airplane } = c.flight.airframe;
  c.mark('go-around');
  c.aim.power = { by: 'throttle', throttle: 1 };
  c.aim.bank = { by: 'heading', deg: near(c, field.runwayDeg), mostDeg: 10 };
  c.aim.pitch = { by: 'climb', fpm: 250 };
  if (c.habit('flaps-at-once')) c.aim.flapsDeg = 0;
  else
    for (let stage = airplane.flaps.length - 1; stage >= 0; stage--) {
      yield* hold(c, STAGE_S);
      c.aim.flapsDeg = flapsOf(c, stage);
    }
  c.aim.pitch = { by: 'speed', kias: climbKiasOf(airplane) };
}

/** Power off, the nose held off until the wheels take it. */
export function* land(c: Cockpit, field: Airfield): Script {
  c.aim.power = { by: 'throttle', throttle: 0 };
  c.aim.heedsWarning = false;
  c.aim.attention = 2;
  const slowKias = 1.1 * c.flight.airframe.airplane.vs0Kias;
  const restFt = c.habit('high-flare') ? HIGH_FT : 0;
  yield* until(
    c,
    60,
    () => onWheels(c),
    () => {
      const high = heightFt(c, field) - restFt;
      // Held off just above the runway until there is no speed left to fly with.
      const fpm = high > 6 ? Math.max(60, 15 * high) : c.seen.kias > slowKias ? 4 * high - 10 : 90;
      if (restFt > 0 && c.seen.kias <= slowKias) c.aim.pitch = { by: 'attitude', deg: 7, degPerS: 2 };
      else if (c.habit('late-flare')) c.aim.pitch = { by: 'attitude', deg: 6, degPerS: 4 };
      else c.aim.pitch = { by: 'climb', fpm: -fpm };
      straighten(c, field);
    },
  );
  c.mark('touch-down');
}

/** The upwind wing down by as much as the drift asks for, the nose along the runway. */
function straighten(c: Cockpit, field: Airfield): void {
  if (c.habit('crab-at-touch') || heightFt(c, field) > STRAIGHT_FT) return;
  const { north, east } = groundVelocity(c.flight);
  const angle = radians(field.runwayDeg);
  const toRightMps = east * Math.cos(angle) - north * Math.sin(angle);
  const { leftM } = beside(c.flight, field);
  c.aim.rudder = { by: 'nose', deg: near(c, field.runwayDeg) };
  c.aim.bank = { by: 'bank', deg: clamp(0.6 * leftM - 5 * toRightMps, -10, 10) };
}
