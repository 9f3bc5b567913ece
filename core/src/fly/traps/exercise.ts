/**
 * A way into a spin as a trap in the trainer: begun high, made by somebody else's foot or pull, noticed and stopped. The spin
 * itself is never the task.
 */
import { beginFlight, type Flight, stepFlight } from '../../flight/model/flight.ts';
import { trimFlight } from '../../flight/model/trim.ts';
import { type Cockpit, hold, holdLevel, type Script, until } from '../../flight/pilot/cockpit.ts';
import { clamp } from '../../units/numbers.ts';
import { cardBeside, nothingShown } from '../beside-lesson.ts';
import type { Exercise, Meddling } from '../exercise.ts';
import { airframeFor } from '../fly.ts';
import { approachKiasOf } from '../speeds.ts';
import type { TrainerOptions } from '../trainer-types.ts';
import { TRAP_BANK_DEG, TRAP_TITLES, type TrapKind, trapCoach } from './coach.ts';

/** Above the ground, ft: twice what an ordinary stall there asks for. */
const ABOVE_GROUND_FT = 3500;
/** The foot comes in, or the pull, over this time; and how far the ball is brought out by it. */
const COMES_S = 9;
const MOST_G = 0.17;
const PULL_DEG = 11;
const SINK_FPM = -500;
/** A stick that is pushed this far lets go of it. */
const LET_GO = -0.5;

export function trapExercise(options: TrainerOptions, kind: TrapKind): Exercise {
  const { airplane, groundFt, seed = 1 } = options;
  const { weightLb } = options.card;
  const glideKias = Math.round(approachKiasOf(airplane)) + 4;
  const altitudeFt = 100 * Math.ceil((groundFt + ABOVE_GROUND_FT) / 100);
  const card = cardBeside(options, {
    maneuver: `trap-${kind}`,
    title: TRAP_TITLES[kind],
    groundFt,
    entry: { altitudeFt, headingDeg: options.card.entry.headingDeg },
  });
  const airframe = airframeFor(airplane, weightLb);
  const { headingDeg } = card.entry;
  const flapsDeg = airplane.flaps[0]?.deg ?? 0;
  let sinceS: number | null = null;
  let letGo = false;

  return {
    card,
    settings: { card, seed, skill: 0.95, entryKias: glideKias, altitudeFt, headingDeg },
    part: { coach: trapCoach(kind, glideKias), faults: [] },
    demonstration: nothingShown,
    begin(timeS): Flight {
      sinceS = null;
      letGo = false;
      const at = { altitudeFt, kias: glideKias, headingDeg, flapsDeg, warmerC: options.warmerC };
      const flight = beginFlight(
        airframe,
        trimFlight(airframe, { ...at, verticalFpm: SINK_FPM }),
        options,
        seed,
      );
      flight.state.timeS = timeS;
      stepFlight(flight);
      return flight;
    },
    *show(c) {
      yield* glideTurn(c, glideKias);
      yield* holdLevel(c);
    },
    hold: holdLevel,
    meddle(aim, { seen, step, input }: Meddling) {
      if (step === 'ready' || step === 'avoid') {
        sinceS = null;
        letGo = false;
        return aim;
      }
      sinceS ??= seen.timeS;
      letGo ||= input.elevator < LET_GO;
      if (letGo) return aim;
      const come = clamp((seen.timeS - sinceS) / COMES_S, 0, 1);
      if (kind === 'pull')
        return aim.pitch.by === 'attitude'
          ? { ...aim, pitch: { ...aim.pitch, deg: aim.pitch.deg + PULL_DEG * come } }
          : aim;
      const inside = Math.sign(seen.bankDeg) * (kind === 'skid' ? 1 : -1);
      return { ...aim, rudder: { by: 'ball', offG: inside * MOST_G * come } };
    },
    isDown: (_, seen) => seen.altitudeFt < groundFt,
  };
}

/** The turn as it belongs: the ball in the middle, the speed kept. */
function* glideTurn(c: Cockpit, kias: number): Script {
  c.aim.power = {
    by: 'throttle',
    throttle: c.throttleFor(kias, { flapsDeg: c.aim.flapsDeg, fpm: SINK_FPM }),
  };
  c.aim.pitch = { by: 'speed', kias };
  c.aim.rudder = { by: 'ball' };
  yield* hold(c, 6);
  c.aim.bank = { by: 'bank', deg: -TRAP_BANK_DEG };
  yield* hold(c, 25);
  c.aim.bank = { by: 'bank', deg: 0 };
  yield* until(c, 6, () => Math.abs(c.seen.bankDeg) < 3);
}
