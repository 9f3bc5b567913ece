/**
 * The trainer: one flight that a student and a synthetic instructor fly by turns, with the help that is switched on,
 * an exchange of controls, a word from the right seat, and a recording of all of it. Time is given to it from outside.
 */
import type { Airplane } from '../airplane/schema.ts';
import type { TargetCard } from '../card/card.ts';
import { beginFlight, type Flight, STEP_HZ, stepFlight, type Weather } from '../flight/model/flight.ts';
import { type FlightRecorder, flightRecorder } from '../flight/model/flight-recorder.ts';
import { type Reading, readInstruments } from '../flight/model/instruments.ts';
import { trimFlight } from '../flight/model/trim.ts';
import {
  type Cockpit,
  LOOKS_PER_S,
  level,
  type Pilot,
  pilotFor,
  type Script,
} from '../flight/pilot/cockpit.ts';
import { openEyes, type Seen } from '../flight/pilot/eyes.ts';
import { type Aim, type Hands, moveControls, restingHands } from '../flight/pilot/hands.ts';
import type { Recording } from '../recording/columns/recording.ts';
import { clamp, median } from '../units/numbers.ts';
import { type CoachWord, coachWord } from './coach.ts';
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
import { airframeFor, flyManeuver, pieceFor, settingsFor } from './fly.ts';
import { reposition } from './fly-lesson.ts';
import { deviationOf, type Lane, lanesOf } from './lanes.ts';

/** Where the student's hands are: stick right and back, right pedal and trim back positive. */
export interface StudentInput {
  aileron: number;
  elevator: number;
  rudder: number;
  throttle: number;
  trim: number;
  flapsDeg: number;
}

export interface Assistance {
  /** Feet that keep the ball in the middle, for those without pedals. */
  rudder: boolean;
  /** The stick asks for a rate of roll and pitch, and what was reached stays when it is let go. */
  steady: boolean;
}

export interface TrainerOptions extends Weather {
  airplane: Airplane;
  card: TargetCard;
  groundFt: number;
  seed?: number;
  assistance?: Assistance;
}

export interface TrainerSnapshot {
  timeS: number;
  reading: Reading;
  northM: number;
  eastM: number;
  holder: Holder;
  exchange: { by: Holder; says: string; awaitsStudent: boolean } | null;
  showing: boolean;
  coach: CoachWord | null;
  /** The attempt under way: turned so far, or null between attempts. */
  attempt: { startS: number; turnedDeg: number } | null;
  deviations: number[];
  input: StudentInput;
  assistance: Assistance;
  /** It met the ground, and waits to be set back to the entry. */
  down: boolean;
}

/** Deviations of the demonstration from the same lanes, by seconds from the beginning of the maneuver. */
export interface Demonstration {
  stepS: number;
  lanes: number[][];
  /** The attitude held in the middle of it: where the horizon met the cowling. */
  attitude: { pitchDeg: number; bankDeg: number };
}

export interface Trainer {
  lanes: Lane[];
  demonstration: Demonstration;
  input(part: Partial<StudentInput>): void;
  assist(part: Partial<Assistance>): void;
  /** Flies on by some seconds of the airplane's time. */
  advance(seconds: number): void;
  /** The student's key for the exchange of controls. */
  exchange(): void;
  /** Asks the instructor to show it; the controls are exchanged first. */
  show(): void;
  /** Back to the entry: trimmed, on altitude, speed and heading. */
  reset(): void;
  snapshot(): TrainerSnapshot;
  finish(date?: string): { recording: Recording; instructorFlew: { startS: number; endS: number }[] };
}

const LOOK_S = 1 / LOOKS_PER_S;
const STEPS = STEP_HZ / LOOKS_PER_S;
/** A jump in time that no attempt spans. */
const RESET_GAP_S = 10;
const TURN_EDGE_DEG = 5;
const STEADY_ROLL_DEG_PER_S = 16;
const STEADY_PITCH_DEG_PER_S = 3;
/** Let go this near to level, the wings go level. */
const SNAP_DEG = 2.5;
const DEMONSTRATION_STEP_S = 0.5;
/** Of what follows the maneuver, this much is shown. */
const SETTLING_S = 6;

