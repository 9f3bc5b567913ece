/**
 * The trainer: one flight that a student and a synthetic instructor fly by turns, with the help that is switched on,
 * an exchange of controls, a word from the right seat, and a recording of all of it. Time is given to it from outside.
 */
import { type Coach, type CoachLook, openCoach } from '../coach/coach.ts';
import { type Flight, STEP_HZ, stepFlight } from '../flight/model/flight.ts';
import { type FlightRecorder, flightRecorder } from '../flight/model/flight-recorder.ts';
import { readInstruments } from '../flight/model/instruments.ts';
import { type Cockpit, LOOKS_PER_S, type Pilot, pilotFor, type Script } from '../flight/pilot/cockpit.ts';
import { openEyes, type Seen } from '../flight/pilot/eyes.ts';
import { type Aim, type Hands, moveControls, restingHands } from '../flight/pilot/hands.ts';
import { clamp } from '../units/numbers.ts';
import {
  awaitsStudent,
  beginExchange,
  type Exchange,
  exchangeAfter,
  type Holder,
  holderAfter,
  studentAnswers,
  wordOf,
} from './exchange.ts';
import { type Exercise, maneuverExercise } from './exercise.ts';
import { deviationOf, lanesOf } from './lanes.ts';
import { patternExercise } from './pattern/exercise.ts';
import { sharedAim } from './shared-axis.ts';
import type { Assistance, SharedAxis, StudentInput, Trainer, TrainerOptions } from './trainer-types.ts';
import { trapExercise } from './traps/exercise.ts';

const LOOK_S = 1 / LOOKS_PER_S;
const STEPS = STEP_HZ / LOOKS_PER_S;
/** A jump in time that no attempt spans. */
const RESET_GAP_S = 10;
const STEADY_ROLL_DEG_PER_S = 16;
const STEADY_PITCH_DEG_PER_S = 3;
/** Let go this near to level, the wings go level. */
const SNAP_DEG = 2.5;
/** Asked for more than this on the wheels, the nose is being raised. */
const ROTATES_DEG = 2;
const STEERED_DEG_PER_S = 8;
/** The coach looks ten times a second. */
const LOOKS_PER_COACH = LOOKS_PER_S / 10;

function exerciseOf(options: TrainerOptions): Exercise {
  if (options.pattern) return patternExercise(options, options.pattern);
  return options.trap ? trapExercise(options, options.trap) : maneuverExercise(options);
}

