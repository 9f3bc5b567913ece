/**
 * A way into a spin as a trap in the trainer: begun high, made by somebody else's foot or pull, noticed and stopped. The spin
 * itself is never the task.
 */
import { targetCard } from '../../brief/target-card.ts';
import { beginFlight, type Flight, stepFlight } from '../../flight/model/flight.ts';
import { trimFlight } from '../../flight/model/trim.ts';
import { type Cockpit, hold, level, type Script, until } from '../../flight/pilot/cockpit.ts';
import { DEFAULT_STANDARD_ID, findStandard } from '../../standards/standards.ts';
import { clamp } from '../../units/numbers.ts';
import type { Exercise, Meddling } from '../exercise.ts';
import { airframeFor } from '../fly.ts';
import type { TrainerOptions } from '../trainer-types.ts';
import { TRAP_BANK_DEG, type TrapKind, trapCoach } from './coach.ts';

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
  const glideKias = Math.round(airplane.approachKias ?? 1.3 * airplane.vs0Kias) + 4;
  const altitudeFt = 100 * Math.ceil((groundFt + ABOVE_GROUND_FT) / 100);
  const plain = targetCard({
    airplane,
    standard: findStandard(DEFAULT_STANDARD_ID)!,
    maneuver: 'straight-and-level',
    weightLb,
    groundFt,
    headingDeg: options.card.entry.headingDeg,
  });
  const entry = { ...plain.entry, altitudeFt, airspeedKias: null };
  const card = {
    ...plain,
    maneuver: `trap-${kind}`,
    variant: 'standard',
    title: TITLES[kind],
    entry,
    tolerances: [],
    power: null,
  };
  const airframe = airframeFor(airplane, weightLb);
  const { headingDeg } = entry;
  const flapsDeg = airplane.flaps[0]?.deg ?? 0;
  let sinceS: number | null = null;
  let letGo = false;

  return {
    card,
    settings: { card, seed, skill: 0.95, entryKias: glideKias, altitudeFt, headingDeg },
    part: { coach: trapCoach(kind, glideKias), faults: [] },
    demonstration: (lanes) => ({
      stepS: 1,
      lanes: lanes.map(() => []),
      attitude: { pitchDeg: 0, bankDeg: 0 },
    }),
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

const TITLES: Record<TrapKind, string> = {
  skid: 'Skidded, base to final',
  'over-the-top': 'Slipped, over the top',
  pull: 'The pull near the ground',
};

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

function* holdLevel(c: Cockpit): Script {
  for (;;) {
    level(c);
    yield;
  }
}
