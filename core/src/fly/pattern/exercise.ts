/** The pattern in the trainer: from the line-up or from final, at a field with the day's wind. */
import { referenceSpeed } from '../../field/reference-speed.ts';
import { beginFlight, type Flight, layRunway, stepFlight } from '../../flight/model/flight.ts';
import { trimFlight } from '../../flight/model/trim.ts';
import { type Cockpit, level, type Script } from '../../flight/pilot/cockpit.ts';
import { FT_TO_M } from '../../units/convert.ts';
import { type Airfield, pointAt, stand } from '../airfield.ts';
import { cardBeside, nothingShown } from '../beside-lesson.ts';
import type { Exercise } from '../exercise.ts';
import { airframeFor } from '../fly.ts';
import type { PatternOptions, TrainerOptions } from '../trainer-types.ts';
import { patternCoach } from './coach.ts';
import { patternFigures } from './figures.ts';
import { openLandingLog } from './landing-log.ts';
import { openPlace } from './place.ts';
import { patternShown } from './shown.ts';

/** A final this far out, ft from the threshold. */
const FINAL_FT = 9000;
/** A field is known by an airplane that stands on it for a quarter of a minute. */
const STANDS_S = 18;
/** Loads and attitudes on the wheels that no light airplane stands. */
const BREAKS_G = 4;
const TIPS_DEG = 22;
/** The card's own floor is far below: the runway is one. */
const NO_FLOOR_FT = -5000;

export function patternExercise(options: TrainerOptions, pattern: PatternOptions): Exercise {
  const { airplane, seed = 1 } = options;
  const { fieldFt, runwayDeg, rules, gustKt = null } = pattern;
  const { weightLb } = options.card;
  const windKt = options.windKt ?? null;
  const stage = airplane.flaps.length;
  const final = referenceSpeed(airplane, { weightLb, stage, windKt, gustKt }).kias;
  const figures = patternFigures(airplane, rules, final ?? 1.3 * airplane.vs0Kias);
  const card = cardBeside(options, {
    maneuver: 'pattern',
    title: 'Pattern',
    groundFt: fieldFt,
    entry: { altitudeFt: fieldFt + rules.patternFt, headingDeg: runwayDeg, floorFt: NO_FLOOR_FT },
  });
  const airframe = airframeFor(airplane, weightLb);
  const field: Airfield = {
    fieldFt,
    runwayDeg,
    northM: 0,
    eastM: 0,
    side: rules.side,
    patternFt: rules.patternFt,
  };
  let look = openPlace(field);
  let log = openLandingLog(rules.gateFt);

  function begin(timeS: number): Flight {
    look = openPlace(field);
    log = openLandingLog(rules.gateFt);
    const onFinal = pattern.from === 'final';
    const flapsDeg = onFinal ? (airplane.flaps[0]?.deg ?? 0) : 0;
    const downFt = FINAL_FT * Math.tan((rules.pathDeg * Math.PI) / 180);
    const trimmed = trimFlight(airframe, {
      altitudeFt: fieldFt + (onFinal ? downFt : 500),
      kias: onFinal ? figures.baseKias : figures.climbKias,
      headingDeg: runwayDeg,
      flapsDeg,
      verticalFpm: onFinal ? -350 : 0,
      warmerC: options.warmerC,
    });
    const flight = beginFlight(airframe, trimmed, options, seed);
    flight.state.timeS = timeS;
    if (onFinal) {
      layRunway(flight, fieldFt * FT_TO_M);
      Object.assign(flight.state, pointAt(field, { alongM: -FINAL_FT * FT_TO_M, leftM: 0 }));
    } else stand(flight, field, runwayDeg);
    stepFlight(flight);
    return flight;
  }

  return {
    card,
    settings: {
      card,
      seed,
      skill: 0.95,
      entryKias: figures.downwindKias,
      altitudeFt: card.entry.altitudeFt,
      headingDeg: runwayDeg,
    },
    part: { coach: patternCoach(figures, pattern.from), faults: [] },
    figures,
    demonstration: nothingShown,
    begin,
    standsS: STANDS_S,
    show: (c) => patternShown(c, field),
    hold: (c) => holdStill(c),
    follow(flight, seen) {
      const now = look(flight);
      log.keep({
        kias: seen.kias,
        verticalFpm: seen.verticalFpm,
        loadG: seen.loadG,
        flapsDeg: seen.flapsDeg,
        field: now,
      });
      return { field: now, landing: log.landing };
    },
    isDown: ({ motion }, { loadG, bankDeg, pitchDeg }) =>
      motion.onWheels > 0 &&
      (loadG > BREAKS_G || Math.abs(bankDeg) > TIPS_DEG || Math.abs(pitchDeg) > TIPS_DEG),
  };
}

/** On the brakes where it stands or rolls; level in the air. */
function* holdStill(c: Cockpit): Script {
  for (;;) {
    if (c.flight.motion.onWheels > 0.1) {
      c.aim.pitch = { by: 'stick', elevator: 0 };
      c.aim.power = { by: 'throttle', throttle: 0 };
      Object.assign(c.aim.roll, { deg: c.seen.headingDeg, taxiKt: null, brakes: 0.6 });
    } else level(c);
    yield;
  }
}