/** @throws InputError when the airplane cannot be flown, or the card has no maneuver that is. */
export function openTrainer(options: TrainerOptions): Trainer {
  const { airplane, groundFt, seed = 1 } = options;
  const exercise = exerciseOf(options);
  const { card, settings } = exercise;
  const lanes = lanesOf(card);
  const recorder: FlightRecorder = flightRecorder({ rateHz: 10, seed });
  const assistance: Assistance = { rudder: true, steady: true, ...options.assistance };

  let flight = exercise.begin(0);
  let eyes = openEyes();
  let seen: Seen = eyes(flight);
  let hands: Hands = restingHands(flight, seen);
  let pilot: Pilot | null = null;
  let holder: Holder = 'student';
  let exchange: Exchange | null = null;
  let showing = false;
  let wantsShow = false;
  let owedS = 0;
  let down = false;
  let target = { pitchDeg: seen.pitchDeg, bankDeg: 0, rollDeg: seen.headingDeg };
  let at = exercise.follow?.(flight, seen);
  const coach: Coach = openCoach({ card, airplane, words: options.words, part: exercise.part });
  let looks = 0;
  let shared: SharedAxis | null = null;
  let alone = false;
  let turned = { fromDeg: seen.headingDeg, deg: 0 };
  let last = lanes.map((lane) => deviationOf(lane, readInstruments(flight)));
  const held: { startS: number; endS: number }[] = [];
  const firstS = flight.state.timeS;
  let input: StudentInput = inputFrom(flight);

  function inputFrom({ controls }: Flight): StudentInput {
    return {
      aileron: 0,
      elevator: 0,
      rudder: 0,
      throttle: controls.throttle,
      trim: controls.trim,
      flapsDeg: controls.flapsDeg,
      brakes: 0,
    };
  }

  function studentAim(): Aim {
    return {
      pitch: !assistance.steady
        ? { by: 'stick', elevator: input.elevator }
        : rolls() && target.pitchDeg < ROTATES_DEG
          ? // The nose wheel holds it: the stick rests.
            { by: 'stick', elevator: 0 }
          : { by: 'attitude', deg: target.pitchDeg, degPerS: 20 },
      bank: assistance.steady ? { by: 'bank', deg: target.bankDeg } : { by: 'stick', aileron: input.aileron },
      rudder: assistance.rudder ? { by: 'ball' } : { by: 'pedal', rudder: input.rudder },
      power: { by: 'throttle', throttle: input.throttle },
      flapsDeg: input.flapsDeg,
      rollDegPerS: STEADY_ROLL_DEG_PER_S,
      pull: 1,
      attention: 1,
      heedsWarning: false,
      trims: assistance.steady,
      roll: {
        deg: target.rollDeg,
        mostDegPerS: STEERED_DEG_PER_S,
        taxiKt: null,
        brakes: input.brakes,
        pedal: assistance.rudder ? undefined : input.rudder,
      },
    };
  }

  const rolls = () => flight.motion.onWheels > 0.1;

  function studentLook(): void {
    if (rolls()) {
      // On the wheels the stick to the side steers, for those whose feet are helped.
      target.bankDeg = 0;
      target.rollDeg += assistance.rudder ? input.aileron * STEERED_DEG_PER_S * LOOK_S : 0;
      target.pitchDeg = clamp(target.pitchDeg + input.elevator * STEADY_PITCH_DEG_PER_S * LOOK_S, -2, 15);
      if (!assistance.steady) flight.controls.trim = input.trim;
    } else if (assistance.steady) {
      target.rollDeg = seen.headingDeg;
      target.pitchDeg = clamp(target.pitchDeg + input.elevator * STEADY_PITCH_DEG_PER_S * LOOK_S, -25, 30);
      target.bankDeg = clamp(target.bankDeg + input.aileron * STEADY_ROLL_DEG_PER_S * LOOK_S, -75, 75);
      if (input.aileron === 0 && Math.abs(target.bankDeg) < SNAP_DEG) target.bankDeg = 0;
    } else flight.controls.trim = input.trim;
    const own = shared
      ? sharedAim(shared, studentAim(), { card, look: coached, seen, throttle: input.throttle })
      : studentAim();
    moveControls(
      hands,
      exercise.meddle?.(own, { seen, step: coached.step.id, input }) ?? own,
      seen,
      flight,
      LOOK_S,
    );
    if (assistance.steady) input.trim = flight.controls.trim;
    for (let i = 0; i < STEPS; i++) keep(flight);
  }

  function keep(f: Flight): void {
    stepFlight(f);
    recorder.keep(f);
  }

  /** Kept standing for a while, where it is on its wheels and slow. */
  function stand(): void {
    const slow = at && at.field.onWheels > 0.5 && at.field.overKt < 20;
    if (!exercise.standsS || !slow) return;
    Object.assign(flight.controls, { throttle: 0, brakes: 1 });
    for (let i = 0; i < exercise.standsS * STEP_HZ; i++) keep(flight);
    at = exercise.follow?.(flight, eyes(flight));
  }

  function look(): void {
    if (exchange) {
      exchange = exchangeAfter(exchange, flight.state.timeS);
      if (exchange) give(holderAfter(exchange));
    }
    if (holder === 'instructor' && pilot) {
      if (!pilot.look(keep)) {
        // Shown: the controls are offered back, and it flies level until they are taken.
        showing = false;
        pilot = instructor(exercise.hold);
        exchange ??= beginExchange('instructor', flight.state.timeS);
      }
    } else studentLook();
    seen = eyes(flight);
    at = exercise.follow?.(flight, seen);
    follow();
    down = exercise.isDown(flight, seen);
  }

  const instructor = (script: (c: Cockpit) => Script): Pilot => pilotFor(flight, settings, script);

  function give(to: Holder): void {
    if (to === holder) return;
    holder = to;
    if (to === 'instructor') {
      held.push({ startS: flight.state.timeS, endS: Number.POSITIVE_INFINITY });
      showing = wantsShow;
      wantsShow = false;
      pilot = instructor(showing ? exercise.show : exercise.hold);
      return;
    }
    endHeld();
    pilot = null;
    showing = false;
    takeHands();
  }

  function endHeld(): void {
    const open = held.at(-1);
    if (open && open.endS === Number.POSITIVE_INFINITY) open.endS = flight.state.timeS;
  }

  /** The student's hands begin where the controls are. */
  function takeHands(): void {
    eyes = openEyes();
    seen = eyes(flight);
    hands = restingHands(flight, seen);
    target = {
      pitchDeg: seen.pitchDeg,
      bankDeg: Math.abs(seen.bankDeg) < SNAP_DEG ? 0 : seen.bankDeg,
      rollDeg: seen.headingDeg,
    };
    input = inputFrom(flight);
  }

  stand();
  let coached: CoachLook = coachRow();

  function coachRow(): CoachLook {
    // While the controls change hands nobody is told anything.
    coach.flownBy(exchange && exchange.step < 3 ? null : holder);
    return coach.look({ timeS: flight.state.timeS, ...readInstruments(flight) }, at?.field);
  }

  function follow(): void {
    const reading = readInstruments(flight);
    last = lanes.map((lane) => deviationOf(lane, reading));
    if (++looks % LOOKS_PER_COACH !== 0) return;
    coached = coachRow();
    if (coached.beganS === null) turned = { fromDeg: seen.headingDeg, deg: 0 };
    else turned.deg = Math.abs(seen.headingDeg - turned.fromDeg);
  }

  return {
    card,
    pattern: exercise.figures ?? null,
    lanes,
    demonstration: exercise.demonstration(lanes),
    input(part) {
      input = { ...input, ...part };
    },
    assist(part) {
      Object.assign(assistance, part);
      takeHands();
    },
    advance(seconds) {
      owedS += seconds;
      while (owedS >= LOOK_S && !down) {
        owedS -= LOOK_S;
        look();
      }
      if (down) owedS = 0;
    },
    share(axis) {
      shared = axis;
      // The attitude goes on from where the instructor left it.
      target = { ...target, bankDeg: seen.bankDeg };
    },
    alone(is) {
      alone = is;
    },
    passStep: () => coach.pass(),
    exchange() {
      const nowS = flight.state.timeS;
      if (exchange && exchange.step < 3) {
        exchange = studentAnswers(exchange, nowS);
        give(holderAfter(exchange));
      } else exchange = beginExchange(holder, nowS);
    },
    show() {
      if (holder === 'instructor') {
        showing = true;
        pilot = instructor(exercise.show);
        return;
      }
      wantsShow = true;
      if (!exchange || exchange.step === 3) exchange = beginExchange('student', flight.state.timeS);
    },
    reset() {
      endHeld();
      flight = exercise.begin(flight.state.timeS + RESET_GAP_S);
      down = false;
      holder = 'student';
      pilot = null;
      exchange = null;
      showing = false;
      coach.breakOff();
      takeHands();
      at = exercise.follow?.(flight, seen);
    },
    snapshot: () => ({
      timeS: flight.state.timeS,
      reading: readInstruments(flight),
      northM: flight.state.northM,
      eastM: flight.state.eastM,
      holder,
      exchange: exchange && { ...wordOf(exchange), awaitsStudent: awaitsStudent(exchange) },
      showing,
      shared,
      coach: alone ? { ...coached, word: null } : coached,
      attempt: coached.beganS === null ? null : { startS: coached.beganS, turnedDeg: turned.deg },
      deviations: last,
      input,
      assistance: { ...assistance },
      down,
      landing: at?.landing ?? null,
      field: at?.field ?? null,
    }),
    finish(date) {
      stand();
      endHeld();
      return {
        recording: recorder.recording({
          airplane: airplane.id,
          ...(date && { date }),
          groundFt,
          weightLb: card.weightLb,
          note: 'flown in the trainer',
        }),
        instructorFlew: held.map(({ startS, endS }) => ({ startS: startS - firstS, endS: endS - firstS })),
      };
    },
  };
}