/** @throws InputError when the airplane cannot be flown, or the card has no maneuver that is. */
export function openTrainer(options: TrainerOptions): Trainer {
  const { airplane, card, groundFt, seed = 1 } = options;
  const { piece } = pieceFor({ maneuver: card.maneuver, variant: card.variant });
  const airframe = airframeFor(airplane, card.weightLb);
  const settings = settingsFor(card, piece, airframe, { seed, skill: 0.9 });
  const lanes = lanesOf(card);
  const recorder: FlightRecorder = flightRecorder({ rateHz: 10, seed });
  const assistance: Assistance = { rudder: true, steady: true, ...options.assistance };

  const atEntry = (timeS: number): Flight => {
    const { altitudeFt, entryKias: kias, headingDeg } = settings;
    const begun = beginFlight(
      airframe,
      trimFlight(airframe, { altitudeFt, kias, headingDeg, warmerC: options.warmerC }),
      options,
      seed,
    );
    begun.state.timeS = timeS;
    stepFlight(begun);
    return begun;
  };

  let flight = atEntry(0);
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
  let target = { pitchDeg: seen.pitchDeg, bankDeg: 0 };
  let attempt: { startS: number; fromDeg: number; turnedDeg: number } | null = null;
  let last = lanes.map((lane) => deviationOf(lane, readInstruments(flight)));
  let trend = lanes.map(() => 0);
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
    };
  }

  function studentAim(): Aim {
    return {
      pitch: assistance.steady
        ? { by: 'attitude', deg: target.pitchDeg, degPerS: 20 }
        : { by: 'stick', elevator: input.elevator },
      bank: assistance.steady ? { by: 'bank', deg: target.bankDeg } : { by: 'stick', aileron: input.aileron },
      rudder: assistance.rudder ? { by: 'ball' } : { by: 'pedal', rudder: input.rudder },
      power: { by: 'throttle', throttle: input.throttle },
      flapsDeg: input.flapsDeg,
      rollDegPerS: STEADY_ROLL_DEG_PER_S,
      pull: 1,
      attention: 1,
      heedsWarning: false,
      trims: assistance.steady,
    };
  }

  function studentLook(): void {
    if (assistance.steady) {
      target.pitchDeg = clamp(target.pitchDeg + input.elevator * STEADY_PITCH_DEG_PER_S * LOOK_S, -25, 30);
      target.bankDeg = clamp(target.bankDeg + input.aileron * STEADY_ROLL_DEG_PER_S * LOOK_S, -75, 75);
      if (input.aileron === 0 && Math.abs(target.bankDeg) < SNAP_DEG) target.bankDeg = 0;
    } else flight.controls.trim = input.trim;
    moveControls(hands, studentAim(), seen, flight, LOOK_S);
    if (assistance.steady) input.trim = flight.controls.trim;
    for (let i = 0; i < STEPS; i++) keep(flight);
  }

  const keep = (f: Flight): void => {
    stepFlight(f);
    recorder.keep(f);
  };

  function look(): void {
    if (exchange) {
      exchange = exchangeAfter(exchange, flight.state.timeS);
      if (exchange) give(holderAfter(exchange));
    }
    if (holder === 'instructor' && pilot) {
      if (!pilot.look(keep)) {
        // Shown: the controls are offered back, and it flies level until they are taken.
        showing = false;
        pilot = instructor(holdLevel);
        exchange ??= beginExchange('instructor', flight.state.timeS);
      }
    } else studentLook();
    seen = eyes(flight);
    followAttempt();
    down = seen.altitudeFt < groundFt;
  }

  const instructor = (script: (c: Cockpit) => Script): Pilot => pilotFor(flight, settings, script);

  function* holdLevel(c: Cockpit): Script {
    yield* reposition(c, settings, airplane.vyKias ?? settings.entryKias);
    for (;;) {
      level(c);
      yield;
    }
  }

  function* showIt(c: Cockpit): Script {
    yield* reposition(c, settings, airplane.vyKias ?? settings.entryKias);
    c.leadInS = 5;
    c.settleS = 10;
    yield* piece.script(c);
  }

  function give(to: Holder): void {
    if (to === holder) return;
    holder = to;
    if (to === 'instructor') {
      held.push({ startS: flight.state.timeS, endS: Number.POSITIVE_INFINITY });
      showing = wantsShow;
      wantsShow = false;
      pilot = instructor(showing ? showIt : holdLevel);
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
    target = { pitchDeg: seen.pitchDeg, bankDeg: Math.abs(seen.bankDeg) < SNAP_DEG ? 0 : seen.bankDeg };
    input = inputFrom(flight);
  }

  function followAttempt(): void {
    const reading = readInstruments(flight);
    const now = lanes.map((lane) => deviationOf(lane, reading));
    trend = now.map((value, i) => trend[i] + (LOOK_S / 0.8) * ((value - last[i]) / LOOK_S - trend[i]));
    last = now;
    const banked = Math.abs(seen.bankDeg) > TURN_EDGE_DEG;
    if (!attempt && banked) attempt = { startS: seen.timeS, fromDeg: seen.headingDeg, turnedDeg: 0 };
    else if (attempt && !banked) attempt = null;
    if (attempt) attempt.turnedDeg = Math.abs(seen.headingDeg - attempt.fromDeg);
  }

  return {
    lanes,
    demonstration: demonstrationOf(options, lanes),
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
        pilot = instructor(showIt);
        return;
      }
      wantsShow = true;
      if (!exchange || exchange.step === 3) exchange = beginExchange('student', flight.state.timeS);
    },
    reset() {
      endHeld();
      flight = atEntry(flight.state.timeS + RESET_GAP_S);
      down = false;
      holder = 'student';
      pilot = null;
      exchange = null;
      showing = false;
      attempt = null;
      takeHands();
    },
    snapshot: () => ({
      timeS: flight.state.timeS,
      reading: readInstruments(flight),
      northM: flight.state.northM,
      eastM: flight.state.eastM,
      holder,
      exchange: exchange && { ...wordOf(exchange), awaitsStudent: awaitsStudent(exchange) },
      showing,
      coach: down ? { says: 'That was the ground. Back to the entry.', level: 'stop' } : spoken(),
      attempt: attempt && { startS: attempt.startS, turnedDeg: attempt.turnedDeg },
      deviations: last,
      input,
      assistance: { ...assistance },
      down,
    }),
    finish(date) {
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

  function spoken(): CoachWord | null {
    return coachWord({
      lanes: lanes.map((lane, i) => ({ lane, deviation: last[i], perS: trend[i] })),
      warning: seen.warning,
      altitudeFt: seen.altitudeFt,
      floorFt: card.entry.floorFt,
      kias: seen.kias,
      vaKias: card.vaKias,
      bankDeg: seen.bankDeg,
      lateralG: seen.lateralG,
      turning: Math.abs(seen.bankDeg) > 0.6 * Math.max(10, card.bankDeg),
    });
  }
}

/** What a steady hand does with this card, so that the student can see the shape of it beside the own line. */
function demonstrationOf(options: TrainerOptions, lanes: readonly Lane[]): Demonstration {
  const { recording, events } = flyManeuver({
    airplane: options.airplane,
    maneuver: options.card.maneuver,
    variant: options.card.variant,
    card: options.card,
    groundFt: options.groundFt,
    weightLb: options.card.weightLb,
    skill: 0.93,
    recorder: { rateHz: 1 / DEMONSTRATION_STEP_S, noise: false },
  });
  // What follows the lead-in is the maneuver.
  const markS = events.find(({ name }) => name !== 'lead-in')?.atS ?? 0;
  const { timeS, channels } = recording;
  // A turn is laid over the student's from the same bank on.
  const banked = timeS.findIndex((t, i) => t >= markS && Math.abs(channels.bank_deg![i]) > TURN_EDGE_DEG);
  const beganS = options.card.bankDeg > 0 && banked >= 0 ? timeS[banked] : markS;
  const overS = events.find(({ name }) => name === 'settle')?.atS ?? timeS.at(-1)!;
  const rows = [...timeS.keys()].filter((i) => timeS[i] >= beganS && timeS[i] <= overS + SETTLING_S);
  const at = (name: keyof typeof channels, i: number) => channels[name]![i];
  const endedS =
    events.findLast(({ name }) => name === 'roll-out' || name === 'settle')?.atS ?? timeS.at(-1)!;
  const held = rows.filter(
    (i) => timeS[i] > beganS + 0.3 * (endedS - beganS) && timeS[i] < beganS + 0.8 * (endedS - beganS),
  );
  return {
    stepS: DEMONSTRATION_STEP_S,
    attitude: {
      pitchDeg: median(held.map((i) => at('pitch_deg', i))),
      bankDeg: median(held.map((i) => at('bank_deg', i))),
    },
    lanes: lanes.map((lane) =>
      rows.map((i) =>
        deviationOf(lane, {
          alt_ft: at('alt_ft', i),
          ias_kt: at('ias_kt', i),
          hdg_deg: at('hdg_deg', i),
          bank_deg: at('bank_deg', i),
        }),
      ),
    ),
  };
}
